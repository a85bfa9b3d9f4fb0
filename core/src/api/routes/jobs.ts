import { z } from 'zod';
import { JobSpecSchema, PROTECTIONS, RoomSchema } from '../../jobs/index.ts';
import { PricingSchema } from '../../rates/index.ts';
import { MethodChoicesSchema } from '../../systems/index.ts';
import { JobDetailSchema, JobRowSchema, JobSummarySchema } from '../shapes/contract.ts';
import { PATHS } from '../shapes/paths.ts';
import { EmptyResponse, route, uuidParams } from '../shapes/route.ts';

const NewJob = z.intersection(z.object({ id: z.uuid() }), JobSpecSchema);
const JobChange = z.intersection(z.object({ version: z.int() }), JobSpecSchema);

const JobListSchema = z.object({
  jobs: z.array(JobSummarySchema),
  /** How many closed jobs there are beyond these. */
  older: z.int(),
});

export const jobsRoutes = {
  jobs: route(PATHS.jobs, {
    summary: 'Jobs of the shop, open ones first; of the closed ones the latest',
    response: JobListSchema,
  }),

  olderJobs: route(PATHS.olderJobs, {
    summary: 'Closed jobs that are older than a closed one, the latest of them first',
    params: uuidParams('jobId'),
    response: JobListSchema,
  }),

  findJobs: route(PATHS.findJobs, {
    summary: 'Jobs whose code, name or client holds a text, open ones first; at most fifty of them',
    body: z.object({ text: z.string().min(2).max(200) }),
    response: z.object({ jobs: z.array(JobSummarySchema) }),
  }),

  floor: route(PATHS.floor, {
    summary:
      'Open jobs whose plan has begun or begins within three days, without maps, pictures and decisions',
    response: z.object({
      details: z.array(JobDetailSchema),
      /** Open jobs whose plan begins later, and when the first of them does. */
      later: z.object({ jobs: z.int(), startsAt: z.int().nullable() }),
    }),
  }),

  openJobs: route(PATHS.openJobs, {
    summary: 'Everything about all open jobs, without maps, pictures and decisions',
    response: z.object({ details: z.array(JobDetailSchema) }),
  }),

  addJob: route(PATHS.addJob, {
    summary: 'Add a job; the client makes the id',
    body: NewJob,
    response: JobRowSchema,
    status: 201,
  }),

  job: route(PATHS.job, {
    summary: 'Everything about one job',
    params: uuidParams('jobId'),
    response: JobDetailSchema,
  }),

  changeJob: route(PATHS.changeJob, {
    summary: 'Change the head of a job',
    params: uuidParams('jobId'),
    body: JobChange,
    response: JobRowSchema,
  }),

  changeMethods: route(PATHS.changeMethods, {
    summary: 'Change the methods of a job; zones not yet started or edited by hand are regenerated',
    formerly: 'PUT /api/jobs/:jobId/practice',
    params: uuidParams('jobId'),
    body: z.object({ version: z.int(), methods: MethodChoicesSchema }),
    response: JobRowSchema,
  }),

  changeRoom: route(PATHS.changeRoom, {
    summary: 'Write the size and air of the client’s room, and what is protected in it',
    params: uuidParams('jobId'),
    body: z.object({ version: z.int(), room: RoomSchema.nullable() }),
    response: JobRowSchema,
  }),

  changePricing: route(PATHS.changePricing, {
    summary: 'Write how a job is priced: extras, margin, tax, rounding, what sending it out would cost',
    params: uuidParams('jobId'),
    body: z.object({ version: z.int(), pricing: PricingSchema.nullable() }),
    response: JobRowSchema,
  }),

  roomMinutes: route(PATHS.roomMinutes, {
    summary: 'How long protecting a room takes in this shop, from what was timed in all of its jobs',
    response: z.object({
      learned: z.array(
        z.object({ kind: z.enum(PROTECTIONS), minutesEach: z.number().min(0), times: z.int().min(1) }),
      ),
    }),
  }),

  removeJob: route(PATHS.removeJob, {
    summary: 'Delete a job that has no log yet',
    params: uuidParams('jobId'),
    response: EmptyResponse,
  }),
};
