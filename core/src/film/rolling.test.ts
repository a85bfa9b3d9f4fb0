import { describe, expect, it } from 'vitest';
import { areaOfLoad, lapJoints, layOffOf, rolledFilmUm, wetSection } from './rolling.ts';

describe('roller and brush', () => {
  it('leave what is not held back over what they cover: 30 mL less a fifth on 0.3 m² are 80 µm', () => {
    expect(rolledFilmUm({ loadMl: 30, heldShare: 0.2, areaM2: 0.3 })).toBeCloseTo(80, 9);
    expect(areaOfLoad(30, 0.2, 80)).toBeCloseTo(0.3, 9);
  });

  it('join wet in wet: five minutes at 0.1 m² a minute are 0.4 m², 0.8 m along a side of 50 cm', () => {
    const section = wetSection({ widthMm: 500, heightMm: 2000 }, 5, 0.1);
    expect(section).toMatchObject({ isWhole: false, minutes: 4 });
    expect(section.areaM2).toBeCloseTo(0.4, 9);
    expect(section.lengthMm).toBeCloseTo(800, 9);
  });

  it('do a small door in one go, in warm air two', () => {
    expect(wetSection({ widthMm: 400, heightMm: 720 }, 5, 0.1).isWhole).toBe(true);
    expect(wetSection({ widthMm: 400, heightMm: 720 }, 3, 0.1)).toMatchObject({ isWhole: false });
  });
});

describe('joints of what is rolled in parts', () => {
  const tall = { widthMm: 500, heightMm: 1900 };
  it('two parts of 950 mm at 0.25 m² a minute: 0.475 m² each, so the edge is 1.9 min old', () => {
    const [joint, ...more] = lapJoints(tall, 950, 5, 0.25);
    expect(more).toEqual([]);
    expect(joint?.atMm).toBe(950);
    expect(joint?.ageMin).toBeCloseTo(1.9, 9);
    expect(joint?.isLap).toBe(false);
  });
  it('it shows where the edge has set by then, and not a little before', () => {
    expect(lapJoints(tall, 950, 1.89, 0.25).every(({ isLap }) => isLap)).toBe(true);
    expect(lapJoints(tall, 950, 1.91, 0.25).some(({ isLap }) => isLap)).toBe(false);
  });
  it('the advised length never shows a lap, and in one go there is no joint', () => {
    for (const wetEdgeMin of [0.5, 2, 6, 30]) {
      const { lengthMm } = wetSection(tall, wetEdgeMin, 0.1);
      expect(lapJoints(tall, lengthMm, wetEdgeMin, 0.1).some(({ isLap }) => isLap)).toBe(false);
    }
    expect(lapJoints(tall, 1900, 1, 0.1)).toEqual([]);
    expect(lapJoints(tall, 400, 1, 0.1).map(({ atMm }) => atMm)).toEqual([400, 800, 1200, 1600]);
  });
});

describe('laying off', () => {
  it('rails across, everything else along the longer way of the piece', () => {
    expect(layOffOf('rails', { widthMm: 400, heightMm: 720 })).toBe('across');
    expect(layOffOf('stiles', { widthMm: 400, heightMm: 720 })).toBe('down');
    expect(layOffOf('stiles', { widthMm: 600, heightMm: 140 })).toBe('across');
  });
});
