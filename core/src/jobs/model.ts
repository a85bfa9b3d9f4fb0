import { z } from 'zod';
import { SurveyAnswersSchema } from '../answers/answers.ts';
import { SUBSTRATES } from '../catalogue/substrates.ts';
import { dateField, nameField, textField } from '../fields/index.ts';
import { PricingSchema } from '../rates/index.ts';
import { said, saidDate } from '../said/index.ts';
import { CustomSystemRefSchema } from '../systems/customSystem.ts';
import { MethodChoicesSchema } from '../systems/methods.ts';
import { ZoneOptionsSchema } from '../systems/options.ts';
import { SYSTEM_IDS } from '../systems/traits.ts';
import { RoomSchema } from './room.ts';

export const HexColour = z
  .string()
  .regex(/^#[0-9a-fA-F]{6}$/, said('job.write-a-colour-as-7fb5a3'))
  .toLowerCase();

export { SUBSTRATES, type Substrate } from '../catalogue/substrates.ts';

/** Where the loose pieces are worked on. */
export const PLACES = ['shop', 'client'] as const;

const jobFields = {
  code: z
    .string()
    .trim()
    .regex(/^[A-Za-z0-9-]{1,12}$/, said('job.a-job-code-is-1-to')),
  name: nameField('job-name', 120),
  client: textField('client', 120),
  addressNote: textField('address-note', 500),
  startOn: dateField(),
  neededBy: dateField().nullable(),
  place: z.enum(PLACES),
  /** Only that it left the floor; how it stands in full is worked out from what happened to it. */
  status: z.enum(['open', 'handed-over', 'closed']),
};

const neededAfterStart = (job: { startOn: string; neededBy: string | null }) =>
  job.neededBy === null || job.neededBy >= job.startOn;
const neededAfterStartProblem = { path: ['neededBy'], message: said('job.needed-by-lies-before-the-start') };

/** The fields of a job that people type. Dates are shop-local. */
export const JobSpecSchema = z.object(jobFields).refine(neededAfterStart, neededAfterStartProblem);
export type JobSpec = z.infer<typeof JobSpecSchema>;

export const JobSchema = z.object({
  id: z.uuid(),
  ...jobFields,
  /** What this job does otherwise than the shop. */
  methods: MethodChoicesSchema,
  /** The client's room; null where nobody said anything of it. */
  room: RoomSchema.nullable().default(null),
  /** How it is priced; null where that is what the shop does. */
  pricing: PricingSchema.nullable().default(null),
});
export type Job = z.infer<typeof JobSchema>;

const zoneFields = {
  name: nameField('zone-name', 80),
  oldColour: HexColour,
  newColour: HexColour,
  /** Null while nobody knows. */
  substrate: z.enum(SUBSTRATES).nullable(),
  survey: SurveyAnswersSchema.default({}),
  /** Null until a system is chosen. */
  systemId: z.enum(SYSTEM_IDS).nullable(),
  options: ZoneOptionsSchema.nullable(),
  /** Why this system was chosen, in the words of whoever chose it. */
  choiceReason: textField('reason', 500).default(''),
  /** The version of a system of the shop's own that it is generated from; null for a shipped one. */
  customSystem: CustomSystemRefSchema.nullable().default(null),
  /** Another zone of the job whose set-ups and mixes it joins where the steps are alike. */
  sharesWith: z.uuid().nullable().default(null),
};

/** The fields of a zone that people choose. */
export const ZoneSpecSchema = z.object(zoneFields);
export type ZoneSpec = z.infer<typeof ZoneSpecSchema>;

export const ZoneSchema = z.object({
  id: z.uuid(),
  position: z.int().min(0),
  ...zoneFields,
  /** Somebody changed the steps by hand since the system was generated. */
  isEdited: z.boolean().default(false),
});
export type Zone = z.infer<typeof ZoneSchema>;

/** A remark on a job that does not block it: a date in the past, a weekend. Null when there is nothing to say. */
export function neededByRemark(neededBy: string | null, today: string): string | null {
  if (neededBy !== null && neededBy < today) {
    return said('job.needed-by-is-already-past-no', { neededBy: saidDate(neededBy) });
  }
  return null;
}
