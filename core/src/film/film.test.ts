import { describe, expect, it } from 'vitest';
import { PIECE_DEFAULTS } from '../pieces/index.ts';
import { coatMixMl, dryFilmUm, faceReckoning, geometricEfficiency } from './index.ts';

const slab = { ...PIECE_DEFAULTS, tag: 'D1', construction: 'slab' as const, widthMm: 1000, heightMm: 1000 };

describe('film', () => {
  it('gives 34.5 µm dry from 100 wet at 38 % solids thinned 0.10', () => {
    expect(dryFilmUm(100, 38, 0.1)).toBeCloseTo(34.5, 1);
  });

  it('takes the hand-worked number of strokes', () => {
    // fan 200, index 100: n = ceil((720 + 100)/100) = 9 strokes of 540: 400·720/(9·100·540)
    const field = { direction: 'across', fanMm: 200, overlap: 0.5, leadMm: 70 } as const;
    expect(faceReckoning({ widthMm: 400, heightMm: 720 }, field).efficiency).toBeCloseTo(
      288_000 / 486_000,
      9,
    );
  });

  it('wastes more on a narrow drawer front than on a door, and nothing with a roller', () => {
    const front = geometricEfficiency({ widthMm: 400, heightMm: 120 }, 'turbine');
    expect(front).toBeLessThan(geometricEfficiency({ widthMm: 400, heightMm: 720 }, 'turbine'));
    expect(geometricEfficiency({ widthMm: 400, heightMm: 120 }, 'roller')).toBe(1);
  });

  it('takes 1 mL for 1 m² at 1 µm before losses', () => {
    const oneFace = { ...slab, finishBack: false, finishEdges: false };
    expect(coatMixMl([oneFace], 'front', 92, 'roller')).toBeCloseTo(100 + 80, 6);
    expect(coatMixMl([], 'front', 92, 'roller')).toBe(0);
  });
});
