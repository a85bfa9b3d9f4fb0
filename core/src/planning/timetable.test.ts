import { describe, expect, it } from 'vitest';
import type { PlanOp, PlanProblem } from './problem/model.ts';
import { earliestSlot, firstIndexEndingAfter, Timetable } from './solve/timetable.ts';

// One person, two shifts of 240 minutes a day with half an hour between; day 0 starts at minute 0.
const work = [0, 1440, 2880].flatMap((day) => [
  { start: day, end: day + 240 },
  { start: day + 270, end: day + 510 },
]);

const problem: PlanProblem = {
  now: 0,
  horizon: 4320,
  people: [{ id: 'ines', name: 'Ines', work }],
  resources: [
    { id: 'booth', name: 'Booth', capacity: 1 },
    { id: 'rail', name: 'Rail', capacity: 9000 },
  ],
  loads: [],
  reserved: [],
};

function op(change: Partial<PlanOp> = {}): PlanOp {
  return {
    id: 'op',
    loadId: 'load',
    zoneId: 'zone',
    stepId: 'step',
    stepKey: 'sand',
    name: 'Sand',
    side: 'all',
    action: 'do',
    pieceIds: Array.from({ length: 10 }, (_, index) => `p${index}`),
    row: 'bench',
    waitFor: 'none',
    isWet: false,
    isCoat: false,
    abrades: false,
    cleans: false,
    setupMin: 5,
    perPieceMin: 10,
    cleanupMin: 5,
    uses: [],
    hold: null,
    lags: null,
    windowMax: null,
    shareKey: null,
    done: null,
    ...change,
  };
}

describe('firstIndexEndingAfter', () => {
  it.each([
    [-1, 0],
    [0, 0],
    [239, 0],
    [240, 1],
    [510, 2],
    [99_999, 6],
  ])('minute %d is before the end of interval %d', (minute, index) => {
    expect(firstIndexEndingAfter(work, minute)).toBe(index);
  });
});

describe('earliestSlot', () => {
  const free = Timetable.from(problem);

  it('does short work in one piece, at once', () => {
    const slot = earliestSlot(problem, free, op(), 20);
    expect(slot).toMatchObject({ start: 20, end: 130, segments: [{ start: 20, end: 130, pieces: 10 }] });
  });

  it('stops dry work between pieces at the break and goes on after it', () => {
    // 60 minutes are left: 5 set-up and 5 whole pieces, then 5 pieces and 5 clean-up.
    const slot = earliestSlot(problem, free, op(), 180);
    expect(slot?.segments).toEqual([
      { start: 180, end: 235, pieces: 5 },
      { start: 270, end: 325, pieces: 5 },
    ]);
  });

  it('does not begin when only the tools could be laid out', () => {
    expect(earliestSlot(problem, free, op(), 232)?.start).toBe(270);
  });

  it('puts the clean-up after the break when only it is left', () => {
    const slot = earliestSlot(problem, free, op(), 133);
    expect(slot?.segments).toEqual([
      { start: 133, end: 238, pieces: 10 },
      { start: 270, end: 275, pieces: 0 },
    ]);
  });

  it('never cuts wet work: it waits for a stretch that holds it', () => {
    expect(earliestSlot(problem, free, op({ isWet: true }), 180)).toMatchObject({ start: 270, end: 380 });
    expect(earliestSlot(problem, free, op({ isWet: true }), 420)).toMatchObject({ start: 1440 });
  });

  it('finds nothing for wet work longer than any stretch', () => {
    expect(earliestSlot(problem, free, op({ isWet: true, perPieceMin: 30 }), 0)).toBeNull();
  });

  it('works over the night and over the weekend when it must', () => {
    // Three whole pieces in the afternoon, the tools laid out once; four next morning, the last three after the break.
    const slot = earliestSlot(problem, free, op({ perPieceMin: 60 }), 300);
    const pieces = slot?.segments.map((segment) => segment.pieces);
    expect(pieces).toEqual([3, 4, 3]);
  });

  it('steps aside for what the person already does', () => {
    const table = Timetable.from(problem);
    const first = earliestSlot(problem, table, op(), 0);
    if (first) table.book(op(), first);
    expect(earliestSlot(problem, table, op({ id: 'second', loadId: 'other' }), 0)?.start).toBe(110);
  });

  it('waits until the booth is free', () => {
    const table = Timetable.from({
      ...problem,
      reserved: [
        { start: 0, end: 100, personId: null, use: { resourceId: 'booth', amount: 1 }, by: 'other job' },
      ],
    });
    const spray = op({ isWet: true, uses: [{ resourceId: 'booth', amount: 1 }] });
    expect(earliestSlot(problem, table, spray, 0)?.start).toBe(100);
  });

  it('waits until the rail is free for as long as the film needs', () => {
    const held = {
      start: 600,
      end: 900,
      personId: null,
      use: { resourceId: 'rail', amount: 5000 },
      by: 'other job',
    };
    const table = Timetable.from({ ...problem, reserved: [held] });
    const hung = (amount: number) => op({ isWet: true, hold: { resourceId: 'rail', amount, minutes: 600 } });
    expect(earliestSlot(problem, table, hung(4000), 0)?.start).toBe(0);
    // 5000 more would meet the other load on the rail at minute 600; the next morning it is gone.
    expect(earliestSlot(problem, table, hung(5000), 0)?.start).toBe(1440);
  });

  it('does not let a load stand in its own way on the rail', () => {
    const table = Timetable.from(problem);
    const coat = op({ isWet: true, hold: { resourceId: 'rail', amount: 9000, minutes: 600 } });
    const first = earliestSlot(problem, table, coat, 0);
    if (first) table.book(coat, first);
    expect(earliestSlot(problem, table, { ...coat, id: 'next' }, 270)?.start).toBe(270);
    expect(earliestSlot(problem, table, { ...coat, id: 'other', loadId: 'other' }, 270)?.start).toBe(1440);
  });

  it('is impossible when one load wants more than there is', () => {
    const tooMuch = op({ isWet: true, hold: { resourceId: 'rail', amount: 9001, minutes: 60 } });
    expect(earliestSlot(problem, Timetable.from(problem), tooMuch, 0)).toBeNull();
  });

  it('takes whoever is free first', () => {
    const two = { ...problem, people: [...problem.people, { id: 'tam', name: 'Tam', work }] };
    const table = Timetable.from(two);
    const first = earliestSlot(two, table, op(), 0);
    if (first) table.book(op(), first);
    expect(earliestSlot(two, table, op({ id: 'second', loadId: 'other' }), 0)).toMatchObject({
      start: 0,
      personId: 'tam',
    });
  });

  it('with somebody busy for a try, it stays as it was itself', () => {
    const table = Timetable.from(problem);
    const slot = earliestSlot(problem, table, op(), 0)!;
    const busy = table.withBusy([slot]);
    expect(earliestSlot(problem, busy, op(), 0)?.start).toBe(slot.end);
    expect(earliestSlot(problem, table, op(), 0)?.start).toBe(slot.start);
  });

  it('finds what holds a place over nights by any day that it touches, and counts it once', () => {
    const hold = { resourceId: 'rack', amount: 3, minutes: 4 * 1440 };
    const wet = op({ hold });
    const racked = (capacity: number) => ({
      ...problem,
      resources: [...problem.resources, { id: 'rack', name: 'Rack', capacity }],
    });
    const [five, six] = [Timetable.from(racked(5)), Timetable.from(racked(6))];
    const slot = earliestSlot(racked(5), five, wet, 0)!;
    for (const table of [five, six]) table.book(wet, slot);
    const at = (start: number, end: number) => five.fullUntil({ ...wet, loadId: 'other' }, start, end, end);
    for (const day of [0, 1, 2, 3]) expect(at(day * 1440 + 700, day * 1440 + 2900)).toBe(slot.occupiedUntil);
    expect(at(slot.occupiedUntil!, slot.occupiedUntil! + 60)).toBeNull();
    expect(six.fullUntil({ ...wet, loadId: 'other' }, 100, 5000, 5000)).toBeNull();
    expect(five.fullUntil(wet, 100, 5000, 5000)).toBeNull();
  });

  it('counts a load once where it holds twice, with the most that it holds', () => {
    const table = Timetable.from(problem);
    const hung = (amount: number) => op({ isWet: true, hold: { resourceId: 'rail', amount, minutes: 600 } });
    const hold = (amount: number, start: number, occupiedUntil: number) =>
      table.hold({ op: hung(amount), start, occupiedUntil });
    hold(3000, 0, 600);
    hold(5000, 300, 900);
    hold(4000, 100, 400);
    // 0–100: 3000, 100–300: 4000, 300–900: 5000.
    const until = (amount: number, at: number) =>
      table.fullUntil({ ...hung(amount), loadId: 'other' }, at, at + 1, at + 1);
    expect([until(6000, 50), until(6001, 50)]).toEqual([null, 100]);
    expect([until(5000, 200), until(5001, 200)]).toEqual([null, 300]);
    expect([until(4000, 650), until(4001, 650)]).toEqual([null, 900]);
    expect([until(4000, 899), until(4001, 899), until(9000, 900)]).toEqual([null, 900, null]);
  });
});
