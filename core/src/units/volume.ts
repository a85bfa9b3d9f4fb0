import type { Outcome } from '../base/outcome.ts';
import { VOLUME } from './kinds.ts';
import { parseQuantity, type QuantityOptions } from './quantity.ts';

/**
 * Reads a volume: `250ml`, `1.2 L`, `3.5 oz`, `½ gal`, `1-1/2 qt`, `2 cups`, `1 qt 8 oz`. A bare number is millilitres; pints,
 * quarts, gallons and ounces are US unless they say imp or UK. `1,000 ml` is a thousand: a thousandth of it is nothing that
 * anybody pours.
 * @returns millilitres, never negative, or a sentence that says what could not be read.
 */
export function parseVolumeMl(input: string, options: QuantityOptions = {}): Outcome<number> {
  return parseQuantity(VOLUME, input, options);
}

/** Millilitres for display: below one litre in whole mL, above in litres with two decimals. */
export function formatMl(ml: number): string {
  return ml < 1000 ? `${Math.round(ml)} mL` : `${(ml / 1000).toFixed(2)} L`;
}
