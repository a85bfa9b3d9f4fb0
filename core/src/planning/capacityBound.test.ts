import { describe, expect, it } from 'vitest';
import { seeded } from '../base/random.ts';
import { type CapacityBatch, daysOfWork, minimumDays } from './solve/capacityBound.ts';

const turn = (block: number, amount = 1): CapacityBatch => ({ amount, block });
const many = (count: number, block: number, amount = 1) =>
  Array.from({ length: count }, () => turn(block, amount));

describe('minimumDays', () => {
  it.each([
    // Each lasts past the end of the day: one a day and place.
    [many(9, 900), 3, 480, 3],
    [many(10, 900), 3, 480, 4],
    // One of 400 and then one into the night: two a day.
    [many(6, 400), 1, 480, 3],
    // Two of 200 and one into the night.
    [many(6, 200), 1, 480, 2],
    // Short ones hide before the long ones.
    [[...many(4, 900), ...many(4, 400)], 1, 480, 4],
    // More short ones than there are mornings: two more share a day.
    [[...many(4, 900), ...many(6, 400)], 1, 480, 5],
    // Shares of a rail: three of 2880 fit side by side, by adding up 3.125 of them.
    [many(12, 900, 2880), 9000, 480, 4],
    [[], 1, 480, 0],
  ])('case %#', (turns, capacity, span, days) => {
    expect(minimumDays(turns, capacity, span)).toBe(days);
  });

  it('is never more than the days that a plan of random turns takes', () => {
    const random = seeded(11);
    for (let round = 0; round < 400; round += 1) {
      const places = 1 + Math.floor(random() * 3);
      const span = 300 + Math.floor(random() * 300);
      const turns = Array.from({ length: 1 + Math.floor(random() * 14) }, () =>
        turn(20 + Math.floor(random() * 900)),
      );
      // Each in turn to the place that is free first; what cannot begin any more that day begins the next morning.
      const free = Array.from({ length: places }, () => 0);
      let days = 0;
      for (const { block } of turns) {
        const place = free.indexOf(Math.min(...free));
        let start = free[place] ?? 0;
        if (start % 1440 > span) start = (Math.floor(start / 1440) + 1) * 1440;
        free[place] = start + block;
        days = Math.max(days, Math.floor(start / 1440) + 1);
      }
      expect(minimumDays(turns, places, span)).toBeLessThanOrEqual(days);
    }
  });
});

it('takes breaks into a day of work, and nights apart', () => {
  const open = [
    { start: 450, end: 720 },
    { start: 765, end: 990 },
    { start: 1890, end: 2160 },
  ];
  expect(daysOfWork(open)).toEqual([
    { start: 450, end: 990 },
    { start: 1890, end: 2160 },
  ]);
});
