import { describe, expect, it } from 'vitest';
import { SAMPLE_START, sampleId, sampleJob, sampleShop, seeded } from '../../test/sample.ts';
import type { Minute } from '../shop/index.ts';
import { metIn } from './explain/met.ts';
import {
  packReservations,
  planJob,
  type Reservation,
  reservationsOf,
  snapshotOf,
  unpackReservations,
  withoutSurplus,
} from './index.ts';
import type { PlanOp, PlanProblem } from './problem/model.ts';
import { earliestSlot, Timetable } from './solve/timetable.ts';

const shop = sampleShop();
const { settings } = shop;
const capacities: Record<string, number> = { booth: 1, bench: settings.benches, rail: settings.railLengthMm };

function reservation(change: Partial<Reservation>): Reservation {
  return { start: 0, end: 10, personId: null, use: null, by: 'One', ...change };
}
const time = (start: Minute, end: Minute, by = 'One', personId = 'ines') =>
  reservation({ start, end, personId, by });
const place = (start: Minute, end: Minute, by = 'One', resourceId = 'booth', amount = 1) =>
  reservation({ start, end, use: { resourceId, amount }, by });

/** Jobs that were promised the same people and places many times over. */
function crowded(random: () => number, count: number): Reservation[] {
  const upTo = (most: number) => Math.floor(random() * most);
  return Array.from({ length: count }, (): Reservation => {
    const start = upTo(120);
    const end = start + 1 + upTo(25);
    const by = `Job ${upTo(4)}`;
    const kind = upTo(4);
    if (kind === 0) return time(start, end, by, `person ${upTo(2)}`);
    if (kind === 1) return place(start, end, by, 'bench');
    if (kind === 2) return place(start, end, by, 'rail', 480 * (1 + upTo(9)));
    return place(start, end, by);
  });
}

/** Who works, and how much of a place is left, at a minute. */
function stateAt(reserved: readonly Reservation[], at: Minute) {
  const now = reserved.filter(({ start, end }) => start <= at && end > at);
  const left = Object.entries(capacities).map(([id, capacity]) => {
    const taken = now.reduce((sum, { use }) => sum + (use?.resourceId === id ? use.amount : 0), 0);
    return [id, Math.max(0, capacity - taken)];
  });
  return { busy: [...new Set(now.flatMap(({ personId }) => personId ?? []))].sort(), left };
}

describe('what is taken of a shop, in fewer words', () => {
  it('leaves the same people and the same room, minute by minute', () => {
    const random = seeded(7);
    let fewer = 0;
    for (let round = 0; round < 60; round += 1) {
      const reserved = crowded(random, 40);
      const kept = withoutSurplus(reserved, settings);
      for (let at = 0; at < 150; at += 1) expect(stateAt(kept, at)).toEqual(stateAt(reserved, at));
      fewer += reserved.length - kept.length;
    }
    expect(fewer).toBeGreaterThan(60);
  });

  it('makes one of what somebody does without a break, but tells two jobs apart', () => {
    const kept = withoutSurplus([time(10, 20), time(20, 35), time(35, 40, 'Two')], settings);
    expect(kept).toEqual([time(10, 35), time(35, 40, 'Two')]);
  });

  it('does not join across a break, and keeps what sticks out of what was promised twice', () => {
    const kept = withoutSurplus([time(0, 10), time(11, 20), time(15, 30, 'Two')], settings);
    expect(kept).toEqual([time(0, 10), time(11, 20), time(20, 30, 'Two')]);
  });

  it('drops a second job in a full booth, but not one that stays longer, nor one where half is free', () => {
    expect(withoutSurplus([place(0, 30), place(5, 25, 'Two')], settings)).toEqual([place(0, 30)]);
    const longer = [place(0, 30), place(5, 31, 'Two')];
    expect(withoutSurplus(longer, settings)).toEqual(longer);
    const half = settings.railLengthMm / 2;
    const rail = [place(0, 30, 'One', 'rail', half), place(5, 25, 'Two', 'rail', half - 1)];
    expect(withoutSurplus([...rail, place(6, 8, 'Three', 'rail', 10)], settings)).toEqual([
      ...rail,
      place(6, 8, 'Three', 'rail', 10),
    ]);
  });

  it('keeps every gun, and what is taken of places that the shop does not know', () => {
    const gun = {
      applicator: 'hvlp' as const,
      material: 'colour white',
      coatOf: 'colour',
      number: 0,
      changeMin: 0,
      goesOn: false,
    };
    const others = [
      reservation({ gun: gun as never }),
      reservation({ gun: gun as never }),
      place(0, 5, 'One', 'attic'),
    ];
    expect(withoutSurplus(others, settings)).toHaveLength(3);
    expect(withoutSurplus([place(0, 5, 'One', 'attic'), place(0, 5, 'Two', 'attic')], settings)).toHaveLength(
      2,
    );
  });

  it('changes nothing of a plan in a shop that promised itself six times over', () => {
    const job = sampleJob([{ systemId: 'D', doors: 6, fronts: 4 }], shop);
    const alone = planJob(job, shop, SAMPLE_START);
    if (!alone.ok) throw new Error(alone.message);
    const own = reservationsOf(
      snapshotOf(sampleId(6, 1), '2026-11-23T06:00:00Z', shop.climate, alone.value),
      [],
      0,
      'another',
    );
    const reserved = [0, 30, 90, 240, 1440, 1500].flatMap((later) =>
      own.map((one) => ({ ...one, start: one.start + later, end: one.end + later, by: `${later} later` })),
    );
    const kept = withoutSurplus(reserved, settings);
    expect(kept.length).toBeLessThan(reserved.length * 0.8);
    const plan = (others: Reservation[]) => {
      const made = planJob(job, { ...shop, reserved: others }, SAMPLE_START);
      if (!made.ok) throw new Error(made.message);
      return made.value.plan.ops.map(({ op, personId, segments, occupiedUntil }) => [
        op.id,
        personId,
        segments,
        occupiedUntil,
      ]);
    };
    expect(plan(kept)).toEqual(plan(reserved));
  });
});

describe('reservations on their way to another thread', () => {
  it('come out as they went in', () => {
    const reserved = crowded(seeded(3), 50);
    expect(unpackReservations(packReservations(reserved))).toEqual(reserved);
    expect(unpackReservations(packReservations([]))).toEqual([]);
  });

  it('keep guns apart that differ in anything', () => {
    const gun = (changeMin: number) => reservation({ gun: { material: 'a', number: 0, changeMin } as never });
    const reserved = [gun(0), gun(5), reservation({}), gun(0)];
    expect(unpackReservations(packReservations(reserved))).toEqual(reserved);
  });
});

describe('what meets a few spans', () => {
  it('is what any of their minutes is taken by', () => {
    const random = seeded(11);
    const upTo = (most: number) => Math.floor(random() * most);
    for (let round = 0; round < 200; round += 1) {
      const spans = Array.from({ length: upTo(5) }, () => {
        const start = upTo(100);
        return { start, end: start + upTo(30) };
      });
      const reserved = crowded(random, 30);
      const meets = ({ start, end }: Reservation) =>
        spans.some((span) => Math.max(start, span.start) < Math.min(end, span.end));
      expect(metIn(reserved, spans)).toEqual(reserved.filter(meets));
    }
  });
});

describe('a long search in a full shop', () => {
  const DAYS = 40;
  const work = Array.from({ length: DAYS }, (_, day) => [
    { start: day * 1440, end: day * 1440 + 240 },
    { start: day * 1440 + 270, end: day * 1440 + 510 },
  ]).flat();

  function problemOf(random: () => number): PlanProblem {
    const upTo = (most: number) => Math.floor(random() * most);
    // Little time of people is left, and a booth that is seldom free then.
    const reserved = Array.from({ length: 500 }, (): Reservation => {
      const start = upTo(DAYS) * 1440 + upTo(500);
      const end = start + 5 + upTo(80);
      return upTo(2) === 0 ? time(start, end, 'Job', upTo(2) === 0 ? 'ines' : 'olek') : place(start, end);
    });
    return {
      now: 0,
      horizon: DAYS * 1440,
      people: ['ines', 'olek'].map((id) => ({ id, name: id, work })),
      resources: [
        { id: 'booth', name: 'Booth', capacity: 1 },
        { id: 'rail', name: 'Rail', capacity: 9000 },
      ],
      loads: [],
      reserved,
    };
  }

  const opOf = (random: () => number, loadId: string) =>
    ({
      id: `op ${random()}`,
      loadId,
      action: 'do',
      pieceIds: ['a', 'b', 'c', 'd'],
      isWet: random() < 0.5,
      setupMin: 5,
      perPieceMin: 3 + Math.floor(random() * 12),
      cleanupMin: 5,
      uses: random() < 0.7 ? [{ resourceId: 'booth', amount: 1 }] : [],
      hold: random() < 0.5 ? { resourceId: 'rail', amount: 2000, minutes: 300 } : null,
    }) as unknown as PlanOp;

  it('ends where a short one would, whatever is booked meanwhile', () => {
    let late = 0;
    for (let seed = 1; seed <= 40; seed += 1) {
      const random = seeded(seed);
      const problem = problemOf(random);
      const quick = Timetable.from(problem);
      const plain = Timetable.ofReserved(problem);
      for (let round = 0; round < 15; round += 1) {
        const op = opOf(random, `load ${round % 4}`);
        const ready = Math.floor(random() * 3) * 700;
        const slot = earliestSlot(problem, quick, op, ready);
        expect(slot).toEqual(earliestSlot(problem, plain, op, ready));
        // Asked again, it is remembered.
        expect(earliestSlot(problem, quick, op, ready + 1)).toEqual(
          earliestSlot(problem, plain, op, ready + 1),
        );
        if (!slot) continue;
        if (slot.start > ready + 1440) late += 1;
        quick.book(op, slot);
        plain.book(op, slot);
      }
    }
    expect(late).toBeGreaterThan(100);
  });
});
