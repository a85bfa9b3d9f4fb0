import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { entryFor } from '../../test/lives.ts';
import { SAMPLE_START, SAMPLE_TIME_ZONE, sampleJob, sampleShop } from '../../test/sample.ts';
import { minuteAt } from '../shop/index.ts';
import {
  answerOf,
  checkPlan,
  criticalChain,
  type JobForPlanning,
  type PlanProblem,
  planByRecipe,
  type ScheduledOp,
  searchPlan,
  snapshotOf,
} from './index.ts';
import { NO_EARLIER_PLAN } from './problem/input.ts';
import { lowerBound } from './solve/bound.ts';

const shop = sampleShop();
const OPTIONS = { objective: 'earliest' as const, seed: 1, pins: new Map<string, number>() };

function question(input: JobForPlanning, oneZoneAtATime: boolean) {
  return { input, shop, now: SAMPLE_START, earlier: NO_EARLIER_PLAN, oneZoneAtATime };
}

function searched(input: JobForPlanning, oneZoneAtATime: boolean, tries = 0) {
  const made = searchPlan(question(input, oneZoneAtATime), OPTIONS);
  if (!made.ok) throw new Error(made.message);
  for (let number = 0; number < tries; number += 1) {
    made.value.step();
    const { found } = made.value;
    if (found) expect(checkPlan(found.problem, found.plan)).toEqual([]);
  }
  const { found, bound } = made.value;
  if (!found) throw new Error('no plan');
  return { found, bound, answer: answerOf(found) };
}

/** First start and last end of what is done in the room, zone by zone. */
function spansOf({ loads }: PlanProblem, ops: readonly ScheduledOp[], isIn: (lie: string) => boolean) {
  const spans = new Map<string, { start: number; end: number }>();
  for (const { id, zoneId, lie } of loads) {
    if (!isIn(lie)) continue;
    for (const { start, end } of ops.filter(({ op }) => op.loadId === id)) {
      const span = spans.get(zoneId) ?? { start, end };
      spans.set(zoneId, { start: Math.min(span.start, start), end: Math.max(span.end, end) });
    }
  }
  return [...spans.values()];
}

describe('a room that is worked on zone by zone', () => {
  const kitchen = sampleJob(
    [
      { systemId: 'G', doors: 4, fronts: 2 },
      { systemId: 'G', doors: 3, fronts: 0 },
      { systemId: 'G', doors: 2, fronts: 1 },
    ],
    shop,
    'client',
  );
  const together = searched(kitchen, false);
  const turned = searched(kitchen, true, 20);

  it('is finished in one zone before the next one is begun', () => {
    const spans = spansOf(turned.found.problem, turned.found.plan.ops, () => true);
    expect(spans).toHaveLength(3);
    for (const [index, span] of spans.slice(1).entries())
      expect(span.start).toBeGreaterThanOrEqual(spans[index]?.end ?? 0);
    const loose = spansOf(together.found.problem, together.found.plan.ops, () => true);
    expect(loose.slice(1).some((span, index) => span.start < (loose[index]?.end ?? 0))).toBe(true);
  });

  it('takes longer, and the bound knows it', () => {
    expect(turned.found.plan.completion).toBeGreaterThan(together.found.plan.completion);
    expect(turned.bound.at).toBeGreaterThan(together.bound.at);
    expect(turned.bound.at).toBeLessThanOrEqual(turned.found.plan.completion);
    expect(lowerBound(turned.found.problem).at).toBeLessThanOrEqual(turned.found.plan.completion);
  });

  it('is told as the reason, until the zone before is through', () => {
    const { ops } = turned.answer.plan;
    const told = ops.flatMap(({ op, waits }) =>
      waits.flatMap((wait) => (wait.why.kind === 'section' ? [{ op, wait }] : [])),
    );
    expect(new Set(told.map(({ op }) => op.zoneId)).size).toBe(2);
    for (const { op, wait } of told) {
      const zone = kitchen.zones.findIndex(({ id }) => id === op.zoneId);
      const before = ops.filter((other) => other.op.zoneId === kitchen.zones[zone - 1]?.id);
      expect(wait.end).toBe(Math.max(...before.map(({ end }) => end)));
      expect(wait.why).toMatchObject({ by: expect.stringMatching(new RegExp(`^Zone ${zone}:`)) });
    }
  });

  it('runs through all zones in the chain that decides the end', () => {
    const plan = snapshotOf('plan', '2026-11-23T06:00:00Z', shop.climate, turned.answer);
    const zones = criticalChain(plan.ops).map(({ opId }) => plan.ops.find(({ id }) => id === opId)?.zoneId);
    expect(new Set(zones).size).toBe(3);
  });

  it('is kept by a recipe, and missed by the checker where a plan does not keep to it', () => {
    const again = planByRecipe(question(kitchen, true), turned.found.recipe, new Map());
    expect(again.ok && again.value.plan.completion).toBe(turned.found.plan.completion);
    const names = ({ loads }: PlanProblem) => loads.map(({ id }) => id);
    const mixed = searchPlan(
      { ...question(kitchen, false), earlier: { loads: turned.found.problem.loads, ops: [] } },
      { ...OPTIONS, pins: new Map([['nothing', SAMPLE_START]]) },
    );
    if (!mixed.ok || !mixed.value.found) throw new Error('no plan');
    expect(names(mixed.value.found.problem)).toEqual(names(turned.found.problem));
    const codes = checkPlan(turned.found.problem, mixed.value.found.plan).map(({ code }) => code);
    expect(codes).toContain('section');
  });

  it('refuses a pin in a zone whose turn has not come', () => {
    const last = turned.found.problem.loads.at(-1)?.ops[0];
    const pins = new Map([[last?.id ?? '', minuteAt('2026-11-24', '09:00', SAMPLE_TIME_ZONE)]]);
    const earlier = { loads: turned.found.problem.loads, ops: [] };
    expect(searchPlan({ ...question(kitchen, true), earlier }, { ...OPTIONS, pins })).toMatchObject({
      ok: false,
      message: expect.stringMatching(/zones before it in the room are not/),
    });
  });

  it('lets a zone that has begun go on', () => {
    const first = turned.found.problem.loads.at(-1);
    const op = first?.ops[0];
    if (!first || !op) throw new Error('no load');
    const log = [entryFor(op, op.pieceIds.slice(0, 1), SAMPLE_START - 30)];
    const earlier = { loads: turned.found.problem.loads, ops: [] };
    const made = searchPlan({ ...question({ ...kitchen, log }, true), earlier }, OPTIONS);
    if (!made.ok || !made.value.found) throw new Error('no plan');
    const { problem, plan } = made.value.found;
    expect(checkPlan(problem, plan)).toEqual([]);
    expect(problem.loads.find(({ id }) => id === first.id)?.after).toBeUndefined();
    expect(problem.loads.some(({ after }) => after !== undefined)).toBe(true);
  });
});

it('loose pieces that are finished in the shop do not wait for the room', () => {
  const job = sampleJob([
    { systemId: 'D', doors: 4, fronts: 0, frames: 2 },
    { systemId: 'D', doors: 4, fronts: 0, frames: 2 },
  ]);
  const { found } = searched(job, true, 5);
  const [first, second] = spansOf(found.problem, found.plan.ops, (lie) => lie === 'fixed');
  const [, doors] = spansOf(found.problem, found.plan.ops, (lie) => lie !== 'fixed');
  expect(second?.start).toBeGreaterThanOrEqual(first?.end ?? Number.POSITIVE_INFINITY);
  expect(doors?.start).toBeLessThan(first?.end ?? 0);
});
