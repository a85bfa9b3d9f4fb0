import { z } from 'zod';
import { CAUSES, DEFECTS, FindingSchema, NewAnswerSchema, NewFindingSchema } from '../../inspection/index.ts';
import { TallySchema } from '../../lessons/index.ts';
import { MixRecordSchema } from '../../mixing/index.ts';
import { CallBackRowSchema, TracedCoatSchema, TraceRequestSchema } from '../shapes/contract.ts';
import { PATHS } from '../shapes/paths.ts';
import { route, uuidParams } from '../shapes/route.ts';

const Kept = z.object({ finding: FindingSchema, wasKnown: z.boolean() });

export const inspectionRoutes = {
  addFinding: route(PATHS.addFinding, {
    summary: 'Report a defect on a piece; repeating the call writes nothing twice',
    params: uuidParams('jobId'),
    body: NewFindingSchema,
    response: Kept,
  }),

  jobMixes: route(PATHS.jobMixes, {
    summary: 'Every mix that was mixed for a job or that its log names, oldest first',
    params: uuidParams('jobId'),
    response: z.object({ mixes: z.array(MixRecordSchema) }),
  }),

  trace: route(PATHS.trace, {
    summary: 'Coats of all jobs that had the same mix, batch or day, the latest first; 500 at most',
    body: TraceRequestSchema,
    response: z.object({ coats: z.array(TracedCoatSchema) }),
  }),

  confirmedCauses: route(PATHS.confirmedCauses, {
    summary: 'How often the shop confirmed each cause of each defect',
    response: z.object({
      confirmed: z.array(z.object({ defect: z.enum(DEFECTS), cause: z.enum(CAUSES), count: z.int() })),
    }),
  }),

  lessons: route(PATHS.lessons, {
    summary:
      'What all jobs of the shop teach: coats by product, system, interval, air and applicator, and how many went wrong',
    response: z.object({
      tallies: z.array(TallySchema),
      /** Jobs that are not worked out yet: ask again. */
      pending: z.int(),
      callBacks: z.array(CallBackRowSchema),
    }),
  }),

  answerFinding: route(PATHS.answerFinding, {
    summary: 'Say what becomes of a finding; a repair puts its steps into the sequence of the piece',
    params: uuidParams('jobId', 'findingId'),
    body: NewAnswerSchema,
    response: Kept,
  }),
};
