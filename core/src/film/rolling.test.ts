import { describe, expect, it } from 'vitest';
import { areaOfLoad, rolledFilmUm, wetSection } from './rolling.ts';

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
