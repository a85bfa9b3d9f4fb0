import { toInstant } from '../shop/calendar.ts';
import { parseClock } from '../shop/clock.ts';
import type { Region } from '../shop/shop.ts';
import { METRIC, type UnitPrefs, US } from '../units/prefs.ts';

/** In which words and units something is said: what depends on who reads it. */
export interface Voice {
  units: UnitPrefs;
  /** How dates, times, numbers and money are written, as a BCP 47 tag. */
  locale: string;
  spelling: 'uk' | 'us';
  timeZone: string;
  /** ISO 4217 code. */
  currency: string;
}

/** How it is said where nobody has said otherwise. */
export const PLAIN_VOICE: Voice = {
  units: METRIC,
  locale: 'en-GB',
  spelling: 'uk',
  timeZone: 'Europe/London',
  currency: 'GBP',
};

/** How it is said in the United States. */
export const US_VOICE: Voice = {
  units: US,
  locale: 'en-US',
  spelling: 'us',
  timeZone: 'America/New_York',
  currency: 'USD',
};

/** How a region writes dates, times and numbers. */
export function localeOf({ locale, spelling }: Region): string {
  return locale ?? (spelling === 'us' ? 'en-US' : 'en-GB');
}

/** The voice of a shop, or of a member who thinks in other units than it. */
export function voiceOf(
  shop: { timeZone: string; settings: { region: Region; currency: string } },
  own: UnitPrefs | null = null,
): Voice {
  const { region, currency } = shop.settings;
  return {
    units: own ?? { system: region.units, single: region.single },
    locale: localeOf(region),
    spelling: region.spelling,
    timeZone: shop.timeZone,
    currency,
  };
}

const formats = new Map<string, Intl.DateTimeFormat>();

function format({ locale, timeZone }: Voice, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${locale} ${timeZone} ${JSON.stringify(options)}`;
  const known = formats.get(key) ?? new Intl.DateTimeFormat(locale, { timeZone, ...options });
  formats.set(key, known);
  return known;
}

/** Some locales put spaces into a time that must not break, others a comma behind the weekday. */
const plainSpaces = (text: string) => text.replace(/[\u00a0\u202f]/g, ' ');

/** Time of day in the shop: `14:20`, or `2:20 pm` where days have two halves. */
export function clockWords(minute: number, voice: Voice): string {
  return plainSpaces(
    format(voice, { hour: isHalfDay(voice.locale) ? 'numeric' : '2-digit', minute: '2-digit' }).format(
      toInstant(minute),
    ),
  ).toLowerCase();
}

/** A time of day that is stored as `07:30`, as the shop writes it. */
export function storedClockWords(clock: string, voice: Voice): string {
  const minutes = parseClock(clock);
  return minutes === null ? clock : clockWords(minutes, { ...voice, timeZone: 'UTC' });
}

/**
 * A stretch of a day as a shop writes its hours: `07:30–12:00`, or `7:30 am–noon` and `12:30–4:30 pm` where days have two
 * halves. `readSpan` reads it back.
 */
export function spanWords({ from, to }: { from: string; to: string }, voice: Voice): string {
  if (!isHalfDay(voice.locale))
    return `${storedClockWords(from, voice)}–${to === '24:00' ? to : storedClockWords(to, voice)}`;
  const short = (clock: string) =>
    clock === '12:00'
      ? 'noon'
      : clock === '24:00'
        ? 'midnight'
        : storedClockWords(clock, voice).replace(':00', '');
  const [start, end] = [short(from), short(to)];
  const half = / [ap]\.?m\.?$/.exec(end)?.[0];
  return `${half !== undefined && start.endsWith(half) ? start.slice(0, -half.length) : start}–${end}`;
}

/** Whether a locale counts hours twice to twelve. */
export function isHalfDay(locale: string): boolean {
  return new Intl.DateTimeFormat(locale, { hour: 'numeric' }).resolvedOptions().hour12 === true;
}

/** The hour alone, for a scale: `14`, or `2 pm`. */
export function hourWords(minute: number, voice: Voice): string {
  return isHalfDay(voice.locale)
    ? plainSpaces(format(voice, { hour: 'numeric' }).format(toInstant(minute))).toLowerCase()
    : format(voice, { hour: '2-digit' }).format(toInstant(minute));
}

const DAY = { weekday: 'short', day: 'numeric', month: 'short' } as const;

/** `Fri 4 Dec`, or `Fri Dec 4`, shop-local. */
export function dayWords(minute: number, voice: Voice): string {
  return format(voice, DAY).format(toInstant(minute)).replace(',', '');
}

/** `Fri 4 Dec` of a date without a time. @param isFull with the year. */
export function dateWords(date: string, voice: Voice, isFull = false): string {
  const options = isFull ? { ...DAY, year: 'numeric' as const } : DAY;
  return format({ ...voice, timeZone: 'UTC' }, options)
    .format(new Date(`${date}T12:00:00Z`))
    .replace(',', '');
}

/** From so far away on, a day without its year would be taken for the next one of that name. */
const WITH_YEAR_MINUTES = 300 * 1440;

/** `14:20` today, else `Fri 14:20` within a week, else `Fri 4 Dec 14:20`, with the year where it is far away. */
export function whenWords(minute: number, now: number, voice: Voice): string {
  const clock = clockWords(minute, voice);
  const [day, today] = [minute, now].map((at) => dayWords(at, voice));
  if (day === today && Math.abs(minute - now) < 1440) return clock;
  if (Math.abs(minute - now) < 6 * 1440)
    return `${format(voice, { weekday: 'short' }).format(toInstant(minute))} ${clock}`;
  if (Math.abs(minute - now) < WITH_YEAR_MINUTES) return `${day} ${clock}`;
  const far = format(voice, { ...DAY, year: 'numeric' })
    .format(toInstant(minute))
    .replace(',', '');
  return `${far} ${clock}`;
}

/** The day a week starts on: 0 for Sunday, 1 for Monday (Unicode CLDR, weekData). */
export function weekStart(locale: string): 0 | 1 {
  return locale === 'en-US' || locale === 'en-CA' ? 0 : 1;
}

/** A whole or decimal number with its thousands grouped as the region does. */
export function numberWords(value: number, voice: Voice, decimals = 0): string {
  return new Intl.NumberFormat(voice.locale, { maximumFractionDigits: decimals }).format(value);
}

/**
 * Money without minor units, for estimates: `£1,234`.
 * @param minor whole minor units, such as pence.
 */
export function moneyWords(minor: number, { locale, currency }: Voice): string {
  return new Intl.NumberFormat(locale, { style: 'currency', currency, maximumFractionDigits: 0 }).format(
    minor / 100,
  );
}

/** Money to the last minor unit, as in prices and quotes. */
export function exactMoneyWords(
  minor: number,
  { locale, currency }: Pick<Voice, 'locale' | 'currency'>,
): string {
  return new Intl.NumberFormat(locale, { style: 'currency', currency, minimumFractionDigits: 2 }).format(
    minor / 100,
  );
}
