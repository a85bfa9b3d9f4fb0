import { describe, expect, it } from 'vitest';
import { SAMPLE_START, sampleId, sampleJob, sampleShop } from '../../test/sample.ts';
import { DEFAULT_SHOP_SETTINGS } from '../shop/index.ts';
import {
  buildProblem,
  checkPlan,
  peopleOf,
  planByRecipe,
  planQuality,
  searchPlan,
  snapshotOf,
} from './index.ts';
import type { Cut } from './problem/loads.ts';
import { asListed, IN_WAVES, longestLeft, type Ordered, placeInOrder, planByRule } from './solve/schedule.ts';
import { allWays, startsOf } from './solve/starts.ts';
import { stretchesOf, workdaysOf } from './solve/workdays.ts';

const shop = sampleShop({
  settings: { ...DEFAULT_SHOP_SETTINGS, railLengthMm: 4000, rackSlots: 12 },
  crew: [1, 2].map((number) => ({ id: sampleId(9, number), name: `Person ${number}`, daysOff: [] })),
});
const job = sampleJob(
  [
    { systemId: 'D', doors: 24, fronts: 20 },
    { systemId: 'A', doors: 16, fronts: 14 },
  ],
  shop,
);
const question = { input: job, shop, now: SAMPLE_START, earlier: { loads: [], ops: [] } };

function firstFound() {
  const made = searchPlan(question);
  if (!made.ok) throw new Error(made.message);
  return made.value.found!;
}

const { problem } = firstFound();

function stated(cut: Cut) {
  const span = { now: SAMPLE_START, horizon: SAMPLE_START + 120 * 1440 };
  const people = peopleOf(shop, span.now, span.horizon);
  const made = buildProblem(job, shop, { ...span, people }, { loads: [], ops: [] }, cut);
  if (!made.ok) throw new Error(made.message);
  return made.value;
}
const guide = { notBefore: new Map(), who: new Map(), pins: new Map() };
const timesOf = ({ ops }: Ordered['plan']) =>
  ops.map(({ op, personId, start, end }) => [op.id, personId, start, end]).toSorted();

describe('first plans', () => {
  const starts = startsOf(problem);

  it('are sound, each in its own way, and the order of each makes the same plan again', () => {
    const ends = new Set<string>();
    for (const { make, ways } of starts) {
      const made = make({ ...guide, ...ways })!;
      expect(checkPlan(problem, made.plan)).toEqual([]);
      const again = placeInOrder(problem, made.order, { ...guide, ...ways });
      expect(again.ok && timesOf(again.value.plan)).toEqual(timesOf(made.plan));
      ends.add(JSON.stringify(timesOf(made.plan)));
    }
    expect(ends.size).toBeGreaterThan(6);
  });

  it('can be told to let the order decide among all that starts on a day', () => {
    const plan = (byDay: boolean) =>
      planByRule(problem, { priority: longestLeft, atOnce: 16, byDay }, guide)!.plan;
    expect(timesOf(plan(true))).not.toEqual(timesOf(plan(false)));
    // Where all are alike, the first start decides on a day as well.
    const listed = (byDay: boolean) => planByRule(problem, { priority: asListed, atOnce: 16, byDay }, guide)!;
    expect(timesOf(listed(true).plan)).toEqual(timesOf(listed(false).plan));
  });

  it('set guns up at openings and after breaks alone where that is a way, for fewer sessions', () => {
    const made = (setUpWithin: number | undefined) =>
      planByRule(problem, { priority: asListed, atOnce: 16 }, { ...guide, setUpWithin })!.plan;
    const [usual, together] = [made(undefined), made(30)];
    expect(checkPlan(problem, together)).toEqual([]);
    const setUps = ({ ops }: typeof usual) => ops.filter(({ op }) => op.gun && !op.gun.goesOn);
    const late = (plan: typeof usual) =>
      setUps(plan).filter(({ start }) => {
        const stretch = stretchesOf(problem.people).find((span) => start >= span.start && start < span.end)!;
        return start - stretch.start > 30;
      });
    // One whose time has come is not put off for ever: other work may fill the first half hour.
    expect(late(together).length).toBeLessThan(late(usual).length / 2);
    const sessions = (plan: typeof usual) =>
      planQuality(snapshotOf('x', '2026-11-23T06:00:00Z', shop.climate, { problem, plan }).ops, shop.timeZone)
        .gun?.sessions ?? 0;
    expect(sessions(together)).toBeLessThan(sessions(usual));
  });

  it('offer every way once: trips, who keeps a load, when guns are set up', () => {
    const ways = allWays(problem);
    expect(new Set(ways.map((way) => JSON.stringify(way))).size).toBe(ways.length);
    expect(ways).toHaveLength(3 * 2 * 2);
    const alone = { ...problem, people: problem.people.slice(0, 1) };
    expect(allWays(alone).every(({ isFree }) => !isFree)).toBe(true);
    const brushed = {
      ...problem,
      loads: problem.loads.map((load) => ({
        ...load,
        ops: load.ops.map(({ paint: _paint, ...op }) => op),
      })),
    };
    expect(allWays(brushed).every(({ setUpWithin }) => setUpWithin === undefined)).toBe(true);
    expect(workdaysOf(problem.people).length).toBeGreaterThan(10);
  });
});

describe('a recipe', () => {
  it('makes the plan again that it was found with, trips and all', () => {
    const made = searchPlan(question);
    if (!made.ok) throw new Error(made.message);
    let found = 0;
    for (let tries = 1; tries <= 24; tries += 1) {
      if (!made.value.step()) continue;
      found += 1;
      const { plan, recipe } = made.value.found!;
      const again = planByRecipe(question, recipe);
      if (!again.ok) throw new Error(again.message);
      expect([tries, timesOf(again.value.plan)]).toEqual([tries, timesOf(plan)]);
    }
    expect(found).toBeGreaterThan(1);
  });

  it('makes every first plan again, whatever rule it came from', () => {
    let made = 0;
    for (const share of [1, 2, 4, 5]) {
      const cut = { atLeast: share === 1 ? 3 : 1, share };
      const asked = stated(cut);
      for (const start of startsOf(asked)) {
        const own = { ...guide, ...start.ways };
        const plan = start.make(own);
        if (!plan) continue;
        const again = placeInOrder(asked, plan.order, own);
        if (!again.ok) throw new Error(again.message);
        expect([cut, start.number, timesOf(again.value.plan)]).toEqual([
          cut,
          start.number,
          timesOf(plan.plan),
        ]);
        made += 1;
      }
    }
    expect(made).toBeGreaterThan(30);
  });
});

describe('days by waves of coats', () => {
  const asked = stated({ atLeast: 1, share: 4 });
  const [inWaves, plain] = [IN_WAVES, { priority: longestLeft, atOnce: 24 }].map((rule) => {
    const made = planByRule(asked, rule, { ...guide, takeDowns: 2, isFree: true });
    if (!made) throw new Error('no plan');
    return made.plan;
  }) as [Ordered['plan'], Ordered['plan']];
  const films = ({ ops }: Ordered['plan']) =>
    ops.filter(({ op, personId }) => op.hold && op.isCoat && personId);
  /** Second coats of a load on a day on which it had one before. */
  const pairs = (plan: Ordered['plan']) =>
    new Set(films(plan).map(({ op, start }) => `${op.loadId} ${Math.floor(start / 1440)}`)).size;
  const lastFilm = (plan: Ordered['plan']) => Math.max(...films(plan).map(({ end }) => end));

  it('keep every promise, and have the last coat on sooner', () => {
    expect(checkPlan(asked, inWaves)).toEqual([]);
    expect(films(inWaves)).toHaveLength(films(plain).length);
    expect(pairs(inWaves)).toBeLessThan(pairs(plain));
    expect(lastFilm(inWaves)).toBeLessThan(lastFilm(plain));
  });

  it('set a gun up in the morning without the change that the night made needless', () => {
    const openings = workdaysOf(asked.people).map(({ start }) => start);
    const first = inWaves.ops.filter(({ op, start }) => op.gun && !op.gun.goesOn && openings.includes(start));
    expect(first.length).toBeGreaterThan(2);
    // The gun was cleaned at the end of the day before.
    expect(first.every(({ op }) => (op.gun?.changeMin ?? 0) < (op.paint?.cleanMin ?? 0))).toBe(true);
  });
});
