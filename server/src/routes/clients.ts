import { ROUTES } from '@upholder/core/api';
import { zoneProgress } from '@upholder/core/floor';
import { careOf } from '@upholder/core/handover';
import { said } from '@upholder/core/said';
import { v7 as uuid } from 'uuid';
import { addLink, endLink, findLink, linksOf } from '../clients/store.ts';
import type { App } from '../context/app.ts';
import { shopForFilms } from '../detail/planningContext.ts';
import { detailOf } from '../detail/store.ts';
import { ApiError } from '../http/errors.ts';
import type { RouteTable } from '../http/route.ts';
import { findJob } from '../jobs/store.ts';
import { addressKey } from '../session/address.ts';
import { codeCounts, countTry } from '../session/limits.ts';

const DAY_MS = 86_400_000;

/** Links that show a client their job: progress, dates and how to care for it, and nothing else. */
export function addClientRoutes(routes: RouteTable, { db, clock, climate }: App): void {
  routes.add(ROUTES.clientLinks, async ({ params }, { member }) => ({
    links: await linksOf(db, member.shopId, params.jobId),
  }));

  routes.add(ROUTES.addClientLink, async ({ params: { jobId }, body: { days } }, { member }) => {
    if (!(await findJob(db, member.shopId, jobId)))
      throw new ApiError('not-found', said('refusal.the-shop-has-no-such-job'));
    const madeAt = clock.now();
    const expiresAt = new Date(madeAt.getTime() + days * DAY_MS);
    const token = await addLink(db, member.shopId, {
      id: uuid(),
      jobId,
      madeBy: member.name,
      madeAt,
      expiresAt,
    });
    return { links: await linksOf(db, member.shopId, jobId), token };
  });

  routes.add(ROUTES.endClientLink, async ({ params }, { member }) => {
    const jobId = await endLink(db, member.shopId, params.linkId, clock.now());
    if (jobId === null) throw new ApiError('not-found', said('refusal.there-is-no-such-link'));
    return { links: await linksOf(db, member.shopId, jobId) };
  });

  routes.add(ROUTES.readClientLink, async ({ body }, { request }) => {
    const forget = await countTry(db, codeCounts('client', addressKey(request.ip)), clock.now());
    const link = await findLink(db, body.token, clock.now());
    const detail = link && (await detailOf(db, link.shopId, link.jobId));
    if (!link || !detail) throw new ApiError('not-found', said('refusal.this-link-does-not-lead-anywhere'));
    await forget();
    const shop = await shopForFilms(db, link.shopId, climate, clock.now());
    const { job, plan } = detail;
    return {
      shopName: shop.name,
      jobName: job.name,
      timeZone: shop.timeZone,
      startOn: job.startOn,
      completion: plan ? new Date(plan.completion * 60_000).toISOString() : null,
      isHandedOver: job.status !== 'open',
      zones: zoneProgress(detail),
      care: careOf(detail, shop, shop.timeZone),
      expiresAt: link.expiresAt.toISOString(),
    };
  });
}
