import { describe, it } from 'vitest';
import { exactCompletion, tinyProblem } from '../../test/exactPlan.ts';
import { expect } from '../../test/expect.ts';
import { randomCase, SAMPLE_START, sampleId, sampleJob, sampleShop, sixtyPieces } from '../../test/sample.ts';
import {
  checkPlan,
  compareScores,
  type JobForPlanning,
  labourMinutes,
  lowerBound,
  OBJECTIVES,
  type Objective,
  type PlanProblem,
  PlanSearch,
  placeInOrder,
  planByRecipe,
  roomMinutes,
  type ShopForPlanning,
  searchPlan,
  WHOLE_LOADS,
} from './index.ts';
import { NO_EARLIER_PLAN } from './problem/input.ts';

const ask = (job: JobForPlanning, shop: ShopForPlanning) => ({
  input: job,
  shop,
  now: SAMPLE_START,
  earlier: NO_EARLIER_PLAN,
});

function search(job: JobForPlanning, shop = sampleShop(), objective: Objective = 'earliest', seed = 1) {
  const outcome = searchPlan(ask(job, shop), { objective, seed, pins: new Map() });
  if (!outcome.ok) throw new Error(outcome.message);
  return outcome.value;
}

function tried(problem: PlanProblem, tries: number, seed = 1): PlanSearch {
  const one = new PlanSearch([{ cut: WHOLE_LOADS, problem }], 'earliest', seed);
  for (let number = 0; number < tries && !one.isProven; number += 1) one.step();
  return one;
}

describe('held against every plan there is', () => {
  it('finds the best one for at least nine of ten small jobs, and comes within 5 % for all', () => {
    const results = Array.from({ length: 24 }, (_, index) => {
      const problem = tinyProblem(index + 1);
      const found = tried(problem, 1200, index + 1);
      const completion = found.found?.plan.completion ?? Number.POSITIVE_INFINITY;
      const exact = exactCompletion(problem, completion + 1);
      expect(checkPlan(problem, found.found!.plan)).toEqual([]);
      // Nobody can end before the bound, not even the best plan.
      expect(found.bound.at).toBeLessThanOrEqual(exact);
      return { completion, exact };
    });
    const best = results.filter(({ completion, exact }) => completion === exact);
    expect(best.length).toBeGreaterThanOrEqual(22);
    expect(results.filter(({ completion, exact }) => completion > exact * 1.05)).toEqual([]);
  });

  it('the exact planner is not beaten by any order of placing', () => {
    for (let seed = 1; seed <= 12; seed += 1) {
      const problem = tinyProblem(seed);
      const exact = exactCompletion(problem, Number.POSITIVE_INFINITY);
      const found = tried(problem, 300, seed + 99);
      expect(found.found?.plan.completion).toBeGreaterThanOrEqual(exact);
    }
  });
});

describe('a search', () => {
  it('gives the same plan for the same seed and as many tries, and never a worse one with more', () => {
    const run = (tries: number) => {
      const one = search(sixtyPieces(), sampleShop(), 'earliest', 7);
      for (let number = 0; number < tries; number += 1) one.step();
      return one.found!;
    };
    expect(run(25).plan).toEqual(run(25).plan);
    // Within the hour of its end a plan is better for taking less work.
    expect(compareScores(run(60).score, run(25).score)).toBeLessThanOrEqual(0);
    expect(run(60).plan.completion).toBeLessThan(run(25).plan.completion + 60);
  });

  it('keeps every promise, whatever it is to be best at', () => {
    const objectives = Object.keys(OBJECTIVES) as Objective[];
    for (let seed = 1; seed <= 10; seed += 1) {
      const { job, shop } = randomCase(seed + 400);
      const one = search(job, shop, objectives[seed % objectives.length], seed);
      for (let number = 0; number < 12; number += 1) {
        if (!one.step() && number > 0) continue;
        const { problem, plan } = one.found!;
        expect({ seed, violations: checkPlan(problem, plan) }).toEqual({ seed, violations: [] });
        expect(one.bound.at).toBeLessThanOrEqual(plan.completion);
      }
    }
  });

  it('least labour costs no more work than the earliest handover, and the shortest time in the room is no longer', () => {
    const shop = sampleShop();
    const job = sampleJob([{ systemId: 'A', doors: 14, fronts: 6, frames: 3 }], shop);
    const plans = Object.fromEntries(
      (['earliest', 'labour', 'room'] as const).map((objective) => {
        const one = search(job, shop, objective, 3);
        for (let number = 0; number < 400; number += 1) one.step();
        return [objective, one.found!.plan];
      }),
    );
    expect(labourMinutes(plans.labour!)).toBeLessThanOrEqual(labourMinutes(plans.earliest!));
    const first = search(job, shop, 'room', 3).found!.plan;
    expect(roomMinutes(plans.room!)).toBeLessThanOrEqual(roomMinutes(first));
    expect(plans.earliest!.completion).toBeLessThanOrEqual(plans.room!.completion);
  });

  it('has a recipe that makes the same plan again, and one that is spoilt still makes a sound one', () => {
    const job = sixtyPieces();
    const one = search(job);
    for (let number = 0; number < 30; number += 1) one.step();
    const { plan, recipe } = one.found!;
    const again = planByRecipe(ask(job, sampleShop()), recipe);
    expect(again.ok && again.value.plan.completion).toBe(plan.completion);
    const spoilt = planByRecipe(ask(job, sampleShop()), {
      ...recipe,
      order: [99, ...recipe.order.slice(5), -1],
      who: { ...recipe.who, nothing: sampleId(9, 2) },
    });
    if (!spoilt.ok) throw new Error(spoilt.message);
    expect(checkPlan(spoilt.value.problem, spoilt.value.plan)).toEqual([]);
  });

  it('wins days where loads of half the rail hang side by side', () => {
    const shop = sampleShop();
    const one = search(sampleJob([{ systemId: 'A', doors: 60, fronts: 0 }], shop), shop);
    expect(one.found?.recipe.cut.share).toBeGreaterThan(1);
  });
});

describe('pins', () => {
  const job = sixtyPieces();
  const shop = sampleShop();
  const base = search(job).found!;
  const earlier = {
    loads: base.problem.loads,
    ops: base.plan.ops.map(({ op, start, end, segments }) => ({ id: op.id, start, end, segments })),
  };
  const pinned = (opId: string, at: number) =>
    searchPlan(
      { ...ask(job, shop), earlier },
      { objective: 'earliest', seed: 1, pins: new Map([[opId, at]]) },
    );
  const coat = base.plan.ops.find(({ op }) => op.stepKey === 'colour-1')!;

  it('hold an operation where it was put, and the rest goes round it', () => {
    // The same time of a week later.
    const later = coat.start + 7 * 1440;
    const outcome = pinned(coat.op.id, later);
    if (!outcome.ok) throw new Error(outcome.message);
    const { problem, plan } = outcome.value.found!;
    expect(plan.ops.find(({ op }) => op.id === coat.op.id)?.start).toBe(later);
    expect(checkPlan(problem, plan, new Map([[coat.op.id, later]]))).toEqual([]);
    const codes = checkPlan(problem, plan, new Map([[coat.op.id, later + 15]])).map(({ code }) => code);
    expect(codes).toEqual(['pin']);
  });

  it('say why not: the hours, what came before, and from when it would do', () => {
    const night = pinned(coat.op.id, coat.start + 12 * 60);
    expect(!night.ok && night.message).toContain('outside working hours');
    const tooEarly = pinned(coat.op.id, SAMPLE_START + 120);
    expect(!tooEarly.ok && tooEarly.message).toMatch(/dry|before it/);
  });

  it('are no harm when what they were set on is gone', () => {
    expect(pinned('nothing', SAMPLE_START + 600).ok).toBe(true);
  });
});

describe('the lower bound', () => {
  it('is below every plan of random jobs, and says what makes it', () => {
    const kinds = new Set<string>();
    for (let seed = 1; seed <= 12; seed += 1) {
      const { job, shop } = randomCase(seed + 700);
      const one = search(job, shop);
      const { problem, plan } = one.found!;
      const bound = lowerBound(problem);
      expect(bound.at).toBeLessThanOrEqual(plan.completion);
      expect(bound.at).toBeGreaterThan(problem.now);
      kinds.add(bound.because.kind);
    }
    expect(kinds.has('chain')).toBe(true);
    expect(kinds.size).toBeGreaterThan(1);
  });

  it('one door alone is its own bound: nothing could be won, and the search knows', () => {
    const shop = sampleShop({ crew: sampleShop().crew.slice(0, 1) });
    const one = search(sampleJob([{ systemId: 'D', doors: 1, fronts: 0 }], shop), shop);
    expect([one.isProven, one.bound.because.kind]).toEqual([true, 'chain']);
  });

  it('grows with the work that has to go through one place', () => {
    const shop = sampleShop();
    const at = (doors: number) => {
      const one = search(sampleJob([{ systemId: 'A', doors, fronts: 0 }], shop), shop);
      return lowerBound(one.found!.problem).at;
    };
    expect(at(80)).toBeGreaterThan(at(20) + 3 * 1440);
  });

  it('an order that is cut short is filled up', () => {
    const problem = tinyProblem(3);
    const made = placeInOrder(problem, [1]);
    if (!made.ok) throw new Error(made.message);
    expect(checkPlan(problem, made.value.plan)).toEqual([]);
  });
});
