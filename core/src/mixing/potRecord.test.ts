import { describe, expect, it } from 'vitest';
import { sampleId, seeded } from '../../test/sample.ts';
import { GENERIC_PRODUCTS } from '../catalogue/index.ts';
import {
  continuesPot,
  EMPTY_SCALE,
  joinPots,
  leftoverOf,
  type PotRecord,
  PotRecordSchema,
  potClock,
  pouredOf,
  type ScaleState,
  shouldStop,
  stepScale,
  tareScale,
} from './index.ts';

const at = '2026-11-23T08:00:00.000Z';
const pour = (number: number, role: 'paint' | 'hardener' | 'thinner', ml: number) => ({
  id: sampleId(1, number),
  role,
  ml,
  at,
});
const pot: PotRecord = PotRecordSchema.parse({
  id: sampleId(2, 1),
  revision: 1,
  productKey: 'two-part-enamel-satin',
  jobId: null,
  stepId: null,
  purpose: '',
  applicator: 'turbine',
  recipe: { thinning: { convention: 'on-paint', value: 0 }, conditionerPct: 0 },
  paintMl: 500,
  way: 'weight',
  pailMm: null,
  target: null,
  materialC: null,
  madeBy: 'Ines',
  startedAt: at,
  pours: [pour(1, 'paint', 480), pour(2, 'paint', 20), pour(3, 'hardener', 100)],
  readings: [],
  emptiedAt: null,
  leftMl: null,
});
const minutes = (count: number) => Date.parse(at) + count * 60_000;

describe('a pot as it is kept', () => {
  it('adds its pours up by component', () => {
    expect(pouredOf(pot)).toEqual({ paint: 500, hardener: 100 });
  });

  it('goes on only by adding', () => {
    const more = { ...pot, revision: 2, pours: [...pot.pours, pour(4, 'thinner', 10)] };
    expect(continuesPot(pot, more)).toBe(true);
    expect(continuesPot(more, pot)).toBe(false);
    expect(continuesPot(pot, { ...pot, pours: pot.pours.toReversed() })).toBe(false);
    expect(continuesPot(pot, { ...pot, productKey: 'other' })).toBe(false);
  });

  it('leaves what is in it in its own proportions, and nothing once it has hardener', () => {
    const open = { ...pot, pours: [pour(1, 'paint', 900), pour(2, 'thinner', 90)] };
    const emptied = { ...open, emptiedAt: at, leftMl: 110 };
    expect(leftoverOf(emptied)).toEqual({ paint: expect.closeTo(100, 9), thinner: expect.closeTo(10, 9) });
    expect([leftoverOf(open), leftoverOf({ ...emptied, leftMl: 0 })]).toEqual([null, null]);
    expect(leftoverOf({ ...pot, emptiedAt: at, leftMl: 50 })).toBeNull();
  });

  it('joins what two benches poured apart', () => {
    const here = { ...pot, revision: 2, pours: [...pot.pours, pour(4, 'thinner', 10)] };
    const there = { ...pot, revision: 2, pours: [...pot.pours, pour(5, 'thinner', 7)], note: 'other' };
    const joined = joinPots(there, here);
    expect(joined.pours.map(({ ml }) => ml)).toEqual([480, 20, 100, 7, 10]);
    expect(joined.revision).toBe(3);
    expect(continuesPot(there, joined)).toBe(true);
  });

  it('has a clock from its first hardener, shorter where it is warm', () => {
    const sheet = GENERIC_PRODUCTS['two-part-enamel-satin']!;
    expect(potClock(pot, sheet, 23, minutes(0))).toEqual({
      lifeMin: 180,
      until: minutes(180),
      phase: 'good',
    });
    expect(potClock(pot, sheet, 33, minutes(70))).toMatchObject({ lifeMin: 90, phase: 'short' });
    expect(potClock({ ...pot, materialC: 23 }, sheet, 33, minutes(180))?.phase).toBe('over');
    expect(potClock({ ...pot, pours: pot.pours.slice(0, 2) }, sheet, 23, minutes(0))).toBeNull();
    expect(potClock(pot, GENERIC_PRODUCTS['urethane-enamel-satin']!, 23, minutes(0))).toBeNull();
  });
});

describe('the simulated scale', () => {
  const run = (state: ScaleState, ticks: number, flow: number, random: () => number) => {
    let last = stepScale(state, 0.1, flow, random);
    for (let tick = 1; tick < ticks; tick += 1) last = stepScale(last.state, 0.1, flow, random);
    return last;
  };
  /** Nobody leans on the bench, and nothing shakes. */
  const calm = () => 0.5;

  it('settles to what flowed on, is steady then, and goes to zero when it is set there', () => {
    const filled = run(EMPTY_SCALE, 100, 50, calm);
    expect(filled.state.loadG).toBeCloseTo(500, 6);
    expect(filled.reading.isStable).toBe(false);
    const settled = run(filled.state, 40, 0, calm);
    expect(settled.reading).toEqual({ grams: 500, isStable: true });
    expect(run(tareScale(settled.state), 10, 0, calm).reading.grams).toBeCloseTo(0, 1);
  });

  it('shakes within half a gram, and jumps when somebody leans on the bench', () => {
    const random = seeded(5);
    const readings: number[] = [];
    let state: ScaleState = { ...EMPTY_SCALE, loadG: 300, settledG: 300 };
    for (let tick = 0; tick < 3000; tick += 1) {
      const step = stepScale(state, 0.1, 0, random);
      state = step.state;
      readings.push(step.reading.grams);
    }
    const calmOnes = readings.filter((grams) => Math.abs(grams - 300) <= 0.5);
    expect(calmOnes.length).toBeGreaterThan(2600);
    expect(Math.max(...readings)).toBeGreaterThan(320);
  });

  it('says stop before the hand would be late', () => {
    // At 60 g/s, half a second is 30 g.
    expect([969, 971].map((grams) => shouldStop(grams, 60, 1000))).toEqual([false, true]);
    expect(shouldStop(999, 0, 1000)).toBe(false);
    expect(shouldStop(1000, -5, 1000)).toBe(true);
  });
});
