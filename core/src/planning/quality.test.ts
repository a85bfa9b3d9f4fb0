import { describe, expect, it } from 'vitest';
import { plannedOp } from '../../test/plannedOp.ts';
import { SAMPLE_START, SAMPLE_TIME_ZONE, sampleId, sampleJob, sampleShop } from '../../test/sample.ts';
import { type DEFAULT_SHOP_SETTINGS, localClock } from '../shop/index.ts';
import {
  blockMinutes,
  type PlannedOp,
  planJob,
  planQuality,
  type ShopForPlanning,
  snapshotOf,
  workBlocks,
} from './index.ts';

const at = (day: number, clock: number) => SAMPLE_START + day * 1440 + clock - 360;
const [INES, TAM] = [sampleId(9, 1), sampleId(9, 2)];

const gun = (material: string, goesOn = false, changeMin = 0): PlannedOp['gun'] => ({
  applicator: 'turbine',
  material,
  isWater: true,
  lightness: 60,
  restMin: 120,
  lifeMin: null,
  cleanMin: 20,
  number: 0,
  changeMin,
  goesOn,
});

const op = plannedOp;

describe('what the hours of a plan go into', () => {
  const spray = (start: number, minutes: number, setupMin: number, use: PlannedOp['gun']) =>
    op(INES, start, minutes, { stepKey: 'colour-1', name: 'Colour 1', gun: use, setupMin });

  it('tells spraying from setting up, filling up and cleaning', () => {
    const quality = planQuality(
      [
        // Monday: set up for 27, sprayed for 20; filled up in 5, sprayed for 10; changed to a primer after it was cleaned.
        spray(at(0, 480), 47, 27, gun('enamel')),
        spray(at(0, 540), 15, 5, gun('enamel', true)),
        spray(at(0, 600), 67, 47, gun('primer', false, 20)),
        // The enamel again in the afternoon.
        spray(at(0, 900), 67, 47, gun('enamel', false, 20)),
        // Tuesday.
        spray(at(1, 480), 47, 27, gun('enamel')),
        // What is done is history.
        { ...spray(at(-1, 480), 500, 27, gun('enamel')), personId: null },
      ],
      SAMPLE_TIME_ZONE,
    );
    expect(quality.gun).toEqual({
      sprayingMin: 20 + 10 + 20 + 20 + 20,
      setUpMin: 27 + 5 + 47 + 47 + 27,
      // On both evenings; what was cleaned in the day lies in the changes.
      cleaningMin: 40,
      sessions: 4,
      refills: 1,
      // Enamel and primer on Monday, enamel on Tuesday.
      leastSessions: 3,
    });
  });

  it('has nothing to say of guns where all is rolled', () => {
    expect(planQuality([op(INES, at(0, 480), 30)], SAMPLE_TIME_ZONE).gun).toBeNull();
  });

  it('counts a visit once, whoever goes and however long they rest at noon', () => {
    const fetch = (who: string, start: number, trip: 'out' | 'back') => op(who, start, 60, { trip });
    const { takeDowns, refits } = planQuality(
      [
        fetch(INES, at(0, 480), 'out'),
        fetch(TAM, at(0, 490), 'out'),
        fetch(INES, at(0, 600), 'out'),
        fetch(INES, at(0, 781), 'out'),
        fetch(INES, at(9, 480), 'back'),
        fetch(INES, at(10, 480), 'back'),
      ],
      SAMPLE_TIME_ZONE,
    );
    // 9:00 to 10:00 is no new visit, 11:00 to 13:01 is one.
    expect([takeDowns, refits]).toEqual([2, 2]);
  });

  it('counts a switch where both the load and the work are others', () => {
    const work = (day: number, minute: number, loadId: string, stepKey: string) =>
      op(INES, at(day, minute), 10, { loadId, stepKey });
    const one = planQuality(
      [
        work(0, 480, 'a', 'sand'),
        work(0, 490, 'b', 'sand'),
        work(0, 500, 'b', 'dust'),
        work(0, 510, 'a', 'sand'),
        work(0, 520, 'b', 'dust'),
      ],
      SAMPLE_TIME_ZONE,
    );
    expect(one.switches).toBe(2);
    expect(planQuality([], SAMPLE_TIME_ZONE).switches).toBeNull();
  });
});

describe('what it could be', () => {
  const nine = (day: number) => [
    { start: at(day, 450), end: at(day, 720) },
    { start: at(day, 750), end: at(day, 990) },
  ];
  const crew = [{ work: [...nine(0), ...nine(1)] }, { work: nine(0) }];

  it('counts the hours of everybody from the first task to the last, and what no task takes', () => {
    // Monday from 8:00 to noon and 12:30 to 16:30: 240 + 240, twice; Tuesday until 9:30: 120 more, once.
    const ops = [op(INES, at(0, 480), 100), op(TAM, at(0, 500), 60), op(INES, at(1, 480), 90)];
    expect(planQuality(ops, SAMPLE_TIME_ZONE, crew).hours).toEqual({
      workingMin: 2 * 480 + 120,
      freeMin: 2 * 480 + 120 - 250,
    });
    expect(planQuality(ops, SAMPLE_TIME_ZONE).hours).toBeNull();
    expect(planQuality([], SAMPLE_TIME_ZONE, crew)).toMatchObject({ hours: null, least: null });
  });

  it('says how many trips would do if everybody went', () => {
    const back = (day: number, minutes: number) => op(INES, at(day, 450), minutes, { trip: 'back' });
    const least = (...ops: PlannedOp[]) => planQuality(ops, SAMPLE_TIME_ZONE, crew).least;
    // Both together have 1,020 minutes on Monday.
    expect(least(back(0, 500), back(1, 500))).toEqual({ takeDowns: 0, refits: 1 });
    expect(least(back(0, 540), back(1, 540))).toEqual({ takeDowns: 0, refits: 2 });
    expect(least(op(INES, at(0, 450), 10, { trip: 'out' }), back(1, 540))).toEqual({
      takeDowns: 1,
      refits: 1,
    });
  });
});

describe('the blocks of a day', () => {
  const day = { start: at(0, 0), end: at(1, 0) };

  it('join the same work on one load after another, with the same person', () => {
    const blocks = workBlocks(
      [
        op(INES, at(0, 480), 30),
        op(INES, at(0, 510), 30, { loadId: 'load 2' }),
        op(TAM, at(0, 540), 30, { loadId: 'load 3' }),
        op(INES, at(0, 540), 10, { stepKey: 'dust', name: 'Dust' }),
        op(INES, at(0, 550), 30),
      ],
      day,
    );
    expect(blocks.map(({ personId, start, ops }) => [personId, start - at(0, 0), ops.length])).toEqual([
      [INES, 480, 2],
      [TAM, 540, 1],
      [INES, 540, 1],
      [INES, 550, 1],
    ]);
    expect(blocks.map(blockMinutes)).toEqual([60, 30, 10, 30]);
  });

  it('go on over noon, and not over a longer pause', () => {
    const blocks = (pause: number) =>
      workBlocks([op(INES, at(0, 480), 30), op(INES, at(0, 510) + pause, 30)], day).length;
    expect([blocks(60), blocks(61)]).toEqual([1, 2]);
  });

  it('hold a gun session together whatever coat it is', () => {
    const coat = (start: number, name: string, goesOn: boolean) =>
      op(INES, start, 20, { stepKey: name, name, gun: gun('enamel', goesOn) });
    const blocks = workBlocks(
      [
        coat(at(0, 480), 'Colour 2', false),
        coat(at(0, 500), 'Colour 1', true),
        coat(at(0, 520), 'Colour 2', false),
      ],
      day,
    );
    expect(blocks.map(({ ops }) => ops.map(({ name }) => name))).toEqual([
      ['Colour 2', 'Colour 1'],
      ['Colour 2'],
    ]);
  });

  it('take only the part of a task that lies in the day', () => {
    const long = op(INES, at(0, 900), 0, {
      segments: [
        { start: at(0, 900), end: at(0, 960), pieces: 2 },
        { start: at(1, 450), end: at(1, 500), pieces: 2 },
      ],
      end: at(1, 500),
    });
    expect(workBlocks([long], day).map((block) => [block.end - block.start, blockMinutes(block)])).toEqual([
      [60, 60],
    ]);
    expect(workBlocks([{ ...long, personId: null }], day)).toEqual([]);
  });
});

describe('time around the work', () => {
  const planned = (change: Partial<typeof DEFAULT_SHOP_SETTINGS>) => {
    const shop = sampleShop({ settings: { ...sampleShop().settings, ...change } });
    const job = sampleJob([{ systemId: 'D', doors: 12, fronts: 6 }], shop);
    const made = planJob(job, shop, SAMPLE_START);
    if (!made.ok) throw new Error(made.message);
    return snapshotOf('x', '2026-11-23T06:00:00Z', shop.climate, made.value);
  };

  it('keeps the end of everybody’s day free of tasks', () => {
    const latest = (wrapUpMin: number) =>
      planned({ wrapUpMin })
        .ops.flatMap(({ segments }) => segments)
        .map(({ end }) => localClock(end, SAMPLE_TIME_ZONE))
        .reduce((last, clock) => (clock > last ? clock : last), '');
    expect(latest(30) <= '16:00').toBe(true);
    expect(latest(0) > '16:00').toBe(true);
  });

  it('leaves cleaning the gun to it, as far as it reaches', () => {
    const cleaning = (wrapUpMin: number) =>
      planned({ wrapUpMin }).ops.flatMap(({ gun: use }) => (use ? [use.cleanMin] : []));
    expect(new Set(cleaning(30))).toEqual(new Set([20]));
    expect(new Set(cleaning(12))).toEqual(new Set([12]));
    expect(new Set(cleaning(0))).toEqual(new Set([0]));
  });

  it('adds carrying and hanging to every piece and coat', () => {
    const hands = (handlingMin: number) =>
      planned({ handlingMin })
        .ops.filter(({ isCoat, gun: use }) => isCoat && use)
        .reduce((sum, one) => sum + one.end - one.start - one.setupMin, 0);
    // 18 pieces, three coats, a minute each; each task is rounded up to whole minutes.
    expect(hands(1) - hands(0)).toBeGreaterThan(50);
    expect(hands(1) - hands(0)).toBeLessThan(58);
  });

  it('cuts loads so that a pass fits before the end of a day without a break', () => {
    const week = Object.fromEntries(
      Object.keys(sampleShop().settings.week).map((day) => [day, [{ from: '08:00', to: '12:00' }]]),
    ) as ShopForPlanning['settings']['week'];
    // Brushed with ten minutes a piece for carrying, eight doors take longer than the two hours that are left.
    const settings = { ...sampleShop().settings, week, wrapUpMin: 120, handlingMin: 10 };
    const shop = sampleShop({ settings });
    const job = sampleJob([{ systemId: 'A', doors: 8, fronts: 0 }], shop);
    const made = planJob(job, shop, SAMPLE_START);
    if (!made.ok) throw new Error(made.message);
    const passes = made.value.plan.ops.filter(({ op }) => op.isWet);
    expect(passes.length).toBeGreaterThan(0);
    for (const { start, end } of passes) expect(end - start).toBeLessThanOrEqual(120);
  });
});
