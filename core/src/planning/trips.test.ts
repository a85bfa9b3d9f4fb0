import { describe, expect, it } from 'vitest';
import { SAMPLE_START, SAMPLE_TIME_ZONE, sampleJob, sampleShop } from '../../test/sample.ts';
import { DEFAULT_SHOP_SETTINGS, localClock, localDate } from '../shop/index.ts';
import {
  checkPlan,
  planAsBefore,
  planJob,
  planQuality,
  type ScheduledOp,
  searchPlan,
  snapshotOf,
} from './index.ts';

const settings = { ...DEFAULT_SHOP_SETTINGS, wrapUpMin: 0, handlingMin: 0, tripMin: 30 };
const shop = sampleShop({ settings });
const job = sampleJob(
  [
    { systemId: 'D', doors: 20, fronts: 10 },
    { systemId: 'A', doors: 12, fronts: 20 },
  ],
  shop,
);

function planned(around = shop, input = job) {
  const made = planJob(input, around, SAMPLE_START);
  if (!made.ok) throw new Error(made.message);
  expect(checkPlan(made.value.problem, made.value.plan)).toEqual([]);
  return made.value;
}

const days = (ops: readonly ScheduledOp[]) =>
  new Set(ops.map(({ start }) => localDate(start, SAMPLE_TIME_ZONE)));
const isRemoval = ({ op }: ScheduledOp) => op.stepKey === 'remove';
const isRefit = ({ op }: ScheduledOp) => op.stepKey === 'refit';
const quality = (answer: ReturnType<typeof planned>) =>
  planQuality(snapshotOf('x', '2026-11-23T06:00:00Z', shop.climate, answer).ops, SAMPLE_TIME_ZONE);

describe('trips to the client', () => {
  it('are few: one to take all down, and no more than three to bring it back', () => {
    const { takeDowns, refits } = quality(planned());
    expect(takeDowns).toBe(1);
    expect(refits).toBeGreaterThan(0);
    expect(refits).toBeLessThanOrEqual(3);
  });

  it('take the way there once for each person and visit', () => {
    const { plan, problem } = planned();
    const asked = new Map(problem.loads.flatMap(({ ops }) => ops.map((op) => [op.id, op])));
    const people = new Map<string, ScheduledOp[]>();
    for (const item of plan.ops.filter(isRemoval))
      people.set(item.personId ?? '', [...(people.get(item.personId ?? '') ?? []), item]);
    expect(people.size).toBe(2);
    for (const own of people.values()) {
      own.sort((a, b) => a.start - b.start);
      // Five minutes of laying out for each load; thirty for the way, once.
      expect(own.map(({ op }) => op.setupMin)).toEqual(own.map((_, index) => (index === 0 ? 35 : 5)));
      for (const { op } of own) expect(asked.get(op.id)?.setupMin).toBe(35);
    }
  });

  it('cost nothing where nobody said a way, and then nobody waits for them', () => {
    const { problem } = planned(sampleShop());
    expect(problem.loads.flatMap(({ ops }) => ops).some(({ isTrip }) => isTrip)).toBe(false);
  });

  it('begin on the opening of a day, after what is packed for them, when they bring pieces back, but for the last ones', () => {
    const { plan } = planned();
    const refits = plan.ops.filter(isRefit);
    const last = Math.max(...refits.map(({ start }) => start));
    const lastDay = localDate(last, SAMPLE_TIME_ZONE);
    for (const day of days(refits)) {
      if (day === lastDay) continue;
      const today = plan.ops.filter(({ start }) => localDate(start, SAMPLE_TIME_ZONE) === day);
      const first = Math.min(...today.filter(isRefit).map(({ start }) => start));
      const who = today.find(({ op, start }) => op.stepKey === 'refit' && start === first)?.personId;
      const own = today.filter(({ personId, start }) => personId === who && start <= first);
      expect(localClock(Math.min(...own.map(({ start }) => start)), SAMPLE_TIME_ZONE)).toBe('07:30');
      expect(new Set(own.filter(({ start }) => start < first).map(({ op }) => op.stepKey))).toEqual(
        new Set(own.length > 1 ? ['pack'] : []),
      );
    }
    expect(days(refits).size).toBeLessThanOrEqual(3);
  });

  it('say why a load that is ready is not brought back yet', () => {
    const { plan } = planned();
    const waits = plan.ops.filter(isRefit).flatMap((item) => item.waits.map(({ why }) => why.kind));
    expect(waits).toContain('trip');
    expect(waits).not.toContain('too-long');
  });

  it('are found out where a plan forgets the way', () => {
    const { problem, plan } = planned();
    const first = plan.ops.find(isRemoval)!;
    const spoilt = plan.ops.map((item) =>
      item === first ? { ...item, op: { ...item.op, setupMin: item.op.setupMin - 30 } } : item,
    );
    expect(checkPlan(problem, { ...plan, ops: spoilt }).map(({ code }) => code)).toContain('session');
  });

  it('stay where they were when an unchanged job is planned again', () => {
    const answer = planned();
    const snapshot = snapshotOf('x', '2026-11-23T06:00:00Z', shop.climate, answer);
    const again = planAsBefore({ input: job, shop, now: SAMPLE_START, earlier: snapshot }, snapshot.ops);
    if (!again.ok) throw new Error(again.message);
    expect(checkPlan(again.value.problem, again.value.plan)).toEqual([]);
    expect(again.value.plan.completion).toBe(answer.plan.completion);
  });

  it('may go on several days where the search finds that better, and the recipe keeps it', () => {
    const search = searchPlan({ input: job, shop, now: SAMPLE_START, earlier: { loads: [], ops: [] } });
    if (!search.ok) throw new Error(search.message);
    for (let tries = 0; tries < 60; tries += 1) search.value.step();
    const { recipe, plan, problem } = search.value.found!;
    expect(checkPlan(problem, plan)).toEqual([]);
    expect([1, 2, 3]).toContain(recipe.takeDowns);
    expect(days(plan.ops.filter(isRemoval)).size).toBeLessThanOrEqual(3);
  });

  it('leave the work in the room alone, where nothing is taken away', () => {
    const onSite = sampleJob([{ systemId: 'G', doors: 6, fronts: 0, frames: 2 }], shop, 'client');
    const { problem } = planned(shop, onSite);
    expect(problem.loads.flatMap(({ ops }) => ops).some(({ isTrip }) => isTrip)).toBe(false);
  });
});
