import { describe, expect, it } from 'vitest';
import { checkPlan, lowerBound } from './index.ts';
import { firstFree, heldLevels, stairsOf } from './problem/holds.ts';
import type { Plan, PlanOp, PlanProblem } from './problem/model.ts';
import { makePlan } from './solve/schedule.ts';

/** A coat on so many pieces that take two hooks each: 5 min of set-up, 4 min a piece, an hour until it may be handled. */
function coat(loadId: string, pieces: number, change: Partial<PlanOp> = {}): PlanOp {
  const each = Array.from({ length: pieces }, () => 2);
  return {
    id: `coat@${loadId}`,
    loadId,
    zoneId: 'zone',
    stepId: 'step',
    stepKey: 'colour-1',
    name: 'Colour 1',
    side: 'all',
    action: 'do',
    pieceIds: each.map((_, index) => `${loadId} ${index}`),
    row: 'bench',
    waitFor: 'none',
    isWet: true,
    isCoat: true,
    abrades: false,
    cleans: false,
    setupMin: 5,
    perPieceMin: 4,
    cleanupMin: 0,
    uses: [],
    hold: { resourceId: 'rail', amount: 2 * pieces, least: 2, each, minutes: 60 },
    lags: { touch: 20, sand: 60, recoat: 60, handle: 60, pack: 600, refit: 900 },
    windowMax: null,
    shareKey: null,
    done: null,
    ...change,
  };
}

/** Two people with a long day, and a rail of ten pairs of hooks. */
function question(ops: readonly PlanOp[]): PlanProblem {
  const work = [{ start: 0, end: 600 }];
  return {
    now: 0,
    horizon: 600,
    people: [
      { id: 'ines', name: 'Ines', work },
      { id: 'maren', name: 'Maren', work },
    ],
    resources: [{ id: 'rail', name: 'Rail', capacity: 20 }],
    loads: ops.map((op) => ({
      id: op.loadId,
      zoneId: 'zone',
      label: op.loadId,
      lie: 'hung',
      pieceIds: op.pieceIds,
      ops: [op],
    })),
    reserved: [],
  };
}

function planned(problem: PlanProblem): Plan {
  const made = makePlan(problem);
  if (!made.ok) throw new Error(made.message);
  return made.value.plan;
}

describe('slots are let go piece by piece', () => {
  it('in steps of ten minutes or more, never before the piece may be handled', () => {
    // Ten pieces, the first through 36 minutes before the last: of 36, 32, 28 … 0 the steps are 36, 24, 12 and 0.
    expect(stairsOf(coat('a', 10))).toEqual([
      { amount: 2, before: 36 },
      { amount: 6, before: 24 },
      { amount: 6, before: 12 },
      { amount: 6, before: 0 },
    ]);
    // Hung by 45, all of them to handle at 105.
    expect(heldLevels({ op: coat('a', 10), start: 0, occupiedUntil: 105 })).toMatchObject([
      { start: 0, end: 69, amount: 20 },
      { start: 69, end: 81, amount: 18 },
      { start: 81, end: 93, amount: 12 },
      { start: 93, end: 105, amount: 6 },
    ]);
    expect(firstFree(coat('a', 10))).toBe(69);
  });

  it('all at once where the coat is short, or nobody knows what each piece takes', () => {
    expect(stairsOf(coat('a', 3))).toEqual([{ amount: 6, before: 0 }]);
    const unknown = coat('a', 10, { hold: { resourceId: 'rail', amount: 20, minutes: 60 } });
    expect(stairsOf(unknown)).toEqual([{ amount: 20, before: 0 }]);
  });

  it('as the log has it, where they were coated at other times than planned', () => {
    const done = { start: -100, end: 0, ends: [-90, -45, -40, 0] };
    expect(stairsOf(coat('a', 4, { done }))).toEqual([
      { amount: 2, before: 90 },
      { amount: 4, before: 40 },
      { amount: 2, before: 0 },
    ]);
  });

  it('the next load hangs as soon as its hooks are free, not when the last of the load before is dry', () => {
    // B needs eight hooks: free when four pieces of A may be handled, at 5 + 4 × 4 + 60 = 81.
    const problem = question([coat('a', 10), coat('b', 4)]);
    const plan = planned(problem);
    const start = plan.ops.find(({ op }) => op.loadId === 'b')?.start;
    expect(start).toBe(81);
    expect(checkPlan(problem, plan)).toEqual([]);
    expect(lowerBound(problem).at).toBeLessThanOrEqual(plan.completion);
  });

  it('a load that needs all of the rail waits for the last piece', () => {
    const problem = question([coat('a', 10), coat('b', 10)]);
    expect(planned(problem).ops.map(({ start }) => start)).toEqual([0, 105]);
  });

  it('the checker refuses a load that hangs a minute before its hooks are free', () => {
    const problem = question([coat('a', 10), coat('b', 4)]);
    const plan = planned(problem);
    const early = (minutes: number): Plan => ({
      ...plan,
      completion: Math.max(...plan.ops.map(({ op, end }) => (op.loadId === 'b' ? end - minutes : end))),
      ops: plan.ops.map((item) =>
        item.op.loadId === 'b'
          ? {
              ...item,
              start: item.start - minutes,
              end: item.end - minutes,
              segments: item.segments.map((one) => ({
                ...one,
                start: one.start - minutes,
                end: one.end - minutes,
              })),
              occupiedUntil: (item.occupiedUntil ?? 0) - minutes,
            }
          : item,
      ),
    });
    expect(checkPlan(problem, early(0))).toEqual([]);
    expect(checkPlan(problem, early(1)).map(({ code }) => code)).toEqual(['capacity']);
  });
});
