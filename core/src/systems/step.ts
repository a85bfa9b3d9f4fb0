import { z } from 'zod';
import { APPLICATORS, ThinningSchema } from '../catalogue/sheet.ts';
import {
  countField,
  numberField,
  quantityField,
  sayableField,
  spanField,
  textField,
} from '../fields/index.ts';
import type { CoatSide } from '../pieces/area.ts';
import type { Piece } from '../pieces/model.ts';
import { PIECE_WAYS, staysBuiltIn } from '../pieces/ways.ts';
import { ApplicationSchema, CONDITIONER_MAX_PCT } from './application.ts';
import { does, OPERATIONS } from './operations.ts';

/** The clock of an earlier film that a step has to wait for. */
export const CLOCK_KINDS = ['none', 'touch', 'sand', 'recoat', 'handle', 'pack', 'refit'] as const;
export type ClockKind = (typeof CLOCK_KINDS)[number];

/** What a finished step leaves behind on the surface. */
export const SURFACES = ['bare', 'clean', 'keyed', 'filled', 'primed', 'colour'] as const;
export type Surface = (typeof SURFACES)[number];

/** Which pieces of a zone a step concerns, by what the survey decided for them. */
export const APPLIES_TO = ['any', 'old', 'new', 'repaired'] as const;
export type AppliesTo = (typeof APPLIES_TO)[number];

/** Faces that a film may be limited to. */
export const FACES = ['both', 'front', 'back'] as const;

/** Where a tag may sit on a piece. */
export const TAG_PLACES = ['hinge bore', 'hidden edge', 'back', 'loose on a string'] as const;

/** Labour yardstick of a step, in minutes. */
export const LabourSchema = z.object({
  setupMin: z.number().min(0),
  perPieceMin: z.number().min(0),
  /** Of a drawer front, where it takes longer or shorter than any other piece. */
  perDrawerMin: z.number().min(0).optional(),
  perM2Min: z.number().min(0),
  /** Per metre of panel outline, on every finished side. */
  perProfileMMin: z.number().min(0),
  /** Seconds for a face, and for a finished edge, where a shop counts those; nothing where they are left out. */
  perFaceSec: z.number().min(0).optional(),
  perEdgeSec: z.number().min(0).optional(),
  cleanupMin: z.number().min(0),
});
export type Labour = z.infer<typeof LabourSchema>;

/** One step of a zone's sequence. */
export const StepSchema = z.object({
  id: z.uuid(),
  zoneId: z.uuid(),
  position: z.int().min(0),
  /** Name that stays the same when the zone is generated again, e.g. `prime-2`. */
  key: z.string().min(1).max(60),
  name: sayableField('step-name', 80),
  operation: z.enum(OPERATIONS),
  productKey: z.string().nullable(),
  /** FEPA P-grade. */
  grit: countField('grit', 24, 5000).nullable(),
  applicator: z.enum(APPLICATORS).nullable(),
  wftUm: quantityField('wet-film', 'film', 5, 1000).nullable(),
  thinning: ThinningSchema.nullable(),
  /** Which pieces of the zone take part. */
  loadFilter: z.enum(['all', 'hung']),
  /** Whether it concerns pieces with an old finish, raw replacements, or those with repairs. */
  appliesTo: z.enum(APPLIES_TO).default('any'),
  /** Only pieces that are worked in these ways; empty: in whichever it makes sense. */
  ways: z.array(z.enum(PIECE_WAYS)).max(6).default([]),
  isEdgesOnly: z.boolean(),
  /** Which faces a film goes on. */
  faces: z.enum(FACES).default('both'),
  /** Only these pieces of the zone, for what a few of them need and the others do not; empty: all that fit. */
  pieceIds: z.array(z.uuid()).max(500).default([]),
  /** Those pieces leave their load for it and go on by themselves, so that the others need not wait. */
  goesAlone: z.boolean().default(false),
  waitFor: z.enum(CLOCK_KINDS),
  /** `rest`: where the load dries, so that a wet load is not carried about. */
  place: z.enum(['bench', 'booth', 'rest', 'room']),
  resultingSurface: z.enum(SURFACES).nullable(),
  labour: LabourSchema,
  why: z.string(),
  cautions: z.array(z.string()),
  note: textField('note', 500).default(''),
  /** Cleaner, abrasive, filler, caulk or tape it is done with, by its key in the stores. */
  supplyKey: z.string().max(60).nullable().default(null),
  /** Rest after it, in minutes: what has to dry besides a film, or a longer rest than a film's own clocks. */
  dryingMin: spanField('rest', 30).default(0),
  /** Whether a cleaner's residue is rinsed or wiped off with clean water. */
  isRinsed: z.boolean().default(true),
  /** Mixed in so many mixes, one after the other. */
  mixCount: countField('mix-count', 1, 20).default(1),
  /** Light passes of a coat back to back, which make its wet film together; or passes with the abrasive. */
  passes: countField('passes', 1, 6).default(1),
  /** Flash-off between two light passes of a coat, in minutes. */
  flashMin: spanField('flash-off', 1).default(0),
  /** What thins it; empty: what its sheet names. */
  thinnerName: z.string().trim().max(80).default(''),
  /** How far a primer is tinted from its own colour towards the zone's, in %. */
  tintPct: numberField('tint', 0, 100, ' %').default(0),
  /** Conditioner or retarder in it, in % on the paint. */
  conditionerPct: numberField('conditioner', 0, CONDITIONER_MAX_PCT, ' %').default(0),
  /** The moves that it is done in, one after the other and while it is wet; empty: in one go, as the step says. */
  applications: z.array(ApplicationSchema).max(6).default([]),
  /** Share of the paint in % that is lost on top of the applicator's usual loss. */
  extraLossPct: z.number().min(0).max(80).default(0),
  /** Round of a loop that goes on until somebody is content: which loop, which round, and how many at most. */
  repeat: z
    .object({ group: z.string().min(1).max(30), number: z.int().min(1).max(9), max: z.int().min(1).max(9) })
    .nullable()
    .default(null),
  /** Where a piece gets its tag. */
  tagAt: z.enum(TAG_PLACES).nullable().default(null),
});
export type Step = z.infer<typeof StepSchema>;

/** A step before it has been given to a zone. */
export const StepDraftSchema = StepSchema.omit({ id: true, zoneId: true, position: true });
export type StepDraft = z.infer<typeof StepDraftSchema>;

/** A step without what ties it to its zone. */
export function draftOf({ id: _id, zoneId: _zone, position: _position, ...draft }: Step): StepDraft {
  return draft;
}

/** What of a step and of a piece decides whether the one concerns the other. */
type Concern = Pick<Step, 'appliesTo' | 'pieceIds' | 'faces' | 'ways' | 'operation' | 'place'>;
type Concerned = Pick<Piece, 'id' | 'kind' | 'way' | 'treatment' | 'finishFront' | 'finishBack'>;

/** Whether a step makes sense for how a piece is worked: nothing is taken down or packed that stays, or that never hung anywhere. */
function suitsWay({ ways, operation, place }: Concern, piece: Concerned): boolean {
  const worked = staysBuiltIn(piece) ? 'fixed' : piece.way;
  if (ways.length > 0) return ways.includes(worked);
  const stays = worked === 'fixed' || worked === 'hinges';
  const isOfRoom = place === 'room' && (does(operation, 'takesDown') || does(operation, 'mountsAgain'));
  if (isOfRoom && (stays || worked === 'assembly')) return false;
  if (does(operation, 'hangs') && stays) return false;
  return !(does(operation, 'packs') && (stays || worked === 'place' || worked === 'assembly'));
}

/**
 * Whether a piece goes through a step: by its treatment, its faces, how it is worked, and where a step names its pieces. How it
 * lies is a question of the load.
 */
export function stepAppliesTo(step: Concern, piece: Concerned): boolean {
  if (!suitsWay(step, piece)) return false;
  if (step.pieceIds.length > 0 && !step.pieceIds.includes(piece.id)) return false;
  if (step.faces === 'back' && !piece.finishBack) return false;
  if (step.faces === 'front' && !piece.finishFront) return false;
  switch (step.appliesTo) {
    case 'any':
      return true;
    case 'old':
      return piece.treatment !== 'replace';
    case 'new':
      return piece.treatment === 'replace';
    case 'repaired':
      return piece.treatment === 'repair';
  }
}

/**
 * The clock of what lies under a step that it waits for: its own, and for work on a dry surface at least "dry to sand",
 * so that a wash or a filler before it has had its rest.
 */
export function waitOf({ waitFor, operation }: Pick<Step, 'waitFor' | 'operation'>): Step['waitFor'] {
  return waitFor === 'none' && does(operation, 'needsDryGround') ? 'sand' : waitFor;
}

/** Whether a step lays a film of a product on more than edges and spots. */
export function isWholeFilm(step: Pick<Step, 'operation' | 'isEdgesOnly' | 'productKey'>): boolean {
  return does(step, 'laysFilm') && !step.isEdgesOnly && step.productKey !== null;
}

/** The part of a piece that a step lays its film on or works at. */
export function sideOf(step: Pick<Step, 'isEdgesOnly' | 'faces'>): CoatSide {
  if (step.isEdgesOnly) return 'edges';
  return step.faces === 'both' ? 'all' : step.faces;
}
