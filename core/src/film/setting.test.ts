import { describe, expect, it } from 'vitest';
import { readTip, tipFlowMlMin } from '../equipment/index.ts';
import { SETTING_UNKNOWNS, settingFilmUm, solveSetting, speedAdvice } from './setting.ts';

const SETTING = { flowMlMin: 220, transfer: 0.65, fanMm: 200, overlap: 0.5, speedCmS: 35 };

describe('wet film from a setting and back', () => {
  it('is 68 µm in the worked example', () => {
    expect(Math.round(settingFilmUm(SETTING))).toBe(68);
  });

  it.each(SETTING_UNKNOWNS)('is found again when %s is the unknown', (unknown) => {
    const film = settingFilmUm(SETTING);
    const wrong = {
      film: {},
      flow: { flowMlMin: 1 },
      fan: { fanMm: 1 },
      overlap: { overlap: 0 },
      speed: { speedCmS: 1 },
    };
    const solved = solveSetting({ ...SETTING, ...wrong[unknown] }, unknown, film);
    expect(solved?.wftUm).toBeCloseTo(film, 9);
    expect(solved?.flowMlMin).toBeCloseTo(220, 9);
    expect(solved?.fanMm).toBeCloseTo(200, 9);
    expect(solved?.overlap).toBeCloseTo(0.5, 9);
    expect(solved?.speedCmS).toBeCloseTo(35, 9);
  });

  it('gives 75 µm at 31.8 cm/s, worked by hand: 10⁴·220·0.65 / (10·60·75)', () => {
    expect(solveSetting(SETTING, 'speed', 75)?.speedCmS).toBeCloseTo(1_430_000 / 45_000, 9);
  });

  it('has no overlap where even none lays more than is wanted', () => {
    expect(solveSetting(SETTING, 'overlap', 20)).toBeNull();
  });

  it('says what to change where the hand is too slow or too fast, and the film stays', () => {
    expect(speedAdvice(SETTING)).toBeNull();
    for (const speedCmS of [9, 90]) {
      const setting = { ...SETTING, speedCmS };
      const advice = speedAdvice(setting);
      const film = settingFilmUm(setting);
      const at = { ...setting, speedCmS: advice?.speedCmS ?? 0 };
      expect(advice?.speedCmS).toBe(speedCmS === 9 ? 20 : 60);
      expect(settingFilmUm({ ...at, flowMlMin: advice?.flowMlMin ?? 0 })).toBeCloseTo(film, 9);
      expect(settingFilmUm({ ...at, fanMm: advice?.fanMm ?? 0 })).toBeCloseTo(film, 9);
    }
  });
});

describe('a hand that floods or starves the piece', () => {
  const WANTED = { leastUm: 60, typicalUm: 75, mostUm: 120 };

  it('is told the speed at which the set flow and fan lay what is wanted', () => {
    // 220 mL/min × 0.65 over 10 cm: 476.7 µm at 5 cm/s, 75 µm at 31.8 cm/s.
    const advice = speedAdvice({ ...SETTING, speedCmS: 5 }, WANTED);
    expect(advice).toMatchObject({ is: 'slow', isOtherFilm: true, wftUm: 75, flowMlMin: null, fanMm: null });
    expect(advice?.speedCmS).toBeCloseTo(31.78, 2);
  });

  it('is told flow or fan as well where no comfortable speed lays it', () => {
    const setting = { ...SETTING, flowMlMin: 1000, speedCmS: 10 };
    const advice = speedAdvice(setting, WANTED);
    expect(advice).toMatchObject({ is: 'slow', isOtherFilm: true, wftUm: 75, speedCmS: 60 });
    const at = { ...setting, speedCmS: 60 };
    expect(settingFilmUm({ ...at, flowMlMin: advice?.flowMlMin ?? 0 })).toBeCloseTo(75, 9);
    expect(settingFilmUm({ ...at, fanMm: advice?.fanMm ?? 0 })).toBeCloseTo(75, 9);
  });

  it('keeps a film that is wanted, and any film of somebody who asks for it', () => {
    const slow = { ...SETTING, flowMlMin: 40, speedCmS: 5 };
    expect(settingFilmUm(slow)).toBeCloseTo(86.7, 1);
    expect(speedAdvice(slow, WANTED)).toMatchObject({ isOtherFilm: false, speedCmS: 20, flowMlMin: 160 });
    expect(speedAdvice({ ...SETTING, speedCmS: 5 })).toMatchObject({ isOtherFilm: false, flowMlMin: 880 });
  });
});

describe('airless tips', () => {
  // 1040·d²·√(P/2000) gal/min of water, × 3785.41 mL, worked out beside the code: d in inches, P in psi.
  it.each([
    ['208', 0.008],
    ['310', 0.01],
    ['311', 0.011],
    ['410', 0.01],
    ['412', 0.012],
    ['414', 0.014],
  ])('%s flows by its orifice at 1000, 1500 and 2000 psi', (code, inches) => {
    const tip = readTip(code);
    for (const psi of [1000, 1500, 2000]) {
      const wanted = 1040 * inches ** 2 * Math.sqrt(psi / 2000) * 3785.41;
      const flow = tip ? tipFlowMlMin(tip, psi / 14.5038, 1) : 0;
      expect(Math.abs(flow / wanted - 1)).toBeLessThan(0.005);
    }
    expect(tip?.fanMm).toBeCloseTo(2 * Number(code[0]) * 25.4, 9);
  });
});
