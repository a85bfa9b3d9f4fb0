import { z } from 'zod';
import { JobRowSchema } from '../shapes/contract.ts';
import { PATHS } from '../shapes/paths.ts';
import { route } from '../shapes/route.ts';

export const transferRoutes = {
  imports: route(PATHS.imports, {
    summary: 'Job files of the shop that are being brought in, and how far each is',
    response: z.object({
      imports: z.array(
        z.object({
          phase: z.enum(['waiting', 'checking', 'pictures', 'writing']),
          /** Pictures that are done, of so many. */
          done: z.int(),
          of: z.int(),
        }),
      ),
    }),
  }),

  importJob: route(PATHS.importJob, {
    summary: 'Make a job from a job file, identical but for its ids',
    body: z.object({ file: z.unknown() }),
    response: JobRowSchema,
    status: 201,
  }),
};
