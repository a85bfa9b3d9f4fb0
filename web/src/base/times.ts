import { localClock, localDate, toInstant } from '@upholder/core/shop';

const formats = new Map<string, Intl.DateTimeFormat>();

function format(timeZone: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${timeZone} ${JSON.stringify(options)}`;
  const known = formats.get(key) ?? new Intl.DateTimeFormat('en-GB', { timeZone, ...options });
  formats.set(key, known);
  return known;
}

/** `Fri 4 Dec`, shop-local. */
export function dayWords(minute: number, timeZone: string): string {
  return format(timeZone, { weekday: 'short', day: 'numeric', month: 'short' })
    .format(toInstant(minute))
    .replace(',', '');
}

/** `Fri 4 Dec` of a date without a time. */
export function dateWords(date: string): string {
  return format('UTC', { weekday: 'short', day: 'numeric', month: 'short' })
    .format(new Date(`${date}T12:00:00Z`))
    .replace(',', '');
}

/** `14:20` today, else `Fri 14:20` within a week, else `Fri 4 Dec 14:20`. */
export function whenWords(minute: number, now: number, timeZone: string): string {
  const clock = localClock(minute, timeZone);
  if (localDate(minute, timeZone) === localDate(now, timeZone)) return clock;
  if (Math.abs(minute - now) < 6 * 1440) {
    return `${format(timeZone, { weekday: 'short' }).format(toInstant(minute))} ${clock}`;
  }
  return `${dayWords(minute, timeZone)} ${clock}`;
}
