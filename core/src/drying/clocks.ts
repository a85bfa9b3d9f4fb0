import type { DryingMode, ProductSheet } from '../catalogue/sheet.ts';
import { said } from '../said/index.ts';
import { formatDuration } from '../units/duration.ts';
import { measured } from '../units/index.ts';
import { type Climate, dewPointC, evaporationHpa, SHEET_CLIMATE } from './climate.ts';

/** Below this drying power, in hPa, a waterborne film does not dry: no coat. */
const LEAST_EVAPORATION_HPA = 1;
/** The surface must be this much warmer than the dew point (practice of ISO 8502-4). */
const DEW_POINT_MARGIN_C = 3;
/** Molar gas constant in J/(mol·K), and activation energy taken for two-part films in J/mol. */
const GAS_CONSTANT = 8.314;
const TWO_PART_ACTIVATION = 50_000;
const KELVIN = 273.15;

/** How the shop wants climate applied. */
export interface DryingPolicy {
  /** Let warm, dry air shorten clocks, down to half the sheet. Off unless someone switches it on. */
  mayShorten: boolean;
}

/** One clock, from the sheet to this shop. */
export interface ScaledClock {
  sheetMinutes: number;
  hereMinutes: number;
}

/** All clocks of one coat as it was or will be applied, with the sentence that explains them. */
export interface FilmClocks {
  touch: ScaledClock;
  sand: ScaledClock;
  recoatMin: ScaledClock;
  /** Never stretched by cold; null when the sheet sets no end. */
  recoatMax: ScaledClock | null;
  handle: ScaledClock;
  pack: ScaledClock;
  refit: ScaledClock;
  cure: ScaledClock;
  /** What the minimum clocks were multiplied by. */
  factor: number;
  because: string;
}

function evaporationFactor(climate: Climate): number {
  return evaporationHpa(SHEET_CLIMATE) / Math.max(evaporationHpa(climate), LEAST_EVAPORATION_HPA);
}

function oxidativeFactor({ airC, rhPct }: Climate): number {
  return 2 ** ((23 - airC) / 10) * (1 + 0.01 * Math.max(0, rhPct - 60));
}

/**
 * What a drying mode's clocks are multiplied by in a climate, relative to 23 °C and 50 %.
 * Waterborne: ratio of drying powers. Oxidative: doubling per 10 °C down, slower above 60 % RH. Two-part: Arrhenius with
 * 50 kJ/mol. Fast solvents: ×1.5 per 10 °C down. Hybrids: the slower of waterborne and oxidative.
 */
export function climateFactor(mode: DryingMode, climate: Climate): number {
  switch (mode) {
    case 'evaporation':
      return evaporationFactor(climate);
    case 'oxidative':
      return oxidativeFactor(climate);
    case 'two-part': {
      const reciprocal = 1 / (climate.airC + KELVIN) - 1 / (SHEET_CLIMATE.airC + KELVIN);
      return Math.exp((TWO_PART_ACTIVATION / GAS_CONSTANT) * reciprocal);
    }
    case 'fast-solvent':
      return 1.5 ** ((23 - climate.airC) / 10);
    case 'hybrid':
      return Math.max(evaporationFactor(climate), oxidativeFactor(climate));
  }
}

/**
 * The factor of a product in a climate: that of its drying mode, and for a two-part product in water the slower of its
 * cure and of the water that has to leave first.
 */
export function sheetFactor(
  { drying, base }: Pick<ProductSheet, 'drying' | 'base'>,
  climate: Climate,
): number {
  const factor = climateFactor(drying, climate);
  return drying === 'two-part' && base === 'water' ? Math.max(factor, evaporationFactor(climate)) : factor;
}

/** Drying time grows with the wet film to the power 1.5. */
export function thicknessFactor(wftUm: number, sheetWftUm: number): number {
  return (wftUm / sheetWftUm) ** 1.5;
}

function because(climate: Climate, wftUm: number, sheet: ProductSheet, factor: number, raw: number): string {
  const film =
    wftUm === sheet.wftTypUm
      ? ''
      : said('dry.and-wet-instead-of', {
          wftUm: measured('film', wftUm),
          wftTypUm: measured('film', sheet.wftTypUm),
        });
  const where = `${measured('temperature', climate.airC)} and ${Math.round(climate.rhPct)} %${film}`;
  if (raw < 1 && factor === 1) return said('dry.because-would-dry-faster-but-the', { where });
  return said('dry.because', { where, factor: factor.toFixed(2) });
}

/**
 * Scales a sheet's clocks to a climate and a wet film. Longer always; shorter only when the policy allows, never below
 * half the sheet, and never for the recoat minimum of a catalysed product. The recoat maximum stays as the sheet has it.
 *
 * @param wftUm wet film as applied, in µm, > 0.
 * @returns whole minutes, rounded up for minimum clocks.
 */
export function filmClocks(
  sheet: ProductSheet,
  climate: Climate,
  wftUm: number = sheet.wftTypUm,
  policy: DryingPolicy = { mayShorten: false },
): FilmClocks {
  const raw = sheetFactor(sheet, climate) * thicknessFactor(wftUm, sheet.wftTypUm);
  const factor = Math.max(raw, policy.mayShorten ? 0.5 : 1);
  const scale = (minutes: number, by = factor): ScaledClock => ({
    sheetMinutes: minutes,
    hereMinutes: Math.ceil(minutes * by - 1e-9),
  });
  const { clocks } = sheet;
  return {
    touch: scale(clocks.touchMin),
    sand: scale(clocks.sandMin),
    recoatMin: scale(clocks.recoatMinMin, sheet.isCatalysed ? Math.max(factor, 1) : factor),
    recoatMax: clocks.recoatMaxMin === null ? null : scale(clocks.recoatMaxMin, 1),
    handle: scale(clocks.handleMin),
    pack: scale(clocks.packMin),
    refit: scale(clocks.refitMin),
    cure: scale(clocks.cureMin),
    factor,
    because: because(climate, wftUm, sheet, factor, raw),
  };
}

/** `sheet 4 h → here 9 h 04`, or only the sheet when nothing changed. */
export function clockSentence(clock: ScaledClock): string {
  if (clock.hereMinutes === clock.sheetMinutes)
    return said('dry.sheet-kept-here', { sheetMinutes: formatDuration(clock.sheetMinutes) });
  return `sheet ${formatDuration(clock.sheetMinutes)} → here ${formatDuration(clock.hereMinutes)}`;
}

/** Reasons not to coat in a climate with a product; empty when it may go on. */
export function coatingObstacles(sheet: ProductSheet, climate: Climate): string[] {
  const dew = dewPointObstacle(climate);
  return [...sheetObstacles(sheet, climate), ...(dew ? [dew] : [])];
}

/** Above this relative humidity a fast solvent cools the film below the dew point, and it turns milky. */
const BLUSH_ABOVE_PCT = 70;

/** What may go wrong with a product in a climate though its sheet allows it; empty when nothing is known. */
export function coatingRisks(
  { base, materialMinC }: Pick<ProductSheet, 'base' | 'materialMinC'>,
  { airC, rhPct }: Climate,
): string[] {
  const risks: string[] = [];
  if ((base === 'lacquer' || base === 'alcohol') && rhPct > BLUSH_ABOVE_PCT)
    risks.push(said('dry.above-humidity-now-it-can-blush', { BLUSH_ABOVE_PCT, rhPct: Math.round(rhPct) }));
  if (materialMinC !== null && airC < materialMinC)
    risks.push(
      said('dry.paint-that-stood-in-this-air', { materialMinC: measured('temperature', materialMinC) }),
    );
  return risks;
}

/** Why condensation threatens: the surface is less than 3 °C above the dew point. Null when it is not. */
export function dewPointObstacle(climate: Climate): string | null {
  const margin = (climate.surfaceC ?? climate.airC) - dewPointC(climate);
  if (margin >= DEW_POINT_MARGIN_C) return null;
  return said('dry.the-surface-is-only-above-the', {
    margin: measured('warmth', Math.round(margin * 10) / 10),
    value: measured('warmth', 3),
  });
}

/** What a product's own sheet says against a climate. */
export function sheetObstacles(sheet: ProductSheet, climate: Climate): string[] {
  const obstacles: string[] = [];
  const surfaceC = climate.surfaceC ?? climate.airC;
  if (sheet.surfaceMinC !== null && surfaceC < sheet.surfaceMinC) {
    obstacles.push(
      said('dry.a-surface-of-is-below-the', {
        surfaceC: measured('temperature', surfaceC),
        surfaceMinC: measured('temperature', sheet.surfaceMinC ?? 0),
      }),
    );
  }
  if (climate.airC < sheet.airMinC) {
    obstacles.push(
      said('dry.air-of-is-below-the-sheets', {
        airC: measured('temperature', climate.airC),
        airMinC: measured('temperature', sheet.airMinC),
      }),
    );
  }
  if (climate.airC > sheet.airMaxC) {
    obstacles.push(
      said('dry.air-of-is-above-the-sheets', {
        airC: measured('temperature', climate.airC),
        airMaxC: measured('temperature', sheet.airMaxC),
      }),
    );
  }
  if (climate.rhPct > sheet.rhMaxPct) {
    obstacles.push(
      said('dry.humidity-is-above-the-sheets', { rhPct: climate.rhPct, rhMaxPct: sheet.rhMaxPct }),
    );
  }
  if (sheet.base === 'water') {
    if (evaporationHpa(climate) < LEAST_EVAPORATION_HPA) {
      obstacles.push(said('dry.the-air-is-too-damp-for'));
    }
  }
  return obstacles;
}
