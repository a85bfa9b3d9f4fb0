import { z } from 'zod';
import { APPLICATORS, ThinningSchema } from '../catalogue/sheet.ts';
import type { Verdict } from '../pieces/model.ts';

/** What is done in a step. */
export const OPERATIONS = [
  'remove',
  'mask',
  'clean',
  'degloss',
  'key',
  'ease',
  'repair',
  'caulk',
  'fill',
  'sand',
  'dust',
  'hang',
  'coat',
  'inspect',
  'pack',
  'refit',
] as const;
export type Operation = (typeof OPERATIONS)[number];

/** The clock of an earlier film that a step has to wait for. */
export const CLOCK_KINDS = ['none', 'sand', 'recoat', 'handle', 'pack', 'refit'] as const;
export type ClockKind = (typeof CLOCK_KINDS)[number];

/** What a finished step leaves behind on the surface. */
export const SURFACES = ['bare', 'clean', 'keyed', 'filled', 'primed', 'colour'] as const;
export type Surface = (typeof SURFACES)[number];

/** Which pieces of a zone a step concerns, by what the survey decided for them. */
export const STOCKS = ['any', 'old', 'new', 'repaired'] as const;
export type Stock = (typeof STOCKS)[number];

/** Labour yardstick of a step, in minutes. */
export const LabourSchema = z.object({
  setupMin: z.number().min(0),
  perPieceMin: z.number().min(0),
  perM2Min: z.number().min(0),
  /** Per metre of panel outline, on every finished side. */
  perProfileMMin: z.number().min(0),
  cleanupMin: z.number().min(0),
});
export type Labour = z.infer<typeof LabourSchema>;

/** One step of a zone's sequence. */
export const StepSchema = z.object({
  id: z.uuid(),
  zoneId: z.uuid(),
  position: z.int().min(0),
  /** Name that stays the same when the zone is unfolded again, e.g. `prime-2`. */
  key: z.string().min(1).max(60),
  name: z.string().trim().min(1, 'Name the step.').max(80, 'Keep the name to 80 characters.'),
  operation: z.enum(OPERATIONS),
  productKey: z.string().nullable(),
  /** FEPA P-grade. */
  grit: z
    .int({ error: 'A grit is a whole number.' })
    .min(24, 'Grits start at P24.')
    .max(5000, 'Grits end at P5000.')
    .nullable(),
  applicator: z.enum(APPLICATORS).nullable(),
  wftUm: z
    .number({ error: 'Enter the wet film in µm.' })
    .min(5, 'A wet film starts at 5 µm.')
    .max(1000, 'A wet film ends at 1000 µm.')
    .nullable(),
  thinning: ThinningSchema.nullable(),
  /** Which pieces of the zone take part. */
  reach: z.enum(['all', 'hung']),
  /** Whether it concerns pieces with an old finish, raw replacements, or those with repairs. */
  stock: z.enum(STOCKS).default('any'),
  isEdgesOnly: z.boolean(),
  waitFor: z.enum(CLOCK_KINDS),
  /** `rest`: where the load dries, so that a wet load is not carried about. */
  place: z.enum(['bench', 'booth', 'rest', 'room']),
  leaves: z.enum(SURFACES).nullable(),
  labour: LabourSchema,
  why: z.string(),
  cautions: z.array(z.string()),
  note: z.string().max(500, 'Keep the note to 500 characters.').default(''),
});
export type Step = z.infer<typeof StepSchema>;

/** A step before it has been given to a zone. */
export const StepDraftSchema = StepSchema.omit({ id: true, zoneId: true, position: true });
export type StepDraft = z.infer<typeof StepDraftSchema>;

/** Whether a piece with this verdict goes through a step. How it lies is a question of the load. */
export function concerns(step: Pick<Step, 'stock'>, piece: { verdict: Verdict }): boolean {
  switch (step.stock) {
    case 'any':
      return true;
    case 'old':
      return piece.verdict !== 'replace';
    case 'new':
      return piece.verdict === 'replace';
    case 'repaired':
      return piece.verdict === 'repair';
  }
}
