import { TZDate } from '@date-fns/tz';
import { parseClock, type Weekday } from './clock.ts';
import type { ShopSettings } from './shop.ts';

/** Whole minutes since 1970-01-01T00:00Z. Planning counts in these. */
export type Minute = number;

/** Half-open stretch of time. */
export interface Interval {
  start: Minute;
  end: Minute;
}

const WEEKDAY_OF: Weekday[] = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat'];

/** The instant as a whole minute; seconds are cut. */
export function toMinute(instant: Date | string): Minute {
  return Math.floor(new Date(instant).getTime() / 60_000);
}

/** The minute as an instant. */
export function toInstant(minute: Minute): Date {
  return new Date(minute * 60_000);
}

function localMinute(year: number, month: number, day: number, clock: number, timeZone: string): Minute {
  return Math.floor(new TZDate(year, month, day, 0, clock, 0, timeZone).getTime() / 60_000);
}

/** Minutes at local midnight of each date asked for, so that a calendar asks the time-zone database once a day. */
function createMidnights(timeZone: string): (date: string) => Minute {
  const known = new Map<string, Minute>();
  return (date) => {
    const found = known.get(date);
    if (found !== undefined) return found;
    const midnight = minuteAt(date, '00:00', timeZone);
    known.set(date, midnight);
    return midnight;
  };
}

/** Date in the time zone, as `2026-11-30`. */
export function localDate(minute: Minute, timeZone: string): string {
  const local = new TZDate(minute * 60_000, timeZone);
  const two = (value: number) => String(value).padStart(2, '0');
  return `${local.getFullYear()}-${two(local.getMonth() + 1)}-${two(local.getDate())}`;
}

/** Whether a moment lies past a local date; none is never past. */
export function isPastDate(minute: Minute, date: string | null, timeZone: string): boolean {
  return date !== null && localDate(minute, timeZone) > date;
}

/** Time of day in the time zone, as `07:30`. */
export function localClock(minute: Minute, timeZone: string): string {
  const local = new TZDate(minute * 60_000, timeZone);
  return `${String(local.getHours()).padStart(2, '0')}:${String(local.getMinutes()).padStart(2, '0')}`;
}

/** Minutes of several stretches together. */
export function lengthOf(spans: readonly Interval[]): Minute {
  return spans.reduce((sum, { start, end }) => sum + end - start, 0);
}

/** The minute of a shop-local date (`2026-11-30`) and time of day. */
export function minuteAt(date: string, clock: string, timeZone: string): Minute {
  const [year = 1970, month = 1, day = 1] = date.split('-').map(Number);
  return localMinute(year, month - 1, day, parseClock(clock) ?? 0, timeZone);
}

/** The date `days` after a date. */
export function addDays(date: string, days: number): string {
  return new Date(Date.parse(`${date}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
}

/** Weekday of a date. */
export function weekdayOf(date: string): Weekday {
  return WEEKDAY_OF[new Date(`${date}T00:00:00Z`).getUTCDay()] ?? 'mon';
}

/**
 * Working stretches of the shop between two minutes, in order and not touching, in UTC minutes. Wall-clock hours hold
 * on either side of a daylight-saving change.
 */
export function workIntervals(
  settings: Pick<ShopSettings, 'week' | 'daysOff'>,
  timeZone: string,
  from: Minute,
  until: Minute,
  ownDaysOff: readonly string[] = [],
): Interval[] {
  const off = new Set([...settings.daysOff, ...ownDaysOff]);
  const intervals: Interval[] = [];
  const last = localDate(until, timeZone);
  const midnight = createMidnights(timeZone);
  for (let date = localDate(from, timeZone); date <= last; date = addDays(date, 1)) {
    const spans = settings.week[weekdayOf(date)] ?? [];
    if (off.has(date) || spans.length === 0) continue;
    const isPlainDay = midnight(addDays(date, 1)) - midnight(date) === 1440;
    const minuteOf = (clock: string) =>
      isPlainDay ? midnight(date) + (parseClock(clock) ?? 0) : minuteAt(date, clock, timeZone);
    for (const span of spans) {
      const start = Math.max(from, minuteOf(span.from));
      const end = Math.min(until, minuteOf(span.to));
      if (end <= start) continue;
      const previous = intervals.at(-1);
      if (previous && previous.end >= start) previous.end = Math.max(previous.end, end);
      else intervals.push({ start, end });
    }
  }
  return intervals;
}
