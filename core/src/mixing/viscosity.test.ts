import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { bringMix } from '../../test/simulatedMix.ts';
import { GENERIC_PRODUCTS } from '../catalogue/index.ts';
import {
  CUPS,
  cupViscosity,
  expectedViscosity,
  fitThinning,
  materialRemark,
  mixState,
  nextThinning,
  rethinMl,
  slopePrior,
  targetViscosity,
  uncertaintyAt,
  viscosityAt23,
  warmBathMinutes,
} from './index.ts';

const iso4 = CUPS.find(({ id }) => id === 'iso-4')!;
const nu = (seconds: number) => cupViscosity(iso4, seconds);
const band: [number, number] = [nu(31), nu(33)];
/** So wide that only the readings speak. */
const OPEN = { mean: 8, sd: 1000 };

describe('the thinning fit', () => {
  it('62 s unthinned and 44 s at 0.05 give k = 7.65, and 32 s at 0.101: 51.5 mL into 1050 mL', () => {
    const fit = fitThinning(
      [
        { fraction: 0, viscosity: nu(62) },
        { fraction: 0.05, viscosity: nu(44) },
      ],
      OPEN,
    );
    expect(fit.slope).toBeCloseTo(7.65, 2);
    const { best } = nextThinning(fit, nu(32), 0.05, 0.2, band);
    expect(best).toBeCloseTo(0.101, 3);
    expect(rethinMl(1050, 0.05, best)).toBeCloseTo(51.5, 0);
  });

  it('goes by the prior after one reading, and is less sure the farther it looks', () => {
    const fit = fitThinning([{ fraction: 0, viscosity: nu(62) }], slopePrior('water'));
    expect(fit.slope).toBeCloseTo(8, 9);
    expect(Math.exp(fit.intercept)).toBeCloseTo(nu(62), 9);
    expect(uncertaintyAt(fit, 0)).toBeCloseTo(0.03, 9);
    // √(0.03² + (0.1 · 1.5)²)
    expect(uncertaintyAt(fit, 0.1)).toBeCloseTo(Math.hypot(0.03, 0.15), 9);
    expect(slopePrior('other').mean).toBe(6);
  });

  it('grows surer with readings, and lies between prior and reading', () => {
    const one = fitThinning([{ fraction: 0, viscosity: 80 }], slopePrior('water'));
    const two = fitThinning(
      [
        { fraction: 0, viscosity: 80 },
        { fraction: 0.05, viscosity: 80 * Math.exp(-0.05 * 6) },
      ],
      slopePrior('water'),
    );
    expect(uncertaintyAt(two, 0.1)).toBeLessThan(uncertaintyAt(one, 0.1));
    expect(two.slope).toBeGreaterThan(6);
    expect(two.slope).toBeLessThan(8);
    expect(expectedViscosity(two, 0)).toBeCloseTo(80, -1);
  });

  it('stops short while it is unsure, at the sheet’s maximum, and where it is thin enough', () => {
    const fit = fitThinning([{ fraction: 0, viscosity: nu(62) }], slopePrior('water'));
    const first = nextThinning(fit, nu(32), 0, 0.2, band);
    expect(first.now).toBeLessThan(first.best);
    expect([first.from < first.best, first.best < first.to]).toEqual([true, true]);
    const capped = nextThinning(fit, nu(32), 0, 0.05, band);
    expect(capped).toMatchObject({ now: 0.05, isBeyondMaximum: true });
    const thin = fitThinning([{ fraction: 0.05, viscosity: nu(30) }], slopePrior('water'));
    expect(nextThinning(thin, nu(32), 0.05, 0.2, band)).toMatchObject({ now: 0.05, isThere: true });
    // A mix that is past the maximum already is not made thinner.
    expect(nextThinning(fit, nu(32), 0.15, 0.1, [nu(20), nu(21)]).now).toBe(0.15);
  });

  it('aims at the middle of a band, and a tenth below an upper limit alone', () => {
    const cup = CUPS.find(({ id }) => id === 'iso-4')!;
    const middle = targetViscosity(cup, { fromS: 25, toS: 35 });
    expect(middle).toEqual({
      aim: cupViscosity(cup, 30),
      band: [cupViscosity(cup, 25), cupViscosity(cup, 35)],
    });
    const limit = targetViscosity(cup, { fromS: null, toS: 40 });
    expect(limit).toEqual({ aim: cupViscosity(cup, 36), band: [0, cupViscosity(cup, 40)] });
    const fit = fitThinning([{ fraction: 0, viscosity: cupViscosity(cup, 38) }], slopePrior('water'));
    expect(nextThinning(fit, limit.aim, 0, 0.1, limit.band).isThere).toBe(true);
  });

  it('a mix with conditioner in it: the addition goes by paint and hardener, and comes out right', () => {
    const sheet = GENERIC_PRODUCTS['alkyd-enamel-satin']!;
    const poured = { paint: 800, thinner: 40, conditioner: 80 };
    const state = mixState(poured, sheet);
    const addMl = rethinMl(state.basisMl * (1 + state.fraction), state.fraction, 0.09);
    expect(addMl).toBeCloseTo(32, 9);
    expect(mixState({ ...poured, thinner: 40 + addMl }, sheet).fraction).toBeCloseTo(0.09, 9);
  });

  it('refuses to fit nothing', () => {
    expect(() => fitThinning([], OPEN)).toThrow(RangeError);
    expect(() => fitThinning([{ fraction: 0, viscosity: 0 }], OPEN)).toThrow(RangeError);
  });

  it('brings nine of ten simulated mixes within a second of their target in three readings, none past the maximum', () => {
    const mixes = Array.from({ length: 1000 }, (_, index) => bringMix(index + 1));
    expect(mixes.filter(({ fraction, maximum }) => fraction > maximum + 1e-9)).toEqual([]);
    expect(mixes.filter(({ readings }) => readings > 3)).toEqual([]);
    const reachable = mixes.filter(({ isReachable }) => isReachable);
    const there = reachable.filter(({ seconds, targetS }) => Math.abs(seconds - targetS) <= 1);
    expect(reachable.length).toBeGreaterThan(900);
    expect(there.length / reachable.length).toBeGreaterThan(0.9);
  });
});

describe('temperature', () => {
  it('takes a reading to 23 °C: 3 % a degree', () => {
    expect(viscosityAt23(50, 23)).toBe(50);
    expect(viscosityAt23(50, 18)).toBeCloseTo(43.04, 2);
    expect(viscosityAt23(50, 28)).toBeCloseTo(58.09, 2);
  });

  it('remarks on cold material, and on warm material with hardener in it', () => {
    const one = { hardener: null, materialMinC: null };
    const two = { hardener: GENERIC_PRODUCTS['two-part-enamel-satin']!.hardener, materialMinC: null };
    expect(materialRemark(17, one)).toContain('cold');
    expect(materialRemark(18, two)).toBeNull();
    expect(materialRemark(29, two)).toContain('catalysed');
    expect(materialRemark(29, one)).toBeNull();
    expect(materialRemark(14, { ...one, materialMinC: 15 })).toContain('below the sheet’s 15 °C');
    expect(materialRemark(15, { ...one, materialMinC: 15 })).toContain('atomises poorly');
    expect(materialRemark(19, { ...one, materialMinC: 20 })).toContain('below the sheet’s 20 °C');
  });

  it('estimates the warm bath: a litre from 15 to 23 °C in 40 °C takes about 8 min, four litres 2.5 times as long', () => {
    // 20 · ln(25 / 17)
    expect(warmBathMinutes(1, 15, 23, 40)).toBeCloseTo(7.71, 2);
    expect(warmBathMinutes(4, 15, 23, 40)! / warmBathMinutes(1, 15, 23, 40)!).toBeCloseTo(4 ** (2 / 3), 9);
    expect(warmBathMinutes(1, 15, 23, 22)).toBeNull();
    expect(warmBathMinutes(1, 24, 23, 40)).toBe(0);
  });
});
