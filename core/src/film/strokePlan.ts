import { EDGES, type Edge, type FigureBox, figureOf, type Geometry } from '../pieces/index.ts';
import type { Stroke } from './path.ts';

/** How a face is covered with strokes. */
export interface FaceField {
  /** Strokes go from side to side, or up and down. */
  direction: 'across' | 'down';
  fanMm: number;
  overlap: number;
  /** Strokes start and end so far off the piece, in mm. */
  leadMm: number;
}

/** Strokes of a piece in the order in which they are sprayed, and what they take. */
export interface StrokePlan {
  strokes: Stroke[];
  face: FaceField;
  /** Strokes on the face, and the share of their paint that meets it. */
  faceStrokes: number;
  geometricEfficiency: number;
  /** Length of all strokes, in m, and time with the trigger open, in seconds. */
  lengthM: number;
  sprayS: number;
  sprayedMl: number;
}

/** What may be done with a gun on a piece. */
export interface StrokeWish {
  flowMlMin: number;
  /** Fan that the flow belongs to, in mm. A narrower one gets less flow in proportion, or the film would double. */
  fanMm: number;
  overlap: number;
  leadMm: number;
  speedCmS: number;
  /** Whichever wastes less where it is left out. */
  direction?: FaceField['direction'];
  /** The fan stays as it is set, however narrow the piece. */
  isFixedFan?: boolean;
  /** Recess walls and outer edges first, each on its own; the face alone otherwise. */
  hasEdges: boolean;
}

/** Narrower than this no fan is set, in mm. */
const NARROWEST_MM = 80;
/** Fans are set in such steps, in mm. */
const FAN_STEP_MM = 10;
/** Fan for walls and edges, in mm; much narrower than those for a face. */
const EDGE_FAN_MM = 40;
/** They get more than their share of the flow, since they are met at a slant, and once; walls less than edges, since the face strokes reach them. */
const EDGE_SHARE = 1.7;
const WALL_SHARE = 1.3;
/** The gun is turned so far into a recess wall or against an outer edge, in degrees. */
const WALL_TURN_DEG = 65;
const EDGE_TURN_DEG = 65;
/** So far inside a wall, and outside an edge, the gun looks, in mm. */
const WALL_ASIDE_MM = 12;
const EDGE_ASIDE_MM = 20;
const EPSILON = 1e-9;

/**
 * Strokes that a face takes: `n = ceil((height + fan·overlap)/index)` of length width + 2·lead, and the share of their paint that meets it:
 * `W·H / (n·index·(W + 2·lead))`.
 */
export function faceReckoning(
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
  { direction, fanMm, overlap, leadMm }: FaceField,
): { strokes: number; efficiency: number } {
  const [along, across] = direction === 'across' ? [widthMm, heightMm] : [heightMm, widthMm];
  const index = fanMm * (1 - overlap);
  const strokes = Math.ceil((across + fanMm * overlap) / index - EPSILON);
  return { strokes, efficiency: (along * across) / (strokes * index * (along + 2 * leadMm)) };
}

/** So much more waste is worth a stroke less. */
const WORTH = 0.12;

/**
 * The field for a face: of those that waste hardly more than the best (both directions unless one is wished, every fan up to the gun's), the one
 * with the fewest strokes, and of these the one that wastes least.
 */
export function bestField(
  piece: { widthMm: number; heightMm: number },
  {
    fanMm,
    overlap,
    leadMm,
    direction,
    isFixedFan,
  }: Pick<StrokeWish, 'fanMm' | 'overlap' | 'leadMm' | 'direction' | 'isFixedFan'>,
): FaceField {
  const fans = [fanMm];
  for (
    let fan = FAN_STEP_MM * Math.floor((fanMm - EPSILON) / FAN_STEP_MM);
    !isFixedFan && fan >= NARROWEST_MM;
    fan -= FAN_STEP_MM
  )
    fans.push(fan);
  const ways = direction ? [direction] : (['across', 'down'] as const);
  const fields = ways.flatMap((way) =>
    fans.map((fan) => {
      const field: FaceField = { direction: way, fanMm: fan, overlap, leadMm };
      return { field, ...faceReckoning(piece, field) };
    }),
  );
  const best = Math.max(...fields.map(({ efficiency }) => efficiency));
  const [chosen] = fields
    .filter(({ efficiency }) => efficiency >= best - WORTH)
    .sort((a, b) => a.strokes - b.strokes || b.efficiency - a.efficiency);
  return chosen?.field ?? { direction: 'across', fanMm, overlap, leadMm };
}

/** Strokes over a face, back and forth, spread evenly about its middle; the first lies on the edge or beyond it. */
export function fieldStrokes(
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
  field: FaceField,
  flow: number,
): Stroke[] {
  const { strokes } = faceReckoning({ widthMm, heightMm }, field);
  const isAcross = field.direction === 'across';
  const [along, across] = isAcross ? [widthMm, heightMm] : [heightMm, widthMm];
  const index = field.fanMm * (1 - field.overlap);
  return Array.from({ length: strokes }, (_, number): Stroke => {
    const at = across / 2 + (number - (strokes - 1) / 2) * index;
    const [from, to] =
      number % 2 === 0 ? [-field.leadMm, along + field.leadMm] : [along + field.leadMm, -field.leadMm];
    return {
      fromX: isAcross ? from : at,
      fromY: isAcross ? at : from,
      toX: isAcross ? to : at,
      toY: isAcross ? at : to,
      yawDeg: 0,
      pitchDeg: 0,
      fanDeg: isAcross ? 90 : 0,
      fanMm: field.fanMm,
      flow,
      of: 'face',
      leadMm: field.leadMm,
    };
  });
}

/** One light stroke along each side of a box, turned to the wall that looks inwards (sign 1) or to the edge that looks outwards (sign −1). */
function sideStrokes(
  { x, y, width, height }: FigureBox,
  sides: readonly Edge[],
  turn: {
    degrees: number;
    sign: 1 | -1;
    asideMm: number;
    leadMm: number;
    flow: number;
    fanMm: number;
    of: 'wall' | 'edge';
  },
): Stroke[] {
  return sides.map((side): Stroke => {
    const isLevel = side === 'top' || side === 'bottom';
    const isFar = side === 'bottom' || side === 'right';
    const border = isLevel ? y + (isFar ? height : 0) : x + (isFar ? width : 0);
    // Half of the fan would land on the face: the gun looks a little past an edge, and a little short of a wall.
    const at = border + (turn.sign === -1 ? 1 : -1) * (isFar ? 1 : -1) * turn.asideMm;
    const start = (isLevel ? x : y) - turn.leadMm;
    const end = (isLevel ? x + width : y + height) + turn.leadMm;
    // A far wall of a recess is met from the near side, a far outer edge from beyond it.
    const way = turn.sign * (isFar ? 1 : -1) * turn.degrees;
    return {
      fromX: isLevel ? start : at,
      fromY: isLevel ? at : start,
      toX: isLevel ? end : at,
      toY: isLevel ? at : end,
      yawDeg: isLevel ? 0 : way,
      pitchDeg: isLevel ? way : 0,
      fanDeg: isLevel ? 90 : 0,
      fanMm: turn.fanMm,
      flow: turn.flow,
      of: turn.of,
      leadMm: turn.leadMm,
    };
  });
}

/**
 * Strokes for the front of a piece: recess walls in each direction and outer edges first, narrow and light; then the face, in the direction and
 * with the fan that waste least. A narrower fan gets less flow in proportion.
 */
export function strokePlanOf(piece: Geometry, wish: StrokeWish): StrokePlan {
  const face = bestField(piece, wish);
  const { strokes: faceStrokes, efficiency } = faceReckoning(piece, face);
  const edgeFan = Math.min(EDGE_FAN_MM, wish.fanMm);
  const narrow = (share: number) => ({ flow: (share * edgeFan) / wish.fanMm, fanMm: edgeFan });
  const walls =
    piece.bevelMm > 0 || piece.recessMm <= 0
      ? []
      : figureOf(piece).panels.flatMap((box) =>
          sideStrokes(box, EDGES, {
            degrees: WALL_TURN_DEG,
            sign: 1,
            asideMm: WALL_ASIDE_MM,
            leadMm: 0,
            of: 'wall',
            ...narrow(WALL_SHARE),
          }),
        );
  const outer = piece.finishEdges ? EDGES.filter((edge) => !piece.bareEdges.includes(edge)) : [];
  const whole = { x: 0, y: 0, width: piece.widthMm, height: piece.heightMm };
  const edges = sideStrokes(whole, outer, {
    degrees: EDGE_TURN_DEG,
    sign: -1,
    asideMm: EDGE_ASIDE_MM,
    leadMm: wish.leadMm,
    of: 'edge',
    ...narrow(EDGE_SHARE),
  });
  const strokes = [
    ...(wish.hasEdges ? [...walls, ...edges] : []),
    ...fieldStrokes(piece, face, face.fanMm / wish.fanMm),
  ];
  const lengthOf = ({ fromX, fromY, toX, toY }: Stroke) => Math.hypot(toX - fromX, toY - fromY);
  const seconds = (stroke: Stroke) => lengthOf(stroke) / (wish.speedCmS * 10);
  return {
    strokes,
    face,
    faceStrokes,
    geometricEfficiency: efficiency,
    lengthM: strokes.reduce((sum, stroke) => sum + lengthOf(stroke), 0) / 1000,
    sprayS: strokes.reduce((sum, stroke) => sum + seconds(stroke), 0),
    sprayedMl: strokes.reduce(
      (sum, stroke) => sum + (seconds(stroke) * stroke.flow * wish.flowMlMin) / 60,
      0,
    ),
  };
}
