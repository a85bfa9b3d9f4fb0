import type { Outcome } from '../base/outcome.ts';
import { DURATION } from './kinds.ts';
import { parseQuantity, type QuantityOptions } from './quantity.ts';

/**
 * Reads a time span: `4h30`, `4 h`, `90 min`, `90`, `1 1/2 hours`, `2 d`, `3 d 2 h`, `2 weeks`, `16:30`, `overnight`. A bare
 * number is minutes.
 * @returns whole minutes, never negative, or a sentence that says what could not be read.
 */
export function parseDurationMinutes(input: string, options: QuantityOptions = {}): Outcome<number> {
  const text = input
    .trim()
    .replace(/^(\d{1,3}):(\d{2})$/, '$1 h $2 min')
    .replace(/^(?:over ?night|a night)$/i, '1 night')
    .replace(/^an? (hour|day|week|minute|month)$/i, '1 $1');
  return parseQuantity(DURATION, text, options);
}

/**
 * A duration for reading at arm's length: `42 min`, `9 h 04`, `3 d 2 h`, `21 d`.
 * @param minutes any finite number; fractions are rounded, negatives get a minus sign.
 */
export function formatDuration(minutes: number): string {
  const sign = minutes < 0 ? '−' : '';
  const total = Math.round(Math.abs(minutes));
  if (total < 60) return `${sign}${total} min`;
  if (total < 48 * 60) {
    const rest = total % 60;
    return `${sign}${Math.floor(total / 60)} h${rest === 0 ? '' : ` ${String(rest).padStart(2, '0')}`}`;
  }
  const days = Math.floor(total / 1440);
  const hours = Math.round((total % 1440) / 60);
  if (hours === 24) return `${sign}${days + 1} d`;
  return `${sign}${days} d${hours === 0 ? '' : ` ${hours} h`}`;
}
