import { describe, expect, it } from 'vitest';
import { SAMPLE_START, SAMPLE_TIME_ZONE, sampleId, sampleJob, sampleShop } from '../../test/sample.ts';
import {
  DEFAULT_SHOP_SETTINGS,
  localClock,
  localDate,
  minuteAt,
  parseClock,
  weekdayOf,
} from '../shop/index.ts';
import { checkPlan, planJob, type ShopForPlanning, type SolvedPlan } from './index.ts';

function planned(shop: ShopForPlanning, now = SAMPLE_START, doors = 10): SolvedPlan {
  const made = planJob(sampleJob([{ systemId: 'D', doors, fronts: 0 }], shop), shop, now);
  if (!made.ok) throw new Error(made.message);
  expect(checkPlan(made.value.problem, made.value.plan)).toEqual([]);
  return made.value;
}

/** Local stretches of work of a plan, with who does it. */
function stretches({ plan }: SolvedPlan, timeZone: string) {
  return plan.ops.flatMap(({ personId, segments }) =>
    segments.map(({ start, end }) => ({
      personId,
      day: weekdayOf(localDate(start, timeZone)),
      from: parseClock(localClock(start, timeZone)) ?? 0,
      to: parseClock(localClock(end, timeZone)) ?? 0,
    })),
  );
}

describe('hours of people’s own', () => {
  const { week } = DEFAULT_SHOP_SETTINGS;
  const mornings = Object.fromEntries(
    Object.entries(week).map(([day, spans]) => [
      day,
      spans.slice(0, 1).map(({ from }) => ({ from, to: '11:00' })),
    ]),
  ) as typeof week;

  it('are kept: somebody who comes in the mornings is not given anything after eleven', () => {
    const shop = sampleShop({
      crew: [
        { id: sampleId(9, 1), name: 'Ines', daysOff: [], week: mornings },
        { id: sampleId(9, 2), name: 'Tam', daysOff: [], week: null },
      ],
    });
    const work = stretches(planned(shop), SAMPLE_TIME_ZONE);
    const own = work.filter(({ personId }) => personId === sampleId(9, 1));
    expect(own.length).toBeGreaterThan(0);
    expect(own.every(({ from, to }) => from >= 450 && to <= 660)).toBe(true);
    expect(work.some(({ personId, to }) => personId === sampleId(9, 2) && to > 720)).toBe(true);
  });

  it('may reach past the shop’s: a load is cut to the longest stretch that anybody has', () => {
    const late = { ...week, mon: [{ from: '07:30', to: '20:00' }] };
    const crew = [{ id: sampleId(9, 1), name: 'Ines', daysOff: [], week: late }];
    const work = stretches(planned(sampleShop({ crew }), SAMPLE_START, 24), SAMPLE_TIME_ZONE);
    expect(work.some(({ day, to }) => day === 'mon' && to > parseClock('16:30')!)).toBe(true);
    expect(work.every(({ day, to }) => day === 'mon' || to <= parseClock('16:30')!)).toBe(true);
  });

  it('do not bring days off back', () => {
    const crew = [{ id: sampleId(9, 1), name: 'Ines', daysOff: ['2026-11-23'], week: mornings }];
    expect(localDate(planned(sampleShop({ crew })).plan.ops[0]!.start, SAMPLE_TIME_ZONE)).toBe('2026-11-24');
  });
});

describe('over a change of the clocks', () => {
  const night = {
    ...DEFAULT_SHOP_SETTINGS.week,
    sat: [{ from: '20:00', to: '23:30' }],
    sun: [{ from: '00:30', to: '08:00' }],
  };
  const shop = sampleShop({ settings: { ...sampleShop().settings, week: night } });

  it.each([
    // 00:30 to 08:00 on the wall: the clocks go back an hour in it, on an hour, or not at all.
    ['2026-10-24', 8.5],
    ['2027-03-27', 6.5],
    ['2026-11-21', 7.5],
  ])('from %s the Sunday shift lasts %s h, and drying takes what it takes', (date, hours) => {
    const answer = planned(shop, minuteAt(date, '19:00', SAMPLE_TIME_ZONE), 30);
    const sunday = answer.problem.people[0]!.work.find(
      ({ start }) => weekdayOf(localDate(start, SAMPLE_TIME_ZONE)) === 'sun',
    );
    expect((sunday!.end - sunday!.start) / 60).toBe(hours);
    const work = stretches(answer, SAMPLE_TIME_ZONE);
    for (const { day, from, to } of work)
      expect([
        day,
        night[day].some((span) => from >= parseClock(span.from)! && to <= parseClock(span.to)!),
      ]).toEqual([day, true]);
    expect(work.some(({ day }) => day === 'sun')).toBe(true);
  });
});
