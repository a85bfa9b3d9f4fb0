import { minuteAt } from '@upholder/core/shop';
import { describe, expect, it } from 'vitest';
import { dateWords, dayWords, whenWords } from './times.ts';

const zone = 'Europe/London';
const now = minuteAt('2026-11-25', '10:40', zone);

describe('times in words', () => {
  it.each([
    ['2026-11-25', '14:20', '14:20'],
    ['2026-11-25', '00:05', '00:05'],
    ['2026-11-27', '07:30', 'Fri 07:30'],
    ['2026-11-23', '16:00', 'Mon 16:00'],
    ['2026-12-04', '09:10', 'Fri 4 Dec 09:10'],
  ])('%s %s is %s', (date, clock, words) => {
    expect(whenWords(minuteAt(date, clock, zone), now, zone)).toBe(words);
  });

  it('speaks of the day in the shop, not where the tablet was bought', () => {
    const late = minuteAt('2026-07-01', '00:30', zone);
    expect(dayWords(late, zone)).toBe('Wed 1 Jul');
    expect(dayWords(late, 'America/Halifax')).toBe('Tue 30 Jun');
  });

  it('names a date without a time', () => {
    expect(dateWords('2026-12-04')).toBe('Fri 4 Dec');
  });
});
