import type { LogEntry } from '@upholder/core/jobs';
import { DEFAULT_PLAN_OPTIONS, type PlannedOp, type PlanSnapshot } from '@upholder/core/planning';
import { describe, expect, it } from 'vitest';
import { dayItems } from './dayItems.ts';

const STEP = '00000002-0000-4000-8000-000000000001';
const PIECE = '00000003-0000-4000-8000-000000000001';

function op(change: Partial<PlannedOp>): PlannedOp {
  return {
    id: 'op',
    loadId: 'load',
    zoneId: 'zone',
    stepId: STEP,
    stepKey: 'prime-1',
    name: 'Prime 1',
    side: 'all',
    action: 'do',
    pieceIds: [PIECE],
    placeId: 'shop',
    task: null,
    tool: null,
    row: 'booth',
    isCoat: true,
    personId: 'ines',
    start: 1000,
    end: 1050,
    segments: [{ start: 1000, end: 1050, pieces: 1 }],
    occupiedUntil: 1400,
    hold: { resourceId: 'rail', amount: 480, stairs: [] },
    lags: { touch: 0, sand: 240, recoat: 240, handle: 350, pack: 1440, refit: 2880 },
    gun: null,
    setupMin: 0,
    trip: null,
    windowMax: 10_080,
    waits: [],
    ...change,
  };
}

function planOf(...ops: PlannedOp[]): PlanSnapshot {
  return {
    id: 'plan',
    madeAt: '2026-11-23T06:00:00Z',
    climate: { airC: 18, rhPct: 55 },
    completion: 2000,
    planOptions: DEFAULT_PLAN_OPTIONS,
    bound: null,
    stepMarks: {},
    loads: [],
    ops,
  };
}

function logged(end: number, change: Partial<LogEntry> = {}): LogEntry {
  return {
    id: 'entry',
    jobId: 'job',
    stepId: STEP,
    side: 'all',
    action: 'do',
    pieceIds: [PIECE],
    doneAt: new Date(end * 60_000).toISOString(),
    coat: null,
    note: '',
    correctsId: null,
    isWithdrawal: false,
    memberId: null,
    memberName: 'Ines',
    loggedAt: new Date(end * 60_000).toISOString(),
    ...change,
  };
}

describe('what the day view draws', () => {
  it('draws labour where it is done and the film where it dries', () => {
    const { labour, films } = dayItems({ plan: planOf(op({})), log: [] });
    expect(labour).toMatchObject([{ row: 'booth', start: 1000, end: 1050, isDone: false }]);
    expect(films).toMatchObject([
      { row: 'rail', start: 1050, end: 1400, sandAt: 1290, recoatAt: 1290, handleAt: 1400, shutsAt: 11_130 },
    ]);
  });

  it('draws work that goes on over a break as its parts', () => {
    const segments = [
      { start: 1000, end: 1020, pieces: 3 },
      { start: 1050, end: 1080, pieces: 4 },
    ];
    const { labour } = dayItems({
      plan: planOf(op({ segments, lags: null, isCoat: false, end: 1080 })),
      log: [],
    });
    expect(labour.map(({ start, end }) => [start, end])).toEqual([
      [1000, 1020],
      [1050, 1080],
    ]);
  });

  it('moves what is logged to when it really happened, film and all', () => {
    const { labour, films } = dayItems({ plan: planOf(op({})), log: [logged(1200)] });
    expect(labour).toMatchObject([{ start: 1150, end: 1200, isDone: true }]);
    expect(films).toMatchObject([{ start: 1200, recoatAt: 1440 }]);
  });

  it('takes what was done before the plan as done', () => {
    expect(dayItems({ plan: planOf(op({ personId: null })), log: [] }).labour[0]?.isDone).toBe(true);
  });

  it('ignores a withdrawn entry', () => {
    const withdrawal = logged(1200, { id: 'back', correctsId: 'entry', isWithdrawal: true });
    expect(dayItems({ plan: planOf(op({})), log: [logged(1200), withdrawal] }).labour[0]?.isDone).toBe(false);
  });

  it('keeps a film without a rail where it was laid, and a window open that never shuts', () => {
    const { films } = dayItems({ plan: planOf(op({ hold: null, row: 'bench', windowMax: null })), log: [] });
    expect(films).toMatchObject([{ row: 'bench', shutsAt: null }]);
  });

  it('draws nothing without a plan', () => {
    expect(dayItems({ plan: null, log: [] })).toEqual({ labour: [], films: [] });
  });
});
