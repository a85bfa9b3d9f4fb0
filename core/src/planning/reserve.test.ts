import { describe, it } from 'vitest';
import { expect, words } from '../../test/expect.ts';
import { SAMPLE_START, sampleId, sampleJob, sampleShop } from '../../test/sample.ts';
import { effectiveLog, type LogEntry } from '../jobs/index.ts';
import { toInstant } from '../shop/index.ts';
import {
  isPlanStale,
  joinWaits,
  loggedEnd,
  type PlannedOp,
  planJob,
  planToKeep,
  reservationsOf,
  snapshotOf,
  waitWords,
} from './index.ts';

const shop = sampleShop();
const job = sampleJob([{ systemId: 'D', doors: 6, fronts: 4 }], shop);
const outcome = planJob(job, shop, SAMPLE_START);
if (!outcome.ok) throw new Error(outcome.message);
const plan = snapshotOf(sampleId(6, 1), '2026-11-23T06:00:00Z', shop.climate, outcome.value);
const coat = plan.ops.find(
  ({ name, hold }) => words(name) === 'Prime 1' && hold?.resourceId === 'rail',
) as PlannedOp;

function entryOf(op: PlannedOp, end = op.end, change: Partial<LogEntry> = {}): LogEntry {
  return {
    id: sampleId(7, end),
    jobId: job.job.id,
    stepId: op.stepId,
    side: op.side,
    action: op.action,
    pieceIds: op.pieceIds,
    doneAt: toInstant(end).toISOString(),
    coat: null,
    note: '',
    correctsId: null,
    isWithdrawal: false,
    memberId: sampleId(9, 1),
    memberName: 'Ines',
    loggedAt: toInstant(end).toISOString(),
    ...change,
  };
}

/** What the coat takes of the rail. */
const held = coat.hold && { resourceId: coat.hold.resourceId, amount: coat.hold.amount };

describe('reservationsOf', () => {
  it('takes people, places and the rail for work that is still to come', () => {
    const mine = reservationsOf(plan, [], SAMPLE_START, 'Wall');
    expect(mine).toContainEqual({
      start: coat.start,
      end: coat.end,
      personId: coat.personId,
      use: null,
      by: 'Wall',
    });
    expect(mine).toContainEqual({
      start: coat.start,
      end: coat.end,
      personId: null,
      use: { resourceId: 'booth', amount: 1 },
      by: 'Wall',
    });
    expect(mine).toContainEqual({
      start: coat.start,
      end: coat.occupiedUntil,
      personId: null,
      use: held,
      by: 'Wall',
    });
  });

  it('lets go of the rail in the parts in which its pieces dry', () => {
    const stairs = [
      { amount: 480, before: 25 },
      { amount: 960, before: 0 },
    ];
    const ops = plan.ops.map((op) => (op === coat && op.hold ? { ...op, hold: { ...op.hold, stairs } } : op));
    const mine = reservationsOf({ ...plan, ops }, [], SAMPLE_START, 'Wall').filter(
      ({ start, use }) => start === coat.start && use?.resourceId === 'rail',
    );
    expect(mine.map(({ end, use }) => [(coat.occupiedUntil ?? 0) - end, use?.amount])).toEqual([
      [25, 480],
      [0, 960],
    ]);
  });

  it('takes nobody for what is logged, but the rail until the film can be handled', () => {
    const late = coat.end + 90;
    const mine = reservationsOf(plan, [entryOf(coat, late)], late, 'Wall').filter(
      ({ start }) => start === coat.start,
    );
    expect(mine).toEqual([
      { start: coat.start, end: late + (coat.lags?.handle ?? 0), personId: null, use: held, by: 'Wall' },
    ]);
  });

  it('leaves out what is over', () => {
    expect(reservationsOf(plan, [], plan.completion + 10 * 1440, 'Wall')).toEqual([]);
  });
});

describe('loggedEnd', () => {
  it('finds the entry of the same task only', () => {
    expect(loggedEnd(coat, [entryOf(coat)])).toBe(coat.end);
    expect(loggedEnd(coat, [entryOf(coat, coat.end, { action: 'flip' })])).toBeNull();
    expect(loggedEnd(coat, [entryOf(coat, coat.end, { pieceIds: [sampleId(3, 999)] })])).toBeNull();
    expect(loggedEnd({ ...coat, side: 'back' }, [entryOf(coat, coat.end, { side: 'front' })])).toBeNull();
    expect(loggedEnd({ ...coat, side: 'back' }, [entryOf(coat, coat.end, { side: 'all' })])).toBe(coat.end);
  });
});

describe('effectiveLog', () => {
  const first = entryOf(coat, coat.end);
  const correction = { ...entryOf(coat, coat.end + 30), id: sampleId(8, 1), correctsId: first.id };
  const second = { ...entryOf(coat, coat.end + 60), id: sampleId(8, 2), correctsId: correction.id };
  const withdrawal = { ...first, id: sampleId(8, 3), correctsId: first.id, isWithdrawal: true };

  it('counts the last word of a chain of corrections', () => {
    expect(effectiveLog([first, correction, second]).map(({ id }) => id)).toEqual([second.id]);
  });

  it('counts nothing of what was withdrawn', () => {
    expect(effectiveLog([first, withdrawal])).toEqual([]);
  });

  it('orders by when the work ended, not by when it was logged', () => {
    const early = {
      ...entryOf(coat, coat.start),
      id: sampleId(8, 4),
      loggedAt: toInstant(coat.end + 500).toISOString(),
    };
    expect(effectiveLog([first, early]).map(({ id }) => id)).toEqual([early.id, first.id]);
  });
});

describe('isPlanStale', () => {
  it('is fresh for the pieces and steps it was made for', () => {
    expect(isPlanStale(plan, job.pieces, job.steps)).toBe(false);
  });

  it('goes stale when a piece comes, goes or changes its zone', () => {
    const [first, ...rest] = job.pieces;
    if (!first) throw new Error('no pieces');
    expect(isPlanStale(plan, rest, job.steps)).toBe(true);
    expect(isPlanStale(plan, [...job.pieces, { ...first, id: sampleId(3, 500) }], job.steps)).toBe(true);
    expect(isPlanStale(plan, [{ ...first, zoneId: sampleId(1, 9) }, ...rest], job.steps)).toBe(true);
  });

  it('goes stale when a piece is worked elsewhere or in another way, and not for the way that it was planned in', () => {
    const [first, ...rest] = job.pieces;
    if (!first) throw new Error('no pieces');
    const with1 = (part: Partial<typeof first>) =>
      isPlanStale(plan, [{ ...first, ...part }, ...rest], job.steps);
    expect([with1({ way: 'shop' }), with1({ note: 'the far wall' })]).toEqual([false, false]);
    expect([with1({ way: 'hinges' }), with1({ way: 'place' }), with1({ way: 'assembly' })]).toEqual([
      true,
      true,
      true,
    ]);
    // An area matters only where it is worked in the room.
    expect(with1({ area: 'Island' })).toBe(false);
    const older = { ...plan, loads: plan.loads.map((load) => ({ ...load, way: null })) };
    expect(isPlanStale(older, [{ ...first, way: 'hinges' }, ...rest], job.steps)).toBe(false);
  });

  it('goes stale when a step is other than it was planned, or new; not for words, nor where all of it was done', () => {
    const made = planToKeep({
      planId: sampleId(6, 2),
      detail: { ...job, job: { ...job.job, name: 'Sample' }, plan: null },
      shop,
      now: toInstant(SAMPLE_START),
    });
    if (!made.ok) throw new Error(made.message);
    const kept = made.value;
    const [first] = job.steps;
    if (!first) throw new Error('no steps');
    const change = (key: string, part: object) =>
      isPlanStale(
        kept,
        job.pieces,
        job.steps.map((step) => (step.key === key ? { ...step, ...part } : step)),
      );
    expect(isPlanStale(kept, job.pieces, job.steps)).toBe(false);
    expect(change('prime-1', { note: 'the far wall first', why: 'so', name: 'Prime one' })).toBe(false);
    expect(change('prime-1', { productKey: 'shellac-block-primer' })).toBe(true);
    expect(change('prime-1', { wftUm: 90 })).toBe(true);
    expect(change('clean-1', { labour: { ...first.labour, perM2Min: 9 } })).toBe(true);
    expect(isPlanStale(kept, job.pieces, [...job.steps, { ...first, id: sampleId(2, 900) }])).toBe(true);
    const done = { ...kept, ops: kept.ops.map((op) => ({ ...op, personId: null })) };
    expect(
      isPlanStale(
        done,
        job.pieces,
        job.steps.map((step) => ({ ...step, wftUm: 44 })),
      ),
    ).toBe(false);
    // Plans from before say nothing of it.
    expect(
      isPlanStale(
        { ...kept, stepMarks: {} },
        job.pieces,
        job.steps.map((step) => ({ ...step, dryingMin: 9 })),
      ),
    ).toBe(false);
  });

  it('goes stale when the sequence is unfolded again', () => {
    expect(
      isPlanStale(
        plan,
        job.pieces,
        job.steps.map((step, index) => ({ ...step, id: sampleId(5, index) })),
      ),
    ).toBe(true);
  });
});

describe('waits in words', () => {
  const names = { op: () => 'Prime 1', place: () => 'The rail is' };
  const at = { start: 0, end: 10 };

  it.each([
    [
      { kind: 'clock', clock: 'recoat', opId: 'x' } as const,
      'Drying: Prime 1 must be ready for the next coat.',
    ],
    [{ kind: 'clock', clock: 'handle', opId: 'x' } as const, 'Drying: Prime 1 must be dry to handle.'],
    [
      { kind: 'resource', resourceId: 'rail', by: 'Colour 1, Counter' } as const,
      'The rail is taken by Colour 1, Counter.',
    ],
    [{ kind: 'people', by: ['Sand', 'Sand'] } as const, 'Everyone is busy: Sand.'],
    [{ kind: 'closed' } as const, 'The shop is closed.'],
    [{ kind: 'too-long', minutes: 160 } as const, 'No free stretch is long enough for 2 h 40 in one go.'],
  ])('%j', (why, words) => {
    expect(waitWords({ ...at, why: why as never }, names)).toBe(words);
  });

  it('joins neighbours that say the same', () => {
    const closed = { kind: 'closed' } as const;
    const joined = joinWaits(
      [
        { start: 0, end: 10, why: closed },
        { start: 10, end: 20, why: closed },
        { start: 20, end: 30, why: { kind: 'people', by: ['Sand'] } },
        { start: 30, end: 40, why: closed },
      ],
      names,
    );
    expect(joined.map(({ start, end }) => [start, end])).toEqual([
      [0, 20],
      [20, 30],
      [30, 40],
    ]);
  });
});
