import { ROUTES } from '@upholder/core/api';
import type { App } from '../context/app.ts';
import type { RouteTable } from '../http/route.ts';
import { exclusionsOf, seenInShop, setExclusion } from '../learning/store.ts';

/** What mixes and timed tasks taught the shop, and which of them do not count. */
export function addLearningRoutes(routes: RouteTable, { db, clock }: App): void {
  routes.add(ROUTES.learned, async (_input, { member: { shopId } }) => {
    const { seen, pending } = await seenInShop(db, shopId, clock.now());
    return { seen, pending, exclusions: await exclusionsOf(db, shopId) };
  });

  routes.add(ROUTES.results, async (_input, { member: { shopId } }) => {
    const { results, pending } = await seenInShop(db, shopId, clock.now());
    return { results, pending };
  });

  routes.add(ROUTES.excludeSeen, async ({ params: { seenId }, body: { reason } }, { member }) => {
    await setExclusion(db, member.shopId, { seenId, reason, memberName: member.name }, clock.now());
    return { exclusions: await exclusionsOf(db, member.shopId) };
  });
}
