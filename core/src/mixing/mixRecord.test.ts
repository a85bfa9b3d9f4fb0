import fc from 'fast-check';
import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { sampleId, seeded } from '../../test/sample.ts';
import { sampleMix } from '../../test/sampleMix.ts';
import { GENERIC_PRODUCTS } from '../catalogue/index.ts';
import {
  backIntoTin,
  continuesMix,
  EMPTY_SCALE,
  fromTin,
  joinMixes,
  leftoverOf,
  type MixRecord,
  mixClock,
  pouredOf,
  type ScaleState,
  shouldStop,
  stepScale,
  tareScale,
  tinRefusal,
  whatIsLeft,
} from './index.ts';

const at = '2026-11-23T08:00:00.000Z';
const pour = (number: number, role: 'paint' | 'hardener' | 'thinner', ml: number) => ({
  id: sampleId(1, number),
  role,
  ml,
  at,
});
const mix = sampleMix(sampleId(2, 1), {
  productKey: 'two-part-enamel-satin',
  recipe: {
    thinning: { convention: 'on-paint', value: 0 },
    conditionerPct: 0,
    hardenerBy: 'volume',
    dropsPerL: 0,
  },
  paintMl: 500,
  way: 'weight',
  target: null,
  materialC: null,
  startedAt: at,
  pours: [pour(1, 'paint', 480), pour(2, 'paint', 20), pour(3, 'hardener', 100)],
});
const minutes = (count: number) => Date.parse(at) + count * 60_000;

describe('a mix as it is kept', () => {
  it('adds its pours up by component', () => {
    expect(pouredOf(mix)).toEqual({ paint: 500, hardener: 100 });
  });

  it('goes on only by adding', () => {
    const more = { ...mix, revision: 2, pours: [...mix.pours, pour(4, 'thinner', 10)] };
    expect(continuesMix(mix, more)).toBe(true);
    expect(continuesMix(more, mix)).toBe(false);
    expect(continuesMix(mix, { ...mix, pours: mix.pours.toReversed() })).toBe(false);
    expect(continuesMix(mix, { ...mix, productKey: 'other' })).toBe(false);
  });

  it('leaves what is in it in its own proportions, and nothing once it has hardener', () => {
    const open = { ...mix, pours: [pour(1, 'paint', 900), pour(2, 'thinner', 90)] };
    const emptied = { ...open, emptiedAt: at, leftMl: 110 };
    expect(leftoverOf(emptied)).toEqual({ paint: expect.closeTo(100, 9), thinner: expect.closeTo(10, 9) });
    expect([leftoverOf(open), leftoverOf({ ...emptied, leftMl: 0 })]).toEqual([null, null]);
    expect(leftoverOf({ ...mix, emptiedAt: at, leftMl: 50 })).toBeNull();
  });

  it('joins what two benches poured apart', () => {
    const here = { ...mix, revision: 2, pours: [...mix.pours, pour(4, 'thinner', 10)] };
    const there = { ...mix, revision: 2, pours: [...mix.pours, pour(5, 'thinner', 7)], note: 'other' };
    const joined = joinMixes(there, here);
    expect(joined.pours.map(({ ml }) => ml)).toEqual([480, 20, 100, 7, 10]);
    expect(joined.revision).toBe(3);
    expect(continuesMix(there, joined)).toBe(true);
  });

  it('has a clock from its first hardener, shorter where it is warm', () => {
    const sheet = GENERIC_PRODUCTS['two-part-enamel-satin']!;
    expect(mixClock(mix, sheet, 23, minutes(0))).toEqual({
      lifeMin: 180,
      until: minutes(180),
      phase: 'good',
    });
    expect(mixClock(mix, sheet, 33, minutes(70))).toMatchObject({ lifeMin: 90, phase: 'short' });
    expect(mixClock({ ...mix, materialC: 23 }, sheet, 33, minutes(180))?.phase).toBe('over');
    expect(mixClock({ ...mix, pours: mix.pours.slice(0, 2) }, sheet, 23, minutes(0))).toBeNull();
    expect(mixClock(mix, GENERIC_PRODUCTS['urethane-enamel-satin']!, 23, minutes(0))).toBeNull();
  });
});

describe('what is left of a mix', () => {
  const enamel = GENERIC_PRODUCTS['urethane-enamel-satin']!;
  const volume = fc.double({ min: 1, max: 5000, noNaN: true });
  const fraction = fc.double({ min: 0, max: 0.5, noNaN: true });
  const mixed = (paint: number, thinner: number, part: Partial<MixRecord> = {}): MixRecord => ({
    ...mix,
    productKey: 'urethane-enamel-satin',
    pours: [pour(1, 'paint', paint), pour(2, 'thinner', thinner)],
    emptiedAt: at,
    ...part,
  });

  it('goes back into the tin, which is thinner then: 2 L and 220 mL at 10 % make 2.22 L at 0.9 %', () => {
    const tin = backIntoTin({ ml: 2000, fraction: 0 }, whatIsLeft(mixed(900, 90, { leftMl: 220 })));
    expect(tin.ml).toBeCloseTo(2220, 9);
    expect(tin.fraction).toBeCloseTo(20 / 2200, 9);
    // A second time: what the tin held stays in it.
    const again = backIntoTin(tin, whatIsLeft(mixed(900, 90, { leftMl: 110 })));
    expect(again.fraction).toBeCloseTo(30 / 2300, 9);
  });

  it('is poured out of such a tin as more paint, with its thinner in it', () => {
    // 1000 mL of paint at 2 % are 1020 mL, and 1200 + 20 g.
    expect(fromTin(1000, 0.02, { ...enamel, densityKgL: 1.2 })).toEqual({
      ml: expect.closeTo(1020, 9),
      g: expect.closeTo(1220, 9),
    });
    const thin = mixed(1020, 0, { tinFraction: 0.02, emptiedAt: null });
    expect(pouredOf({ ...thin, pours: thin.pours.slice(0, 1) })).toEqual({
      paint: expect.closeTo(1000, 9),
      thinner: expect.closeTo(20, 9),
    });
  });

  it('loses and makes nothing on its way: tin to mix to tin, and from mix to mix', () => {
    fc.assert(
      fc.property(volume, fraction, volume, fraction, volume, (tinMl, tinF, ml, more, left) => {
        const one = mixed(ml, ml * more + 0.001, { tinFraction: tinF, leftMl: left });
        const inMix = pouredOf(one);
        const sum = (part: object) =>
          Object.values(part).reduce<number>((all, each) => all + Number(each), 0);
        expect(sum(inMix)).toBeCloseTo(ml + ml * more + 0.001, 6);
        const rest = whatIsLeft(one);
        expect(sum(rest)).toBeCloseTo(Math.min(left, sum(inMix)), 6);
        const tin = backIntoTin({ ml: tinMl, fraction: tinF }, rest);
        expect(tin.ml).toBeCloseTo(tinMl + sum(rest), 6);
        expect((tin.ml * tin.fraction) / (1 + tin.fraction)).toBeCloseTo(
          (tinMl * tinF) / (1 + tinF) + (rest.thinner ?? 0),
          6,
        );
        const second = mixed(200, 1, {
          tinFraction: tinF,
          pours: (['paint', 'thinner'] as const).map((role, index) => ({
            ...pour(5 + index, role, rest[role] ?? 0),
            fromMixId: one.id,
          })),
        });
        expect(pouredOf(second)).toEqual({ paint: rest.paint, thinner: rest.thinner });
      }),
    );
  });

  it.each([
    [{}, null],
    [{ pours: mix.pours }, 'Catalysed'],
    [
      { pours: [pour(1, 'paint', 500), { ...pour(2, 'thinner', 5), role: 'conditioner' as const }] },
      'Conditioner',
    ],
    [{ overrideReason: 'cold boat' }, 'went past the sheet’s limits'],
  ])('%o: may it go back? %s', (part, why) => {
    const refusal = tinRefusal(mixed(900, 90, part));
    if (why === null) expect(refusal).toBeNull();
    else expect(refusal).toContain(why);
  });

  it('is only poured into another mix where it stands in a closed one', () => {
    const open = mixed(900, 90, { leftMl: 99 });
    expect(leftoverOf(open)).not.toBeNull();
    for (const leftTo of ['waste', 'back into the tin'] as const)
      expect(leftoverOf({ ...open, leftTo })).toBeNull();
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
