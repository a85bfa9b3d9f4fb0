import { z } from 'zod';
import { countField, dateField } from '../fields/index.ts';

export const SOUNDNESS = ['sound', 'local faults', 'failing'] as const;
export const EXISTING_FINISHES = [
  'raw',
  'clear lacquer',
  'oil or wax',
  'stain and clear',
  'solvent paint',
  'water paint',
] as const;
export type ExistingFinish = (typeof EXISTING_FINISHES)[number];
export const GLOSSES = ['matt', 'satin', 'glossy'] as const;
/** What softens the old film in a wipe test. */
export const WIPE_RESULTS = ['alcohol', 'lacquer thinner', 'neither'] as const;
export const BLEEDS = ['none', 'tannin', 'dye', 'knots'] as const;
export const CLEARANCES = ['none', 'suspected', 'cleared'] as const;
export const LEAD_TESTS = ['not done', 'negative', 'positive', 'cleared'] as const;
export const SOILS = ['light', 'kitchen', 'heavy'] as const;
export const ROOMS = [
  'kitchen',
  'bath',
  'laundry',
  'workshop',
  'clinic',
  'boat',
  'shop',
  'living room',
] as const;
export const PULLS = ['handles', 'bare hands'] as const;
export const LOOKS = ['dead flat', 'hand texture', 'grain showing', 'soft matt', 'clear wood'] as const;
export type Look = (typeof LOOKS)[number];
export const SHEENS = ['matt', 'satin', 'semi-gloss', 'gloss'] as const;
export const REPLACEMENT_STOCKS = ['MDF', 'wood'] as const;

/** What was shown to the client as the agreed look, and their yes. */
export const AgreedSampleSchema = z.object({
  shownOn: z.string().trim().max(120),
  buildUp: z.string().trim().max(300),
  agreedBy: z.string().trim().max(80),
  agreedOn: dateField().nullable(),
});

/**
 * What a survey found out about a zone. A question that nobody answered is absent: unknown, never assumed. Substrate and
 * colours are kept with the zone itself.
 */
const Answers = z.object({
  soundness: z.enum(SOUNDNESS),
  bleed: z.enum(BLEEDS),
  /** Paper foil, or veneer too thin for a machine. */
  isThinFace: z.boolean(),
  /** Plastic foil that lifts from its board. */
  foilPeels: z.boolean(),
  existing: z.enum(EXISTING_FINISHES),
  gloss: z.enum(GLOSSES),
  /** Cross-cut grade: 0 nothing comes off, 5 most of it (ISO 2409). */
  adhesionGrade: z.int().min(0).max(5),
  flaking: z.boolean(),
  wipe: z.enum(WIPE_RESULTS),
  waxOrSilicone: z.enum(CLEARANCES),
  /** Fitted before the country banned lead in paint. */
  beforeLeadBan: z.boolean(),
  leadTest: z.enum(LEAD_TESTS),
  asbestos: z.enum(CLEARANCES),
  soil: z.enum(SOILS),
  nicotine: z.boolean(),
  tapeGlue: z.boolean(),
  room: z.enum(ROOMS),
  pulls: z.enum(PULLS),
  canLeave: z.boolean(),
  /** Someone with asthma, an infant or a pet lives there. */
  vulnerable: z.boolean(),
  roomOutDays: countField('days', 0, 365),
  hingesRenewed: z.boolean(),
  boxInsides: z.boolean(),
  look: z.enum(LOOKS),
  sheen: z.enum(SHEENS),
  sample: AgreedSampleSchema,
  /** What replaced pieces are made of. */
  replacementStock: z.enum(REPLACEMENT_STOCKS),
  /** The day from which new pieces, replacements or raw stock, are here to be worked on. */
  replacementsOn: dateField(),
});
export const SurveyAnswersSchema = Answers.partial();
export type SurveyAnswers = z.infer<typeof SurveyAnswersSchema>;

type Nullable = {
  [K in keyof typeof Answers.shape]: z.ZodNullable<(typeof Answers.shape)[K]>;
};

/** A change of answers; null takes an answer back to unknown. */
export const SurveyPatchSchema = z
  .object(
    Object.fromEntries(
      Object.entries(Answers.shape).map(([key, schema]) => [key, schema.nullable()]),
    ) as unknown as Nullable,
  )
  .partial();
export type SurveyPatch = z.infer<typeof SurveyPatchSchema>;

/** Answers after a change. */
export function withAnswers(answers: SurveyAnswers, patch: SurveyPatch): SurveyAnswers {
  const merged = Object.entries({ ...answers, ...patch }).filter(
    ([, value]) => value !== null && value !== undefined,
  );
  return SurveyAnswersSchema.parse(Object.fromEntries(merged));
}
