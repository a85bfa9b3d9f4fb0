import { failure, type Outcome, success } from '../outcome.ts';

/**
 * Reads a temperature: `17`, `17.5 °C`, `68F`. A bare number is Celsius.
 * @returns degrees Celsius rounded to 0.1, or a sentence that says what could not be read.
 */
export function parseTemperatureC(input: string): Outcome<number> {
  const match = /^([-−]?\d+(?:[.,]\d+)?)\s*°?\s*([cf])?$/i.exec(input.trim());
  if (!match) return failure(`“${input.trim()}” is not a temperature. Try 17.5 or 64F.`);
  const value = Number((match[1] ?? '').replace('−', '-').replace(',', '.'));
  const celsius = match[2]?.toLowerCase() === 'f' ? ((value - 32) * 5) / 9 : value;
  return success(Math.round(celsius * 10) / 10);
}
