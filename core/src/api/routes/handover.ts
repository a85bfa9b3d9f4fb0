import { z } from 'zod';
import { JobEventSchema, NewJobEventSchema } from '../../handover/index.ts';
import { PATHS } from '../shapes/paths.ts';
import { route, uuidParams } from '../shapes/route.ts';

export const handoverRoutes = {
  addJobEvent: route(PATHS.addJobEvent, {
    summary:
      'Keep what happened to a job besides its work: ticks, touch-ups, handover, follow-ups, call-backs, readings; repeating the call writes nothing twice',
    params: uuidParams('jobId'),
    body: NewJobEventSchema,
    response: z.object({ event: JobEventSchema, wasKnown: z.boolean() }),
  }),
};
