import { describe, expect, it } from 'vitest';
import { batchOf } from '../../test/batch.ts';
import { SAMPLE_START, sampleId, sampleJob, sampleShop } from '../../test/sample.ts';
import type { LogEntry } from '../jobs/index.ts';
import { toInstant } from '../shop/calendar.ts';
import { finishedAt, planJob } from './index.ts';
import type { PlanSnapshot } from './keep/snapshot.ts';
import { draftOps } from './problem/operations.ts';

const shop = sampleShop();
const job = sampleJob([{ systemId: 'D', doors: 3, fronts: 0 }], shop);
const made = planJob(job, shop, SAMPLE_START);
if (!made.ok) throw new Error(made.message);
const plan = {
  ops: made.value.plan.ops.map(({ op, personId, start, end }) => ({ ...op, personId, start, end })),
} as unknown as Pick<PlanSnapshot, 'ops'>;
const last = plan.ops.filter(({ personId }) => personId !== null).sort((a, b) => b.end - a.end)[0];
if (!last) throw new Error('no work');

function entry(pieceIds: string[], minute: number, part: Partial<LogEntry> = {}): LogEntry {
  const at = toInstant(SAMPLE_START + minute).toISOString();
  return {
    id: sampleId(7, minute),
    stepId: last?.stepId,
    side: last?.side,
    action: 'do',
    pieceIds,
    doneAt: at,
    loggedAt: at,
    correctsId: null,
    isWithdrawal: false,
    ...part,
  } as LogEntry;
}
const all = job.pieces.map(({ id }) => id);

describe('a finished job', () => {
  it('is one whose every piece had the last step, and ended when the last of them had', () => {
    expect(finishedAt(plan, [entry(all.slice(0, 2), 100), entry(all.slice(2), 130)])).toBe(
      SAMPLE_START + 130,
    );
  });

  it('is not one that lacks a piece, whose entry was withdrawn, or that was never planned', () => {
    expect(finishedAt(plan, [])).toBeNull();
    expect(finishedAt(plan, [entry(all.slice(1), 100)])).toBeNull();
    const done = entry(all, 100);
    expect(finishedAt(plan, [done, entry(all, 140, { correctsId: done.id, isWithdrawal: true })])).toBeNull();
    expect(finishedAt(null, [done])).toBeNull();
  });

  it('has no recoat window that shuts after its last coat', () => {
    const zone = job.zones[0];
    if (!zone) throw new Error('no zone');
    const ops = draftOps(job, shop, zone, batchOf('hung', job.pieces), 'load', []);
    const coats = ops.filter(({ isCoat }) => isCoat);
    expect(coats.at(-1)?.windowMax).toBeNull();
    expect(coats.slice(0, -1).some(({ windowMax }) => windowMax !== null)).toBe(true);
  });
});
