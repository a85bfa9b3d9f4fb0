import { describe, expect, it } from 'vitest';
import { readSpan } from '../shop/index.ts';
import { dateWords, PLAIN_VOICE, readDay, spanWords } from './index.ts';

const TODAY = '2026-11-28';

describe('a day as it is typed', () => {
  it.each([
    ['4/12/2026', 'en-GB', '2026-12-04'],
    ['4/12/2026', 'en-US', '2026-04-12'],
    ['13/4/2026', 'en-US', '2026-04-13'],
    ['4/13/2026', 'en-GB', '2026-04-13'],
    ['4.12.26', 'en-GB', '2026-12-04'],
    ['4-12-26', 'en-IE', '2026-12-04'],
    ['2026-12-04', 'en-US', '2026-12-04'],
    ['2026/12/4', 'en-CA', '2026-12-04'],
    ['4 Dec', 'en-GB', '2026-12-04'],
    ['Dec 4', 'en-US', '2026-12-04'],
    ['4th of December', 'en-GB', '2026-12-04'],
    ['Friday, December 4th, 2026', 'en-US', '2026-12-04'],
    ['4-Dec-26', 'en-NZ', '2026-12-04'],
    ['30 Sept 2026', 'en-AU', '2026-09-30'],
    ['5 Jan', 'en-GB', '2027-01-05'],
    ['1/2', 'en-GB', '2027-02-01'],
    ['1/2', 'en-US', '2027-01-02'],
    ['29 Feb 2028', 'en-GB', '2028-02-29'],
    ['today', 'en-GB', TODAY],
    ['Tomorrow', 'en-GB', '2026-11-29'],
    ['yesterday', 'en-US', '2026-11-27'],
  ])('%j in %s is %s', (typed, locale, day) => expect(readDay(typed, locale, TODAY)).toBe(day));

  it.each(['', 'soon', '31 Feb 2026', '29/2/2027', '32/1', '4 Foo', '2026', '13/13/2026', '4 Dec 1'])(
    '%j is none',
    (typed) => expect(readDay(typed, 'en-GB', TODAY)).toBeNull(),
  );

  it('is read as it is shown, in every region', () => {
    for (const locale of ['en-GB', 'en-IE', 'en-US', 'en-CA', 'en-NZ', 'en-AU'])
      for (let day = 0; day < 800; day += 1) {
        const date = new Date(Date.UTC(2025, 11, 1) + day * 86_400_000).toISOString().slice(0, 10);
        const shown = dateWords(date, { ...PLAIN_VOICE, locale }, true);
        expect([shown, readDay(shown, locale, TODAY)]).toEqual([shown, date]);
      }
  });
});

describe('a stretch of a day', () => {
  it('is written as the shop writes hours', () => {
    const us = { ...PLAIN_VOICE, locale: 'en-US' };
    expect(spanWords({ from: '07:30', to: '12:00' }, us)).toBe('7:30 am–noon');
    expect(spanWords({ from: '12:30', to: '16:30' }, us)).toBe('12:30–4:30 pm');
    expect(spanWords({ from: '07:30', to: '12:00' }, PLAIN_VOICE)).toBe('07:30–12:00');
  });

  it('is read as it is shown, in every region', () => {
    const clock = (minute: number) =>
      `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;
    for (const locale of ['en-GB', 'en-IE', 'en-US', 'en-CA', 'en-NZ', 'en-AU'])
      for (let from = 0; from < 1440; from += 45)
        for (let to = from + 15; to <= 1440; to += 15) {
          const span = { from: clock(from), to: clock(to) };
          const shown = spanWords(span, { ...PLAIN_VOICE, locale });
          expect([shown, readSpan(shown)]).toEqual([shown, span]);
        }
  });
});
