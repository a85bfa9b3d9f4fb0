import { describe, expect, it } from 'vitest';
import { pathOfCase, USUAL_CASE } from './cases.ts';
import { FilmLayer, layPath } from './deposit.ts';
import { filmFigures } from './filmMap.ts';
import type { GunSample } from './path.ts';
import { LESSON_PLANS } from './practice.ts';
import { MOST_RUN_SAMPLES, PracticeRunSchema, packedPath, unpackedPath } from './runs.ts';
import { surfaceOf } from './surface.ts';

const { piece } = LESSON_PLANS.recess;
const path = pathOfCase(piece, USUAL_CASE);

describe('a kept run', () => {
  it('lays the same film as the run itself', () => {
    const surface = surfaceOf(piece, 6);
    const spray = { flowMlMin: 220, transfer: 0.65, shape: { referenceMm: 200, b: 2, bAlong: 2 } };
    const figures = (way: typeof path) =>
      filmFigures(surface, layPath(surface, spray, way).filmUm, { leastUm: 55, sagUm: 130 });
    const again = unpackedPath(packedPath(path));
    expect(figures(again).meanUm).toBeCloseTo(figures(path).meanUm, 1);
    expect(figures(again).cv).toBeCloseTo(figures(path).cv, 2);
  });

  it('starts at nought, whatever the clock said', () => {
    const later = path.map((sample) => ({ ...sample, t: sample.t + 86_400 }));
    expect(packedPath(later)).toEqual(packedPath(path));
    expect(packedPath(later)[0]?.[0]).toBe(0);
  });

  it('a very long one is thinned, its ends and every opening and closing of the trigger kept', () => {
    const long = Array.from({ length: 40 }, (_, round) =>
      path.map((sample) => ({ ...sample, t: sample.t + round * 60 })),
    ).flat();
    expect(long.length).toBeGreaterThan(2 * MOST_RUN_SAMPLES);
    const kept = packedPath(long);
    expect(kept.length).toBeLessThanOrEqual(MOST_RUN_SAMPLES);
    const opened = (flows: readonly number[]) =>
      flows.filter((flow, index) => flow > 0 && (flows[index - 1] ?? 0) === 0).length;
    expect(opened(kept.map((one) => one[8]))).toBe(opened(long.map(({ flow }) => flow)));
    expect(kept.at(-1)?.[0]).toBeCloseTo((long.at(-1)?.t ?? 0) - (long[0]?.t ?? 0), 2);
  });

  it('is refused where it is no run', () => {
    const run = { lesson: 'speed', score: 71, at: '2027-03-01T09:00:00.000Z', path: packedPath(path) };
    expect(PracticeRunSchema.safeParse(run).success).toBe(true);
    expect(PracticeRunSchema.safeParse({ ...run, score: 101 }).success).toBe(false);
    expect(PracticeRunSchema.safeParse({ ...run, lesson: 'dancing' }).success).toBe(false);
    expect(PracticeRunSchema.safeParse({ ...run, path: [[0, 1, 2]] }).success).toBe(false);
  });
});

describe('a layer that was kept on the way', () => {
  it('goes on to the same film and the same account', () => {
    const surface = surfaceOf(piece, 8);
    const spray = { flowMlMin: 220, transfer: 0.65, shape: { referenceMm: 200, b: 2, bAlong: 2 } };
    const lay = (layer: FilmLayer, from: number, to: number) => {
      for (let index = Math.max(1, from); index < to; index += 1)
        layer.move(path[index - 1] as GunSample, path[index] as GunSample);
    };
    const whole = new FilmLayer(surface, spray);
    lay(whole, 0, path.length);
    const half = new FilmLayer(surface, spray);
    const middle = Math.floor(path.length / 2);
    lay(half, 0, middle);
    const kept = half.kept();
    // What is sprayed afterwards does not reach what was kept.
    lay(half, middle, path.length);
    const again = new FilmLayer(surface, spray, kept);
    lay(again, middle, path.length);
    // Steps of almost the same length share a smear within a layer: the last digits may differ.
    const apart = again.filmUm.reduce(
      (most, um, index) => Math.max(most, Math.abs(um - (whole.filmUm[index] ?? 0))),
      0,
    );
    expect(apart).toBeLessThan(1e-4);
    expect(again.deposit().sprayedMl).toBeCloseTo(whole.deposit().sprayedMl, 9);
    expect(again.deposit().onPieceMl).toBeCloseTo(whole.deposit().onPieceMl, 6);
  });
});
