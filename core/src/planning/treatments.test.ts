import { describe, expect, it } from 'vitest';
import { SAMPLE_START, sampleId, sampleJob, sampleShop } from '../../test/sample.ts';
import { pieceStates } from '../floor/index.ts';
import type { LogEntry } from '../jobs/index.ts';
import { toInstant } from '../shop/index.ts';
import { FINISHING_SYSTEMS, generateSteps, type SystemId, stepAppliesTo } from '../systems/index.ts';
import { checkPlan, type JobForPlanning, planJob } from './index.ts';

const shop = sampleShop();

/** A zone of twelve doors: the first three replaced, the next two repaired. */
function mixedJob(systemId: SystemId, replacementStock: 'MDF' | 'wood' = 'MDF'): JobForPlanning {
  const job = sampleJob([{ systemId: 'D', doors: 12, fronts: 0 }], shop);
  const pieces = job.pieces.map((piece, index) => ({
    ...piece,
    treatment: index < 3 ? ('replace' as const) : index < 5 ? ('repair' as const) : ('finish' as const),
  }));
  const drafts = generateSteps({
    systemId,
    options: FINISHING_SYSTEMS[systemId].defaults,
    sheets: shop.sheets,
    shop: shop.settings,
    isOnSite: false,
    treatments: pieces.map(({ treatment }) => treatment),
    ground: { substrate: null, survey: { replacementStock } },
  });
  if (!drafts.ok) throw new Error(drafts.message);
  const zoneId = job.zones[0]?.id ?? '';
  const steps = drafts.value.map((draft, position) => ({
    ...draft,
    id: sampleId(2, position),
    zoneId,
    position,
  }));
  return { ...job, pieces, steps };
}

describe.each(['A', 'D', 'E', 'P'] as const)('replaced and repaired pieces in system %s', (systemId) => {
  const job = mixedJob(systemId);
  const outcome = planJob(job, shop, SAMPLE_START);
  if (!outcome.ok) throw new Error(outcome.message);
  const { problem, plan } = outcome.value;
  const steps = new Map(job.steps.map((step) => [step.id, step]));
  const pieces = new Map(job.pieces.map((piece) => [piece.id, piece]));
  const ops = problem.loads.flatMap((load) => load.ops);

  it('plan into something that keeps every promise', () => {
    expect(checkPlan(problem, plan)).toEqual([]);
  });

  it('go through their own preparation only, and all meet at the colour', () => {
    for (const op of ops)
      for (const id of op.pieceIds) expect(stepAppliesTo(steps.get(op.stepId)!, pieces.get(id)!)).toBe(true);
    const seen = (id: string) =>
      new Set(ops.filter((op) => op.pieceIds.includes(id)).map(({ stepKey }) => stepKey));
    const replaced = seen(job.pieces[0]!.id);
    const repaired = seen(job.pieces[3]!.id);
    const plain = seen(job.pieces[9]!.id);
    expect(replaced.has('raw-ease') && !replaced.has('clean-1')).toBe(true);
    expect(plain.has('clean-1') && !plain.has('raw-ease') && !plain.has('repair')).toBe(true);
    expect(repaired.has('repair') && repaired.has('clean-1')).toBe(true);
    for (const own of [replaced, repaired, plain]) expect(own.has('colour-1') && own.has('refit')).toBe(true);
  });

  it('lie in loads of their own, since they wait differently', () => {
    for (const { pieceIds } of problem.loads) {
      const replaced = pieceIds.filter((id) => pieces.get(id)?.treatment === 'replace').length;
      expect([0, pieceIds.length]).toContain(replaced);
    }
  });
});

describe('the state of a replaced piece', () => {
  it('follows its own steps', () => {
    const job = mixedJob('D');
    const step = job.steps.find(({ key }) => key === 'raw-first-prime')!;
    const entry: LogEntry = {
      id: sampleId(7, 1),
      jobId: job.job.id,
      stepId: step.id,
      side: 'all',
      action: 'do',
      pieceIds: [job.pieces[0]!.id],
      doneAt: toInstant(SAMPLE_START).toISOString(),
      coat: null,
      note: '',
      correctsId: null,
      isWithdrawal: false,
      memberId: null,
      memberName: 'Ines',
      loggedAt: toInstant(SAMPLE_START).toISOString(),
    };
    const at = (minutes: number) => pieceStates({ ...job, log: [entry] }, shop, SAMPLE_START + minutes);
    expect(at(5).get(job.pieces[0]!.id)?.front?.state).toBe('wet');
    expect(at(5 * 1440).get(job.pieces[0]!.id)?.front?.state).toBe('primed');
    expect(at(5).get(job.pieces[9]!.id)?.front?.state).toBe('bare');
  });
});

describe('raw preparation', () => {
  const keysOf = (job: JobForPlanning) => job.steps.map(({ key }) => key);

  it('seals the edges of board and leaves those of wood', () => {
    expect(keysOf(mixedJob('D', 'MDF'))).toContain('raw-seal-edges');
    expect(keysOf(mixedJob('D', 'wood'))).not.toContain('raw-seal-edges');
  });

  it('stands before the coat that all share, and names every step once', () => {
    for (const systemId of ['A', 'B', 'C', 'D', 'E', 'G', 'H', 'I', 'J', 'L', 'N', 'O', 'P'] as const) {
      const keys = keysOf(mixedJob(systemId));
      expect(new Set(keys).size).toBe(keys.length);
      expect(keys.indexOf('raw-first-prime')).toBeLessThan(keys.indexOf('colour-1'));
      expect(keys).toContain('repair');
    }
  });
});
