import { METRIC, showQuantity, type UnitPrefs } from '../units/index.ts';
import { EDGES, type Geometry, isFramed, panelSizeMm } from './model.ts';

// Longer than other files: all areas of a piece come from one reckoning of its parts.

/** Finished areas of a piece in mm². A side that is not finished counts nothing. */
export interface PieceAreas {
  /** Flat surfaces seen from the front. */
  frontMm2: number;
  backMm2: number;
  /** Outer edges; for a frame of listed members all their long edges. */
  edgesMm2: number;
  /** Inner walls of all recesses and openings on the finished sides: what a gun pointed straight down misses. */
  recessWallsMm2: number;
  /** Sloping margins, beads, routed edges and mouldings. */
  profilesMm2: number;
  /** Inside of a box. */
  interiorMm2: number;
  totalMm2: number;
}

interface Parts extends Omit<PieceAreas, 'recessWallsMm2' | 'totalMm2'> {
  frontWallsMm2: number;
  backWallsMm2: number;
}

const NOTHING: Parts = {
  frontMm2: 0,
  backMm2: 0,
  edgesMm2: 0,
  frontWallsMm2: 0,
  backWallsMm2: 0,
  profilesMm2: 0,
  interiorMm2: 0,
};

/** Length in mm of the outer edges that are finished. */
function finishedEdgeMm(piece: Geometry): number {
  if (!piece.finishEdges) return 0;
  const length = { top: piece.widthMm, bottom: piece.widthMm, left: piece.heightMm, right: piece.heightMm };
  return EDGES.filter((edge) => !piece.bareEdges.includes(edge)).reduce((sum, edge) => sum + length[edge], 0);
}

/**
 * A sloping band of plan width `run` and height `rise` around the inside of a rectangle, mitred at the corners: its mean
 * perimeter is 2(w + h) − 4·run. `run` 0 is an upright wall.
 */
function band(widthMm: number, heightMm: number, run: number, rise: number) {
  const meanPerimeter = 2 * (widthMm + heightMm) - 4 * run;
  return { planMm2: meanPerimeter * run, surfaceMm2: meanPerimeter * Math.hypot(run, rise) };
}

function slab(piece: Geometry): Parts {
  const face = piece.widthMm * piece.heightMm;
  const edge = finishedEdgeMm(piece);
  const isRouted = piece.girthMm > 0;
  return {
    ...NOTHING,
    frontMm2: piece.finishFront ? face : 0,
    backMm2: piece.finishBack ? face : 0,
    edgesMm2: isRouted ? 0 : edge * piece.thicknessMm,
    profilesMm2: isRouted ? edge * piece.girthMm * piece.profileFactor : 0,
  };
}

function listedFrame(piece: Geometry): Parts {
  const face = piece.members.reduce(
    (sum, { count, widthMm, lengthMm }) => sum + count * widthMm * lengthMm,
    0,
  );
  const lengths = piece.members.reduce((sum, { count, lengthMm }) => sum + count * lengthMm, 0);
  return {
    ...NOTHING,
    frontMm2: piece.finishFront ? face : 0,
    backMm2: piece.finishBack ? face : 0,
    edgesMm2: piece.finishEdges ? 2 * lengths * piece.thicknessMm : 0,
  };
}

function framed(piece: Geometry): Parts {
  if (piece.construction === 'open-frame' && piece.members.length > 0) return listedFrame(piece);
  const count = piece.panelsAcross * piece.panelsDown;
  const { widthMm, heightMm } = panelSizeMm(piece);
  const edgesMm2 = finishedEdgeMm(piece) * piece.thicknessMm;
  const face = piece.widthMm * piece.heightMm;
  if (widthMm <= 0 || heightMm <= 0) return { ...slab({ ...piece, girthMm: 0 }), edgesMm2 };
  if (piece.construction === 'open-frame') {
    const wood = face - count * widthMm * heightMm;
    return {
      ...NOTHING,
      frontMm2: piece.finishFront ? wood : 0,
      backMm2: piece.finishBack ? wood : 0,
      edgesMm2,
      frontWallsMm2: piece.finishEdges ? count * 2 * (widthMm + heightMm) * piece.thicknessMm : 0,
    };
  }
  const side = (recessMm: number) => {
    const bevel = recessMm === 0 ? 0 : piece.bevelMm;
    const wall = band(widthMm, heightMm, bevel, recessMm);
    const floor = { widthMm: widthMm - 2 * bevel, heightMm: heightMm - 2 * bevel };
    const glass = piece.construction === 'glazed' ? piece.glazedPanels * floor.widthMm * floor.heightMm : 0;
    return { flat: face - count * wall.planMm2 - glass, walls: count * wall.surfaceMm2, floor };
  };
  const front = side(piece.recessMm);
  const back = side(piece.recessBackMm ?? piece.recessMm);
  const slope =
    piece.construction === 'raised-panel'
      ? band(front.floor.widthMm, front.floor.heightMm, piece.marginMm, piece.raiseMm)
      : { planMm2: 0, surfaceMm2: 0 };
  const bead =
    piece.construction === 'beaded' ? 2 * (widthMm + heightMm) * piece.girthMm * piece.profileFactor : 0;
  return {
    ...NOTHING,
    frontMm2: piece.finishFront ? front.flat - count * slope.planMm2 : 0,
    backMm2: piece.finishBack ? back.flat : 0,
    edgesMm2,
    frontWallsMm2: piece.finishFront ? front.walls : 0,
    backWallsMm2: piece.finishBack ? back.walls : 0,
    profilesMm2: piece.finishFront ? count * (slope.surfaceMm2 + bead) : 0,
  };
}

/** Pieces are never changed, only replaced: what one measures is worked out once. */
const measured = new WeakMap<Geometry, Parts>();

function partsOf(piece: Geometry): Parts {
  const known = measured.get(piece);
  if (known) return known;
  const parts = measure(piece);
  measured.set(piece, parts);
  return parts;
}

function measure(piece: Geometry): Parts {
  const { widthMm: w, heightMm: h, depthMm: d } = piece;
  if (isFramed(piece.construction)) return framed(piece);
  if (piece.construction === 'moulding')
    return { ...NOTHING, profilesMm2: w * (piece.girthMm || h) * piece.profileFactor };
  if (piece.construction === 'box') return { ...NOTHING, interiorMm2: w * h + 2 * w * d + 2 * h * d };
  return slab(piece);
}

/**
 * Areas to be finished, by the geometry of the construction. Faces are W·H less what slopes away or is glass; recess
 * walls Σ inner perimeter × depth; a leaning wall or a raised margin uses √(run² + rise²) along its mitred mean
 * perimeter; beads and routed edges length × girth × factor; a moulding length × girth; an open frame its members with
 * joints counted once; a box W·H + 2·W·D + 2·H·D.
 *
 * @returns mm²; all parts are ≥ 0 for a valid piece, and no face exceeds W·H.
 */
export function pieceAreas(piece: Geometry): PieceAreas {
  const { frontWallsMm2, backWallsMm2, ...parts } = partsOf(piece);
  const recessWallsMm2 = frontWallsMm2 + backWallsMm2;
  const totalMm2 =
    parts.frontMm2 + parts.backMm2 + parts.edgesMm2 + recessWallsMm2 + parts.profilesMm2 + parts.interiorMm2;
  return { ...parts, recessWallsMm2, totalMm2 };
}

/** Length in mm of panel outlines, beads or mouldings on one side: what profile work is paid by. */
export function profileLengthMm(piece: Geometry): number {
  if (isFramed(piece.construction)) {
    const { widthMm, heightMm } = panelSizeMm(piece);
    return Math.max(0, 2 * (widthMm + heightMm) * piece.panelsAcross * piece.panelsDown);
  }
  if (piece.construction === 'moulding') return piece.widthMm;
  return piece.girthMm > 0 ? finishedEdgeMm(piece) : 0;
}

/** What one task to a piece covers: everything, one face (the front takes the edges along), or only the edges. */
export type CoatSide = 'all' | 'front' | 'back' | 'edges';

/** Area in m² that a task to one side covers, including its recess walls. */
export function sideAreaM2(piece: Geometry, side: CoatSide): number {
  const parts = partsOf(piece);
  const back = parts.backMm2 + parts.backWallsMm2;
  const front = parts.frontMm2 + parts.frontWallsMm2 + parts.edgesMm2 + parts.profilesMm2 + parts.interiorMm2;
  switch (side) {
    case 'all':
      return (front + back) / 1e6;
    case 'edges':
      return (parts.edgesMm2 + (piece.construction === 'slab' ? parts.profilesMm2 : 0)) / 1e6;
    case 'back':
      return back / 1e6;
    case 'front':
      return front / 1e6;
  }
}

/** The parts that make a whole piece: its outer edges, walls and profiles, and what is flat. */
export const WHOLE_PARTS = ['edges', 'profiles', 'flats'] as const;
/** The parts of a piece that are worked in turn; the inner corners, which lie on the profiles, may take a tool of their own. */
export const WORK_PARTS = [...WHOLE_PARTS, 'corners'] as const;
export type WorkPart = (typeof WORK_PARTS)[number];

/** A roller stays so far away from the inner corners of a box, in mm. */
const ROLLER_STAYS_OFF_MM = 50;

/** The strips on both sides of the inner corners of a box: round its back, and along its depth. */
function boxSeamsMm2(piece: Geometry): number {
  if (piece.construction !== 'box') return 0;
  const { widthMm: w, heightMm: h, depthMm: d } = piece;
  const seams = (2 * (w + h) + 4 * d) * 2 * ROLLER_STAYS_OFF_MM;
  return Math.min(seams, partsOf(piece).interiorMm2);
}

/** Whether some parts are the whole piece. */
export function areWhole(parts: readonly WorkPart[]): boolean {
  return WHOLE_PARTS.every((part) => parts.includes(part));
}

/** Inner corners of the panels on the sides that are worked. */
export function innerCorners(piece: Geometry, side: CoatSide): number {
  if (piece.construction === 'box') return side === 'front' || side === 'all' ? 8 : 0;
  if (!isFramed(piece.construction) || side === 'edges') return 0;
  const sides = Number(side !== 'back' && piece.finishFront) + Number(side !== 'front' && piece.finishBack);
  return 4 * piece.panelsAcross * piece.panelsDown * sides;
}

/**
 * Area in m² of one part of a side; the parts add up to {@link sideAreaM2}. Walls of recesses, sloping margins, beads, routed
 * edges and mouldings are profiles; the inside of a box is flat, but for a strip along its inner corners that no roller reaches; where only edges are worked a routed one is an edge. Corners have no
 * area: they lie on the profiles.
 */
export function partAreaM2(piece: Geometry, side: CoatSide, part: WorkPart): number {
  const parts = partsOf(piece);
  if (side === 'edges') return part === 'edges' ? sideAreaM2(piece, 'edges') : 0;
  const isFront = side !== 'back';
  const isBack = side !== 'front';
  const seams = isFront ? boxSeamsMm2(piece) : 0;
  switch (part) {
    case 'edges':
      return isFront ? parts.edgesMm2 / 1e6 : 0;
    case 'profiles':
      return (
        ((isFront ? parts.frontWallsMm2 + parts.profilesMm2 + seams : 0) +
          (isBack ? parts.backWallsMm2 : 0)) /
        1e6
      );
    case 'flats':
      return (
        ((isFront ? parts.frontMm2 + parts.interiorMm2 - seams : 0) + (isBack ? parts.backMm2 : 0)) / 1e6
      );
    case 'corners':
      return 0;
  }
}

/** Area in m² of some parts of a side; all of it where they are left out. */
export function partsAreaM2(
  piece: Geometry,
  side: CoatSide,
  parts: readonly WorkPart[] = WHOLE_PARTS,
): number {
  if (areWhole(parts)) return sideAreaM2(piece, side);
  return parts.reduce((sum, part) => sum + partAreaM2(piece, side, part), 0);
}

/** Sum of the areas of many pieces. */
export function totalAreas(pieces: readonly Geometry[]): PieceAreas {
  const sum: PieceAreas = {
    frontMm2: 0,
    backMm2: 0,
    edgesMm2: 0,
    recessWallsMm2: 0,
    profilesMm2: 0,
    interiorMm2: 0,
    totalMm2: 0,
  };
  for (const piece of pieces) {
    const areas = pieceAreas(piece);
    for (const part of Object.keys(sum) as (keyof PieceAreas)[]) sum[part] += areas[part];
  }
  return sum;
}

/** How a take-off counts door equivalents, in words. */
export function doorMeasureWords(
  { smallBelowM2, largeAboveM2, twoFromPanels }: DoorMeasure,
  units: UnitPrefs = METRIC,
): string {
  const [small, large] = [smallBelowM2, largeAboveM2].map((m2) => showQuantity('area', m2, units));
  return `½ below ${small} of face, 2 above ${large} or with ${twoFromPanels} panels or more, else 1`;
}

/** Face areas in m² between which a piece counts as one ordinary door, and the panels from which it counts as two. */
export interface DoorMeasure {
  smallBelowM2: number;
  largeAboveM2: number;
  twoFromPanels: number;
}

export const DOOR_MEASURE: DoorMeasure = { smallBelowM2: 0.12, largeAboveM2: 0.6, twoFromPanels: 2 };

/**
 * The trade's finger-count: an ordinary door 1, a large or several-panelled piece 2, a small front or flap ½.
 * Thresholds are on the face area in m² and on the panels of a framed piece.
 */
export function doorEquivalents(piece: Geometry, measure: DoorMeasure = DOOR_MEASURE): number {
  const faceM2 = (piece.widthMm * piece.heightMm) / 1e6;
  if (faceM2 < measure.smallBelowM2) return 0.5;
  const panels = isFramed(piece.construction) ? piece.panelsAcross * piece.panelsDown : 1;
  return faceM2 > measure.largeAboveM2 || panels >= measure.twoFromPanels ? 2 : 1;
}
