import { z } from 'zod';
import {
  ProductSchema,
  ProductSheetSchema,
  ShopLayerSchema,
  SupplyEntrySchema,
} from '../../catalogue/index.ts';
import { AirHourSchema, ClimateReadingSchema, ClimateSchema } from '../../drying/index.ts';
import { OpeningSchema, WallSchema } from '../../elevation/index.ts';
import { JobEventSchema } from '../../handover/index.ts';
import { CAUSES, DEFECTS, FindingSchema } from '../../inspection/index.ts';
import {
  DecisionSchema,
  HexColour,
  JobSchema,
  LogEntrySchema,
  PhotoSchema,
  SUBSTRATES,
  ZoneSchema,
  ZoneSpecSchema,
} from '../../jobs/index.ts';
import { BenchItemSchema } from '../../mixing/index.ts';
import { RoleSchema } from '../../people/index.ts';
import { PieceSchema } from '../../pieces/index.ts';
import { PlanSnapshotSchema } from '../../planning/keep/snapshot.ts';
import { CrewMemberSchema, ShopSettingsSchema } from '../../shop/index.ts';
import { SurveyPatchSchema } from '../../survey/index.ts';
import { CustomSystemVersionSchema, StepSchema } from '../../systems/index.ts';
import { UnitPrefsSchema } from '../../units/index.ts';

const Versioned = { version: z.int().min(1) };

/** A row as the server keeps it: with the version that an update must name. */
export const JobRowSchema = JobSchema.extend(Versioned);
export type JobRow = z.infer<typeof JobRowSchema>;
export const ZoneRowSchema = ZoneSchema.extend(Versioned);
export type ZoneRow = z.infer<typeof ZoneRowSchema>;
export const PieceRowSchema = z.intersection(PieceSchema, z.object(Versioned));
export type PieceRow = z.infer<typeof PieceRowSchema>;
export const WallRowSchema = WallSchema.extend(Versioned);
export type WallRow = z.infer<typeof WallRowSchema>;
export const OpeningRowSchema = OpeningSchema.extend(Versioned);
export type OpeningRow = z.infer<typeof OpeningRowSchema>;
export const ProductRowSchema = ProductSchema.extend({
  ...Versioned,
  /** In the tins, in mL; null where nobody has counted. */
  stockMl: z.number().min(0).nullable(),
  /** How much of it is mixed to which colour, in mL; the rest is of a colour that nobody wrote down. */
  coloursMl: z.record(z.string(), z.number().min(0)).default({}),
  /** Thinner per unit of paint that the tins hold already. */
  tinFraction: z.number().min(0),
});
export type ProductRow = z.infer<typeof ProductRowSchema>;
export const SupplyRowSchema = SupplyEntrySchema.extend(Versioned);
export type SupplyRow = z.infer<typeof SupplyRowSchema>;
/** A cup, gun or kept tool of the bench. */
export const BenchItemRowSchema = z.object({
  id: z.uuid(),
  item: BenchItemSchema,
  /** Gear: hours that the log adds to what was typed. */
  loggedHours: z.number().default(0),
  ...Versioned,
});
export type BenchItemRow = z.infer<typeof BenchItemRowSchema>;
/** An answer to what may lie over what, with who gave it and when. */
export const LayerRowSchema = ShopLayerSchema.extend({ memberName: z.string(), at: z.iso.datetime() });
export type LayerRow = z.infer<typeof LayerRowSchema>;

/** Everything about one job, in one answer. */
export const JobDetailSchema = z.object({
  job: JobRowSchema,
  zones: z.array(ZoneRowSchema),
  steps: z.array(StepSchema),
  pieces: z.array(PieceRowSchema),
  log: z.array(LogEntrySchema),
  plan: PlanSnapshotSchema.nullable(),
  walls: z.array(WallRowSchema),
  openings: z.array(OpeningRowSchema),
  photos: z.array(PhotoSchema),
  decisions: z.array(DecisionSchema),
  findings: z.array(FindingSchema),
  /** What happened to it besides its work: handover, follow-ups, call-backs, readings; in the order in which it was kept. */
  events: z.array(JobEventSchema),
});
export type JobDetail = z.infer<typeof JobDetailSchema>;

/** The shop as every screen needs it. */
export const ShopContextSchema = z.object({
  id: z.uuid(),
  name: z.string(),
  timeZone: z.string(),
  settings: ShopSettingsSchema,
  version: z.int(),
  crew: z.array(CrewMemberSchema),
  products: z.array(ProductRowSchema),
  supplies: z.array(SupplyRowSchema),
  /** Cups of its own, guns, and tools kept wet that are still of use or went lately. */
  benchItems: z.array(BenchItemRowSchema),
  /** What the shop knows better than the layer table, oldest first. */
  layers: z.array(LayerRowSchema),
  /** Latest version of each system of the shop's own. */
  systems: z.array(CustomSystemVersionSchema),
  /** Last reading, or null when no sensor has spoken yet. */
  reading: ClimateReadingSchema.nullable(),
  /** What planning expects of the air: the mean of the next 24 hours. */
  planningClimate: ClimateSchema,
  /**
   * Air of its other places, by their ids: the last reading, what planning expects, and outdoors what has been and is expected
   * by full hours; those with the shop’s air are left out.
   */
  placeAirs: z.record(
    z.string(),
    z.object({
      reading: ClimateReadingSchema.nullable(),
      planning: ClimateSchema,
      past: z.array(AirHourSchema),
      forecast: z.array(AirHourSchema),
    }),
  ),
});
export type ShopContext = z.infer<typeof ShopContextSchema>;

/** What of the shop has a version of its own: name, time zone, settings. */
export const ShopHeadSchema = ShopContextSchema.pick({
  id: true,
  name: true,
  timeZone: true,
  settings: true,
  version: true,
});

/** A coat that a mix was laid on with. */
export const MixCoatSchema = z.object({
  jobId: z.uuid(),
  jobCode: z.string(),
  stepName: z.string(),
  side: z.string(),
  pieces: z.int(),
  doneAt: z.iso.datetime(),
  memberName: z.string(),
});
export type MixCoat = z.infer<typeof MixCoatSchema>;

/** What became of one job when all were planned one after the other. */
export const PlannedJobSchema = z.object({
  jobId: z.uuid(),
  code: z.string(),
  before: z.int().nullable(),
  completion: z.int().nullable(),
  isLate: z.boolean(),
  /** Why it has no plan; null where it has one. */
  message: z.string().nullable(),
});
export type PlannedJob = z.infer<typeof PlannedJobSchema>;

/** Who is signed in, and the server's clock. */
export const SessionSchema = z.object({
  member: z
    .object({
      id: z.uuid(),
      name: z.string(),
      role: RoleSchema,
      /** Whether owner calls are taken without the password being given again. */
      isConfirmed: z.boolean(),
      /** What this member thinks in; null where that is what the shop does. */
      units: UnitPrefsSchema.nullable(),
    })
    .nullable(),
  /** The shop's tablet that this browser is enrolled as, with those who can sign in on it; null for any other browser. */
  tablet: z
    .object({
      name: z.string(),
      shopName: z.string(),
      members: z.array(
        z.object({ id: z.uuid(), name: z.string(), pinDigits: z.int().nullable(), hasBadge: z.boolean() }),
      ),
    })
    .nullable(),
  /** This installation has no shop yet: it waits for its first run. */
  needsSetup: z.boolean(),
  csrfToken: z.string().nullable(),
  /** Members that a demo lets in without a password; empty outside the demo. */
  demoMembers: z.array(z.object({ id: z.uuid(), name: z.string() })),
  isDemo: z.boolean(),
  now: z.iso.datetime(),
  /** Where in the stream of changes this answer was given: whoever reads afterwards misses nothing that follows it. */
  changesUpTo: z.string(),
});
export type Session = z.infer<typeof SessionSchema>;

/** A line of the job list. */
export const JobSummarySchema = z.object({
  job: JobRowSchema,
  zones: z.int(),
  zonesWithoutSystem: z.int(),
  pieces: z.int(),
  /** Hand-over of the latest plan, in minutes since 1970; null without a plan. */
  completion: z.int().nullable(),
  entries: z.int(),
  /** Handovers, follow-ups, call-backs and their ends, without the lines of signatures. */
  events: z.array(JobEventSchema),
});
export type JobSummary = z.infer<typeof JobSummarySchema>;

/** The body of every refusal. */
export const ErrorBodySchema = z.object({
  error: z.object({
    code: z.string(),
    message: z.string(),
    /** Messages by the path of the field they belong to. */
    fields: z.record(z.string(), z.string()).optional(),
    /** The same by code, with quantities that are yet to be put into units; where nothing needs it, it is left out. */
    said: z.object({ message: z.string(), fields: z.record(z.string(), z.string()).optional() }).optional(),
    /** The row as it is now, where someone else changed it first. */
    current: z.unknown().optional(),
  }),
});
export type ErrorBody = z.infer<typeof ErrorBodySchema>;

/** What a new zone needs; the rest has defaults. */
export const NewZoneSchema = z.object({ id: z.uuid(), ...ZoneSpecSchema.shape });
export const NewProductSchema = z.object({
  id: z.uuid(),
  key: ProductSchema.shape.key,
  sheet: ProductSheetSchema,
});

/** A change of what the survey knows of a zone: answers, or the substrate and colours kept with the zone. */
export const SurveyChangeSchema = z.object({
  answers: SurveyPatchSchema.optional(),
  substrate: z.enum(SUBSTRATES).nullable().optional(),
  oldColour: HexColour.optional(),
  newColour: HexColour.optional(),
});
export type SurveyChange = z.infer<typeof SurveyChangeSchema>;

/** What coats are looked for by: a mix, a batch on the tin, or a product on a day of the shop. */
export const TraceRequestSchema = z.discriminatedUnion('by', [
  z.object({ by: z.literal('mix'), mixId: z.uuid() }),
  z.object({ by: z.literal('batch'), productKey: z.string().min(1), batch: z.string().trim().min(1) }),
  z.object({ by: z.literal('day'), productKey: z.string().min(1), day: z.iso.date() }),
]);
export type TraceRequest = z.infer<typeof TraceRequestSchema>;

/** A call-back of any job, with the cause that was confirmed for what was found. */
export const CallBackRowSchema = z.object({
  id: z.uuid(),
  jobId: z.uuid(),
  jobCode: z.string(),
  client: z.string(),
  at: z.iso.datetime(),
  words: z.string(),
  isEnded: z.boolean(),
  findings: z.array(
    z.object({ id: z.uuid(), tag: z.string(), defect: z.enum(DEFECTS), cause: z.enum(CAUSES).nullable() }),
  ),
});
export type CallBackRow = z.infer<typeof CallBackRowSchema>;

/** A coat of any job, as far as it matters to whoever traces a fault. */
export const TracedCoatSchema = z.object({
  entryId: z.uuid(),
  jobId: z.uuid(),
  jobCode: z.string(),
  client: z.string(),
  status: JobRowSchema.shape.status,
  stepName: z.string(),
  side: LogEntrySchema.shape.side,
  productKey: z.string(),
  mixId: z.string().nullable(),
  doneAt: z.iso.datetime(),
  memberName: z.string(),
  pieces: z.array(z.object({ id: z.uuid(), tag: z.string() })),
});
export type TracedCoat = z.infer<typeof TracedCoatSchema>;
