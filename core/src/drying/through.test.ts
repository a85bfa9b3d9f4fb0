import { describe, it } from 'vitest';
import { expect, words } from '../../test/expect.ts';
import { GENERIC_PRODUCTS } from '../catalogue/index.ts';
import {
  type AirHour,
  type Climate,
  clockSpan,
  filmClocks,
  filmClocksThrough,
  spanSentence,
} from './index.ts';

const sheet = GENERIC_PRODUCTS['urethane-enamel-satin'];
if (!sheet) throw new Error('no enamel');
const DAY: Climate = { airC: 22, rhPct: 45 };
const NIGHT: Climate = { airC: 12, rhPct: 70 };
const MIDNIGHT = 1440 * 20_000;

/** Days, warm from 8 to 20 and cool at night, from midnight. */
const days = (count: number): AirHour[] =>
  Array.from({ length: 24 * count }, (_, hour) => ({
    at: MIDNIGHT + hour * 60,
    climate: hour % 24 >= 8 && hour % 24 < 20 ? DAY : NIGHT,
  }));
const inDay = filmClocks(sheet, DAY);
const atNight = filmClocks(sheet, NIGHT);

describe('a film in air that changes', () => {
  it('has the clocks of the air where that stays as it is', () => {
    const steady = days(2).map(({ at }) => ({ at, climate: NIGHT }));
    const through = filmClocksThrough(sheet, { hours: steady }, MIDNIGHT + 137);
    for (const clock of ['touch', 'sand', 'recoatMin', 'handle', 'pack', 'refit', 'cure'] as const)
      expect(through[clock]).toEqual(atNight[clock]);
    expect(through.recoatMax).toEqual(atNight.recoatMax);
    expect(words(through.because)).toBe('hour by hour outdoors, at 12 °C');
  });

  it('counts the rest of the hour in which its coat ended, and goes on by night', () => {
    // Ended at 19:30: half an hour of the day, the rest of the way by night.
    const day = inDay.recoatMin.hereMinutes;
    const night = atNight.recoatMin.hereMinutes;
    expect(day).toBeGreaterThan(30);
    const through = filmClocksThrough(sheet, { hours: days(3) }, MIDNIGHT + 19.5 * 60);
    expect(through.recoatMin.hereMinutes).toBe(Math.ceil(30 + (1 - 30 / day) * night - 1e-6));
    expect(through.recoatMin.sheetMinutes).toBe(sheet.clocks.recoatMinMin);
    expect(words(through.because)).toBe('hour by hour outdoors, at 12 °C to 22 °C');
  });

  it('goes by what was noted before anybody listened', () => {
    const early = MIDNIGHT - 4 * 60;
    const noted = filmClocksThrough(sheet, { hours: days(2), before: DAY }, early);
    const day = inDay.handle.hereMinutes;
    expect(day).toBeGreaterThan(4 * 60);
    // Four hours of the noted day, eight of the night, then the day again.
    const left = 1 - 240 / day - 480 / atNight.handle.hereMinutes;
    expect(left).toBeGreaterThan(0);
    expect(noted.handle.hereMinutes).toBe(Math.ceil(720 + left * day - 1e-6));
    // Nothing noted: as the first hour that is known.
    const unknown = filmClocksThrough(sheet, { hours: days(2) }, early);
    expect(unknown.touch).toEqual(atNight.touch);
    expect(filmClocksThrough(sheet, { hours: [], before: NIGHT }, early)).toEqual(atNight);
  });

  it('repeats the last day where nobody knows any further', () => {
    const at = (day: number) => filmClocksThrough(sheet, { hours: days(2) }, MIDNIGHT + day * 1440 + 600);
    expect(at(9)).toEqual(at(1));
  });
});

describe('how long a film takes by the hour in which it is applied', () => {
  it('goes from the best to the worst hour in which it may be', () => {
    const any = clockSpan(sheet, days(3), () => true);
    expect(any?.shortest.touch).toEqual(inDay.touch);
    expect(any?.longest.touch).toEqual(atNight.touch);
    const byDay = clockSpan(sheet, days(3), ({ climate }) => climate === DAY);
    expect(byDay?.longest.touch.hereMinutes).toBeLessThan(atNight.touch.hereMinutes);
    expect(words(byDay?.longest.because ?? '')).toBe('by the hour it is applied, outdoors at 22 °C');
    // Where it may be applied in none of them, all count; where none is known there is nothing to say.
    expect(clockSpan(sheet, days(3), () => false)?.longest.touch).toEqual(atNight.touch);
    expect(clockSpan(sheet, [], () => true)).toBeNull();
  });

  it('is said as one time where it is one, and else from and to', () => {
    const { touch } = inDay;
    expect(words(spanSentence(touch, { ...touch }))).not.toContain(' to ');
    expect(
      words(spanSentence({ sheetMinutes: 60, hereMinutes: 75 }, { sheetMinutes: 60, hereMinutes: 300 })),
    ).toBe('sheet 1 h → here 1 h 15 to 5 h');
  });
});
