import { describe, expect, it } from 'vitest';
import { SAMPLE_START, sampleId, sampleJob, sampleShop } from '../../test/sample.ts';
import { PLAN } from '../said/plan.ts';
import { localClock, localDate, minuteAt, weekdayOf } from '../shop/calendar.ts';
import { DEFAULT_SHOP_SETTINGS } from '../shop/index.ts';
import { improvementsFor } from './improvements.ts';
import { checkPlan, type Plan, type PlanRequest, type RoomWishes, searchPlan } from './index.ts';
import { NO_ROOM_WISHES, roomShut } from './problem/room.ts';
import { longestInRoom } from './solve/workdays.ts';

const zone = 'Europe/London';
const at = (date: string, clock: string) => minuteAt(date, clock, zone);
const shop = sampleShop({
  settings: { ...DEFAULT_SHOP_SETTINGS, tripMin: 30 },
  crew: [1, 2].map((number) => ({ id: sampleId(9, number), name: `Person ${number}`, daysOff: [] })),
});
const job = sampleJob(
  [
    { systemId: 'A', doors: 18, fronts: 8 },
    { systemId: 'D', doors: 14, fronts: 10 },
  ],
  shop,
);

function ask(wishes: Partial<RoomWishes>): PlanRequest {
  return { input: job, shop, now: SAMPLE_START, earlier: { loads: [], ops: [] }, ...wishes };
}

function planned(wishes: Partial<RoomWishes>, tries = 12) {
  const search = searchPlan(ask(wishes));
  if (!search.ok) throw new Error(search.message);
  for (let number = 0; number < tries; number += 1) search.value.step();
  const { problem, plan } = search.value.found!;
  expect(checkPlan(problem, plan)).toEqual([]);
  return { problem, plan };
}

const inRoom = ({ ops }: Plan) => ops.filter(({ op }) => op.row === 'room');
const refits = ({ ops }: Plan) => ops.filter(({ op }) => op.isTrip && op.waitFor === 'refit');

describe('when the client’s room is closed', () => {
  it('is shut on closed days, on days of the week, and outside its hours, joined over the nights', () => {
    const wishes = {
      ...NO_ROOM_WISHES,
      roomClosed: ['2026-11-26'],
      roomNotOn: ['tue' as const],
      roomHours: { from: '09:00', to: '15:00' },
    };
    expect(roomShut(wishes, zone, at('2026-11-23', '06:00'), at('2026-11-27', '12:00'))).toEqual([
      { start: at('2026-11-23', '00:00'), end: at('2026-11-23', '09:00') },
      // Monday’s evening, Tuesday, Wednesday’s morning.
      { start: at('2026-11-23', '15:00'), end: at('2026-11-25', '09:00') },
      { start: at('2026-11-25', '15:00'), end: at('2026-11-27', '09:00') },
      { start: at('2026-11-27', '15:00'), end: at('2026-11-28', '00:00') },
    ]);
    expect(roomShut(NO_ROOM_WISHES, zone, at('2026-11-23', '06:00'), at('2026-12-27', '12:00'))).toEqual([]);
  });

  it('keeps the wall clock over the change of summer time', () => {
    const hours = { ...NO_ROOM_WISHES, roomHours: { from: '09:00', to: '15:00' } };
    // Clocks go forward on 29 March 2026: from 15:00 to 09:00 are 18 h, and 17 h over that night.
    const spans = roomShut(hours, zone, at('2026-03-27', '12:00'), at('2026-03-30', '12:00'));
    expect(spans.slice(1, 4).map(({ start, end }) => (end - start) / 60)).toEqual([18, 17, 18]);
  });

  it('leaves the longest stretch of anybody’s work while it is open', () => {
    const day = (from: string, to: string) => ({ start: at('2026-11-23', from), end: at('2026-11-23', to) });
    const person = (...work: { start: number; end: number }[]) => ({ id: '1', name: 'One', work });
    const shut = [day('00:00', '09:00'), day('15:00', '23:59')];
    expect(longestInRoom([person(day('07:30', '12:00'), day('12:30', '16:30'))], shut)).toBe(180);
    expect(longestInRoom([person(day('12:30', '16:30'))], shut)).toBe(150);
    expect(longestInRoom([person(day('06:00', '08:30'))], shut)).toBe(0);
    expect(longestInRoom([person(day('08:00', '08:30'), day('10:00', '10:40'))], shut)).toBe(40);
    expect(longestInRoom([person(day('07:30', '16:30'))], [])).toBe(540);
    expect(longestInRoom([], shut)).toBe(0);
  });
});

describe('a plan round what the client asks', () => {
  const usual = planned({});

  it('keeps out of the room on the days of the week that are asked', () => {
    const days = new Set(inRoom(usual.plan).map(({ start }) => weekdayOf(localDate(start, zone))));
    const free = [...days][0]!;
    const { plan } = planned({ roomNotOn: [free] });
    expect(inRoom(plan).length).toBeGreaterThan(0);
    for (const { start, end } of inRoom(plan))
      for (const minute of [start, end - 1]) expect(weekdayOf(localDate(minute, zone))).not.toBe(free);
  });

  it('is in the room between the hours that are asked alone, in loads that fit into them', () => {
    const clocks = ({ start, end }: { start: number; end: number }) =>
      [localClock(start, zone), localClock(end, zone)] as const;
    expect(inRoom(usual.plan).some((op) => clocks(op)[0] < '10:00')).toBe(true);
    const { plan } = planned({ roomHours: { from: '10:00', to: '12:00' } });
    for (const op of inRoom(plan)) {
      expect(clocks(op)[0] >= '10:00').toBe(true);
      expect(clocks(op)[1] <= '12:00').toBe(true);
    }
  });

  it('says so where nobody works at those hours, and where one task is longer than they are', () => {
    const evening = searchPlan(ask({ roomHours: { from: '17:00', to: '20:00' } }));
    expect(evening).toMatchObject({
      ok: false,
      message: expect.stringMatching(/nobody-works-while-the-room-is-open/),
    });
    const short = searchPlan(ask({ roomHours: { from: '09:00', to: '09:20' } }));
    expect(short).toMatchObject({
      ok: false,
      message: expect.stringMatching(/takes-longer-than-the-room-is.*"open":20/),
    });
  });

  it('brings everything back in one go where that is asked, and the checker sees where it does not', () => {
    const { problem, plan } = planned({ refitTogether: true });
    const ready = Math.max(
      ...plan.ops.filter(({ op }) => op.lags).map(({ op, end }) => end + (op.lags?.refit ?? 0)),
    );
    const starts = refits(plan).map(({ start }) => start);
    expect(starts.length).toBeGreaterThan(1);
    expect(Math.min(...starts)).toBeGreaterThanOrEqual(ready);
    // In one go: nobody is away longer than a night between two of them.
    const ends = refits(plan).map(({ end }) => end);
    expect(Math.max(...ends) - Math.min(...starts)).toBeLessThan(1440);
    const spread = { ...problem, refitTogether: false };
    const early = { ...plan.ops.find(({ op }) => op.id === refits(plan)[0]!.op.id)!, start: ready - 60 };
    const moved = { ...plan, ops: plan.ops.map((one) => (one.op.id === early.op.id ? early : one)) };
    expect(checkPlan(problem, moved).map(({ code }) => code)).toContain('refit');
    expect(checkPlan(spread, moved).map(({ code }) => code)).not.toContain('refit');
  });

  it('adds the way to this client, the shop’s own where none is said, and none at all', () => {
    const setUps = (wishes: Partial<RoomWishes>) => {
      const search = searchPlan(ask(wishes));
      if (!search.ok) throw new Error(search.message);
      return search.value.found!.problem.loads[0]!.ops[0]!;
    };
    const usualWay = setUps({});
    expect(setUps({ tripMin: 90 }).setupMin - usualWay.setupMin).toBe(60);
    expect(usualWay.setupMin - setUps({ tripMin: 0 }).setupMin).toBe(30);
    expect([usualWay.isTrip, setUps({ tripMin: 0 }).isTrip]).toEqual([true, undefined]);
    // Even next door, one go is a trip.
    expect(setUps({ tripMin: 0, refitTogether: true }).isTrip).toBe(true);
  });

  it('names each wish as something to ask the client about', () => {
    const keys = (wishes: Partial<RoomWishes>) => improvementsFor(ask(wishes)).map(({ key }) => key);
    const asked = keys({
      roomNotOn: ['tue', 'thu'],
      roomHours: { from: '09:00', to: '12:00' },
      refitTogether: true,
    });
    expect(asked).toEqual(expect.arrayContaining(['open tue', 'open thu', 'hours', 'refit']));
    for (const key of ['open tue', 'hours', 'refit', 'room']) expect(keys({})).not.toContain(key);
    const other = improvementsFor(ask({ roomNotOn: ['tue', 'thu'] })).find(({ key }) => key === 'open tue');
    expect(other?.change).toEqual({ kind: 'wish', planOptions: { roomNotOn: ['thu'] } });
    expect(PLAN['plan.work-in-the-room-on-weekdays']({ day: 'tue' })).toBe(
      'Work in the room on Tuesdays too',
    );
  });
});
