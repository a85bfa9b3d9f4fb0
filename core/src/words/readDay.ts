import { addDays } from '../shop/calendar.ts';

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/** Whether dates of a locale start with the month. */
function isMonthFirst(locale: string): boolean {
  const parts = new Intl.DateTimeFormat(locale, { day: 'numeric', month: 'numeric' }).formatToParts(0);
  return parts[0]?.type === 'month';
}

function dayOf(year: number, month: number, day: number): string | null {
  const date = new Date(Date.UTC(year, month - 1, day));
  const isReal = year >= 1900 && year < 2200 && date.getUTCMonth() === month - 1 && date.getUTCDate() === day;
  return isReal ? date.toISOString().slice(0, 10) : null;
}

/** The year that brings a day closest to today, where none was typed. */
function nearest(today: string, month: number, day: number): string | null {
  const year = Number(today.slice(0, 4));
  const found = [year, year + 1, year - 1].flatMap((one) => dayOf(one, month, day) ?? []);
  const distance = (date: string) => Math.abs(Date.parse(date) - Date.parse(today));
  return found.sort((a, b) => distance(a) - distance(b))[0] ?? null;
}

/**
 * Reads a date as people type it: `4/12/2026` in the order of the locale, or in the other one where only that is a date;
 * `4 Dec`, `Fri, December 4th 2026`, `4.12.26`, `2026-12-04`, `today`, `tomorrow`, `yesterday`. Without a year it is the
 * one closest to today; of two digits it is in this century.
 * @param today as `2026-11-28`.
 * @returns as `2026-12-04`; null for what is no date.
 */
export function readDay(text: string, locale: string, today: string): string | null {
  const typed = text.trim().toLowerCase();
  const near = { today: 0, tomorrow: 1, yesterday: -1 }[typed];
  if (near !== undefined) return addDays(today, near);
  const iso = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})$/.exec(typed);
  if (iso) return dayOf(Number(iso[1]), Number(iso[2]), Number(iso[3]));
  const words = typed.replace(/^(?:mon|tue|wed|thu|fri|sat|sun)[a-z]*[.,]?\s+/, '');
  const named =
    /^(?<day>\d{1,2})(?:st|nd|rd|th)?(?:\s+of)?[\s-]*(?<month>[a-z]{3,9})\.?,?[\s-]*(?<year>\d{4}|\d{2})?$/.exec(
      words,
    ) ?? /^(?<month>[a-z]{3,9})\.?\s*(?<day>\d{1,2})(?:st|nd|rd|th)?,?\s*(?<year>\d{4})?$/.exec(words);
  const yearOf = (year: string) => (year.length === 2 ? 2000 : 0) + Number(year);
  if (named?.groups) {
    const { day = '', month = '', year } = named.groups;
    const index = MONTHS.indexOf(month.slice(0, 3));
    if (index < 0) return null;
    return year ? dayOf(yearOf(year), index + 1, Number(day)) : nearest(today, index + 1, Number(day));
  }
  const numbers = /^(\d{1,2})\s*[/.\- ]\s*(\d{1,2})\.?(?:\s*[/.\- ]\s*(\d{4}|\d{2}))?$/.exec(words);
  if (!numbers) return null;
  const [first, second, year] = [Number(numbers[1]), Number(numbers[2]), numbers[3]];
  const orders = [
    [first, second],
    [second, first],
  ] as const;
  for (const [day, month] of isMonthFirst(locale) ? [...orders].reverse() : orders) {
    const found = year ? dayOf(yearOf(year), month, day) : nearest(today, month, day);
    if (found) return found;
  }
  return null;
}
