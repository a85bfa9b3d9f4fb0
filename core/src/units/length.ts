import { failure, type Outcome, success } from '../outcome.ts';

const MM_PER_INCH = 25.4;
const NUMBER = '(?:\\d+(?:[.,]\\d+)?|[.,]\\d+)';
const FRACTION = '(?:(\\d+)[\\s-]+)?(\\d+)\\s*/\\s*(\\d+)';
const MILLIMETRE_WORDS = new Set(['mm', '']);

function decimal(text: string): number {
  return Number(text.replace(',', '.'));
}

function inchesFrom(text: string): number | null {
  const fraction = new RegExp(`^${FRACTION}$`).exec(text);
  if (fraction) {
    const [, whole, top, bottom] = fraction;
    return Number(bottom) === 0 ? null : Number(whole ?? 0) + Number(top) / Number(bottom);
  }
  return new RegExp(`^${NUMBER}$`).test(text) ? decimal(text) : null;
}

/**
 * Reads a length as people write it on a take-off: `400`, `40 cm`, `0,4 m`, `23 7/16"`, `23-7/16 in`,
 * `1'-11 3/4"`. A bare number is millimetres; a bare fraction is inches.
 *
 * @returns millimetres, rounded to 0.01, or a sentence that says what could not be read. Never negative.
 */
export function parseLengthMm(input: string, bareUnit: 'mm' | 'cm' | 'in' = 'mm'): Outcome<number> {
  const text = input
    .trim()
    .toLowerCase()
    .replace(/[″”“]|''/g, '"')
    .replace(/[′’]/g, "'")
    .replace(/\s+/g, ' ');
  if (text === '') return failure('Enter a length, for example 400 or 15 3/4".');
  const unreadable = failure<number>(`“${input.trim()}” is not a length. Try 400, 40 cm or 15 3/4".`);
  const rounded = (mm: number) => success(Math.round(mm * 100) / 100);

  const feet = /^(\d+)\s*(?:'|ft)[\s-]*(.*?)\s*(?:"|in)?$/.exec(text);
  if (feet) {
    const inches = feet[2] === '' || feet[2] === undefined ? 0 : inchesFrom(feet[2]);
    return inches === null ? unreadable : rounded((Number(feet[1]) * 12 + inches) * MM_PER_INCH);
  }
  const inch = /^(.*?)\s*(?:"|inches|inch|in)$/.exec(text);
  if (inch) {
    const inches = inchesFrom(inch[1] ?? '');
    return inches === null ? unreadable : rounded(inches * MM_PER_INCH);
  }
  if (text.includes('/')) {
    const inches = inchesFrom(text);
    return inches === null ? unreadable : rounded(inches * MM_PER_INCH);
  }
  const metric = new RegExp(`^(${NUMBER})\\s*(mm|cm|m)?$`).exec(text);
  if (!metric) return unreadable;
  const value = decimal(metric[1] ?? '');
  const unit = metric[2] ?? (MILLIMETRE_WORDS.has(bareUnit) ? 'mm' : bareUnit);
  const factor = { mm: 1, cm: 10, m: 1000, in: MM_PER_INCH }[unit as 'mm' | 'cm' | 'm' | 'in'];
  return rounded(value * factor);
}

/** Millimetres for display: whole numbers stay whole, others keep one decimal. */
export function formatMm(mm: number): string {
  return Number.isInteger(mm) ? String(mm) : mm.toFixed(1);
}
