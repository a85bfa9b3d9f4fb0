import type { Outcome } from '../base/outcome.ts';
import { TEMPERATURE } from './kinds.ts';
import { parseQuantity, type QuantityOptions } from './quantity.ts';

/**
 * Reads a temperature: `17`, `17.5 °C`, `68F`, `68 deg F`, `-3`. A bare number is Celsius.
 * @returns degrees Celsius rounded to 0.1, or a sentence that says what could not be read.
 */
export function parseTemperatureC(input: string, options: QuantityOptions = {}): Outcome<number> {
  return parseQuantity(TEMPERATURE, input, options);
}
