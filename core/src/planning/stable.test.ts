import { describe, expect, it } from 'vitest';
import { SAMPLE_START, sampleShop, sixtyPieces } from '../../test/sample.ts';
import {
  applyImprovements,
  checkPlan,
  improvementsFor,
  type PlanRequest,
  searchPlan,
  standingIn,
  weigh,
} from './index.ts';

const shop = sampleShop();
const fresh: PlanRequest = {
  input: sixtyPieces(shop),
  shop,
  now: SAMPLE_START,
  earlier: { loads: [], ops: [] },
};

function best(question: PlanRequest, tries: number, seed = 1) {
  const search = searchPlan(question, { objective: 'earliest', seed, pins: new Map() });
  if (!search.ok) throw new Error(search.message);
  for (let number = 0; number < tries; number += 1) search.value.step();
  const { problem, plan } = search.value.found!;
  expect(checkPlan(problem, plan)).toEqual([]);
  return { problem, plan };
}

const first = best(fresh, 40);
const earlier = {
  loads: first.problem.loads,
  ops: first.plan.ops.map(({ op, start, end, segments }) => ({ id: op.id, start, end, segments })),
};
const starts = new Map(earlier.ops.map(({ id, start }) => [id, start]));
const movedToday = ({ plan }: ReturnType<typeof best>) =>
  plan.ops.filter(({ op, start }) => {
    const before = starts.get(op.id);
    return before !== undefined && before < SAMPLE_START + 1440 && Math.abs(start - before) > 10;
  }).length;

/** The hour in which a plan of many loads ends: within it the calmer one, and the one with less work, is better. */
const hourOf = ({ plan }: ReturnType<typeof best>) => Math.ceil(plan.completion / 60);

describe('planning again', () => {
  it('without anything having changed leaves today alone, whatever the seed', () => {
    for (const seed of [1, 2, 3]) {
      const again = best({ ...fresh, earlier }, 0, seed);
      expect([hourOf(again) <= hourOf(first), movedToday(again)]).toEqual([true, 0]);
    }
  });

  it('moves today for an earlier handover, not for less', () => {
    const again = best({ ...fresh, earlier }, 60, 5);
    expect(hourOf(again)).toBeLessThanOrEqual(hourOf(first));
    if (hourOf(again) === hourOf(first)) expect(movedToday(again)).toBe(0);
    // Begun from nothing, other searches are free to move all of it.
    const movesFreely = [2, 3, 4, 5, 6, 7].some((seed) => movedToday(best(fresh, 90, seed)) > 0);
    expect(movesFreely).toBe(true);
  });
});

describe('what would help, weighed from the plan as it is', () => {
  const question = { ...fresh, earlier };
  const base = weigh(question, 'earliest', 15)!;

  it('is never worse for having more room, hours or hands: the plan that stands is one in them, too', () => {
    for (const key of ['saturday', 'rail', 'rack', 'bench', 'person']) {
      const improvement = improvementsFor(question).find((one) => one.key === key)!;
      const { completion } = weigh(improvement.question, 'earliest', 0, base.standing)!;
      expect([key, completion <= base.completion]).toEqual([key, true]);
    }
  });

  it('takes nothing over that does not hold: a shop that is cooler keeps no times of a warm one', () => {
    const cold = { ...question, shop: { ...shop, climate: { airC: 12, rhPct: 70 } } };
    const weighed = weigh(cold, 'earliest', 0, base.standing)!;
    expect(weighed.completion).toBeGreaterThan(base.completion);
  });

  it('knows the standing plan from the question where that says who did what', () => {
    expect(standingIn(question)).toBeNull();
    const told = { ...question, earlier: { loads: base.standing.loads, ops: base.standing.ops } };
    expect(standingIn(told)).toEqual({ ...base.standing, recipe: null });
    expect(weigh(told, 'earliest', 0, standingIn(told))!.completion).toBeLessThanOrEqual(base.completion);
  });

  it('can be done together, in any order', () => {
    const settings = (keys: string[]) => applyImprovements(question, keys).shop.settings;
    expect(settings(['rail', 'saturday'])).toEqual(settings(['saturday', 'rail']));
    expect(settings(['rail', 'saturday']).railLengthMm).toBe(shop.settings.railLengthMm + 3000);
    expect(settings(['rail', 'saturday']).week.sat).toHaveLength(1);
    expect(applyImprovements(question, ['nothing of the kind'])).toEqual(question);
  });
});
