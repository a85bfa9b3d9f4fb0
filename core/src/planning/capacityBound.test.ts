import { describe, expect, it } from 'vitest';
import { SAMPLE_START, sampleId, sampleJob, sampleShop } from '../../test/sample.ts';
import { seeded } from '../base/random.ts';
import { DEFAULT_SHOP_SETTINGS, localDate } from '../shop/index.ts';
import { lowerBound, planJob, searchPlan } from './index.ts';
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

describe('the days that loads need on the rail', () => {
  it('gives each load a day for every coat that cannot share one with the next', () => {
    const settings = { ...DEFAULT_SHOP_SETTINGS, railLengthMm: 600, rackSlots: 0 };
    const shop = sampleShop({ settings });
    // One door at a time on 600 mm. Primer keeps it 545 min: a day of its own. The colours may follow one another after 364 min
    // and share the next: two days a door, twelve for six, from Monday 23 November to Tuesday 8 December.
    const job = sampleJob([{ systemId: 'D', doors: 6, fronts: 0, options: { laying: 'hung' } }], shop);
    const made = planJob(job, shop, SAMPLE_START);
    if (!made.ok) throw new Error(made.message);
    const { problem, plan } = made.value;
    const bound = lowerBound(problem);
    // Refit waits 72 h 37 after the last coat of that Tuesday.
    expect(localDate(bound.at, shop.timeZone)).toBe('2026-12-11');
    expect(bound.because).toEqual({ kind: 'place', resourceId: 'rail' });
    expect(bound.at).toBeLessThanOrEqual(plan.completion);
    expect(localDate(plan.completion, shop.timeZone)).toBe('2026-12-11');
  });

  it('counts whole pieces, however the loads are cut: no door hangs half', () => {
    const crew = [1, 2, 3].map((number) => ({
      id: sampleId(9, number),
      name: `Person ${number}`,
      daysOff: [],
    }));
    const shop = sampleShop({ crew });
    const job = sampleJob(
      [
        { systemId: 'D', doors: 64, fronts: 27 },
        { systemId: 'A', doors: 25, fronts: 84 },
      ],
      shop,
    );
    const search = searchPlan({ input: job, shop, now: SAMPLE_START, earlier: { loads: [], ops: [] } });
    if (!search.ok) throw new Error(search.message);
    const { bound, found } = search.value;
    // 64 doors on two days and 25 on three are 203 door-days; 18 doors hang on nine metres, and not 18.75. That is twelve days,
    // the last of them no earlier than Tuesday 8 December; refit waits 72 h 37 after that.
    expect(localDate(bound.at, shop.timeZone)).toBe('2026-12-11');
    expect(bound.because).toEqual({ kind: 'place', resourceId: 'rail' });
    expect(bound.at).toBeLessThanOrEqual(found!.plan.completion);
  });
});
