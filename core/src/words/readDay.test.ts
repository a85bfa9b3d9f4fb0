import { describe, expect, it } from 'vitest';
import { dateWords, PLAIN_VOICE, readDay } from './index.ts';

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
