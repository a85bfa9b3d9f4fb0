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

export const USUAL_B = 2;

/** A plume ready for deposition: how much goes where by the tangents of both angles, times {@link Plume.scale}. */
export interface Plume {
  /** Tangent of the half-angle across the fan, and along the stroke. */
  acrossMax: number;
  alongMax: number;
  across: Float64Array;
  along: Float64Array;
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
    along: tableOf(alongMax, along, shape.bAlong),
    scale: 1 / integral,
  };
}

/** Entries of a plume's tables to the unit of their tangents. */
export const TABLE_STEPS = TABLE;
