import type { Outcome } from '../base/outcome.ts';
import { LENGTH, ORIFICE } from './kinds.ts';
import { plainText } from './number.ts';
import { parseQuantity, type QuantityOptions } from './quantity.ts';

/**
 * Reads a length as people write it on a take-off: `400`, `40 cm`, `0,4 m`, `23 7/16"`, `23-7/16 in.`, `16½"`,
 * `1'-11 3/4"`, `5'`. A bare number is in the unit of the field, millimetres unless it says otherwise; a bare fraction is inches.
 *
 * @returns millimetres, rounded to 0.01, or a sentence that says what could not be read. Never negative.
 */
export function parseLengthMm(
  input: string,
  bareUnit: 'mm' | 'cm' | 'in' = 'mm',
  options: QuantityOptions = {},
): Outcome<number> {
  const isFraction = /^(?:\d+[ -])?\d+\/\d+$/.test(plainText(input));
  return parseQuantity(LENGTH, input, { ...options, bareUnit: isFraction ? 'in' : bareUnit });
}

/** Reads a needle or a tip: `1.3`, `1.3 mm`, `0.010"`, `10 thou`, `254 µm`. @returns millimetres, rounded to 0.0001. */
export function parseOrificeMm(input: string): Outcome<number> {
  return parseQuantity(ORIFICE, input);
}

/** Millimetres for display: whole numbers stay whole, others keep one decimal. */
export function formatMm(mm: number): string {
  return Number.isInteger(mm) ? String(mm) : mm.toFixed(1);
}
