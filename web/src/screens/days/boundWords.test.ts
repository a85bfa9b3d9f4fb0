import { describe, expect, it } from 'vitest';
import { boundWords } from './boundWords.ts';

const loads = [
  {
    id: 'l',
    zoneId: 'z',
    label: 'Counter: 4 doors',
    lie: 'hung' as const,
    pieceIds: [],
    placeId: 'shop',
    way: null,
    area: '',
    holderId: null,
  },
];
const people = { kind: 'people' as const };

describe('how much could still be saved', () => {
  it.each([
    [0, 'Optimal: no plan can finish sooner.'],
    [122, 'This plan is within 2 h 02 of the best possible.'],
    [1440, 'This plan is within 1 day of the best possible.'],
    [2200, 'This plan is within 1.5 days of the best possible.'],
    [14.4 * 1440, 'This plan is within 14 days of the best possible.'],
  ])('%d min: %s', (minutes, gap) => {
    expect(boundWords(10_000 + minutes, { at: 10_000, because: people }, loads).gap).toBe(gap);
  });

  it('says what holds it: a load by its name, a place, the people', () => {
    const why = (because: Parameters<typeof boundWords>[1]['because']) =>
      boundWords(10, { at: 10, because }, loads).why;
    expect(why({ kind: 'chain', loadId: 'l' })).toContain('Counter: 4 doors');
    expect(why({ kind: 'chain', loadId: 'gone' })).toBe('work and drying of one load alone');
    expect(why({ kind: 'place', resourceId: 'rail' })).toContain('the rail');
    expect(why(people)).toBe('the crew’s hours');
  });
});
