import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { GENERIC_PRODUCTS } from '../catalogue/index.ts';
import {
  ClimateSchema,
  climateFactor,
  clockSentence,
  coatingObstacles,
  coatingRisks,
  dewPointC,
  evaporationHpa,
  filmClocks,
  meanClimate,
  saturationPressureHpa,
  sheetFactor,
  thicknessFactor,
} from './index.ts';

const enamel = GENERIC_PRODUCTS['urethane-enamel-satin']!;

describe('moist air', () => {
  it('matches published saturation pressures (hPa)', () => {
    // standard tables: 6.112 at 0 °C, 23.39 at 20 °C, 42.47 at 30 °C
    expect(saturationPressureHpa(0)).toBeCloseTo(6.11, 1);
    expect(saturationPressureHpa(20)).toBeCloseTo(23.3, 0);
    expect(saturationPressureHpa(30)).toBeCloseTo(42.4, 0);
  });

  it('has the known drying power and dew point', () => {
    expect(evaporationHpa({ airC: 23, rhPct: 50 })).toBeCloseTo(14.02, 2);
    expect(dewPointC({ airC: 20, rhPct: 60 })).toBeCloseTo(12.0, 1);
    expect(dewPointC({ airC: 15, rhPct: 100 })).toBeCloseTo(15, 6);
  });
});

describe('climateFactor', () => {
  it.each([
    ['evaporation', 18, 50, 1.36],
    ['evaporation', 18, 75, 2.72],
    ['evaporation', 17, 68, 2.27],
    ['evaporation', 28, 40, 0.62],
    ['oxidative', 18, 50, 1.41],
    ['two-part', 18, 50, 1.42],
    ['fast-solvent', 13, 50, 1.5],
    ['hybrid', 18, 50, 1.41],
    ['hybrid', 18, 75, 2.72],
  ] as const)('%s at %s °C and %s per cent: × %s', (mode, airC, rhPct, factor) => {
    expect(climateFactor(mode, { airC, rhPct })).toBeCloseTo(factor, 2);
  });

  it('is 1 at the sheet climate for every mode', () => {
    for (const mode of ['evaporation', 'oxidative', 'two-part', 'fast-solvent', 'hybrid'] as const) {
      expect(climateFactor(mode, { airC: 23, rhPct: 50 })).toBeCloseTo(1, 12);
    }
  });
});

describe('the law of a product', () => {
  const climate = { airC: 18, rhPct: 75 };
  it('is the slower of cure and water for a two-part product in water, and cure alone in solvent', () => {
    const waterborne = GENERIC_PRODUCTS['two-part-enamel-satin']!;
    const acidCured = GENERIC_PRODUCTS['conversion-lacquer-satin']!;
    expect(sheetFactor(waterborne, climate)).toBeCloseTo(2.72, 2);
    expect(sheetFactor(acidCured, climate)).toBeCloseTo(1.42, 2);
    // In dry air the cure decides: E = 20.64 · 0.7 hPa, so that water alone would give × 0.97.
    expect(sheetFactor(waterborne, { airC: 18, rhPct: 30 })).toBeCloseTo(1.42, 2);
    expect(filmClocks(waterborne, climate).recoatMin.hereMinutes).toBe(
      Math.ceil(240 * sheetFactor(waterborne, climate)),
    );
  });

  it('warns of blush with lacquer and shellac above 70 %, with nothing else and not below', () => {
    const lacquer = GENERIC_PRODUCTS['precat-lacquer-satin']!;
    expect(coatingRisks(lacquer, { airC: 22, rhPct: 71 })[0]).toContain('blush');
    expect(coatingRisks(GENERIC_PRODUCTS['shellac-block-primer']!, { airC: 22, rhPct: 75 })).toHaveLength(1);
    expect(coatingRisks(lacquer, { airC: 22, rhPct: 70 })).toEqual([]);
    expect(coatingRisks(enamel, { airC: 22, rhPct: 80 })).toEqual([]);
    expect(coatingObstacles(lacquer, { airC: 22, rhPct: 71 })).toEqual([]);
  });

  it('says that paint is too cold to be mixed in air below what its sheet wants of it', () => {
    const cold = { ...enamel, materialMinC: 15 };
    expect(coatingRisks(cold, { airC: 14.9, rhPct: 50 })).toEqual([expect.stringContaining('15 °C')]);
    expect(coatingRisks(cold, { airC: 15, rhPct: 50 })).toEqual([]);
    expect(coatingRisks({ ...enamel, materialMinC: null }, { airC: 5, rhPct: 50 })).toEqual([]);
    const lacquer = { ...GENERIC_PRODUCTS['precat-lacquer-satin']!, materialMinC: 18 };
    expect(coatingRisks(lacquer, { airC: 16, rhPct: 75 })).toHaveLength(2);
  });

  it('keeps two-part waterborne out of air in which nothing evaporates', () => {
    const damp = { airC: 12, rhPct: 95 };
    expect(coatingObstacles(GENERIC_PRODUCTS['two-part-enamel-satin']!, damp).join(' ')).toContain(
      'too damp',
    );
    expect(coatingObstacles(GENERIC_PRODUCTS['precat-lacquer-satin']!, damp).join(' ')).not.toContain(
      'too damp',
    );
  });
});

describe('filmClocks', () => {
  it('stretches 4 h to 9 h 04 at 17 °C and 68 %, and says why', () => {
    const clocks = filmClocks(enamel, { airC: 17, rhPct: 68 });
    expect(clockSentence(clocks.recoatMin)).toBe('sheet 4 h → here 9 h 04');
    expect(clocks.because).toBe('because 17 °C and 68 %: × 2.27');
  });

  it('keeps the sheet in warm dry air unless shortening is switched on', () => {
    const warm = { airC: 28, rhPct: 40 };
    expect(filmClocks(enamel, warm).sand.hereMinutes).toBe(240);
    expect(filmClocks(enamel, warm, 95, { mayShorten: true }).sand.hereMinutes).toBe(149); // 240 × 0.619
    expect(filmClocks(enamel, { airC: 32, rhPct: 10 }, 95, { mayShorten: true }).sand.hereMinutes).toBe(120);
  });

  it('never shortens the recoat minimum of a catalysed product', () => {
    const catalysed = { ...enamel, isCatalysed: true };
    const clocks = filmClocks(catalysed, { airC: 30, rhPct: 40 }, 95, { mayShorten: true });
    expect(clocks.recoatMin.hereMinutes).toBe(240);
    expect(clocks.sand.hereMinutes).toBeLessThan(240);
  });

  it('never stretches the recoat maximum', () => {
    const slow = GENERIC_PRODUCTS['alkyd-enamel-satin']!;
    expect(filmClocks(slow, { airC: 12, rhPct: 70 }).recoatMax?.hereMinutes).toBe(48 * 60);
  });

  it('grows with the film to the power 1.5', () => {
    expect(thicknessFactor(200, 100)).toBeCloseTo(2.828, 3);
    expect(filmClocks(enamel, { airC: 23, rhPct: 50 }, 95 * 4).sand.hereMinutes).toBe(240 * 8);
  });
});

describe('coating obstacles', () => {
  it('lets a good day pass', () => {
    expect(coatingObstacles(enamel, { airC: 20, rhPct: 55 })).toEqual([]);
  });

  it('stops on cold air, damp air and cold wood', () => {
    expect(coatingObstacles(enamel, { airC: 6, rhPct: 55 })[0]).toMatch(/asks for at least/);
    expect(coatingObstacles(enamel, { airC: 20, rhPct: 95 }).join(' ')).toMatch(/dew point/);
    expect(coatingObstacles(enamel, { airC: 22, rhPct: 70, surfaceC: 15 }).join(' ')).toMatch(/dew point/);
  });

  it('refuses a humidity of 140 % before any of this', () => {
    const parsed = ClimateSchema.safeParse({ airC: 20, rhPct: 140 });
    expect(parsed.error?.issues[0]?.message).toMatch(/at most 100 %/);
  });

  it('averages climates', () => {
    expect(
      meanClimate([
        { airC: 16, rhPct: 60 },
        { airC: 19, rhPct: 70 },
      ]),
    ).toEqual({ airC: 17.5, rhPct: 65 });
    expect(meanClimate([])).toEqual({ airC: 23, rhPct: 50 });
  });
});
