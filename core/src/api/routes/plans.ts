import { z } from 'zod';
import { AirHourSchema, ClimateSchema } from '../../drying/index.ts';
import {
  PlanOptionsSchema,
  PlanRecipeSchema,
  PlanSnapshotSchema,
  ReservationSchema,
} from '../../planning/index.ts';
import { PlannedJobSchema } from '../shapes/contract.ts';
import { PATHS } from '../shapes/paths.ts';
import { route, uuidParams } from '../shapes/route.ts';

export const plansRoutes = {
  planJob: route(PATHS.planJob, {
    summary:
      'Plan the job from now on, for what is wished or as before, or by a recipe that was found elsewhere',
    params: uuidParams('jobId'),
    body: z
      .object({ planOptions: PlanOptionsSchema.optional(), recipe: PlanRecipeSchema.optional() })
      .default({}),
    response: z.object({ plan: PlanSnapshotSchema }),
    status: 201,
  }),

  planAll: route(PATHS.planAll, {
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
  }),

  planningContext: route(PATHS.planningContext, {
    summary: 'What planning this job takes into account besides the job: other jobs, the air, the moment',
    formerly: 'GET /api/jobs/:jobId/plan/surroundings',
    params: uuidParams('jobId'),
    response: z.object({
      reserved: z.array(ReservationSchema),
      climate: ClimateSchema,
      forecast: z.array(AirHourSchema),
      guns: z.record(z.string(), z.int()),
      airs: z.record(
        z.string(),
        z.object({
          climate: ClimateSchema,
          forecast: z.array(AirHourSchema),
          past: z.array(AirHourSchema),
        }),
      ),
      now: z.int(),
    }),
  }),
};
