import { z } from 'zod';
import { LogEntrySchema } from '../../jobs/index.ts';
import { MixRecordSchema } from '../../mixing/index.ts';
import { StepSchema } from '../../systems/index.ts';
import { JobDetailSchema, JobSummarySchema, PieceRowSchema, ShopContextSchema } from './contract.ts';

/** Rows that a change touched: their ids, or all of them where there are too many to name. */
const RowsSchema = z.union([z.array(z.uuid()), z.literal('all')]);
export type Rows = z.infer<typeof RowsSchema>;

/** What a change touched of one job. What is left out stayed as it was. */
const TouchedJobSchema = z.object({
  id: z.uuid(),
  /** The job itself: its head, or that it came or went. The lists of jobs may stand in another order then. */
  job: z.literal(true).optional(),
  zones: z.literal(true).optional(),
  /** Zones whose steps are others now. */
  steps: RowsSchema.optional(),
  pieces: RowsSchema.optional(),
  log: RowsSchema.optional(),
  plan: z.literal(true).optional(),
  /** Walls and openings. */
  map: z.literal(true).optional(),
  photos: z.literal(true).optional(),
  decisions: z.literal(true).optional(),
  findings: z.literal(true).optional(),
  events: z.literal(true).optional(),
  /** Only asked for, never touched by itself: the line in the list of jobs. */
  summary: z.literal(true).optional(),
});
export type TouchedJob = z.infer<typeof TouchedJobSchema>;

/** Parts of the shop that are read whole. */
const SHOP_PARTS = ['head', 'crew', 'supplies', 'benchItems', 'layers', 'systems', 'air'] as const;

/** What a change touched: enough to read just that again. */
export const TouchedSchema = z.object({
  jobs: z.array(TouchedJobSchema).default([]),
  shop: z.array(z.enum(SHOP_PARTS)).default([]),
  products: RowsSchema.default([]),
  mixes: RowsSchema.default([]),
});
export type Touched = z.infer<typeof TouchedSchema>;
export type TouchedInput = z.input<typeof TouchedSchema>;

/** A job's part of {@link ChangesSchema}. */
const JobChangesSchema = z.object({
  id: z.uuid(),
  /** The shop has no such job any more. */
  isGone: z.boolean(),
  ...JobDetailSchema.pick({ job: true, zones: true, plan: true }).partial().shape,
  ...JobDetailSchema.pick({
    walls: true,
    openings: true,
    photos: true,
    decisions: true,
    findings: true,
    events: true,
  }).partial().shape,
  steps: z.array(z.object({ zoneId: z.uuid(), steps: z.array(StepSchema) })).optional(),
  /** Rows as they are now; those that were asked for and are not among them are gone. */
  pieces: z.object({ asked: RowsSchema, rows: z.array(PieceRowSchema) }).optional(),
  log: z.object({ asked: RowsSchema, rows: z.array(LogEntrySchema) }).optional(),
  summary: JobSummarySchema.nullable().optional(),
});
export type JobChanges = z.infer<typeof JobChangesSchema>;

/** What was touched, as it is now. */
export const ChangesSchema = z
  .object({
    jobs: z.array(JobChangesSchema),
    shop: ShopContextSchema.omit({ id: true, products: true }).partial(),
    products: ShopContextSchema.shape.products,
    mixes: z.array(MixRecordSchema),
  })
  .meta({ id: 'Changes' });
export type Changes = z.infer<typeof ChangesSchema>;
