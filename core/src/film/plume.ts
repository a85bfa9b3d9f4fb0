/** How a gun spreads its paint: a beta profile across the fan and along the stroke. */
export interface PlumeShape {
  /** Width of the fan at the reference distance, in mm. */
  fanMm: number;
  referenceMm: number;
  /** Exponent across the fan, 1.6 (nearly even) to 3 (much in the middle). */
  b: number;
  /** The same along the stroke. */
  bAlong: number;
  /** Half-angle along the stroke in radians; a sixth of that across where nobody measured it. */
  alongRad?: number;
}

/** A plume ready for deposition: how much goes where by the tangents of both angles, times {@link Plume.scale}. */
export interface Plume {
  /** Tangent of the half-angle across the fan, and along the stroke. */
  acrossMax: number;
  alongMax: number;
  across: Float64Array;
  /** Integral of the strength along the stroke, from one end of it to the other in {@link TABLE_STEPS} steps. */
  alongSum: Float64Array;
  /** One over the integral over a square-on plane: what is laid is then all of the flow. */
  scale: number;
}

const TABLE = 1024;

const beta = (angle: number, most: number, b: number) =>
  Math.abs(angle) >= most ? 0 : (1 - (angle / most) ** 2) ** (b - 1);

/** Half-angles of a plume in radians, across the fan and along the stroke: `atan(fan / (2·reference))`, and a sixth of it. */
export function plumeAngles({ fanMm, referenceMm, alongRad }: PlumeShape): { across: number; along: number } {
  const across = Math.atan(fanMm / (2 * referenceMm));
  return { across, along: alongRad ?? across / 6 };
}

/** Relative strength of a plume in a direction, both angles in radians; 1 on its axis, 0 outside. */
export function plumeStrength(shape: PlumeShape, acrossRad: number, alongRad: number): number {
  const { across, along } = plumeAngles(shape);
  return beta(acrossRad, across, shape.b) * beta(alongRad, along, shape.bAlong);
}

function tableOf(max: number, most: number, b: number): Float64Array {
  // One entry more than is asked for, so that a tangent at the very end still has a neighbour.
  return Float64Array.from({ length: TABLE + 2 }, (_, index) =>
    beta(Math.atan((index / TABLE) * max), most, b),
  );
}

/** Running integral of the strength from −max to max, by midpoints. */
function sumOf(max: number, most: number, b: number): Float64Array {
  const sums = new Float64Array(TABLE + 1);
  const step = (2 * max) / TABLE;
  for (let index = 1; index <= TABLE; index += 1)
    sums[index] = (sums[index - 1] as number) + step * beta(Math.atan(-max + (index - 0.5) * step), most, b);
  return sums;
}

/** Strength along a stroke for a gun that moves meanwhile: averaged over the tangents that pass a point, from 0 to `max`. */
export interface Smear {
  max: number;
  table: Float64Array;
}

const SMEAR = 256;

/**
 * A plume that moves along the stroke while it sprays, by the tangent of half its way: at each point the strength is averaged over what passes
 * it, which is exact for a straight way. A gun that stands has its plain profile.
 */
export function smeared({ alongMax, alongSum }: Plume, half: number): Smear {
  const width = Math.max(half, alongMax / TABLE);
  const max = alongMax + width;
  const at = (q: number): number => {
    const place = Math.min(TABLE, Math.max(0, ((q + alongMax) / (2 * alongMax)) * TABLE));
    const low = Math.min(TABLE - 1, Math.floor(place));
    const from = alongSum[low] as number;
    return from + (place - low) * ((alongSum[low + 1] as number) - from);
  };
  const table = new Float64Array(SMEAR + 2);
  for (let index = 0; index <= SMEAR; index += 1) {
    const q = (index / SMEAR) * max;
    table[index] = (at(q + width) - at(q - width)) / (2 * width);
  }
  return { max, table };
}

/** Entries of the table of a {@link Smear}. */
export const SMEAR_STEPS = SMEAR;

const STEPS = 300;

/**
 * Prepares a plume. What falls on a point is `strength·cos(incidence)/r²`; over a plane that is square-on this adds up to
 * `∬ strength·D/r³ dA`, which does not depend on the distance D, and by which everything is divided (midpoint rule).
 */
export function plumeOf(shape: PlumeShape): Plume {
  const { across, along } = plumeAngles(shape);
  const [acrossMax, alongMax] = [Math.tan(across), Math.tan(along)];
  const middles = (max: number, most: number, b: number) =>
    Float64Array.from({ length: STEPS }, (_, index) =>
      beta(Math.atan(((index + 0.5) / STEPS) * max), most, b),
    );
  const [acrossAt, alongAt] = [middles(acrossMax, across, shape.b), middles(alongMax, along, shape.bAlong)];
  let sum = 0;
  acrossAt.forEach((strengthP, i) => {
    const p = ((i + 0.5) / STEPS) * acrossMax;
    alongAt.forEach((strengthQ, j) => {
      const q = ((j + 0.5) / STEPS) * alongMax;
      const r2 = 1 + p * p + q * q;
      sum += (strengthP * strengthQ) / (r2 * Math.sqrt(r2));
    });
  });
  const integral = (4 * sum * acrossMax * alongMax) / STEPS ** 2;
  return {
    acrossMax,
    alongMax,
    across: tableOf(acrossMax, across, shape.b),
    alongSum: sumOf(alongMax, along, shape.bAlong),
    scale: 1 / integral,
  };
}

/** Entries of a plume's tables to the unit of their tangents. */
export const TABLE_STEPS = TABLE;
