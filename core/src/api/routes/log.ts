import { z } from 'zod';
import { LogEntrySchema, NewLogEntrySchema } from '../../jobs/index.ts';
import { said } from '../../said/index.ts';
import { PATHS } from '../shapes/paths.ts';
import { route, uuidParams } from '../shapes/route.ts';

export const logRoutes = {
  log: route(PATHS.log, {
    summary: 'Log a step as done, or correct an entry; repeating the call writes nothing twice',
    params: uuidParams('jobId'),
    body: NewLogEntrySchema.refine((entry) => !entry.isWithdrawal || entry.correctsId !== null, {
      path: ['correctsId'],
      message: said('call.a-withdrawal-must-name-the-entry'),
    }),
    response: z.object({ entry: LogEntrySchema, wasKnown: z.boolean() }),
  }),
};
