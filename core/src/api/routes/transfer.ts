import { z } from 'zod';
import { JobRowSchema } from '../shapes/contract.ts';
import { PATHS } from '../shapes/paths.ts';
import { route } from '../shapes/route.ts';

export const transferRoutes = {
  importJob: route(PATHS.importJob, {
    summary: 'Make a job from a job file, identical but for its ids',
    body: z.object({ file: z.unknown() }),
    response: JobRowSchema,
    status: 201,
  }),
};
