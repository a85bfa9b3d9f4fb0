import fc from 'fast-check';
import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { sampleJob } from '../../test/sample.ts';
import { GENERIC_PRODUCTS } from '../catalogue/index.ts';
import { coatMixMl } from '../film/index.ts';
import {
  coatAmounts,
  measurable,
  overThinned,
  pouredWords,
  splitMix,
  thinningFraction,
  thinningFrom,
  thinningWords,
} from './index.ts';

const densities = { densityKgL: 1.25, thinnerDensityKgL: 1 };

describe('thinning conventions', () => {
  it.each([
    ['on-paint', 10, 0.1],
    ['of-mix', 10, 0.1111],
    ['parts', 10, 0.1],
    ['parts', 3, 0.3333],
    ['by-weight', 10, 0.125],
    ['of-mix', 0, 0],
  ] as const)('%s %d is f = %d', (convention, value, f) => {
    expect(thinningFraction({ convention, value }, densities)).toBeCloseTo(f, 4);
  });

  it('round-trips through every convention', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 0.9, noNaN: true }),
        fc.constantFrom('on-paint' as const, 'of-mix' as const, 'parts' as const, 'by-weight' as const),
        (f, convention) => {
          expect(thinningFraction(thinningFrom(f, convention, densities), densities)).toBeCloseTo(f, 9);
        },
      ),
    );
  });

  it('refuses a mix of thinner alone', () => {
    expect(() => thinningFraction({ convention: 'of-mix', value: 100 }, densities)).toThrow(RangeError);
  });

  it('splits 990 mL of mix into 900 + 90 on paint, 1000 into 900 + 100 of mix', () => {
    const onPaint = splitMix(990, { convention: 'on-paint', value: 10 }, densities);
    expect([onPaint.paintMl, onPaint.thinnerMl]).toEqual([expect.closeTo(900, 6), expect.closeTo(90, 6)]);
    const ofMix = splitMix(
      1000,
      { convention: 'of-mix', value: 10 },
      { ...densities, thinnerDensityKgL: 0.79 },
    );
    expect([ofMix.paintMl, ofMix.thinnerMl, ofMix.thinnerG]).toEqual([
      expect.closeTo(900, 6),
      expect.closeTo(100, 6),
      expect.closeTo(79, 6),
    ]);
  });

  it('rounds to what a jug shows without changing the ratio', () => {
    const mix = splitMix(
      246,
      { convention: 'on-paint', value: 5 },
      { ...densities, thinnerDensityKgL: 0.79 },
    );
    expect(measurable(mix)).toEqual({
      mixMl: 252,
      paintMl: 240,
      thinnerMl: 12,
      thinnerG: expect.closeTo(9.48, 6),
      conditionerMl: 0,
    });
    expect(measurable(splitMix(400, { convention: 'on-paint', value: 0 }, densities))).toMatchObject({
      paintMl: 400,
      thinnerMl: 0,
    });
    // 240 mL with 5 % thinner and 10 % conditioner: 12 and 24.
    const both = measurable(splitMix(276, { convention: 'on-paint', value: 5 }, densities, 10));
    expect(both).toMatchObject({ paintMl: 240, thinnerMl: 12, conditionerMl: 24, mixMl: 276 });
    expect(measurable(splitMix(0, { convention: 'parts', value: 10 }, densities)).paintMl).toBe(0);
  });

  it('names the convention in words', () => {
    expect(thinningWords({ convention: 'of-mix', value: 10 })).toBe('10 % of mix');
    expect(thinningWords({ convention: 'parts', value: 10 })).toBe('10 : 1 paint to thinner');
    expect(thinningWords({ convention: 'on-paint', value: 0 })).toBe('unthinned');
    expect(pouredWords(900, 90)).toBe('900 mL + 90 mL thinner, 10 % on paint');
  });

  it('compares with the sheet across conventions', () => {
    const sheet = GENERIC_PRODUCTS['bonding-primer']!;
    expect(overThinned({ convention: 'on-paint', value: 10 }, sheet)).toBeNull();
    expect(overThinned({ convention: 'of-mix', value: 10 }, sheet)).toMatch(/more than the sheet/);
  });
});

describe('coatAmounts', () => {
  const job = sampleJob([{ systemId: 'D', doors: 2, fronts: 0 }]);
  const sheet = GENERIC_PRODUCTS['urethane-enamel-satin']!;
  const coat = job.steps.find(({ key }) => key === 'colour-1')!;

  it('splits the film method’s volume by the step’s thinning', () => {
    const amounts = coatAmounts(coat, sheet, job.pieces, 'all', false)!;
    expect(amounts.mixMl).toBeCloseTo(coatMixMl(job.pieces, 'all', 95, 'turbine'), 9);
    expect(amounts.thinnerMl / amounts.paintMl).toBeCloseTo(0.05, 9);
  });

  it('is rolled in the client’s room by a step that says so, and sprayed there by one that says that', () => {
    const rolled = coatAmounts({ ...coat, applicator: 'roller' }, sheet, job.pieces, 'all', true)!;
    expect(rolled.mixMl).toBeCloseTo(coatMixMl(job.pieces, 'all', 95, 'roller'), 9);
    expect(rolled.mixMl).toBeLessThan(coatAmounts(coat, sheet, job.pieces, 'all', false)!.mixMl);
    const sprayed = coatAmounts(coat, sheet, job.pieces, 'all', true)!;
    expect(sprayed.mixMl).toBeCloseTo(coatMixMl(job.pieces, 'all', 95, 'turbine'), 9);
  });

  it('is nothing for a step without a film', () => {
    expect(coatAmounts(job.steps[0]!, sheet, job.pieces, 'all', false)).toBeNull();
  });
});
