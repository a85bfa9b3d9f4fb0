import { type PlannedJob, ROUTES } from '@upholder/core/api';
import type { Outcome } from '@upholder/core/outcome';
import { type PlanOrder, type PlanSnapshot, planningStart } from '@upholder/core/planning';
import { said } from '@upholder/core/said';
import { isPastDate } from '@upholder/core/shop';
import { v7 as uuid } from 'uuid';
import { benchItemsOf } from '../bench/store.ts';
import type { App } from '../context/app.ts';
import type { Queryable } from '../db/database.ts';
import {
  type PlanningAir,
  planningAir,
  shopForPlanning,
  shopWithoutJobs,
} from '../detail/planningContext.ts';
import { detailOf } from '../detail/store.ts';
import { ApiError } from '../http/errors.ts';
import { whileHere } from '../http/leaving.ts';
import type { Call, RouteTable } from '../http/route.ts';
import { hasCustomPriorities, openJobIds, setJobPriorities } from '../jobs/lists.ts';
import { findJob } from '../jobs/store.ts';
import { Line } from '../plans/line.ts';
import { assertNoOpenStops, whatStopsPlanning } from '../plans/stops.ts';
import { addPlan, lastPlanOf, onePlanningAtATime } from '../plans/store.ts';

/** So often a plan is begun again because another server kept one of the same shop meanwhile. */
const MOST_TRIES = 5;

/** A plan that is done within two months and a half meets nothing that others take later than this, in minutes. */
const NEAR_REACH = 135 * 24 * 60;

/**
 * Plans with what others take in the time that the job needs: as far as the plan reaches, it is the same as with all that is ever
 * taken. Where it reaches further, or did so before, it is made with all of it.
 */
async function withinReach(
  order: PlanOrder,
  plan: (part: PlanOrder) => Promise<Outcome<PlanSnapshot>>,
): Promise<Outcome<PlanSnapshot>> {
  const { reserved, timeZone } = order.shop;
  const until = planningStart(order.detail.job, timeZone, order.now) + NEAR_REACH;
  const near = reserved.filter(({ start }) => start < until);
  const wasFar = (order.detail.plan?.completion ?? 0) > until;
  if (near.length === reserved.length || wasFar) return plan(order);
  const made = await plan({ ...order, shop: { ...order.shop, reserved: near } });
  const isNear = !made.ok || made.value.ops.every((op) => Math.max(op.end, op.occupiedUntil ?? 0) <= until);
  return isNear ? made : plan(order);
}

/** Making plans. */
export function addPlanRoutes(routes: RouteTable, { db, clock, climate, planner }: App): void {
  const line = new Line();
  /**
   * Asks, plans and keeps, one at a time in each shop. While a plan is worked out nothing of the database is held. Where
   * another server kept a plan of the shop meanwhile, the hours that it gave away are not given away again: all is asked again.
   * A plan that nobody waits for any more is given up.
   */
  function planning<Q, A, T>(
    { member: { shopId }, response }: Call,
    steps: {
      ask(connection: Queryable, now: Date, air: PlanningAir): Promise<Q>;
      plan(question: Q, signal: AbortSignal): Promise<A>;
      keep(connection: Queryable, question: Q, answer: A): Promise<T>;
    },
  ): Promise<T> {
    const signal = whileHere(response);
    return line.run(shopId, async () => {
      for (let number = 1; number <= MOST_TRIES; number += 1) {
        signal.throwIfAborted();
        const now = clock.now();
        const air = await planningAir(climate, now);
        const asked = await db.transaction(async (connection) => ({
          known: await lastPlanOf(connection, shopId),
          question: await steps.ask(connection, now, air),
        }));
        const answer = await steps.plan(asked.question, signal).catch((error: unknown) => {
          throw signal.aborted ? signal.reason : error;
        });
        const kept = await db.transaction(async (connection) => {
          await onePlanningAtATime(connection, shopId);
          if ((await lastPlanOf(connection, shopId)) !== asked.known) return null;
          return { result: await steps.keep(connection, asked.question, answer) };
        });
        if (kept) return kept.result;
      }
      throw new ApiError('conflict', said('refusal.other-plans-of-the-shop-are'));
    });
  }

  routes.add(ROUTES.planJob, async ({ params, body }, call) => {
    const { member, changed } = call;
    const { shopId } = member;
    return planning(call, {
      async ask(connection, now, air) {
        const detail = await detailOf(connection, shopId, params.jobId);
        if (!detail) throw new ApiError('not-found', said('refusal.the-shop-has-no-such-job'));
        const shop = await shopForPlanning(connection, shopId, params.jobId, air, now);
        assertNoOpenStops(detail, shop, await benchItemsOf(connection, shopId, now));
        return { planId: uuid(), detail, shop, now, ...body };
      },
      plan: (order, signal) => withinReach(order, (part) => planner.one(part, signal)),
      async keep(connection, _question, outcome) {
        if (!outcome.ok) throw new ApiError('no-plan', outcome.message);
        await addPlan(connection, shopId, params.jobId, member.id, outcome.value);
        await changed(connection, { jobs: [{ id: params.jobId, plan: true }] });
        return { plan: outcome.value };
      },
    });
  });

  routes.add(ROUTES.planAll, async ({ body }, call) => {
    const { member, changed } = call;
    const { shopId } = member;
    if (body.order) await setJobPriorities(db, shopId, body.order);
    const jobs = await planning(call, {
      async ask(connection, now, air) {
        const shop = await shopWithoutJobs(connection, shopId, air);
        const gear = await benchItemsOf(connection, shopId, now);
        const ids = await openJobIds(connection, shopId);
        const found = await Promise.all(ids.map((id) => detailOf(connection, shopId, id)));
        const inTurn = found
          .filter((detail) => detail !== null)
          .map((detail) => ({ detail, refusal: whatStopsPlanning(detail, shop, gear), planId: uuid() }));
        return { jobs: inTurn, shop, now };
      },
      plan: (order, signal) => planner.inTurn(order, signal),
      async keep(connection, { jobs: inTurn, shop }, outcomes) {
        const planned: PlannedJob[] = [];
        for (const [index, outcome] of outcomes.entries()) {
          const detail = inTurn[index]?.detail;
          if (!detail) continue;
          const { job } = detail;
          const plan = outcome.ok ? outcome.value : null;
          if (plan) {
            await addPlan(connection, shopId, job.id, member.id, plan);
            await changed(connection, {
              jobs: [{ id: job.id, plan: true, ...(body.order && { job: true as const }) }],
            });
          }
          planned.push({
            jobId: job.id,
            code: job.code,
            before: detail.plan?.completion ?? null,
            completion: plan?.completion ?? null,
            isLate: plan !== null && isPastDate(plan.completion, job.neededBy, shop.timeZone),
            message: outcome.ok ? null : outcome.message,
          });
        }
        return planned;
      },
    });
    return { jobs, isOwnOrder: await hasCustomPriorities(db, shopId) };
  });

  routes.add(ROUTES.planningContext, async ({ params }, { member }) => {
    const now = clock.now();
    const job = await findJob(db, member.shopId, params.jobId);
    if (!job) throw new ApiError('not-found', said('refusal.the-shop-has-no-such-job'));
    const air = await planningAir(climate, now);
    const shop = await shopForPlanning(db, member.shopId, params.jobId, air, now);
    return {
      reserved: shop.reserved,
      climate: air.climate,
      forecast: [...air.forecast],
      guns: { ...shop.guns },
      airs: Object.fromEntries(
        Object.entries(shop.airs ?? {}).map(([id, { climate: mean, forecast, past = [] }]) => [
          id,
          { climate: mean, forecast: [...forecast], past: [...past] },
        ]),
      ),
      now: planningStart(job, shop.timeZone, now),
    };
  });
}
