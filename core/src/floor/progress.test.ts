import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { SAMPLE_START, sampleId, sampleJob, sampleShop } from '../../test/sample.ts';
import type { LogEntry } from '../jobs/index.ts';
import { type PlannedOp, planJob, snapshotOf } from '../planning/index.ts';
import { toInstant } from '../shop/index.ts';
import { zoneProgress } from './index.ts';

const shop = sampleShop();
const job = sampleJob([{ systemId: 'D', doors: 4, fronts: 2, options: { laying: 'flat' } }], shop);
const outcome = planJob(job, shop, SAMPLE_START);
if (!outcome.ok) throw new Error(outcome.message);
const { ops } = snapshotOf(sampleId(6, 1), '2026-11-23T06:00:00Z', shop.climate, outcome.value);

function entryOf(op: PlannedOp, at: number, change: Partial<LogEntry> = {}): LogEntry {
  return {
    id: sampleId(7, at + 1),
    jobId: job.job.id,
    stepId: op.stepId,
    side: op.side,
    action: op.action,
    pieceIds: op.pieceIds,
    doneAt: toInstant(op.end).toISOString(),
    coat: null,
    note: '',
    correctsId: null,
    isWithdrawal: false,
    memberId: null,
    memberName: 'Ines',
    loggedAt: toInstant(op.end).toISOString(),
    ...change,
  };
}

/** How many pieces reached each stage once everything that a plan has up to there is logged. */
function reachedBy(log: LogEntry[]): number[] {
  const [zone] = zoneProgress({ ...job, log });
  return zone?.stages.map(({ pieces }) => pieces) ?? [];
}
const logOf = (planned: readonly PlannedOp[]) => planned.map((op, at) => entryOf(op, at));
const steps = [...job.steps].sort((a, b) => a.position - b.position);
const positionOf = ({ stepId }: PlannedOp) => steps.findIndex(({ id }) => id === stepId);
const upTo = (resultingSurface: string) => {
  const last = steps.findLastIndex(
    (step) => step.resultingSurface === resultingSurface && step.operation === 'coat',
  );
  return ops.filter((op) => positionOf(op) <= last);
};

describe('how far a job is, as its client sees it', () => {
  it('counts nothing before anything is logged, and everything at the end', () => {
    const [zone] = zoneProgress(job);
    expect(zone?.stages.map(({ stage }) => stage)).toEqual(['prepared', 'primed', 'coated', 'refitted']);
    expect(zone?.pieces).toBe(6);
    expect(reachedBy([])).toEqual([0, 0, 0, 0]);
    expect(reachedBy(logOf(ops))).toEqual([6, 6, 6, 6]);
  });

  it('goes stage by stage with the log', () => {
    expect(reachedBy(logOf(upTo('primed')))).toEqual([6, 6, 0, 0]);
    expect(reachedBy(logOf(upTo('colour')))).toEqual([6, 6, 6, 0]);
  });

  it('counts a last coat only when both sides have it', () => {
    const coated = upTo('colour');
    const last = Math.max(...coated.map(positionOf));
    const withoutBacks = coated.filter((op) => positionOf(op) < last || op.side !== 'back');
    expect(withoutBacks.length).toBeLessThan(coated.length);
    // Drawer fronts are finished in front only: theirs is done.
    expect(reachedBy(logOf(withoutBacks))).toEqual([6, 6, 2, 0]);
  });

  it('counts pieces, not loads, and forgets what was withdrawn', () => {
    const [first] = ops;
    if (!first) throw new Error('the plan has work');
    const primed = upTo('primed');
    const one = primed[0]?.pieceIds[0] ?? '';
    const some = primed.flatMap((op, at) =>
      op.pieceIds.includes(one) ? [entryOf(op, at, { pieceIds: [one] })] : [],
    );
    expect(reachedBy(some)).toEqual([1, 1, 0, 0]);
    const all = some.map((entry, at) => ({
      ...entry,
      id: sampleId(8, at + 1),
      correctsId: entry.id,
      isWithdrawal: true,
    }));
    expect(reachedBy([...some, ...all])).toEqual([0, 0, 0, 0]);
  });
});
