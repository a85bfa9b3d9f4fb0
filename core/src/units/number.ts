import { failure, type Outcome, success } from '../base/outcome.ts';
import { said } from '../said/index.ts';

/** Fractions that are one character. */
const VULGAR: Readonly<Record<string, string>> = {
  '½': '1/2',
  '⅓': '1/3',
  '⅔': '2/3',
  '¼': '1/4',
  '¾': '3/4',
  '⅕': '1/5',
  '⅖': '2/5',
  '⅗': '3/5',
  '⅘': '4/5',
  '⅙': '1/6',
  '⅚': '5/6',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

/**
 * Brings a text into one way of writing: lower case, plain spaces, fractions as `1/2`, primes as `"` and `'`, a plain minus.
 * Nothing is lost that decides what was meant.
 */
export function plainText(text: string): string {
  return text
    .trim()
    .toLowerCase()
    .replace(/[\u00a0\u2007\u2009\u202f]/g, ' ')
    .replace(/[⁄∕]/g, '/')
    .replace(/(\d)?\s*([½⅓⅔¼¾⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞])/g, (_all, whole: string | undefined, one: string) =>
      whole === undefined ? (VULGAR[one] ?? one) : `${whole} ${VULGAR[one] ?? one}`,
    )
    .replace(/[″”“„]|''|´´/g, '"')
    .replace(/[′’‘´`]/g, "'")
    .replace(/[−‒–—]/g, '-')
    .replace(/μ/g, 'µ')
    .replace(/[×✕]/g, 'x')
    .replace(/\s+/g, ' ');
}

/** A number as it may be written within a plain text; one capturing group that holds all of it. */
export const NUMBER_PATTERN = String.raw`(\d+(?: |-)\d+/\d+|\d+/\d+|\d{1,3}(?:[ ']\d{3})+(?:[.,]\d+)?|\d+(?:[.,]\d+)*|[.,]\d+)`;
const WHOLE = new RegExp(`^${NUMBER_PATTERN}$`);

/** What a number may mean: usually one value; two where a mark groups thousands or is the decimal mark. */
export type NumberReadings = [likelier: number] | [likelier: number, other: number];

/**
 * Reads a number out of a plain text (see `plainText`): `12.5`, `12,5`, `.5`, `1/2`, `1 1/2`, `1-1/2`, `1 240`, `1'240`,
 * `1.234,5`, `1,234.5`. A single mark with exactly three digits behind it and one to three before it may be either, unless the
 * number starts with 0: then both readings are given, the decimal one first.
 * @returns null for anything else, and for a division by zero.
 */
export function readingsOf(plain: string): NumberReadings | null {
  if (!WHOLE.test(plain)) return null;
  const fraction = /^(?:(\d+)[ -])?(\d+)\/(\d+)$/.exec(plain);
  if (fraction) {
    const [, whole = '0', top, bottom] = fraction;
    return Number(bottom) === 0 ? null : [Number(whole) + Number(top) / Number(bottom)];
  }
  const text = plain.replace(/[ ']/g, '');
  const marks = text.match(/[.,]/g) ?? [];
  if (marks.length === 0) return [Number(text)];
  const last = marks.at(-1) ?? '.';
  const isMixed = new Set(marks).size > 1;
  if (isMixed) {
    // The last mark is the decimal one; the others group, and have to stand where groups end.
    const [head = '', tail = ''] = [
      text.slice(0, text.lastIndexOf(last)),
      text.slice(text.lastIndexOf(last) + 1),
    ];
    if (head.includes(last) || !/^\d{1,3}([.,]\d{3})+$/.test(head)) return null;
    return [Number(`${head.replace(/[.,]/g, '')}.${tail}`)];
  }
  if (marks.length > 1)
    return /^\d{1,3}([.,]\d{3})+$/.test(text) ? [Number(text.replace(/[.,]/g, ''))] : null;
  const decimal = Number(text.replace(',', '.'));
  // Spaces or apostrophes that group already leave the mark only one meaning.
  const isEither = /^[1-9]\d{0,2}[.,]\d{3}$/.test(text) && text === plain;
  return isEither ? [decimal, Number(text.replace(/[.,]/, ''))] : [decimal];
}

/**
 * The one value of a number that fits where it stands.
 * @param isPlausible whether a value can be meant here; where it is left out, both are.
 * @returns the value, `ask` with both where both fit, or null where none was read.
 */
export function fitting(
  readings: NumberReadings | null,
  isPlausible: (value: number) => boolean = () => true,
): number | { ask: [number, number] } | null {
  if (!readings) return null;
  const [first, second] = readings;
  if (second === undefined) return first;
  const fits = [isPlausible(first), isPlausible(second)];
  if (fits[0] && fits[1]) return { ask: [first, second] };
  return fits[1] ? second : first;
}

/** Writes a number without grouping, as one types it. */
export function plainDecimal(value: number): string {
  return String(Math.round(value * 1e6) / 1e6);
}

interface DecimalOptions {
  /** What it is, with its article, for the message: `a humidity`. */
  what?: string;
  example?: string;
  min?: number;
  max?: number;
  /** Words that may stand behind it and mean nothing: `%`, `drops`. */
  suffixes?: readonly string[];
  isWhole?: boolean;
}

/**
 * Reads a bare number as people type it. Within `min` and `max` only one reading of `1,000` may fit; where both do, the
 * message asks which one is meant.
 * @returns the value as typed, or a sentence that says what is wrong.
 */
export function parseDecimal(input: string, options: DecimalOptions = {}): Outcome<number> {
  const { what = 'a number', example = '12.5', min, max, suffixes = [], isWhole = false } = options;
  let text = plainText(input);
  const sign = /^[-+]/.exec(text)?.[0];
  if (sign) text = text.slice(1).trim();
  const suffix = suffixes.find((one) => text.endsWith(one));
  if (suffix) text = text.slice(0, -suffix.length).trim();
  const fits = (value: number) => (min === undefined || value >= min) && (max === undefined || value <= max);
  const value = fitting(readingsOf(text), fits);
  if (value === null) return failure(said('unit.is-not-try', { trim: input.trim(), what, example }));
  if (typeof value === 'object')
    return failure(askWords(input, value.ask.map(plainDecimal) as [string, string]));
  const signed = sign === '-' ? -value : value;
  if (isWhole && !Number.isInteger(signed))
    return failure(said('unit.is-not-a-whole-number', { trim: input.trim() }));
  if (min !== undefined && signed < min)
    return failure(said('unit.must-be-at-least', { what: capital(what), min: plainDecimal(min) }));
  if (max !== undefined && signed > max)
    return failure(said('unit.must-be-at-most', { what: capital(what), max: plainDecimal(max) }));
  return success(signed);
}

/** The question that two readings of one text put; both are written so that they can be typed. */
export function askWords(input: string, [first, second]: [string, string]): string {
  return said('unit.could-be-or-type-or', { trim: input.trim(), first, second });
}

/** `a humidity` at the start of a sentence, without its article: `Humidity`. */
function capital(what: string): string {
  const bare = what.replace(/^(an?|the) /, '');
  return bare.charAt(0).toUpperCase() + bare.slice(1);
}
