import { z } from 'zod';
import { nameField } from '../../fields/index.ts';
import { SeenSchema } from '../../learning/index.ts';
import { ResultRowSchema } from '../../results/index.ts';
import { PATHS } from '../shapes/paths.ts';
import { route, uuidParams } from '../shapes/route.ts';

const ExclusionsSchema = z.array(z.object({ seenId: z.uuid(), reason: z.string(), memberName: z.string() }));

export const learningRoutes = {
  learned: route(PATHS.learned, {
    summary: 'What every mix and every timed task of the shop taught about material and time',
    response: z.object({
      seen: z.array(SeenSchema),
      /** Jobs that are not worked out yet: ask again. */
      pending: z.int(),
      exclusions: ExclusionsSchema,
    }),
  }),

  results: route(PATHS.results, {
    summary: 'What every job with a log asked, took and left',
    response: z.object({
      results: z.array(ResultRowSchema),
      /** Jobs that are not worked out yet: ask again. */
      pending: z.int(),
    }),
  }),

  excludeSeen: route(PATHS.excludeSeen, {
    summary: 'Exclude a measurement for a reason, or let it count again',
    params: uuidParams('seenId'),
    body: z.object({ reason: nameField('reason', 300).nullable() }),
    response: z.object({ exclusions: ExclusionsSchema }),
  }),
};
