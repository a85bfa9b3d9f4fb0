import { layPath, type Spray } from './deposit.ts';
import { filmAt } from './filmMap.ts';
import type { GunSample } from './path.ts';
import type { Surface } from './surface.ts';

/** What a wet-film comb said at a place of the face, in mm and µm. */
export interface CombReading {
  x: number;
  y: number;
  um: number;
}

/** A figure with how far it may be off: 90 % of such fits hold the true one between both ends. */
export interface Fitted {
  value: number;
  low: number;
  high: number;
}

/** A gun as its readings say it is. */
export interface GunFit {
  /** What leaves the gun and stays, against what was assumed. */
  amount: Fitted;
  /** Width of the fan at the reference distance, in mm, and the exponent across it; null where the readings tell only the amount. */
  profile: { fanMm: Fitted; b: Fitted } | null;
  /** What the readings are off the fit, in µm: root mean square. */
  offUm: number;
}

const ROUNDS = 12;
/** Two-sided 90 % points of Student's t by degrees of freedom; those between take the one before. */
const T90: readonly (readonly [freedom: number, t: number])[] = [
  [1, 6.314],
  [2, 2.92],
  [3, 2.353],
  [4, 2.132],
  [5, 2.015],
  [6, 1.943],
  [8, 1.86],
  [10, 1.812],
  [15, 1.753],
  [20, 1.725],
  [30, 1.697],
  [60, 1.671],
  [120, 1.658],
];
function t90(freedom: number): number {
  return T90.findLast(([from]) => from <= freedom)?.[1] ?? Number.POSITIVE_INFINITY;
}

/** A fan or an exponent that may be so far off, as a share of itself or at all, tells nothing. */
const VAGUE_FAN = 0.25;
const VAGUE_B = 1;
/** Steps of the derivatives: shares of amount and fan, and of the exponent. */
const NUDGES = [0.01, 2, 0.05] as const;
const BOUNDS = [
  [0.2, 3],
  [60, 500],
  [1.3, 4],
] as const;

/** Solves three linear equations by elimination with pivots; null where they do not fix all three. */
function solve3(matrix: readonly (readonly number[])[], right: readonly number[]): number[] | null {
  const rows = matrix.map((row, index) => [...row, right[index] ?? 0]);
  for (let column = 0; column < 3; column += 1) {
    const pivot = rows
      .slice(column)
      .reduce((a, b) => (Math.abs(b[column] ?? 0) > Math.abs(a[column] ?? 0) ? b : a));
    if (Math.abs(pivot[column] ?? 0) < 1e-12) return null;
    const at = rows.indexOf(pivot);
    [rows[column], rows[at]] = [pivot, rows[column] ?? pivot];
    for (const row of rows) {
      if (row === pivot) continue;
      const factor = (row[column] ?? 0) / (pivot[column] ?? 1);
      for (let index = column; index < 4; index += 1)
        row[index] = (row[index] ?? 0) - factor * (pivot[index] ?? 0);
    }
  }
  return rows.map((row, index) => (row[3] ?? 0) / (row[index] ?? 1));
}

/**
 * Amount, fan and profile of a gun from wet-film readings on something that was sprayed along a known path, by least squares (Gauss–Newton, with
 * derivatives by differences); the ends of each figure come from the scatter about the fit.
 * Where they do not fix fan and profile, such as all in one place or too rough, the amount
 * alone.
 * @param readings at least four, on the face. @returns null for fewer, and where no paint was to come to any of them.
 */
export function fitGun(
  surface: Surface,
  path: readonly GunSample[],
  spray: Spray,
  readings: readonly CombReading[],
): GunFit | null {
  if (readings.length < 4) return null;
  // Narrow strokes for walls and edges keep their share of the fan.
  const widest = Math.max(1, ...path.map((sample) => sample.fanMm));
  const model = (theta: readonly number[]): number[] => {
    const [amount = 1, fanMm = 200, b = 2] = theta;
    const { filmUm } = layPath(
      surface,
      { ...spray, flowMlMin: spray.flowMlMin * amount, shape: { ...spray.shape, b } },
      path.map((sample) => ({ ...sample, fanMm: (sample.fanMm * fanMm) / widest })),
    );
    return readings.map(({ x, y }) => filmAt(surface, filmUm, x, y) ?? 0);
  };
  const squares = (at: readonly number[]) =>
    readings.reduce((sum, { um }, index) => sum + (um - (at[index] ?? 0)) ** 2, 0);
  let theta: number[] = [1, widest, spray.shape.b];
  const assumed = model(theta);
  let films = assumed;
  let normal: number[][] = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    const slopes = NUDGES.map((nudge, index) => {
      const moved = model(theta.map((value, at) => (at === index ? value + nudge : value)));
      return moved.map((um, at) => (um - (films[at] ?? 0)) / nudge);
    });
    const product = (a: readonly number[], b: readonly number[]) =>
      a.reduce((sum, value, index) => sum + value * (b[index] ?? 0), 0);
    normal = slopes.map((a) => slopes.map((b) => product(a, b)));
    const residual = readings.map(({ um }, index) => um - (films[index] ?? 0));
    const step = solve3(
      normal,
      slopes.map((slope) => product(slope, residual)),
    );
    if (!step) return amountOnly(readings, assumed);
    // Half the step until it is better: far from the fit the slopes mislead.
    let scale = 1;
    let next = theta;
    let nextFilms = films;
    for (; scale > 0.05; scale /= 2) {
      next = theta.map((value, index) => {
        const [low, high] = BOUNDS[index] ?? [0, 1];
        return Math.min(high, Math.max(low, value + scale * (step[index] ?? 0)));
      });
      nextFilms = model(next);
      if (squares(nextFilms) <= squares(films)) break;
    }
    const isDone = next.every(
      (value, index) => Math.abs(value - (theta[index] ?? 0)) < 1e-4 * (NUDGES[index] ?? 1),
    );
    if (squares(nextFilms) <= squares(films)) [theta, films] = [next, nextFilms];
    if (isDone) break;
  }
  const freedom = Math.max(1, readings.length - 3);
  const variance = squares(films) / freedom;
  const wide = t90(freedom);
  const figure = (index: number): Fitted => {
    const unit = [0, 1, 2].map((at) => (at === index ? 1 : 0));
    const column = solve3(normal, unit);
    const half = wide * Math.sqrt(Math.max(0, variance * (column?.[index] ?? 0)));
    const value = theta[index] ?? 0;
    return { value, low: value - half, high: value + half };
  };
  const [amount, fanMm, b] = [figure(0), figure(1), figure(2)];
  // A figure that ran against its bound was not found.
  const isAtBound = [1, 2].some((index) => BOUNDS[index]?.some((bound) => bound === theta[index]));
  const isVague =
    isAtBound || fanMm.high - fanMm.value > VAGUE_FAN * fanMm.value || b.high - b.value > VAGUE_B;
  return isVague
    ? amountOnly(readings, assumed)
    : { amount, profile: { fanMm, b }, offUm: Math.sqrt(squares(films) / readings.length) };
}

/**
 * The amount alone, by least squares through the origin against the film that was assumed at the same places. Null where nothing was to be there.
 */
function amountOnly(readings: readonly CombReading[], assumed: readonly number[]): GunFit | null {
  const product = readings.reduce((sum, { um }, index) => sum + um * (assumed[index] ?? 0), 0);
  const norm = assumed.reduce((sum, um) => sum + um * um, 0);
  if (norm <= 0) return null;
  const value = product / norm;
  const squares = readings.reduce((sum, { um }, index) => sum + (um - value * (assumed[index] ?? 0)) ** 2, 0);
  const freedom = readings.length - 1;
  const half = t90(freedom) * Math.sqrt(squares / freedom / norm);
  return {
    amount: { value, low: value - half, high: value + half },
    profile: null,
    offUm: Math.sqrt(squares / readings.length),
  };
}
