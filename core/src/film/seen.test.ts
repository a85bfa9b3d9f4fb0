import { describe, expect, it } from 'vitest';
import { pieceOf } from '../../test/pieceOf.ts';
import { pathOfCase, USUAL_CASE } from './cases.ts';
import { layPath } from './deposit.ts';
import { dryFilms, shareSeen, shownThrough } from './seen.ts';
import { surfaceOf } from './surface.ts';

const door = pieceOf(400, 600, { construction: 'five-piece', recessMm: 9, bevelMm: 0 });
const surface = surfaceOf(door, 6);
const even = (um: number) => new Float64Array(surface.count).fill(um);
// A contrast ratio of 0.93 at 50 µm: S = −ln 0.07 / 50.
const perUm = -Math.log(1 - 0.93) / 50;

describe('dry film of several coats', () => {
  it('120 µm of a mix with 40 % solids and a tenth of thinner dry to 43.6 µm, twice to 87.3', () => {
    const drying = { volumeSolidsPct: 40, thinnedBy: 0.1 };
    expect(dryFilms(even(120), drying, 1)[0]).toBeCloseTo(43.636, 3);
    expect(dryFilms(even(120), drying, 2)[0]).toBeCloseTo(87.273, 3);
  });
});

describe('what shows through', () => {
  it('at the film of the sheet 7 % of the difference is left', () => {
    expect(shareSeen(50, perUm)).toBeCloseTo(0.07, 6);
    expect(shareSeen(100, perUm)).toBeCloseTo(0.0049, 6);
  });

  it('an even film hides all or nothing, on both sides of the film that it says', () => {
    const covering = { perUm, startDeltaE: 60, hiddenBelow: 1 };
    const { hidesAtUm } = shownThrough(surface, even(0), covering);
    expect(hidesAtUm).toBeCloseTo(Math.log(60) / perUm, 6);
    expect(shownThrough(surface, even((hidesAtUm ?? 0) * 0.99), covering).share).toBe(1);
    expect(shownThrough(surface, even((hidesAtUm ?? 0) * 1.01), covering).share).toBe(0);
  });

  it('a clear coat never hides; a colour on its like need not', () => {
    const clear = shownThrough(surface, even(200), { perUm: 0, startDeltaE: 60, hiddenBelow: 1 });
    expect(clear).toMatchObject({ share: 1, hidesAtUm: null, mostDeltaE: 60 });
    const same = shownThrough(surface, even(0), { perUm, startDeltaE: 0.5, hiddenBelow: 1 });
    expect(same).toMatchObject({ share: 0, hidesAtUm: 0 });
  });

  it('less shows after each coat, and dry inner edges show longest', () => {
    const bare = { ...USUAL_CASE, hasEdges: false };
    const spray = { flowMlMin: 220, transfer: 0.65, shape: { referenceMm: 200, b: 2, bAlong: 2 } };
    const { filmUm } = layPath(surface, spray, pathOfCase(door, bare));
    const covering = { perUm, startDeltaE: 60, hiddenBelow: 1 };
    const drying = { volumeSolidsPct: 40, thinnedBy: 0.1 };
    const shares = [1, 2, 3, 4].map(
      (coats) => shownThrough(surface, dryFilms(filmUm, drying, coats), covering).share,
    );
    expect(shares[0]).toBe(1);
    for (let coat = 1; coat < 4; coat += 1) expect(shares[coat]).toBeLessThanOrEqual(shares[coat - 1] ?? 0);
    // What the face has hidden by then, walls and edges still show.
    expect(shares[3]).toBeGreaterThan(0);
    expect(shares[3]).toBeLessThan(0.25);
  });
});
