import { ROUTES } from '@upholder/core/api';
import type { App } from '../context/app.ts';
import { changesOf } from '../detail/changes.ts';
import type { RouteTable } from '../http/route.ts';

/** What others changed, read again by whoever heard of it. */
export function addChangesRoute(routes: RouteTable, app: App): void {
  routes.add(ROUTES.changes, ({ body }, { member }) => changesOf(app, member.shopId, body));
}
