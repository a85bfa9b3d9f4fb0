import { failure, type Outcome, success } from '../base/outcome.ts';
import { said } from '../said/index.ts';

/**
 * How a cup's seconds become kinematic viscosity ν in mm²/s: `a·t − b/t`, or `a·(t − b)`. A cup that was never held against
 * a standard is `relative`: its seconds only compare with its own, and a·t stands for a viscosity in no unit.
 */
export interface CupCurve {
  form: 'hyperbola' | 'line' | 'relative';
  a: number;
  b: number;
}

/** An efflux cup: timed from its opening until the stream first breaks. */
export interface Cup {
  id: string;
  name: string;
  curve: CupCurve;
  /** Seconds between which its standard holds. */
  fromS: number;
  toS: number;
  source: string;
}

const cup = (
  id: string,
  name: string,
  form: CupCurve['form'],
  a: number,
  b: number,
  range: [number, number],
  source: string,
): Cup => ({
  id,
  name,
  curve: { form, a, b },
  fromS: range[0],
  toS: range[1],
  source,
});

/** The standard cups with their published conversions. */
export const CUPS: readonly Cup[] = [
  cup('iso-3', 'ISO 3 mm', 'hyperbola', 0.443, 200, [30, 100], 'ISO 2431'),
  cup('iso-4', 'ISO 4 mm', 'hyperbola', 1.37, 200, [30, 100], 'ISO 2431'),
  cup('iso-5', 'ISO 5 mm', 'hyperbola', 3.28, 220, [30, 100], 'ISO 2431'),
  cup('iso-6', 'ISO 6 mm', 'hyperbola', 6.9, 570, [30, 100], 'ISO 2431'),
  cup('din-4', 'DIN 4 mm', 'hyperbola', 4.57, 452, [25, 150], 'DIN 53211, withdrawn'),
  cup('ford-3', 'Ford #3', 'line', 2.31, 6.58, [20, 105], 'ASTM D1200'),
  cup('ford-4', 'Ford #4', 'line', 3.85, 4.49, [20, 105], 'ASTM D1200'),
  cup('zahn-1', 'Zahn #1', 'line', 1.1, 29, [35, 80], 'ASTM D4212'),
  cup('zahn-2', 'Zahn #2', 'line', 3.5, 14, [20, 80], 'ASTM D4212'),
  cup('zahn-3', 'Zahn #3', 'line', 11.7, 7.5, [20, 80], 'ASTM D4212'),
  cup('zahn-4', 'Zahn #4', 'line', 14.8, 5, [20, 80], 'ASTM D4212'),
];

/**
 * Kinematic viscosity in mm²/s that a cup's seconds mean; by the cup's curve, also outside its valid range, where it is
 * only a hint. Zero or below means that the cup says nothing.
 * @param seconds > 0.
 */
export function cupViscosity({ curve }: Pick<Cup, 'curve'>, seconds: number): number {
  if (curve.form === 'relative') return curve.a * seconds;
  return curve.form === 'line' ? curve.a * (seconds - curve.b) : curve.a * seconds - curve.b / seconds;
}

/** The inverse: seconds that a viscosity in mm²/s takes through a cup. Exact for every form. */
export function cupSeconds({ curve }: Pick<Cup, 'curve'>, viscosity: number): number {
  if (curve.form === 'relative') return viscosity / curve.a;
  if (curve.form === 'line') return viscosity / curve.a + curve.b;
  // a·t² − ν·t − b = 0
  return (viscosity + Math.sqrt(viscosity ** 2 + 4 * curve.a * curve.b)) / (2 * curve.a);
}

/** Why a reading says less than it seems, or null when the cup's standard covers it. */
export function outsideCup(
  { name, fromS, toS }: Pick<Cup, 'name' | 'fromS' | 'toS'>,
  seconds: number,
): string | null {
  if (seconds >= fromS && seconds <= toS) return null;
  const way = seconds < fromS ? 'a smaller' : 'a larger';
  return said('mix.holds-from-to-s-at-s', { name, fromS, toS, seconds: Math.round(seconds * 10) / 10, way });
}

/** Whether readings of two cups speak of the same thing: both against standards, or the very same relative one. */
export function areComparable(a: Cup, b: Cup): boolean {
  return a.id === b.id || (a.curve.form !== 'relative' && b.curve.form !== 'relative');
}

/**
 * Seconds in another cup.
 * @returns seconds and whether both readings lie where their cups hold; never valid between cups that do not compare.
 */
export function convertCup(from: Cup, seconds: number, to: Cup): { seconds: number; isValid: boolean } {
  const converted = cupSeconds(to, cupViscosity(from, seconds));
  return {
    seconds: converted,
    isValid:
      areComparable(from, to) && outsideCup(from, seconds) === null && outsideCup(to, converted) === null,
  };
}

/** The same paint timed in a standard cup and in one's own. */
export interface PairedReading {
  ownS: number;
  standardS: number;
}

/** A cup that nobody has held against a standard: good for saying “as last time”, and for an upper limit. */
export function relativeCup(id: string, name: string): Cup {
  return { id, name, curve: { form: 'relative', a: 1, b: 0 }, fromS: 3, toS: 600, source: 'not calibrated' };
}

const bare = (text: string) =>
  text
    .toLowerCase()
    .replace(/mm\b/g, '')
    .replace(/[^a-z0-9]/g, '');

/** The cup that a data sheet means by `ISO 4`, `ISO 4 mm`, `Ford 4`, `Zahn #2` or the name custom; null for no known one. */
export function findCup(text: string, cups: readonly Cup[]): Cup | null {
  const wanted = bare(text);
  return cups.find(({ id, name }) => id === text || bare(name) === wanted || bare(id) === wanted) ?? null;
}

/**
 * Calibrates a cup without a standard by paired readings: least squares of ν = a·t − b/t through what the standard cup
 * says, b not below 0. One pair fixes a alone; it holds between the shortest and the longest reading.
 * @returns the cup, or what is missing.
 */
export function calibrateCup(
  id: string,
  name: string,
  standard: Cup,
  pairs: readonly PairedReading[],
): Outcome<Cup> {
  const valid = pairs.filter(({ ownS, standardS }) => ownS > 0 && outsideCup(standard, standardS) === null);
  if (valid.length === 0) return failure(said('mix.pair-it-with-at-least-one', { name: standard.name }));
  let [tt, t0, uu, tv, uv] = [0, 0, 0, 0, 0];
  for (const { ownS, standardS } of valid) {
    const nu = cupViscosity(standard, standardS);
    tt += ownS ** 2;
    t0 += 1;
    uu += 1 / ownS ** 2;
    tv += ownS * nu;
    uv += nu / ownS;
  }
  // Normal equations of ν = a·t + c/t, with c = −b.
  const determinant = tt * uu - t0 ** 2;
  let a = tv / tt;
  let b = 0;
  if (valid.length > 1 && determinant > 1e-9) {
    const full = (tv * uu - uv * t0) / determinant;
    const c = (tt * uv - t0 * tv) / determinant;
    if (c <= 0) [a, b] = [full, -c];
  }
  const seconds = valid.map(({ ownS }) => ownS);
  return success({
    id,
    name,
    curve: { form: 'hyperbola', a, b },
    fromS: Math.min(...seconds),
    toS: Math.max(...seconds),
    source: `calibrated by ${valid.length} ${valid.length === 1 ? 'pair' : 'pairs'} against ${standard.name}`,
  });
}

/** Runs of the stopwatch, taken together. */
export interface RunSummary {
  mean: number;
  /** Largest less smallest of the runs that count. */
  spread: number;
  /** Index of a run that stands too far from the others, if any. */
  outlier: number | null;
}

/** Runs may differ by so much of their median before one of three or more is set aside. */
const OUTLIER_SHARE = 0.08;

/**
 * Mean and spread of repeated runs; with three or more, the one farthest from the median is set aside when it is off by
 * more than 8 %. Null without runs.
 */
export function summariseRuns(runs: readonly number[]): RunSummary | null {
  if (runs.length === 0) return null;
  const sorted = [...runs].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  const median =
    sorted.length % 2 === 1 ? (sorted[middle] ?? 0) : ((sorted[middle - 1] ?? 0) + (sorted[middle] ?? 0)) / 2;
  let outlier: number | null = null;
  if (runs.length >= 3) {
    const off = runs.map((run) => Math.abs(run - median));
    const worst = off.indexOf(Math.max(...off));
    if ((off[worst] ?? 0) > OUTLIER_SHARE * median) outlier = worst;
  }
  const counted = runs.filter((_run, index) => index !== outlier);
  return {
    mean: counted.reduce((sum, run) => sum + run, 0) / counted.length,
    spread: Math.max(...counted) - Math.min(...counted),
    outlier,
  };
}

/** Seconds that are wanted in a cup; without a lower end where only an upper limit is stated. */
export interface SecondsBand {
  fromS: number | null;
  toS: number;
}

/** A band in another cup, and whether that cup holds over all of it. */
export interface ConvertedBand extends SecondsBand {
  isValid: boolean;
}

function isCovered({ fromS, toS }: Pick<Cup, 'fromS' | 'toS'>, band: SecondsBand): boolean {
  return (band.fromS ?? band.toS) >= fromS && band.toS <= toS;
}

/**
 * A band of seconds in another cup, to tenths.
 * @returns null where the two cups do not compare.
 */
export function bandIn(band: SecondsBand, from: Cup, to: Cup): ConvertedBand | null {
  if (!areComparable(from, to)) return null;
  if (from.id === to.id) return { ...band, isValid: isCovered(to, band) };
  const convert = (seconds: number) => Math.round(cupSeconds(to, cupViscosity(from, seconds)) * 10) / 10;
  const converted = { fromS: band.fromS === null ? null : convert(band.fromS), toS: convert(band.toS) };
  return { ...converted, isValid: isCovered(to, converted) && isCovered(from, band) };
}

/**
 * The cup to take where the one at hand does not hold over a band: of those that compare and do hold, the one whose range has
 * the band nearest its middle. Null where none does.
 */
export function cupFor(
  band: SecondsBand,
  from: Cup,
  cups: readonly Cup[],
): { cup: Cup; band: ConvertedBand } | null {
  let best: { cup: Cup; band: ConvertedBand; off: number } | null = null;
  for (const cup of cups) {
    const converted = cup.curve.form === 'relative' ? null : bandIn(band, from, cup);
    // What the first cup says outside its range is only a hint, yet all there is to go by.
    if (!converted || !isCovered(cup, converted)) continue;
    const middle = ((converted.fromS ?? converted.toS) + converted.toS) / 2;
    const off = Math.abs(Math.log(middle / Math.sqrt(cup.fromS * cup.toS)));
    if (!best || off < best.off) best = { cup, band: converted, off };
  }
  return best && { cup: best.cup, band: best.band };
}

/** A band in words: `25 to 30 s`, `up to 24 s`. */
export function bandWords({ fromS, toS }: SecondsBand): string {
  return fromS === null ? said('mix.up-to-s', { toS }) : `${fromS} to ${toS} s`;
}
