import { describe, expect, it } from 'vitest';
import { SAMPLE_START, sampleJob, sampleShop } from '../../test/sample.ts';
import { checkPlan, planJob } from '../planning/index.ts';
import { shareKeys, sharingOffer } from './index.ts';

const shop = sampleShop();

function job(sharing: boolean) {
  const made = sampleJob(
    [
      { systemId: 'D', doors: 6, fronts: 0 },
      { systemId: 'D', doors: 5, fronts: 0 },
    ],
    shop,
  );
  const [first, second] = made.zones;
  if (!first || !second) throw new Error('two zones');
  return { ...made, zones: [first, { ...second, sharesWith: sharing ? first.id : null }] };
}

describe('zones that go along', () => {
  it('share what is done with the same thing, and nothing that is not', () => {
    const { zones, steps } = job(true);
    const keys = shareKeys(zones, steps, shop.sheets);
    const shared = steps.filter(({ id }) => keys.has(id)).map(({ key }) => key);
    expect(new Set(shared)).toEqual(new Set(['clean-1', 'clean-2', 'prime-1', 'colour-1', 'colour-2']));
    expect(shareKeys(job(false).zones, steps, shop.sheets).size).toBe(0);
    const thinner = steps.map((step) =>
      step.zoneId === zones[1]?.id && step.key === 'prime-1'
        ? { ...step, thinning: { convention: 'on-paint' as const, value: 1 } }
        : step,
    );
    const prime = thinner.filter(({ key }) => key === 'prime-1');
    expect(prime.map(({ id }) => shareKeys(zones, thinner, shop.sheets).has(id))).toEqual([false, false]);
  });

  it('never share an enamel in two colours, and always the primer under it', () => {
    const { zones, steps } = job(true);
    const colours = zones.map((zone, index) => ({ ...zone, newColour: index === 0 ? '#2b2f6b' : '#dfe5dc' }));
    const keys = shareKeys(colours, steps, shop.sheets);
    const shared = steps.filter(({ id }) => keys.has(id)).map(({ key }) => key);
    expect(new Set(shared)).toEqual(new Set(['clean-1', 'clean-2', 'prime-1']));
  });

  it('ends in one group along a chain, and in a ring', () => {
    const { zones, steps } = sampleJob(
      [1, 2, 3].map(() => ({ systemId: 'D' as const, doors: 1, fronts: 0 })),
      shop,
    );
    const [a, b, c] = zones.map(({ id }) => id) as [string, string, string];
    const linked = (links: (string | null)[]) =>
      new Set(
        shareKeys(
          zones.map((zone, index) => ({ ...zone, sharesWith: links[index] ?? null })),
          steps,
          shop.sheets,
        ).values(),
      );
    expect(linked([null, a, b])).toEqual(linked([b, c, a]).size === 4 ? linked([null, a, a]) : new Set());
    expect(linked([null, a, b]).size).toBe(4);
    expect(linked([b, a, null]).size).toBe(4);
  });

  it('is offered with the set-ups that it would save', () => {
    const { steps, zones } = job(false);
    const of = (index: number, newColour = '#2b2f6b') => ({
      newColour,
      steps: steps.filter(({ zoneId }) => zoneId === zones[index]?.id),
    });
    const offer = sharingOffer(of(1), of(0), shop.sheets);
    const sum = offer.steps.reduce((total, { labour }) => total + labour.setupMin + labour.cleanupMin, 0);
    expect(offer.minutes).toBe(sum);
    // Degreasing 5 + 5, wiping 3, primer and two colours by turbine 27 + 20 each.
    expect(offer.minutes).toBe(10 + 3 + 3 * 47);
    expect(sharingOffer(of(0), { newColour: '#2b2f6b', steps: [] }, shop.sheets).steps).toEqual([]);
    // Another colour: degreasing and primer as before, the enamel in a mix and a gun of its own.
    const other = sharingOffer(of(1, '#dfe5dc'), of(0), shop.sheets);
    expect(other.steps.map(({ key }) => key)).toEqual(['clean-1', 'clean-2', 'prime-1']);
    expect(other.minutes).toBe(10 + 3 + 47);
  });

  it('is planned soundly: the second goes on out of the same gun, as zones with the same paint do in any case', () => {
    for (const isAlong of [true, false]) {
      const outcome = planJob(job(isAlong), shop, SAMPLE_START);
      if (!outcome.ok) throw new Error(outcome.message);
      const { plan, problem } = outcome.value;
      expect(checkPlan(problem, plan)).toEqual([]);
      const [first, second] = problem.loads.map(({ zoneId }) => zoneId);
      expect(first).not.toBe(second);
      const going = plan.ops.filter(({ op }) => op.gun?.goesOn);
      expect(going.length).toBeGreaterThan(0);
      for (const { op, start } of going) {
        const before = plan.ops.filter((other) => other.op.gun && other.end <= start).at(-1);
        expect([op.setupMin, before?.op.gun?.material]).toEqual([op.refillMin, op.paint?.material]);
      }
    }
  });
});
