import fc from 'fast-check';
import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import {
  bandIn,
  CUPS,
  type Cup,
  calibrateCup,
  convertCup,
  cupFor,
  cupSeconds,
  cupViscosity,
  outsideCup,
  relativeCup,
  summariseRuns,
} from './index.ts';

const cup = (id: string): Cup => CUPS.find((candidate) => candidate.id === id)!;

describe('efflux cups', () => {
  it.each([
    // Published checks.
    ['ford-4', 35, 117.5],
    ['iso-4', 40, 49.8],
    ['zahn-2', 30, 56],
    // By hand from each standard's formula.
    ['iso-3', 50, 0.443 * 50 - 4],
    ['iso-4', 62, 81.71],
    ['iso-4', 44, 55.73],
    ['iso-4', 32, 37.59],
    ['iso-5', 60, 193.13],
    ['iso-6', 50, 333.6],
    ['din-4', 40, 171.5],
    ['ford-3', 50, 100.3],
    ['zahn-1', 50, 23.1],
    ['zahn-3', 20, 146.25],
    ['zahn-4', 30, 370],
  ])('%s, %d s → %d mm²/s, and back', (id, seconds, viscosity) => {
    expect(cupViscosity(cup(id), seconds)).toBeCloseTo(viscosity, 1);
    expect(cupSeconds(cup(id), cupViscosity(cup(id), seconds))).toBeCloseTo(seconds, 9);
  });

  it('go there and back within their valid ranges', () => {
    for (const one of CUPS)
      fc.assert(
        fc.property(fc.double({ min: one.fromS, max: one.toS, noNaN: true }), (seconds) => {
          expect(cupSeconds(one, cupViscosity(one, seconds))).toBeCloseTo(seconds, 9);
        }),
        { numRuns: 50 },
      );
  });

  it('say when they lie, and which way to go', () => {
    expect(outsideCup(cup('iso-4'), 29.9)).toContain('a smaller cup');
    expect(outsideCup(cup('iso-4'), 30)).toBeNull();
    expect(outsideCup(cup('iso-4'), 101)).toContain('a larger cup');
  });

  it('convert by viscosity: 40 s of ISO 4 are 17.4 s of Ford #4, which is no longer valid', () => {
    // 49.8 / 3.85 + 4.49
    const ford = convertCup(cup('iso-4'), 40, cup('ford-4'));
    expect(ford.seconds).toBeCloseTo(17.43, 2);
    expect(ford.isValid).toBe(false);
    expect(convertCup(cup('iso-4'), 60, cup('zahn-2')).isValid).toBe(true);
  });
});

describe('a cup of one’s own', () => {
  it('is calibrated by pairs: the curve that made them comes back', () => {
    const truth: Cup = {
      ...cup('iso-4'),
      id: 'kit',
      name: 'Kit cup',
      curve: { form: 'hyperbola', a: 2.1, b: 150 },
    };
    const pairs = [35, 50, 70, 90].map((standardS) => ({
      standardS,
      ownS: cupSeconds(truth, cupViscosity(cup('iso-4'), standardS)),
    }));
    const made = calibrateCup('kit', 'Kit cup', cup('iso-4'), pairs);
    if (!made.ok) throw new Error(made.message);
    expect(made.value.curve.a).toBeCloseTo(2.1, 6);
    expect(made.value.curve.b).toBeCloseTo(150, 4);
    expect(made.value.fromS).toBeCloseTo(pairs[0]!.ownS, 9);
  });

  it('has a line through nothing from one pair, and asks for a pair that its standard covers', () => {
    const one = calibrateCup('kit', 'Kit cup', cup('iso-4'), [{ ownS: 20, standardS: 40 }]);
    expect(one.ok && one.value.curve).toEqual({ form: 'hyperbola', a: expect.closeTo(2.49, 6), b: 0 });
    expect(calibrateCup('kit', 'Kit cup', cup('iso-4'), [{ ownS: 20, standardS: 20 }]).ok).toBe(false);
  });
});

describe('runs of the stopwatch', () => {
  it('are averaged, and one that stands far off is set aside from three on', () => {
    expect(summariseRuns([])).toBeNull();
    expect(summariseRuns([30, 40])).toEqual({ mean: 35, spread: 10, outlier: null });
    expect(summariseRuns([32, 31, 33])).toEqual({ mean: 32, spread: 2, outlier: null });
    const { mean, outlier, spread } = summariseRuns([32, 41, 33])!;
    expect([mean, outlier, spread]).toEqual([32.5, 1, 1]);
  });
});

describe('a band of seconds', () => {
  const of = (id: string) => CUPS.find((cup) => cup.id === id)!;

  it('is said in another cup: 40 s in ISO 4 are 49.8 mm²/s, and those 17.4 s in Ford #4', () => {
    // (49.8 / 3.85) + 4.49 = 17.43; (1.37·60 − 200/60) = 78.87 → 24.98.
    expect(bandIn({ fromS: 40, toS: 60 }, of('iso-4'), of('ford-4'))).toEqual({
      fromS: 17.4,
      toS: 25,
      isValid: false,
    });
    expect(bandIn({ fromS: null, toS: 60 }, of('iso-4'), of('ford-4'))).toEqual({
      fromS: null,
      toS: 25,
      isValid: true,
    });
  });

  it('is not said in a cup that nobody has held against a standard', () => {
    expect(bandIn({ fromS: 25, toS: 30 }, of('iso-4'), relativeCup('kit', 'Kit cup'))).toBeNull();
  });

  it('names the cup to take where the one at hand does not hold', () => {
    // 20 s in ISO 4 are 17.4 mm²/s: in ISO 3 that is 48.4 s, in the middle of its range.
    const better = cupFor({ fromS: 20, toS: 24 }, of('iso-4'), CUPS);
    expect(better?.cup.id).toBe('iso-3');
    expect(better?.band.fromS).toBeCloseTo(48.4, 0);
    expect(bandIn({ fromS: 20, toS: 24 }, of('iso-4'), of('iso-4'))?.isValid).toBe(false);
    expect(cupFor({ fromS: 32, toS: 40 }, of('iso-4'), CUPS)).not.toBeNull();
  });
});
