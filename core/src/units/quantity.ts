import { failure, type Outcome, success } from '../base/outcome.ts';
import { said } from '../said/index.ts';
import { askWords, fitting, NUMBER_PATTERN, plainDecimal, plainText, readingsOf } from './number.ts';

/** A unit: how many of the base unit it is, and what is taken off first (°F). */
interface Unit {
  factor: number;
  offset?: number;
  /** Unit of a bare number behind this one: minutes behind hours, inches behind feet. */
  next?: string;
}

/** A kind of quantity: what it is called, its units by every way of writing them, and what is believable. */
export interface QuantityKind {
  /** With its article: `a volume`. */
  what: string;
  example: string;
  units: Readonly<Record<string, Unit>>;
  /** Unit of a bare number. */
  bare: string;
  /** Decimals that are kept, in the base unit. */
  decimals: number;
  /** Values of the base unit between which somebody can mean it; decides between `1,000` and `1.0`. */
  believable: readonly [number, number];
  /** Whether it may be below zero. */
  isSigned?: boolean;
  /** A bare `1/2` says nothing here: nobody means half a millilitre by it. */
  needsUnitOnFraction?: boolean;
}

/** Which end of a range counts, where one value is asked for. */
export type RangeEnd = 'low' | 'high';

export interface QuantityOptions {
  /** Unit of a bare number, where it is not the kind's. */
  bareUnit?: string;
  /** Which end of `2-4 h` counts here; where it is left out, a range is refused. */
  rangeEnd?: RangeEnd;
  decimals?: number;
  believable?: readonly [number, number];
}

/** Gives one unit its ways of writing. */
export function spelt(unit: Unit, ...words: string[]): Record<string, Unit> {
  return Object.fromEntries(words.map((word) => [word, unit]));
}

interface Matcher {
  part: RegExp;
  units: Readonly<Record<string, Unit>>;
}

const matchers = new WeakMap<QuantityKind, Matcher>();

function escaped(text: string): string {
  return text.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&');
}

/** One number with an optional unit at the start of a text; units longest first, with the dot of an abbreviation. */
function matcherOf(kind: QuantityKind): Matcher {
  const known = matchers.get(kind);
  if (known) return known;
  const words = Object.keys(kind.units).sort((a, b) => b.length - a.length);
  const made = {
    part: new RegExp(`^${NUMBER_PATTERN} ?(?:(${words.map(escaped).join('|')})\\.?(?![a-zµ°]))?`),
    units: kind.units,
  };
  matchers.set(kind, made);
  return made;
}

type Read = number | { ask: [number, number]; unit: string } | null;

/** Reads a whole text as one quantity of parts, such as `5 ft 6 1/2 in` or `1 h 30`. @returns base units. */
function readParts(
  text: string,
  kind: QuantityKind,
  bareUnit: string,
  believable: readonly [number, number],
): Read {
  const { part, units } = matcherOf(kind);
  let rest = text;
  let sum = 0;
  let previous: string | null = null;
  for (let count = 0; rest !== ''; count += 1) {
    const match = part.exec(rest);
    if (!match || count > 3) return null;
    const [all, number = '', written] = match;
    const follows: string | undefined = previous === null ? undefined : units[previous]?.next;
    // A second part without a unit takes the smaller one that goes with the first: `4h30`, `5' 6`.
    const name: string | undefined = written ?? (previous === null ? bareUnit : follows);
    const unit = name === undefined ? undefined : units[name];
    if (!name || !unit) return null;
    // Parts go from large to small.
    const before: Unit | undefined = previous === null ? undefined : units[previous];
    if (before && (unit.offset !== undefined || unit.factor >= before.factor)) return null;
    const toBase = (value: number) => (value - (unit.offset ?? 0)) * unit.factor;
    const isAlone = count === 0 && rest.length === all.length;
    const value = fitting(readingsOf(number), (one) => {
      const base = toBase(one);
      return base >= believable[0] && base <= believable[1];
    });
    if (value === null) return null;
    if (typeof value === 'object') {
      if (!isAlone) return null;
      return { ask: value.ask, unit: written ?? '' };
    }
    sum += toBase(value);
    previous = name;
    rest = rest.slice(all.length).replace(/^ ?(?:,|and|-|\+)? ?/, '');
  }
  return previous === null ? null : sum;
}

/** The two ends of a range in one unit, or null: `2-4 h`, `2 h to 4 h`, `10–15 °C`. A mixed fraction is no range. */
function rangeOf(text: string): [string, string] | null {
  const match = /^(.*?\S) ?(?:-|to|bis|\.\.\.?) ?(\S.*)$/.exec(text);
  if (!match) return null;
  const [, from = '', to = ''] = match;
  if (/^\d+$/.test(from) && /^\d+\/\d+(?!\d)/.test(to) && !/^\d+ \d/.test(to)) return null;
  return /\d$|[a-z"'°%]$/.test(from) && /^[\d.,]/.test(to) ? [from, to] : null;
}

/**
 * Reads a quantity as people write it, with any unit of its kind. A bare number is in the unit of the field. `1,000` is read
 * by what can be meant; where both can, the message asks. The field says which end of a range counts.
 * @returns the value in the base unit of the kind, rounded, or a sentence that says what is wrong and what to type.
 */
export function parseQuantity(
  kind: QuantityKind,
  input: string,
  options: QuantityOptions = {},
): Outcome<number> {
  const { bareUnit = kind.bare, rangeEnd, decimals = kind.decimals, believable = kind.believable } = options;
  const unreadable = failure<number>(
    said('unit.is-not-try', { trim: input.trim(), what: kind.what, example: kind.example }),
  );
  let text = plainText(input).replace(/^(?:ca\.?|approx\.?|about|~) ?/, '');
  if (text === '') return failure(said('unit.enter-for-example', { what: kind.what, example: kind.example }));
  const sign = kind.isSigned && /^[-+]/.test(text) ? text.charAt(0) : '';
  if (sign) text = text.slice(1).trim();
  // Twelve digits first: 23 5/8" is 600.075 mm, which binary fractions hold as a little less.
  const rounded = (value: number) =>
    success(Math.round(Number((value * 10 ** decimals).toPrecision(12))) / 10 ** decimals);
  if (kind.needsUnitOnFraction && /^(?:\d+[ -])?\d+\/\d+$/.test(text))
    return failure(
      said('unit.type-the-unit-with-for-example', { trim: input.trim(), example: kind.example }),
    );
  const read = readParts(text, kind, bareUnit, believable);
  if (typeof read === 'number') {
    // A minus belongs to what was typed, before degrees are taken off.
    if (sign !== '-') return rounded(read);
    const negative = readNegative(text, kind, bareUnit);
    return negative === null ? unreadable : rounded(negative);
  }
  if (read) {
    const said = read.ask.map((value) =>
      `${plainDecimal(value)}${Number.isInteger(value) && value < 1000 ? '.0' : ''} ${read.unit}`.trim(),
    );
    return failure(askWords(input, said as [string, string]));
  }
  const range = rangeOf(text);
  if (range && sign === '') {
    const high = readParts(range[1], kind, bareUnit, believable);
    // The unit of the second end holds for the first as well.
    const unit = /[a-zµ°"'%²/ .]+$/.exec(range[1].replace(new RegExp(`^${NUMBER_PATTERN}`), ''))?.[0] ?? '';
    const hasUnit = /[a-zµ°"'%]\.?$/.test(range[0]);
    const low = readParts(hasUnit ? range[0] : `${range[0]}${unit}`, kind, bareUnit, believable);
    if (typeof low === 'number' && typeof high === 'number') {
      if (!rangeEnd) return failure(said('unit.is-a-range-type-the-one', { trim: input.trim() }));
      return rounded(rangeEnd === 'low' ? Math.min(low, high) : Math.max(low, high));
    }
  }
  return unreadable;
}

function readNegative(text: string, kind: QuantityKind, bareUnit: string): number | null {
  const { part, units } = matcherOf(kind);
  const match = part.exec(text);
  if (!match || match[0].length !== text.length) return null;
  const unit = units[match[2] ?? bareUnit];
  const value = readingsOf(match[1] ?? '')?.[0];
  return unit && value !== undefined ? (-value - (unit.offset ?? 0)) * unit.factor : null;
}
