import type { Outcome } from '../base/outcome.ts';
import {
  AREA,
  COVERAGE,
  DENSITY,
  DROPS,
  FILM,
  FLOW,
  HAND_SPEED,
  JOINT,
  LENGTH,
  MASS,
  ORIFICE,
  PACE,
  PACE_ALONG,
  PRESSURE,
  RUN,
  SPREAD,
  TEMPERATURE,
  VOC,
  VOLUME,
} from './kinds.ts';
import { plainText } from './number.ts';
import { type SingleUnits, type UnitPrefs, unitsOf } from './prefs.ts';
import { parseQuantity, type QuantityKind, type QuantityOptions } from './quantity.ts';

// Longer than other files: one table of every quantity that is shown.

const INCH_MM = 25.4;
const FOOT_M = 0.3048;
const OUNCE_ML = 29.5735295625;
const GALLON_ML = 3785.411784;
const OUNCE_G = 28.349523125;
const POUND_KG = 0.45359237;
const PSI_BAR = 0.0689475729;

/** A quantity as it is shown: a number, and the unit behind it. */
interface Shown {
  number: string;
  unit: string;
}

interface Quantity {
  /** How it is read; none where nobody types it. */
  kind?: QuantityKind;
  /** Unit of a bare number, as the kind knows it. */
  bare(units: Units): string;
  show(value: number, units: Units): Shown;
  /** A unit that a column's head can name, with each number in it alone. */
  head(units: Units): { unit: string; show(value: number): string };
}

type Units = Required<SingleUnits>;

/** Digits behind the point, without zeros that say nothing; a minus that is one. */
function digits(value: number, most: number): string {
  const text = String(Number(value.toFixed(most)));
  return text === '-0' ? '0' : text.replace('-', '−');
}

/**
 * A number as whole and reduced fraction: `23 7/16`, `1/4`, `0`.
 * @param parts of one that are told apart, a power of two.
 */
function fraction(value: number, parts: number): string {
  const sign = value < 0 ? '−' : '';
  let [top, bottom] = [Math.round(Math.abs(value) * parts), parts];
  if (top === 0) return '0';
  while (top % 2 === 0 && bottom > 1) [top, bottom] = [top / 2, bottom / 2];
  const whole = Math.floor(top / bottom);
  const rest = bottom === 1 ? '' : `${top % bottom}/${bottom}`;
  return sign + [whole === 0 && rest !== '' ? '' : String(whole), rest].filter(Boolean).join(' ');
}

/** Inches below ten feet, else feet and inches: `23 7/16 in`, `29 ft 6 1/2 in`. */
function inches(mm: number): Shown {
  const all = Math.round((mm / INCH_MM) * 16) / 16;
  const feet = Math.floor(Math.abs(all) / 12);
  if (feet < 10) return { number: fraction(all, 16), unit: 'in' };
  const rest = fraction(Math.abs(all) - 12 * feet, 16);
  const number = `${all < 0 ? '−' : ''}${feet} ft`;
  return rest === '0'
    ? { number: number.replace(' ft', ''), unit: 'ft' }
    : { number: `${number} ${rest}`, unit: 'in' };
}

/** US ounces: eighths below one, quarters up to a cup, whole ones up to a gallon; then gallons. */
function ounces(ml: number): Shown {
  const oz = ml / OUNCE_ML;
  if (oz >= 128) return { number: digits(ml / GALLON_ML, 2), unit: 'gal' };
  const parts = oz < 1 ? 8 : oz < 8 ? 4 : 1;
  const number = fraction(oz, parts);
  // What is there at all is never shown as nothing.
  return {
    number: number === '0' && ml > 0 ? '1/8' : number === '128' ? '1' : number,
    unit: number === '128' ? 'gal' : 'fl oz',
  };
}

function litres(ml: number): Shown {
  if (Math.round(Math.abs(ml)) >= 1000) return { number: digits(ml / 1000, 2), unit: 'L' };
  return { number: digits(ml, Math.abs(ml) < 20 ? 1 : 0), unit: 'mL' };
}

/** A unit that is a factor of what is stored, or °F. */
interface Plain {
  unit: string;
  bare: string;
  of(value: number): number;
  decimals(value: number): number;
}

/** A quantity of which every unit is a plain number of the stored one. */
function plain(kind: QuantityKind | undefined, pick: (units: Units) => Plain): Quantity {
  const show = (value: number, units: Units): Shown => {
    const { unit, of, decimals } = pick(units);
    return { number: digits(of(value), decimals(of(value))), unit };
  };
  return {
    ...(kind && { kind }),
    bare: (units) => pick(units).bare,
    show,
    head: (units) => ({ unit: pick(units).unit, show: (value) => show(value, units).number }),
  };
}

const at = (most: number) => () => most;
const unit = (
  name: string,
  factor: number,
  decimals: (value: number) => number,
  bare = name.toLowerCase(),
): Plain => ({
  unit: name,
  bare,
  of: (value) => value / factor,
  decimals,
});
const isMetric = ({ length }: Units) => length !== 'in';
const isLitre = ({ volume }: Units) => volume === 'L';

/** Every quantity that the product shows, by the unit it is stored in. */
const QUANTITIES = {
  /** mm. */
  length: {
    kind: LENGTH,
    bare: ({ length }) => length,
    show(mm, { length }) {
      if (length === 'in') return inches(mm);
      return length === 'cm'
        ? { number: digits(mm / 10, 2), unit: 'cm' }
        : { number: digits(mm, 1), unit: 'mm' };
    },
    head({ length }) {
      if (length === 'in') return { unit: 'in', show: (mm) => fraction(mm / INCH_MM, 16) };
      return length === 'cm'
        ? { unit: 'cm', show: (mm) => digits(mm / 10, 2) }
        : { unit: 'mm', show: (mm) => digits(mm, 1) };
    },
  },
  /** Needles, in mm: sold by the tenth of a millimetre everywhere. */
  needle: plain(ORIFICE, () => unit('mm', 1, at(2))),
  /** The same as benches keep it, in µm. */
  orifice: plain(undefined, (units) =>
    isMetric(units) ? unit('mm', 1000, at(2)) : unit('in', 1000 * INCH_MM, at(3)),
  ),
  /** Airless tips, in mm: by the thousandth of an inch where inches are in use, and in the UK. */
  tip: plain(ORIFICE, (units) => (isMetric(units) ? unit('mm', 1, at(3)) : unit('in', INCH_MM, at(3)))),
  /** m. */
  run: plain(RUN, (units) =>
    isMetric(units) ? unit('m', 1, (m) => (m < 100 ? 1 : 0)) : unit('ft', FOOT_M, (ft) => (ft < 100 ? 1 : 0)),
  ),
  /** µm, wet or dry. */
  film: plain(FILM, ({ film }) => (film === 'mil' ? unit('mil', INCH_MM, at(1)) : unit('µm', 1, at(1)))),
  /** mL/min, out of a gun. */
  flow: plain(FLOW, (units) =>
    isLitre(units) ? unit('mL/min', 1, at(0)) : unit('fl oz/min', OUNCE_ML, at(1)),
  ),
  /** cm/s, of a hand. */
  speed: plain(HAND_SPEED, (units) =>
    isMetric(units) ? unit('cm/s', 1, at(1)) : unit('in/s', INCH_MM / 10, at(1)),
  ),
  /** mL. */
  volume: {
    kind: VOLUME,
    bare: (units) => (isLitre(units) ? 'ml' : 'fl oz'),
    show: (ml, units) => (isLitre(units) ? litres(ml) : ounces(ml)),
    head: (units) =>
      isLitre(units)
        ? { unit: 'mL', show: (ml) => digits(ml, Math.abs(ml) < 20 ? 1 : 0) }
        : { unit: 'fl oz', show: (ml) => digits(ml / OUNCE_ML, Math.abs(ml) < 8 * OUNCE_ML ? 2 : 0) },
  },
  /** g. */
  weight: {
    kind: MASS,
    bare: ({ weight }) => weight,
    show(g, { weight }) {
      if (weight === 'g')
        return g < 10_000 ? { number: digits(g, 0), unit: 'g' } : { number: digits(g / 1000, 1), unit: 'kg' };
      return g < 160 * OUNCE_G
        ? { number: digits(g / OUNCE_G, 1), unit: 'oz' }
        : { number: digits(g / 1000 / POUND_KG, 1), unit: 'lb' };
    },
    head: ({ weight }) =>
      weight === 'g'
        ? { unit: 'g', show: (g) => digits(g, 0) }
        : { unit: 'oz', show: (g) => digits(g / OUNCE_G, 1) },
  },
  /** °C. */
  temperature: plain(TEMPERATURE, ({ temperature }) =>
    temperature === '°C'
      ? { unit: '°C', bare: 'c', of: (c) => c, decimals: at(1) }
      : { unit: '°F', bare: 'f', of: (c) => c * 1.8 + 32, decimals: at(0) },
  ),
  /** A difference of temperatures in K. */
  warmth: plain(undefined, ({ temperature }) =>
    temperature === '°C' ? unit('°C', 1, at(1)) : unit('°F', 1 / 1.8, at(0)),
  ),
  /** bar. */
  pressure: plain(PRESSURE, ({ pressure }) =>
    pressure === 'bar' ? unit('bar', 1, (bar) => (bar < 10 ? 1 : 0)) : unit('psi', PSI_BAR, at(0)),
  ),
  /** m². */
  area: plain(AREA, ({ area }) =>
    area === 'm²'
      ? unit('m²', 1, (m2) => (m2 < 0.1 ? 3 : m2 < 100 ? 2 : 0))
      : unit('ft²', FOOT_M ** 2, (ft2) => (ft2 < 10 ? 2 : ft2 < 100 ? 1 : 0)),
  ),
  /** kg/L. */
  density: plain(DENSITY, (units) =>
    isLitre(units) ? unit('kg/L', 1, at(3)) : unit('lb/gal', POUND_KG / (GALLON_ML / 1000), at(2)),
  ),
  /** g/L. */
  voc: plain(VOC, (units) =>
    isLitre(units) ? unit('g/L', 1, at(0)) : unit('lb/gal', (POUND_KG * 1e6) / GALLON_ML, at(2)),
  ),
  /** m²/L. */
  spread: plain(SPREAD, (units) =>
    isLitre(units) ? unit('m²/L', 1, at(1)) : unit('ft²/gal', FOOT_M ** 2 / (GALLON_ML / 1000), at(0)),
  ),
  /** mL/m². */
  coverage: plain(COVERAGE, (units) =>
    isLitre(units) ? unit('mL/m²', 1, at(1)) : unit('fl oz/100 ft²', OUNCE_ML / (100 * FOOT_M ** 2), at(1)),
  ),
  /** mL per m of joint. */
  joint: plain(JOINT, (units) =>
    isLitre(units) ? unit('mL/m', 1, at(1)) : unit('fl oz/100 ft', OUNCE_ML / (100 * FOOT_M), at(1)),
  ),
  /** Drops per litre. */
  drops: plain(DROPS, (units) =>
    isLitre(units) ? unit('drops/L', 1, at(1)) : unit('drops/qt', 4000 / GALLON_ML, at(1)),
  ),
  /** min/m². */
  pace: plain(PACE, ({ area }) =>
    area === 'm²' ? unit('min/m²', 1, at(2)) : unit('min/ft²', 1 / FOOT_M ** 2, at(2)),
  ),
  /** min/m. */
  paceAlong: plain(PACE_ALONG, (units) =>
    isMetric(units) ? unit('min/m', 1, at(2)) : unit('min/ft', 1 / FOOT_M, at(2)),
  ),
  /** Kinematic viscosity in mm²/s, which is a centistoke. */
  viscosity: plain(undefined, (units) => (isMetric(units) ? unit('mm²/s', 1, at(1)) : unit('cSt', 1, at(1)))),
  /** Openings of strainers in µm, by the word they are sold under. */
  strainer: plain(undefined, ({ film }) =>
    film === 'mil' ? unit('micron', 1, at(0)) : unit('µm', 1, at(0)),
  ),
} satisfies Record<string, Quantity>;
export type QuantityName = keyof typeof QUANTITIES;
export const QUANTITY_NAMES = Object.keys(QUANTITIES) as QuantityName[];

const quantity = (name: QuantityName): Quantity => QUANTITIES[name];

/**
 * A quantity with its unit, as somebody reads it: `590.6 mm` or `23 1/4 in`, `120 µm` or `4.7 mil`, `850 mL` or `29 fl oz`.
 * @param value in the unit that the quantity is stored in.
 */
export function showQuantity(name: QuantityName, value: number, prefs: UnitPrefs): string {
  const { number, unit } = quantity(name).show(value, unitsOf(prefs));
  return `${number} ${unit}`;
}

/** Two or more of a quantity with the unit once, where all have the same: `400 × 720 mm`, `80–120 µm`. */
export function showQuantities(
  name: QuantityName,
  values: readonly number[],
  prefs: UnitPrefs,
  between = ' × ',
): string {
  const shown = values.map((value) => quantity(name).show(value, unitsOf(prefs)));
  const last = shown.at(-1)?.unit;
  return shown
    .map(({ number, unit }, at) => (unit === last && at < shown.length - 1 ? number : `${number} ${unit}`))
    .join(between);
}

/** The unit that a column or a field of a quantity has, for its head: `mm`, `in`. */
export function unitOf(name: QuantityName, prefs: UnitPrefs): string {
  return quantity(name).head(unitsOf(prefs)).unit;
}

/** A quantity as a number alone, in the unit of its column. */
export function showBare(name: QuantityName, value: number, prefs: UnitPrefs): string {
  return quantity(name).head(unitsOf(prefs)).show(value);
}

/**
 * Reads a quantity as it is typed, in any unit; a bare number is in the unit that the field shows.
 * @param stored what the field shows; a text that says just that is the stored value itself, to the last digit.
 * @returns the value in the unit it is stored in, or a sentence that says what is wrong.
 */
export function readQuantity(
  name: QuantityName,
  text: string,
  prefs: UnitPrefs,
  stored?: number | null,
  options: QuantityOptions = {},
): Outcome<number> {
  const { kind, bare } = quantity(name);
  if (typeof stored === 'number') {
    const typed = plainText(text);
    const shown = [showQuantity(name, stored, prefs), showBare(name, stored, prefs)].map(plainText);
    if (shown.includes(typed)) return { ok: true, value: stored };
  }
  if (!kind) throw new Error(`nobody types a ${name}`);
  const isFraction = kind === LENGTH && /^(?:\d+[ -])?\d+\/\d+$/.test(plainText(text));
  return parseQuantity(kind, text, { bareUnit: isFraction ? 'in' : bare(unitsOf(prefs)), ...options });
}

/**
 * What a text was read as, where it names another unit than the field shows: `590.6 mm` for `23 1/4"`; empty where there is
 * nothing to tell.
 */
export function understood(name: QuantityName, text: string, prefs: UnitPrefs): string {
  const read = readQuantity(name, text, prefs);
  if (!read.ok) return '';
  const shown = showQuantity(name, read.value, prefs);
  const same = [shown, showBare(name, read.value, prefs)].map((one) => plainText(one).replaceAll(' ', ''));
  const bareTyped = /^[\d.,/ -]+$/.test(plainText(text));
  return bareTyped || same.includes(plainText(text).replaceAll(' ', '')) ? '' : shown;
}

/** How many litres the container holds that prices go by here: a litre, or a US gallon. */
export function pricedLitres(prefs: UnitPrefs): { litres: number; name: string } {
  return isLitre(unitsOf(prefs))
    ? { litres: 1, name: 'litre' }
    : { litres: GALLON_ML / 1000, name: 'gallon' };
}

/** A length as a decimal number of its unit, fine enough that reading it again gives the same hundredth of a millimetre. */
export function exactLength(mm: number, prefs: UnitPrefs): string {
  const factor = { mm: 1, cm: 10, in: INCH_MM }[unitsOf(prefs).length];
  const text = String(Number((mm / factor).toFixed(4)));
  // Three digits behind a mark might be thousands.
  return /\.\d{3}$/.test(text) ? `${text}0` : text;
}

/** The area of one piece for a column of such, with as many digits in every line. @param m2 in m². */
export function areaCell(m2: number, prefs: UnitPrefs): string {
  return unitsOf(prefs).area === 'm²' ? m2.toFixed(3) : (m2 / FOOT_M ** 2).toFixed(2);
}
