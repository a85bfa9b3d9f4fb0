import { failure, type Outcome, success } from '../outcome.ts';

/**
 * Reads a duration: `4h30`, `4 h`, `90 min`, `90`, `1.5 h`, `2 d`, `3 d 2 h`, `16:30`. A bare number is minutes.
 *
 * @returns whole minutes, never negative, or a sentence that says what could not be read.
 */
export function parseDurationMinutes(input: string): Outcome<number> {
  const text = input.trim().toLowerCase().replace(/,/g, '.');
  const clock = /^(\d+)\s*(?:h|:)\s*(\d{1,2})\s*(?:m|min)?$/.exec(text);
  if (clock) return success(Number(clock[1]) * 60 + Number(clock[2]));
  const days = /^(\d+)\s*d\s+(\d+)\s*h$/.exec(text);
  if (days) return success((Number(days[1]) * 24 + Number(days[2])) * 60);
  const single = /^(\d+(?:\.\d+)?)\s*(min|m|h|hours?|d|days?)?$/.exec(text);
  if (!single) return failure(`“${input.trim()}” is not a time span. Try 90 min, 4h30 or 7 d.`);
  const factor = single[2]?.startsWith('h') ? 60 : single[2]?.startsWith('d') ? 1440 : 1;
  return success(Math.round(Number(single[1]) * factor));
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
