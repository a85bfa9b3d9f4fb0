import { type PlannedJob, PlannedJobSchema } from '@upholder/core/api';
import { APPLICATORS } from '@upholder/core/catalogue';
import { ClimateSchema } from '@upholder/core/drying';
import {
  PlanRecipeSchema,
  PlanSnapshotSchema,
  questionOf,
  ReservationSchema,
  WishSchema,
} from '@upholder/core/planning';
import { isPastDate } from '@upholder/core/shop';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import type { App } from '../context/app.ts';
import type { Queryable } from '../db/database.ts';
import { dossierOf } from '../dossier/store.ts';
import { emptyShop, type PlanningAir, planningAir, shopForPlanning } from '../dossier/surroundings.ts';
import { ApiError } from '../http/errors.ts';
import { type RouteTable, uuidParams } from '../http/route.ts';
import { haveTurns, openJobIds, setTurns } from '../jobs/store.ts';
import { announce } from '../live/channel.ts';
import { Line } from '../plans/line.ts';
import { assertNoOpenStops, whatStopsPlanning } from '../plans/stops.ts';
import { addPlan, onePlanningAtATime } from '../plans/store.ts';

/** Making plans. */
export function addPlanRoutes(routes: RouteTable, { db, clock, climate, planner }: App): void {
  const line = new Line();
  /** Plans with nobody else planning in the shop; whoever waits here holds no connection to the database. */
  function planning<T>(
    shopId: string,
    work: (connection: Queryable, now: Date, air: PlanningAir) => Promise<T>,
  ): Promise<T> {
    return line.run(shopId, async () => {
      const now = clock.now();
      const air = await planningAir(climate, now);
      return db.transaction(async (connection) => {
        await onePlanningAtATime(connection, shopId);
        return work(connection, now, air);
      });
    });
  }

  routes.add({
    method: 'post',
    path: '/jobs/:jobId/plan',
    summary:
      'Plan the job from now on, for what is wished or as before, or by a recipe that was found elsewhere; answers with the plan before and the new one',
    params: uuidParams('jobId'),
    body: z.object({ wish: WishSchema.optional(), recipe: PlanRecipeSchema.optional() }).default({}),
    response: z.object({ before: PlanSnapshotSchema.nullable(), plan: PlanSnapshotSchema }),
    status: 201,
    handle: async ({ params, body }, { member }) => {
      const { shopId } = member;
      return planning(shopId, async (connection, now, air) => {
        const dossier = await dossierOf(connection, shopId, params.jobId);
        if (!dossier) throw new ApiError('not-found', 'The shop has no such job.');
        const shop = await shopForPlanning(connection, shopId, params.jobId, air, now);
        assertNoOpenStops(dossier, shop);
        const { wish, recipe } = body;
        const outcome = await planner.one({ planId: uuid(), dossier, shop, now, wish, recipe });
        if (!outcome.ok) throw new ApiError('no-plan', outcome.message);
        const plan = outcome.value;
        await addPlan(connection, shopId, params.jobId, member.id, plan);
        await announce(connection, { shopId, topic: 'job', id: params.jobId });
        return { before: dossier.plan, plan };
      });
    },
  });

  routes.add({
    method: 'post',
    path: '/plans',
    summary:
      'Plan all open jobs from now on, one after the other: whichever is needed first has the shop first, unless an order is given',
    body: z
      .object({
        /** Jobs in the order of their priority; those left out follow by the day they are needed. Kept for the next time. */
        order: z.array(z.uuid()).max(500).optional(),
      })
      .default({}),
    response: z.object({ jobs: z.array(PlannedJobSchema), isOwnOrder: z.boolean() }),
    status: 201,
    handle: async ({ body }, { member }) => {
      const { shopId } = member;
      if (body.order) await setTurns(db, shopId, body.order);
      const jobs = await planning(shopId, async (connection, now, air) => {
        const shop = await emptyShop(connection, shopId, air);
        const ids = await openJobIds(connection, shopId);
        const found = await Promise.all(ids.map((id) => dossierOf(connection, shopId, id)));
        const inTurn = found
          .filter((dossier) => dossier !== null)
          .map((dossier) => ({ dossier, refusal: whatStopsPlanning(dossier, shop), planId: uuid() }));
        const outcomes = await planner.inTurn({ jobs: inTurn, shop, now });
        const planned: PlannedJob[] = [];
        for (const [index, outcome] of outcomes.entries()) {
          const dossier = inTurn[index]?.dossier;
          if (!dossier) continue;
          const { job } = dossier;
          const plan = outcome.ok ? outcome.value : null;
          if (plan) {
            await addPlan(connection, shopId, job.id, member.id, plan);
            await announce(connection, { shopId, topic: 'job', id: job.id });
          }
          planned.push({
            jobId: job.id,
            code: job.code,
            before: dossier.plan?.handOver ?? null,
            handOver: plan?.handOver ?? null,
            isLate: plan !== null && isPastDate(plan.handOver, job.neededBy, shop.timeZone),
            message: outcome.ok ? null : outcome.message,
          });
        }
        return planned;
      });
      return { jobs, isOwnOrder: await haveTurns(db, shopId) };
    },
  });

  routes.add({
    method: 'get',
    path: '/jobs/:jobId/plan/surroundings',
    summary: 'What planning this job has to reckon with besides the job: other jobs, the air, the moment',
    params: uuidParams('jobId'),
    response: z.object({
      reserved: z.array(ReservationSchema),
      climate: ClimateSchema,
      forecast: z.array(z.object({ at: z.int(), climate: ClimateSchema })),
      guns: z.partialRecord(z.enum(APPLICATORS), z.int()),
      now: z.int(),
    }),
    handle: async ({ params }, { member }) => {
      const now = clock.now();
      const dossier = await dossierOf(db, member.shopId, params.jobId);
      if (!dossier) throw new ApiError('not-found', 'The shop has no such job.');
      const air = await planningAir(climate, now);
      const shop = await shopForPlanning(db, member.shopId, params.jobId, air, now);
      return {
        reserved: shop.reserved,
        climate: air.climate,
        forecast: [...air.forecast],
        guns: { ...shop.guns },
        now: questionOf(dossier, shop, now).now,
      };
    },
  });
}
