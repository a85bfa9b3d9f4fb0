import { localDate } from '@upholder/core/shop';
import * as words from '@upholder/core/words';
import { deviceClock } from './deviceClock.ts';
import { voice } from './voice.ts';

/** `14:20` or `2:20 pm`, shop-local. */
export function clockWords(minute: number, timeZone: string): string {
  return words.clockWords(minute, { ...voice(), timeZone });
}

/** The hour alone, for a scale: `14` or `2 pm`. */
export function hourWords(minute: number, timeZone: string): string {
  return words.hourWords(minute, { ...voice(), timeZone });
}

/** `Fri 4 Dec`, shop-local. */
export function dayWords(minute: number, timeZone: string): string {
  return words.dayWords(minute, { ...voice(), timeZone });
}

/** `Fri 4 Dec` of a date without a time. */
export function dateWords(date: string, isFull = false): string {
  return words.dateWords(date, voice(), isFull);
}

/** `14:20` today, else `Fri 14:20` within a week, else `Fri 4 Dec 14:20`. */
export function whenWords(minute: number, now: number, timeZone: string): string {
  return words.whenWords(minute, now, { ...voice(), timeZone });
}

/** Today, by the shop's clock, as `2026-11-28`. */
export function today(): string {
  return localDate(Math.floor(deviceClock.now() / 60_000), voice().timeZone);
}

/** A date as it is typed, as `2026-12-04`; null for what is none. */
export function dayFrom(text: string): string | null {
  return words.readDay(text, voice().locale, today());
}

/** A time of day that is kept as `07:30`, as the shop writes it. */
export function storedClockWords(clock: string): string {
  return words.storedClockWords(clock, voice());
}
