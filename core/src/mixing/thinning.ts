import { assertNever } from '../base/outcome.ts';
import { type ProductSheet, THINNING_CONVENTIONS, type Thinning } from '../catalogue/sheet.ts';
import { said } from '../said/index.ts';
import { METRIC, showQuantity, type UnitPrefs } from '../units/index.ts';

interface Densities {
  densityKgL: number;
  thinnerDensityKgL: number;
}

/**
 * Thinner per unit of paint by volume, f, from a thinning in any convention.
 * on paint: p. of mix: p/(1−p). parts n:1: 1/n. by weight (grams per gram of paint): w · ρ_paint/ρ_thinner.
 * @throws RangeError when "of mix" is 100 %: that would be thinner alone.
 */
export function thinningFraction(thinning: Thinning, densities: Densities): number {
  const { value } = thinning;
  if (value === 0) return 0;
  switch (thinning.convention) {
    case 'on-paint':
      return value / 100;
    case 'of-mix':
      if (value >= 100) throw new RangeError('a mix of 100 % thinner holds no paint');
      return value / (100 - value);
    case 'parts':
      return 1 / value;
    case 'by-weight':
      return ((value / 100) * densities.densityKgL) / densities.thinnerDensityKgL;
    default:
      return assertNever(thinning.convention);
  }
}

/** The inverse: writes a fraction f in the wanted convention. */
export function thinningFrom(
  fraction: number,
  convention: Thinning['convention'],
  densities: Densities,
): Thinning {
  if (fraction === 0) return { convention, value: 0 };
  switch (convention) {
    case 'on-paint':
      return { convention, value: fraction * 100 };
    case 'of-mix':
      return { convention, value: (100 * fraction) / (1 + fraction) };
    case 'parts':
      return { convention, value: 1 / fraction };
    case 'by-weight':
      return { convention, value: (100 * fraction * densities.thinnerDensityKgL) / densities.densityKgL };
    default:
      return assertNever(convention);
  }
}

/** The thinning in words that cannot be misread: `10 % on paint`, `10 : 1 paint to thinner`. */
export function thinningWords(thinning: Thinning): string {
  if (thinning.value === 0) return 'unthinned';
  const value = Math.round(thinning.value * 10) / 10;
  switch (thinning.convention) {
    case 'on-paint':
      return said('mix.on-paint-3', { value });
    case 'of-mix':
      return said('mix.of-mix', { value });
    case 'parts':
      return said('mix.1-paint-to-thinner', { value });
    case 'by-weight':
      return said('mix.by-weight', { value });
    default:
      return assertNever(thinning.convention);
  }
}

/** The same thinning in the other conventions: `9.1 % of mix`, `10 : 1 paint to thinner`, … None where nothing is thinned. */
export function otherConventions(thinning: Thinning, densities: Densities): string[] {
  if (thinning.value === 0) return [];
  const fraction = thinningFraction(thinning, densities);
  return THINNING_CONVENTIONS.filter((convention) => convention !== thinning.convention).map((convention) =>
    thinningWords(thinningFrom(fraction, convention, densities)),
  );
}

/** Water is water to a paint, from the tap or distilled. */
const WATER = /^(?:(?:clean|tap|distilled|demineralised|softened|conditioned|boiled) )?water$/i;

/** Whether two names of thinners are the same thing to a paint. */
export function isSameThinner(one: string, other: string): boolean {
  const [a, b] = [one.trim(), other.trim()];
  return a.toLowerCase() === b.toLowerCase() || (WATER.test(a) && WATER.test(b));
}

/** Paint and thinner that make up a volume of mix. */
export interface MixAmounts {
  mixMl: number;
  paintMl: number;
  thinnerMl: number;
  /** What to read off a scale for the thinner, in grams. */
  thinnerG: number;
  /** Conditioner or retarder. */
  conditionerMl: number;
}

/**
 * Splits a volume of ready mix, in mL, into paint C/(1+f+c), thinner f·paint and conditioner c·paint.
 * @param conditionerPct on the paint.
 */
export function splitMix(
  mixMl: number,
  thinning: Thinning,
  densities: Densities,
  conditionerPct = 0,
): MixAmounts {
  const fraction = thinningFraction(thinning, densities);
  const paintMl = mixMl / (1 + fraction + conditionerPct / 100);
  const thinnerMl = paintMl * fraction;
  const conditionerMl = (paintMl * conditionerPct) / 100;
  return { mixMl, paintMl, thinnerMl, thinnerG: thinnerMl * densities.thinnerDensityKgL, conditionerMl };
}

/** Several mixes taken together. */
export function sumOfMixes(mixes: readonly MixAmounts[]): MixAmounts {
  const sum: MixAmounts = { mixMl: 0, paintMl: 0, thinnerMl: 0, thinnerG: 0, conditionerMl: 0 };
  for (const mix of mixes)
    for (const part of Object.keys(sum) as (keyof MixAmounts)[]) sum[part] += mix[part];
  return sum;
}

/**
 * The amounts as someone would measure them: paint up to the next 10 mL, thinner in proportion to the whole mL, so that
 * what is poured is as thin as what was meant.
 */
export function measurable(amounts: MixAmounts): MixAmounts {
  if (amounts.paintMl <= 0) return amounts;
  const paintMl = Math.ceil(amounts.paintMl / 10 - 1e-9) * 10;
  const thinnerMl = Math.round((paintMl * amounts.thinnerMl) / amounts.paintMl);
  const perMl = amounts.thinnerMl === 0 ? 0 : amounts.thinnerG / amounts.thinnerMl;
  const conditionerMl = Math.round((paintMl * amounts.conditionerMl) / amounts.paintMl);
  const mixMl = paintMl + thinnerMl + conditionerMl;
  return { mixMl, paintMl, thinnerMl, thinnerG: thinnerMl * perMl, conditionerMl };
}

/** Why a thinning is more than the sheet allows, or null when it is within. */
export function overThinned(thinning: Thinning, sheet: ProductSheet): string | null {
  const most = thinningFraction(sheet.maxThinning, sheet);
  const wanted = thinningFraction(thinning, sheet);
  if (wanted <= most + 1e-9) return null;
  return said('mix.is-more-than-the-sheets-maximum', {
    thinning: thinningWords(thinning),
    maxThinning: thinningWords(sheet.maxThinning),
  });
}

/** The poured amounts of a logged coat, in words: `900 mL + 90 mL thinner, 10 % on paint`. */
export function pouredWords(paintMl: number, thinnerMl: number, units: UnitPrefs = METRIC): string {
  const [paint, thinner] = [paintMl, thinnerMl].map((ml) => showQuantity('volume', ml, units));
  if (paintMl <= 0) return `${thinner} thinner`;
  const words = thinningWords({ convention: 'on-paint', value: (100 * thinnerMl) / paintMl });
  return thinnerMl === 0 ? `${paint}, unthinned` : `${paint} + ${thinner} thinner, ${words}`;
}
