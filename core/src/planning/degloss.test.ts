import { describe, expect, it } from 'vitest';
import { SAMPLE_START, sampleJob, sampleShop } from '../../test/sample.ts';
import { GENERIC_SUPPLIES } from '../catalogue/index.ts';
import { checkPlan, improvementsFor, type JobForPlanning, planJob, type ShopForPlanning } from './index.ts';

const supply = Object.values(GENERIC_SUPPLIES).find(({ kind }) => kind === 'deglosser');
const supplyKey =
  Object.keys(GENERIC_SUPPLIES).find((key) => GENERIC_SUPPLIES[key]?.kind === 'deglosser') ?? '';

/** A job whose doors are wiped with deglosser instead of being keyed. */
function deglossed(doors: number): JobForPlanning {
  const job = sampleJob([{ systemId: 'D', doors, fronts: 0 }]);
  const steps = job.steps.filter(({ key }) => key !== 'clean-2');
  // The dusting before the primer is put before it, so that nothing but the coat follows.
  const dust = steps.findIndex(({ operation }) => operation === 'dust');
  return {
    ...job,
    steps: steps
      .map((step) => (step.key === 'key' ? { ...step, operation: 'degloss' as const, supplyKey } : step))
      .map((step, index, all) =>
        index === dust ? { ...step, position: (all[0]?.position ?? 0) + 1.5 } : step,
      ),
  };
}

function planned(job: JobForPlanning, shop: ShopForPlanning) {
  const made = planJob(job, shop, SAMPLE_START);
  if (!made.ok) throw new Error(made.message);
  expect(checkPlan(made.value.problem, made.value.plan)).toEqual([]);
  return made.value.plan.ops;
}

describe('the window of a deglosser', () => {
  const shop = sampleShop({ supplies: GENERIC_SUPPLIES });

  it('is what its sheet says, and nothing where nobody knows it', () => {
    const windowOf = (given: ShopForPlanning) =>
      planned(deglossed(4), given).find(({ op }) => op.stepKey === 'key')?.op.windowMax;
    expect(supply?.kind === 'deglosser' && supply.windowMin).toBeGreaterThan(0);
    expect(windowOf(shop)).toBe(supply?.kind === 'deglosser' ? supply.windowMin : null);
    expect(windowOf(sampleShop())).toBeNull();
  });

  it('is kept by the coat that follows, or the key is made again by scuffing', () => {
    for (const doors of [2, 8, 14]) {
      const ops = planned(deglossed(doors), shop);
      for (const coat of ops.filter(({ op }) => op.stepKey === 'prime-1' && op.isCoat)) {
        const own = ops.filter(({ op }) => op.loadId === coat.op.loadId);
        const wipe = own.find(({ op }) => op.stepKey === 'key')!;
        const isInTime = coat.start <= wipe.end + (wipe.op.windowMax ?? 0);
        const isScuffed = own.some(({ op }) => op.id === `${coat.op.id}#scuff`);
        expect(isInTime || isScuffed).toBe(true);
      }
    }
  });
});

it('offers a quicker primer as a choice of the zones that may still change theirs', () => {
  const shop = sampleShop();
  const input = sampleJob(
    [{ systemId: 'A', doors: 4, fronts: 0, options: { primerKey: 'alkyd-block-primer' } }],
    shop,
  );
  const question = { input, shop, now: SAMPLE_START, earlier: { loads: [], ops: [] } };
  const change = (asked: typeof question) =>
    improvementsFor(asked).find(({ key }) => key.startsWith('primer'))?.change;
  expect(change(question)).toEqual({
    kind: 'options',
    zoneIds: [input.zones[0]?.id],
    options: { primerKey: 'alkyd-block-primer-fast' },
  });
  const edited = { ...input, zones: input.zones.map((zone) => ({ ...zone, isEdited: true })) };
  expect(change({ ...question, input: edited })).toBeNull();
});
