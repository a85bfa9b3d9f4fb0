import fc from 'fast-check';
import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { GENERIC_PRODUCTS, type ProductSheet } from '../catalogue/index.ts';
import {
  afterPours,
  DROP_ML,
  type MixRecipe,
  mixPhase,
  mixState,
  type Poured,
  paintForMix,
  potLifeAt,
  poursFor,
  recipeStops,
  recipeWords,
  rethinMl,
  stickDepthMm,
  stickVolumeMl,
  strainerUm,
  thinnerRoom,
} from './index.ts';

const enamel = GENERIC_PRODUCTS['urethane-enamel-satin']!;
const alkyd = GENERIC_PRODUCTS['alkyd-enamel-satin']!;
const onPaint = (value: number): MixRecipe => ({
  thinning: { convention: 'on-paint', value },
  conditionerPct: 0,
});
const ofMix = (value: number): MixRecipe => ({
  thinning: { convention: 'of-mix', value },
  conditionerPct: 0,
});
/** 4 : 1 with hardener at 1.1 kg/L, thinner 1.0, paint 1.2. */
const twoPart: ProductSheet = {
  ...enamel,
  hardener: { name: 'hardener', partsByVolume: 4, partsByWeight: null, densityKgL: null },
  potLifeMin: 180,
};
const amounts = (pours: readonly { role: string; ml: number }[]) =>
  Object.fromEntries(pours.map(({ role, ml }) => [role, Math.round(ml * 10) / 10]));
const close = (value: number) => expect.closeTo(value, 6);

describe('what goes into a mix', () => {
  it('900 mL of paint take 90 mL at “10 % on paint”, 100 mL at “10 % of mix”', () => {
    expect(amounts(poursFor(900, enamel, onPaint(10)))).toEqual({ paint: 900, thinner: 90 });
    expect(amounts(poursFor(900, enamel, ofMix(10)))).toEqual({ paint: 900, thinner: 100 });
  });

  it('fills a cup: 800 mL at 10 % on paint is 727.3 of paint', () => {
    const paint = paintForMix(800, enamel, onPaint(10));
    expect(paint).toBeCloseTo(727.27, 2);
    expect(amounts(poursFor(paint, enamel, onPaint(10)))).toEqual({ paint: 727.3, thinner: 72.7 });
    expect(paintForMix(1000, alkyd, { ...onPaint(0), conditionerPct: 25 })).toBeCloseTo(800, 9);
  });

  it('two parts: thinner goes on the catalysed volume, the scale runs on', () => {
    // 1000 mL paint, 250 hardener, 10 % of 1250.
    const pours = poursFor(1000, twoPart, onPaint(10));
    expect(amounts(pours)).toEqual({ paint: 1000, hardener: 250, thinner: 125 });
    expect(pours.map(({ g }) => g)).toEqual([close(1200), close(275), close(125)]);
    expect(pours.map(({ cumulativeG }) => cumulativeG)).toEqual([close(1200), close(1475), close(1600)]);
  });

  it('three by weight, with densities of their own', () => {
    const heavier = { ...twoPart, hardener: { ...twoPart.hardener!, densityKgL: 1.16 } };
    const pours = poursFor(500, heavier, onPaint(5));
    // 125 mL of hardener at 1.16, 31.25 mL of water.
    expect(pours.map(({ cumulativeG }) => cumulativeG)).toEqual([close(600), close(745), close(776.25)]);
  });

  it('conditioner is a share of the paint, poured last', () => {
    const pours = poursFor(800, alkyd, { ...onPaint(5), conditionerPct: 10 });
    expect(pours.map(({ role }) => role)).toEqual(['paint', 'thinner', 'conditioner']);
    expect(amounts(pours)).toEqual({ paint: 800, thinner: 40, conditioner: 80 });
    expect(recipeWords(alkyd, { ...onPaint(5), conditionerPct: 10 })).toBe(
      '5 % on paint, 10 % flow conditioner on paint',
    );
  });

  it('by weight where the sheet has it: 100 : 20 of 1.2 and 1.1 kg/L are 1000 mL and 218.2 mL', () => {
    const weighed = { ...twoPart, hardener: { ...twoPart.hardener!, partsByWeight: 5 } };
    const pours = poursFor(1000, weighed, { ...onPaint(0), hardenerBy: 'weight' });
    expect(pours.map(({ g }) => g)).toEqual([close(1200), close(240)]);
    expect(pours[1]?.ml).toBeCloseTo(218.18, 2);
    // The sheet has no ratio by weight: then by volume.
    expect(amounts(poursFor(1000, twoPart, { ...onPaint(0), hardenerBy: 'weight' }))).toEqual({
      paint: 1000,
      hardener: 250,
    });
    expect(recipeWords(weighed, { ...onPaint(0), hardenerBy: 'weight' })).toBe(
      '5 : 1 paint to hardener by weight, unthinned',
    );
  });

  it('thins the paint alone where the sheet says so', () => {
    const base = { ...twoPart, thinsBaseOnly: true };
    expect(amounts(poursFor(1000, base, onPaint(10)))).toEqual({ paint: 1000, hardener: 250, thinner: 100 });
    expect(mixState({ paint: 1000, hardener: 250, thinner: 100 }, base).fraction).toBeCloseTo(0.1, 9);
    expect(mixState({ paint: 1000, hardener: 250, thinner: 125 }, twoPart).fraction).toBeCloseTo(0.1, 9);
  });

  it('five in order, the accelerator by the drop: 24 drops to a litre are 12 for half a litre', () => {
    const all: ProductSheet = {
      ...twoPart,
      conditionerName: 'retarder',
      conditionerMaxPct: 5,
      conditionerDensityKgL: 0.9,
      accelerator: { name: 'drops', maxDropsPerL: 30 },
    };
    const recipe = { ...onPaint(8), conditionerPct: 4, dropsPerL: 24 };
    const pours = poursFor(500, all, recipe);
    expect(pours.map(({ role }) => role)).toEqual([
      'paint',
      'hardener',
      'thinner',
      'conditioner',
      'accelerator',
    ]);
    expect(pours.map(({ ml }) => ml)).toEqual([close(500), close(125), close(50), close(20), close(0.6)]);
    // 600 + 137.5 + 50 + 18 + 0.6 g.
    expect(pours.at(-1)?.cumulativeG).toBeCloseTo(806.1, 6);
    expect(pours.at(-1)!.ml / DROP_ML).toBeCloseTo(12, 9);
    expect(recipeStops(all, recipe)).toEqual([]);
    expect(recipeStops(all, { ...recipe, dropsPerL: 31 })[0]).toContain('more than the sheet’s 30');
    expect(recipeStops(twoPart, { ...onPaint(0), dropsPerL: 1 })[0]).toContain('lists no accelerator');
    expect(paintForMix(695.6, all, recipe)).toBeCloseTo(500, 6);
  });

  it('counts the conditioner as thinner where the sheet does: 6 % and 5 % are past 10 %', () => {
    const counted = { ...alkyd, conditionerCountsAsThinner: true };
    expect(recipeStops(alkyd, { ...onPaint(6), conditionerPct: 5 })).toEqual([]);
    expect(recipeStops(counted, { ...onPaint(6), conditionerPct: 5 })[0]).toContain(
      'add up to 11 % on paint',
    );
    expect(recipeStops(counted, { ...onPaint(5), conditionerPct: 5 })).toEqual([]);
    expect(thinnerRoom(counted, { ...onPaint(0), conditionerPct: 4 })).toBeCloseTo(0.06, 9);
    expect(thinnerRoom(alkyd, { ...onPaint(0), conditionerPct: 4 })).toBeCloseTo(0.1, 9);
  });

  it('stops at the sheet’s maximum of each', () => {
    expect(recipeStops(enamel, onPaint(10))).toEqual([]);
    expect(recipeStops(enamel, ofMix(10))).toHaveLength(1);
    expect(recipeStops(alkyd, { ...onPaint(0), conditionerPct: 11 })).toHaveLength(1);
    expect(recipeStops(enamel, { ...onPaint(0), conditionerPct: 1 })[0]).toContain('lists no conditioner');
  });
});

describe('what was really poured', () => {
  const planned = poursFor(900, enamel, onPaint(10));

  it('99 mL of thinner for 90 make the paint 990: 90 mL more', () => {
    const { remaining, factor } = afterPours(planned, { paint: 900, thinner: 99 });
    expect(factor).toBeCloseTo(1.1, 9);
    expect(remaining.map(({ addMl }) => addMl)).toEqual([close(90), close(0)]);
    expect(remaining[0]?.addG).toBeCloseTo(90 * 1.2, 9);
  });

  it('nothing over-poured: what is left is what was planned', () => {
    const { remaining, factor } = afterPours(planned, { paint: 400 });
    expect([factor, ...remaining.map(({ addMl }) => addMl)]).toEqual([1, close(500), close(90)]);
  });

  it('keeps the recipe and every mL, whatever is poured', () => {
    const volume = fc.double({ min: 0, max: 3000, noNaN: true });
    fc.assert(
      fc.property(
        volume,
        volume,
        volume,
        fc.double({ min: 1, max: 2000, noNaN: true }),
        (paint, hardener, thinner, size) => {
          const plan = poursFor(size, twoPart, onPaint(10));
          const poured: Poured = { paint, hardener, thinner };
          const { remaining } = afterPours(plan, poured);
          const total = remaining.reduce((sum, { pouredMl, addMl }) => sum + pouredMl + addMl, 0);
          expect(total).toBeCloseTo(
            remaining.reduce((sum, { ml }) => sum + ml, 0),
            6,
          );
          for (const { pouredMl, ml } of remaining) expect(pouredMl).toBeLessThanOrEqual(ml + 1e-9);
          const [first, second, third] = remaining.map(({ ml }) => ml) as [number, number, number];
          expect(second / first).toBeCloseTo(0.25, 9);
          expect(third / (first + second)).toBeCloseTo(0.1, 9);
        },
      ),
    );
  });

  it('re-thins: 1050 mL at f = 0.05 to 0.101 take 51 mL, and the thinning is what was meant', () => {
    expect(rethinMl(1050, 0.05, 0.1015)).toBeCloseTo(51.5, 1);
    expect(rethinMl(990, 0.1, 0.15)).toBeCloseTo(45, 9);
    expect(rethinMl(990, 0.1, 0.05)).toBe(0);
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 5000, noNaN: true }),
        fc.double({ min: 0, max: 0.5, noNaN: true }),
        fc.double({ min: 0, max: 0.5, noNaN: true }),
        (mix, from, more) => {
          const paint = mix / (1 + from);
          const thinner = mix - paint + rethinMl(mix, from, from + more);
          expect(mixState({ paint, thinner }, enamel).fraction).toBeCloseTo(from + more, 9);
        },
      ),
    );
  });

  it('comes to solids, VOC and cost: water brings none, spirit brings its own weight', () => {
    const water = mixState({ paint: 900, thinner: 90 }, { ...enamel, vocGL: 110, volumeSolidsPct: 38 });
    expect(water.solidsPct).toBeCloseTo(38 / 1.1, 9);
    expect(water.vocGL).toBeCloseTo(100, 9);
    expect(water.cost).toBe(3240);
    // 400 g/L of paint, a tenth of mineral spirit at 790 g/L.
    const spirit = { ...GENERIC_PRODUCTS['solvent-enamel-satin']!, vocGL: 400 };
    expect(mixState({ paint: 1000, thinner: 100 }, spirit).vocGL).toBeCloseTo(
      (400 * 1000 + 790 * 100) / 1100,
      9,
    );
    expect(mixState({}, enamel)).toMatchObject({ mixMl: 0, fraction: 0, solidsPct: 0, vocGL: null });
  });
});

describe('measured otherwise', () => {
  it('by stick: a litre stands 31.8 mm high in a pail of 200 mm, 56.6 mm in one of 150', () => {
    expect(stickDepthMm(1000, 200)).toBeCloseTo(31.83, 2);
    expect(stickDepthMm(1000, 150)).toBeCloseTo(56.59, 2);
    expect(stickVolumeMl(stickDepthMm(1234, 187), 187)).toBeCloseTo(1234, 9);
  });

  it.each([
    // 0.010 and 0.012 inch tips, a 1.5 mm needle, a 1.0 mm needle, a 0.008 inch tip.
    [254, 125],
    [305, 150],
    [1500, 400],
    [1000, 400],
    [203, 100],
  ])('strains for %d µm through %d µm', (orifice, mesh) => {
    expect(strainerUm(orifice)).toBe(mesh);
  });
});

describe('the life of a mix', () => {
  it.each([
    [180, 23, 180],
    [180, 33, 90],
    [180, 28, 127.28],
    [180, 43, 45],
    // Cold never lengthens what is allowed.
    [180, 13, 180],
  ])('%d min at 23 °C are %d °C → %d min', (life, celsius, here) => {
    expect(potLifeAt(life, celsius)).toBeCloseTo(here, 2);
  });

  it('warns at three quarters and ends at the whole', () => {
    expect([134, 135, 179, 180].map((age) => mixPhase(age, 180))).toEqual(['good', 'short', 'short', 'over']);
  });
});
