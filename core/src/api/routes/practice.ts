import { z } from 'zod';
import { PracticeRunSchema, SPRAY_LESSONS } from '../../film/index.ts';
import { PATHS } from '../shapes/paths.ts';
import { route } from '../shapes/route.ts';

const RunsSchema = z.object({ runs: z.array(PracticeRunSchema) });

export const practiceRoutes = {
  practiceRuns: route(PATHS.practiceRuns, {
    summary: 'The best practice run of whoever asks, by lesson',
    response: RunsSchema,
  }),

  keepPracticeRun: route(PATHS.keepPracticeRun, {
    summary: 'Keep a practice run where it is better than the one before',
    params: z.object({ lesson: z.enum(SPRAY_LESSONS) }),
    body: PracticeRunSchema.pick({ score: true, path: true }),
    response: RunsSchema,
  }),
};
