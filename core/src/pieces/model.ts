import { z } from 'zod';
import { countField, nameField, numberField, quantityField, textField } from '../fields/index.ts';
import type { FieldCode } from '../said/index.ts';
import { said } from '../said/index.ts';
import { measured } from '../units/index.ts';
import { PIECE_KINDS, type PieceKind } from './kinds.ts';
import { PIECE_WAYS } from './ways.ts';

// Longer than other files: a piece with every limit that its fields set each other.

/** How a piece is built; decides which measures count and how its areas are worked out. */
export const CONSTRUCTIONS = [
  'slab',
  'five-piece',
  'raised-panel',
  'beaded',
  'glazed',
  'open-frame',
  'moulding',
  'box',
] as const;
export type Construction = (typeof CONSTRUCTIONS)[number];

/** What the survey decided for a piece. */
export const VERDICTS = ['finish', 'repair', 'replace'] as const;
export type Treatment = (typeof VERDICTS)[number];

export const EDGES = ['top', 'right', 'bottom', 'left'] as const;
export type Edge = (typeof EDGES)[number];

export const HINGE_SIDES = ['none', 'left', 'right', 'top', 'bottom'] as const;
export type HingeSide = (typeof HINGE_SIDES)[number];

/** Smallest and largest sizes, in mm, that a real piece can have. */
export const SIZE_LIMITS_MM = {
  width: { min: 20, max: 3600 },
  height: { min: 20, max: 3600 },
  thickness: { min: 3, max: 120 },
} as const;
/** A moulding is measured along its run. */
const LONGEST_RUN_MM = 20_000;
const SMALLEST_MOULDING_MM = 1;

const lengthMm = (field: FieldCode, min: number, max: number) => quantityField(field, 'length', min, max);

const { thickness } = SIZE_LIMITS_MM;

/** Stiles and rails that are not given are as wide as the frame. */
const memberWidth = (what: FieldCode) => lengthMm(what, 10, 300).nullable().default(null);

/** A stick of a frame: so many, so wide, so long between its joints. */
export const FrameMemberSchema = z.object({
  count: countField('member-count', 1, 99),
  widthMm: lengthMm('member-width', 10, 400),
  lengthMm: lengthMm('member-length', 10, 6000),
});
export type FrameMember = z.infer<typeof FrameMemberSchema>;

const pieceFields = {
  tag: nameField('tag', 16),
  kind: z.enum(PIECE_KINDS),
  construction: z.enum(CONSTRUCTIONS),
  /** Width; of a moulding the length of the run. */
  widthMm: lengthMm('width', SMALLEST_MOULDING_MM, LONGEST_RUN_MM),
  /** Height; of a moulding the height of its face, for the drawing. */
  heightMm: lengthMm('height', SMALLEST_MOULDING_MM, LONGEST_RUN_MM),
  thicknessMm: lengthMm('thickness', thickness.min, thickness.max),
  /** Inner depth of a box. */
  depthMm: lengthMm('depth', 0, 2000).default(0),
  /** Width of the stiles, and of every rail that has no width of its own. */
  frameMm: lengthMm('frame', 10, 300),
  topRailMm: memberWidth('top-rail'),
  bottomRailMm: memberWidth('bottom-rail'),
  midRailMm: memberWidth('mid-rail'),
  midStileMm: memberWidth('mid-stile'),
  /** Depth of the recess on the front. */
  recessMm: lengthMm('recess', 0, 40),
  /** Depth of the recess on the back; null: as on the front. */
  recessBackMm: lengthMm('recess-back', 0, 40).nullable().default(null),
  /** How far the recess wall leans, seen from the front; 0: it stands square. */
  bevelMm: lengthMm('bevel', 0, 40).default(0),
  /** Raised panel: width of the sloping margin, and how far the field stands above it. */
  marginMm: lengthMm('margin', 0, 150).default(0),
  raiseMm: lengthMm('raise', 0, 30).default(0),
  /** Developed girth of a profile: a bead round the panels, a routed edge, a moulding. */
  girthMm: lengthMm('girth', 0, 600).default(0),
  /** Multiplies length × girth, for carved or undercut profiles. */
  profileFactor: numberField('profile-factor', 0.5, 3).default(1),
  /** Panels side by side and panels on top of one another. */
  panelsAcross: z.int().min(1).max(6),
  panelsDown: z.int().min(1).max(6),
  /** How many of the panels are glass, counted from the top left. */
  glazedPanels: z.int().min(0).max(36).default(0),
  /** Members of an irregular frame; empty: the frame is regular and worked out from its openings. */
  members: z.array(FrameMemberSchema).max(20, said('piece.list-twenty-kinds-of-member-at')).default([]),
  finishFront: z.boolean(),
  finishBack: z.boolean(),
  finishEdges: z.boolean(),
  /** Edges that stay unfinished although edges are finished. */
  bareEdges: z.array(z.enum(EDGES)).default([]),
  hingeSide: z.enum(HINGE_SIDES).default('none'),
  treatment: z.enum(VERDICTS).default('finish'),
  /** Opening of the elevation map that the piece belongs to. */
  openingId: z.uuid().nullable().default(null),
  /** Where and how it is worked; by its kind and by where the job is done where nobody chose. */
  way: z.enum(PIECE_WAYS).default('usual'),
  /** The shop's garage, tent or other place that it is worked in; null: in the first that there is, or the shop. */
  placeId: z.string().max(36).nullable().default(null),
  /** Part of the zone that is worked on its own, such as the island or the north run; empty: all of it at once. */
  area: textField('piece-area', 40).default(''),
  note: textField('note', 500),
};

/** A piece as the take-off records it, without the identity that the job gives it. */
const PieceFieldsSchema = z.object(pieceFields);
export type PieceSpec = z.infer<typeof PieceFieldsSchema>;
/** What of a piece decides its shape and areas. */
export type Geometry = Omit<
  PieceSpec,
  'tag' | 'note' | 'kind' | 'hingeSide' | 'treatment' | 'openingId' | 'way' | 'placeId' | 'area'
>;

/** Constructions that have a frame of stiles and rails around panels or openings. */
export function isFramed(construction: Construction): boolean {
  return construction !== 'slab' && construction !== 'moulding' && construction !== 'box';
}

/** Size of each panel of a framed piece in mm; all panels are alike. Not positive where the frame leaves no room. */
export function panelSizeMm(piece: Geometry): { widthMm: number; heightMm: number } {
  const { frameMm, panelsAcross, panelsDown } = piece;
  const stiles = 2 * frameMm + (panelsAcross - 1) * (piece.midStileMm ?? frameMm);
  const rails =
    (piece.topRailMm ?? frameMm) +
    (piece.bottomRailMm ?? frameMm) +
    (panelsDown - 1) * (piece.midRailMm ?? frameMm);
  return {
    widthMm: (piece.widthMm - stiles) / panelsAcross,
    heightMm: (piece.heightMm - rails) / panelsDown,
  };
}

type Problem = { path: string; message: string };

function sizeProblems(piece: Geometry): Problem[] {
  if (piece.construction === 'moulding') return [];
  const problems: Problem[] = [];
  for (const what of ['width', 'height'] as const) {
    const path = `${what}Mm` as const;
    const mm = piece[path];
    const { min, max } = SIZE_LIMITS_MM[what];
    const read = lengthMm(what, min, max).safeParse(mm);
    for (const { message } of read.error?.issues ?? []) problems.push({ path, message });
  }
  return problems;
}

function frameProblems(piece: Geometry): Problem[] {
  const problems: Problem[] = [];
  const panel = panelSizeMm(piece);
  const smaller = Math.min(panel.widthMm, panel.heightMm);
  if (smaller <= 0) {
    const message = said('piece.a-frame-leaves-no-room-for', {
      frameMm: measured('length', piece.frameMm),
      widthMm: measured('length', piece.widthMm, piece.heightMm),
    });
    return [{ path: 'frameMm', message }];
  }
  const deepest = Math.max(piece.recessMm, piece.recessBackMm ?? piece.recessMm);
  if (piece.construction !== 'open-frame' && deepest >= piece.thicknessMm) {
    const path = piece.recessMm >= piece.thicknessMm ? 'recessMm' : 'recessBackMm';
    problems.push({ path, message: said('piece.the-recess-is-as-deep-as') });
  }
  if (2 * piece.bevelMm >= smaller)
    problems.push({ path: 'bevelMm', message: said('piece.the-bevels-meet-in-the-middle') });
  else if (piece.construction === 'raised-panel' && 2 * (piece.bevelMm + piece.marginMm) >= smaller)
    problems.push({ path: 'marginMm', message: said('piece.the-margins-leave-no-field-on') });
  if (piece.glazedPanels > piece.panelsAcross * piece.panelsDown)
    problems.push({
      path: 'glazedPanels',
      message: said('piece.the-piece-has-only-panels-to', {
        panelsAcross: piece.panelsAcross * piece.panelsDown,
      }),
    });
  return problems;
}

/** Rules that tie several fields of a piece together; each problem names the field to change. */
export function crossCheckPiece(piece: Geometry): Problem[] {
  const problems = sizeProblems(piece);
  if (!piece.finishFront && !piece.finishBack && !piece.finishEdges) {
    problems.push({ path: 'finishFront', message: said('piece.choose-at-least-one-side-to') });
  }
  const isSized = problems.every(({ path }) => path === 'finishFront');
  if (isFramed(piece.construction) && isSized) problems.push(...frameProblems(piece));
  if (piece.construction === 'raised-panel' && piece.marginMm === 0)
    problems.push({ path: 'marginMm', message: said('piece.a-raised-panel-has-a-sloping') });
  if ((piece.construction === 'beaded' || piece.construction === 'moulding') && piece.girthMm === 0)
    problems.push({ path: 'girthMm', message: said('piece.enter-the-girth-the-profile-measured') });
  if (piece.construction === 'box' && piece.depthMm < 20)
    problems.push({ path: 'depthMm', message: said('piece.a-box-is-measured-inside-enter') });
  if (piece.construction === 'glazed' && piece.glazedPanels === 0)
    problems.push({ path: 'glazedPanels', message: said('piece.a-glazed-piece-has-at-least') });
  return problems;
}

function refuse(piece: Geometry, context: z.RefinementCtx): void {
  for (const { path, message } of crossCheckPiece(piece)) {
    context.addIssue({ code: 'custom', path: [path], message, input: piece });
  }
}

/** A piece as it is drawn, without where it belongs and how it is worked. */
export const PieceShapeSchema = PieceFieldsSchema.omit({
  tag: true,
  note: true,
  hingeSide: true,
  treatment: true,
  openingId: true,
  way: true,
  placeId: true,
  area: true,
});

export const PieceSpecSchema = PieceFieldsSchema.superRefine(refuse);

/** A piece of a job. `position` orders the take-off. */
export const PieceSchema = z
  .object({ id: z.uuid(), zoneId: z.uuid(), position: z.int().min(0), ...pieceFields })
  .superRefine(refuse);
export type Piece = z.infer<typeof PieceSchema>;

/** Starting values for a piece that is typed in from nothing. */
export const PIECE_DEFAULTS: Omit<PieceSpec, 'tag' | 'widthMm' | 'heightMm'> = {
  kind: 'door',
  construction: 'five-piece',
  thicknessMm: 20,
  depthMm: 0,
  frameMm: 60,
  topRailMm: null,
  bottomRailMm: null,
  midRailMm: null,
  midStileMm: null,
  recessMm: 8,
  recessBackMm: null,
  bevelMm: 0,
  marginMm: 0,
  raiseMm: 0,
  girthMm: 0,
  profileFactor: 1,
  panelsAcross: 1,
  panelsDown: 1,
  glazedPanels: 0,
  members: [],
  finishFront: true,
  finishBack: true,
  finishEdges: true,
  bareEdges: [],
  hingeSide: 'none',
  treatment: 'finish',
  openingId: null,
  way: 'usual',
  placeId: null,
  area: '',
  note: '',
};

/** What a construction needs besides the defaults, so that choosing it gives a valid piece to go on from. */
export function constructionDefaults(construction: Construction): Partial<PieceSpec> {
  switch (construction) {
    case 'raised-panel':
      return { marginMm: 35, raiseMm: 6 };
    case 'beaded':
      return { girthMm: 14 };
    case 'glazed':
      return { glazedPanels: 1 };
    case 'moulding':
      return { girthMm: 90, finishBack: false, finishEdges: false };
    case 'box':
      return { depthMm: 560, finishFront: true, finishBack: false, finishEdges: false };
    case 'open-frame':
      return { finishBack: false };
    case 'slab':
    case 'five-piece':
      return {};
  }
}

/**
 * How a piece of a kind is built and finished unless somebody says otherwise: what stands fixed in a room shows one face, a
 * moulding is a run of profile, a box is coated inside.
 */
export function kindDefaults(kind: PieceKind): Partial<PieceSpec> {
  const build = (construction: Construction): Partial<PieceSpec> => ({
    construction,
    ...constructionDefaults(construction),
  });
  switch (kind) {
    case 'moulding':
    case 'cornice':
      return build('moulding');
    case 'box-interior':
      return build('box');
    case 'face-frame':
      return build('open-frame');
    case 'plinth':
      return { construction: 'slab', finishBack: false };
    case 'drawer-front':
      return { finishBack: false };
    case 'door':
    case 'end-panel':
    case 'shelf':
      return {};
  }
}

/** Words on screen for each construction. */
export const CONSTRUCTION_WORDS: Record<Construction, string> = {
  slab: 'slab',
  'five-piece': 'recessed panel',
  'raised-panel': 'raised panel',
  beaded: 'beaded panel',
  glazed: 'glazed',
  'open-frame': 'open frame',
  moulding: 'moulding run',
  box: 'box inside',
};
