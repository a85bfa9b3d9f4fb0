import { ROUTES } from '@upholder/core/api';
import type { App } from '../context/app.ts';
import type { RouteTable } from '../http/route.ts';
import { keepRun, runsOf } from '../practice/store.ts';

/** Best runs of practising with a gun, each member's own. */
export function addPracticeRoutes(routes: RouteTable, { db, clock }: App): void {
  routes.add(ROUTES.practiceRuns, async (_input, { member: { shopId, id } }) => ({
    runs: await runsOf(db, shopId, id),
  }));

  routes.add(ROUTES.keepPracticeRun, async ({ params: { lesson }, body }, { member: { shopId, id } }) => {
    await keepRun(db, shopId, id, { lesson, ...body, at: clock.now().toISOString() });
    return { runs: await runsOf(db, shopId, id) };
  });
}
