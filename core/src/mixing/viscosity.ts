import type { ProductSheet } from '../catalogue/sheet.ts';
import { said } from '../said/index.ts';
import { measured } from '../units/index.ts';
import { type Cup, cupViscosity } from './cups.ts';

/** Viscosity falls by about so much of itself per °C (class setting). */
const PER_CELSIUS = 0.03;

/** Viscosity at 23 °C from one measured at another temperature: ν₂₃ = ν_T · exp(0.03·(T − 23)). */
export function viscosityAt23(viscosity: number, celsius: number): number {
  return viscosity * Math.exp(PER_CELSIUS * (celsius - 23));
}

/** What cold or warm material does, or null when it is as it should be. @param sheet its least temperature and its hardener. */
export function materialRemark(
  celsius: number,
  { hardener, materialMinC }: Pick<ProductSheet, 'hardener' | 'materialMinC'>,
): string | null {
  if (materialMinC !== null && celsius < materialMinC)
    return said('mix.material-at-is-below-the-sheets', {
      celsius: measured('temperature', celsius),
      materialMinC: measured('temperature', materialMinC),
    });
  if (celsius < 18)
    return said('mix.material-at-is-cold-it-atomises', { celsius: measured('temperature', celsius) });
  if (hardener !== null && celsius > 28)
    return said('mix.material-at-is-warm-with-hardener', { celsius: measured('temperature', celsius) });
  return null;
}

/** Minutes that a closed tin of a litre takes to come two thirds of the way to a warm bath; larger ones with V^(2/3). */
const BATH_MINUTES = 20;

/**
 * Rough time, in minutes, to warm a closed tin in a bath of warm water, stirred now and then: Newton's cooling with a time
 * constant of 20 min for one litre. An estimate; null when the bath is not warmer than wanted. Never by flame or heater.
 */
export function warmBathMinutes(litres: number, from: number, to: number, bath: number): number | null {
  if (to <= from) return 0;
  if (bath <= to) return null;
  return BATH_MINUTES * litres ** (2 / 3) * Math.log((bath - from) / (bath - to));
}

/** Seconds wanted of a cup; only an upper limit where `fromS` is null. */
export interface CupTarget {
  fromS: number | null;
  toS: number;
}

/** An upper limit alone is aimed at from below by a tenth of it. */
const BELOW_LIMIT = 0.9;

/** What to aim at in a cup, in mm²/s, and the band that is near enough, thinnest first. */
export function targetViscosity(
  cup: Pick<Cup, 'curve'>,
  { fromS, toS }: CupTarget,
): { aim: number; band: [number, number] } {
  const aimS = fromS === null ? toS * BELOW_LIMIT : (fromS + toS) / 2;
  return {
    aim: cupViscosity(cup, aimS),
    band: [fromS === null ? 0 : cupViscosity(cup, fromS), cupViscosity(cup, toS)],
  };
}

/** A mix measured at a thinning. */
export interface ThinningReading {
  /** Thinner per unit of paint. */
  fraction: number;
  /** mm²/s, at 23 °C where the temperature is known. */
  viscosity: number;
}

/** What is believed of ln ν = ln ν₀ − k·f, with how sure it is. */
export interface ThinningFit {
  /** ln of the unthinned viscosity. */
  intercept: number;
  slope: number;
  /** Covariance of intercept and slope. */
  varIntercept: number;
  varSlope: number;
  covariance: number;
  readings: number;
}

/** How much viscosity falls with thinner, before anything was measured: k and its standard deviation. */
export interface SlopePrior {
  mean: number;
  sd: number;
}

/** Middle of what classes show: 7 to 9 waterborne, 5 to 7 solvent. */
export function slopePrior(base: 'water' | 'other'): SlopePrior {
  return { mean: base === 'water' ? 8 : 6, sd: 1.5 };
}

/** Relative noise of a timed reading, as standard deviation of ln ν. */
const READING_NOISE = 0.03;

/**
 * Fits ln ν = ln ν₀ − k·f to readings of one mix, with a prior on k and none on ν₀: weighted least squares in closed form
 * (normal equations of the posterior).
 * @param readings at least one.
 * @throws RangeError without readings or with a viscosity that is not above 0.
 */
export function fitThinning(readings: readonly ThinningReading[], prior: SlopePrior): ThinningFit {
  if (readings.length === 0 || readings.some(({ viscosity }) => !(viscosity > 0)))
    throw new RangeError('a fit needs readings above 0');
  const weight = 1 / READING_NOISE ** 2;
  // Unknowns (p, k) of y = p − k·f.
  let [pp, pk, kk, py, ky] = [0, 0, 1 / prior.sd ** 2, 0, prior.mean / prior.sd ** 2];
  for (const { fraction, viscosity } of readings) {
    const y = Math.log(viscosity);
    pp += weight;
    pk -= weight * fraction;
    kk += weight * fraction ** 2;
    py += weight * y;
    ky -= weight * fraction * y;
  }
  const determinant = pp * kk - pk ** 2;
  return {
    intercept: (kk * py - pk * ky) / determinant,
    slope: (pp * ky - pk * py) / determinant,
    varIntercept: kk / determinant,
    varSlope: pp / determinant,
    covariance: -pk / determinant,
    readings: readings.length,
  };
}

/** Viscosity that a fit expects at a thinning. */
export function expectedViscosity(fit: ThinningFit, fraction: number): number {
  return Math.exp(fit.intercept - fit.slope * fraction);
}

/** Standard deviation of ln ν at a thinning. */
export function uncertaintyAt(fit: ThinningFit, fraction: number): number {
  return Math.sqrt(
    Math.max(0, fit.varIntercept - 2 * fraction * fit.covariance + fraction ** 2 * fit.varSlope),
  );
}

/** Where to thin to next. */
export interface NextThinning {
  /** Thinner per unit of paint that should hit the target. */
  best: number;
  /** Between which it lies, nine times in ten. */
  from: number;
  to: number;
  /** What to go to now: the best, less what is not sure yet, since thinner cannot be taken out. */
  now: number;
  /** The target lies past what the sheet allows; `now` stops at its maximum. */
  isBeyondMaximum: boolean;
  /** Thin enough already. */
  isThere: boolean;
}

/** 5 and 95 % of a normal distribution. */
const NINE_IN_TEN = 1.645;
/** An addition stops short by this share of the uncertainty, until the mix has been measured near its target. */
const CAUTION = 0.5;

/**
 * The thinning that reaches a target viscosity, its interval, and what to go to now.
 * @param at thinning of the mix as it is; @param maximum of the sheet, per unit of paint.
 */
export function nextThinning(
  fit: ThinningFit,
  target: number,
  at: number,
  maximum: number,
  /** Viscosities that are near enough, thinnest first. */
  band: [number, number],
): NextThinning {
  const slope = Math.max(fit.slope, 0.5);
  const best = (fit.intercept - Math.log(target)) / slope;
  // First order: δf = δ(ln ν)/k at the solution.
  const sd = uncertaintyAt(fit, Math.max(best, 0)) / slope;
  const isThere = expectedViscosity(fit, at) <= band[1];
  const cautious = best - CAUTION * sd;
  // Near the target what is unsure is only the cup: then go the whole way.
  const wanted = best - at < sd ? best : cautious;
  const now = isThere ? at : Math.max(at, Math.min(maximum, wanted));
  return {
    best,
    from: best - NINE_IN_TEN * sd,
    to: best + NINE_IN_TEN * sd,
    now,
    isBeyondMaximum: best > maximum + 1e-9,
    isThere,
  };
}
