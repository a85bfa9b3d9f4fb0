import { describe, expect, it } from 'vitest';
import { pieceOf } from '../../test/pieceOf.ts';
import { seeded } from '../base/random.ts';
import { type CombReading, fitGun } from './calibrate.ts';
import { pathOfCase, USUAL_CASE } from './cases.ts';
import { layPath, type Spray } from './deposit.ts';
import { filmAt } from './filmMap.ts';
import { NO_FAULTS, pathOf } from './path.ts';
import { surfaceOf } from './surface.ts';

const ASSUMED: Spray = { flowMlMin: 220, transfer: 0.65, shape: { referenceMm: 200, b: 2, bAlong: 2 } };
const card = surfaceOf(pieceOf(120, 260, { construction: 'slab', finishEdges: false }), 4);
// One stroke across a card: its profile from edge to edge is what the comb finds.
const path = pathOf(
  [
    {
      fromX: -60,
      toX: 180,
      fromY: 130,
      toY: 130,
      yawDeg: 0,
      pitchDeg: 0,
      fanDeg: 90,
      fanMm: 200,
      flow: 1,
      of: 'face',
      leadMm: 60,
    },
  ],
  { distanceMm: 200, speedCmS: 25, faults: NO_FAULTS },
);

/** Readings of a comb on what a gun of these figures sprayed, each off by some µm. */
function readingsOf(truth: { amount: number; fanMm: number; b: number }, noiseUm: number, seed: number) {
  const random = seeded(seed);
  const { filmUm } = layPath(
    card,
    { ...ASSUMED, flowMlMin: 220 * truth.amount, shape: { ...ASSUMED.shape, b: truth.b } },
    path.map((sample) => ({ ...sample, fanMm: truth.fanMm })),
  );
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  return Array.from({ length: 24 }, (_, index): CombReading => {
    const [x, y] = [30 + 60 * random(), 6 + (index * 248) / 23];
    return { x, y, um: Math.max(0, (filmAt(card, filmUm, x, y) ?? 0) + noiseUm * normal()) };
  });
}

describe('a gun from comb readings', () => {
  it('is found again to the digit where the comb is exact', () => {
    const truth = { amount: 0.85, fanMm: 172, b: 2.6 };
    const fit = fitGun(card, path, ASSUMED, readingsOf(truth, 0, 1));
    expect(fit?.amount.value).toBeCloseTo(0.85, 3);
    expect(fit?.profile?.fanMm.value).toBeCloseTo(172, 0);
    expect(fit?.profile?.b.value).toBeCloseTo(2.6, 1);
    expect(fit?.offUm).toBeLessThan(0.05);
  });

  it('lies between its ends about nine times in ten where the comb is off by 3 µm', () => {
    const truth = { amount: 1.1, fanMm: 220, b: 1.9 };
    const runs = 30;
    let held = 0;
    for (let seed = 1; seed <= runs; seed += 1) {
      const fit = fitGun(card, path, ASSUMED, readingsOf(truth, 3, seed));
      for (const key of ['amount', 'fanMm', 'b'] as const) {
        const figure = key === 'amount' ? fit?.amount : fit?.profile?.[key];
        if (figure && figure.low <= truth[key] && truth[key] <= figure.high) held += 1;
      }
    }
    expect(held / (3 * runs)).toBeGreaterThan(0.78);
    expect(held / (3 * runs)).toBeLessThan(0.99);
  });

  it('is not guessed from too few readings', () => {
    const few = readingsOf({ amount: 1, fanMm: 200, b: 2 }, 0, 2).slice(0, 3);
    expect(fitGun(card, path, ASSUMED, few)).toBeNull();
  });

  it('in one place the comb tells the amount, and nothing of the fan', () => {
    const { filmUm } = layPath(card, ASSUMED, path);
    const there = filmAt(card, filmUm, 60, 130) ?? 0;
    const one = Array.from({ length: 6 }, (_, index) => ({
      x: 60,
      y: 130,
      um: there * (index % 2 === 0 ? 1.25 : 1.35),
    }));
    const fit = fitGun(card, path, ASSUMED, one);
    expect(fit?.profile).toBeNull();
    expect(fit?.amount.value).toBeCloseTo(1.3, 6);
    // ± 0.05 by turns: s = 0.0548, over √6 and with t = 2.015 for five degrees of freedom.
    expect((fit?.amount.high ?? 0) - 1.3).toBeCloseTo((2.015 * 0.0547723) / Math.sqrt(6), 5);
  });

  it('reads a whole door with narrow strokes along its edges', () => {
    const door = pieceOf(400, 720, { construction: 'slab' });
    const surface = surfaceOf(door, 6);
    const way = pathOfCase(door, USUAL_CASE);
    const { filmUm } = layPath(surface, ASSUMED, way);
    const places = [
      [100, 200],
      [150, 300],
      [200, 420],
      [250, 520],
      [60, 100],
      [330, 600],
    ] as const;
    const readings = places.map(([x, y]) => ({ x, y, um: 1.2 * (filmAt(surface, filmUm, x, y) ?? 0) }));
    const fit = fitGun(surface, way, ASSUMED, readings);
    expect(fit?.amount.value).toBeCloseTo(1.2, 4);
    expect(fit?.profile?.fanMm.value).toBeCloseTo(200, 1);
  });

  it('of rough readings on a door takes the amount, and leaves the fan alone', () => {
    const door = pieceOf(400, 720, { construction: 'slab' });
    const surface = surfaceOf(door, 8);
    const readings = [95, 105, 98, 110, 101].map((um, index) => ({
      x: 100 + 45 * index,
      y: 200 + 90 * index,
      um,
    }));
    const fit = fitGun(surface, pathOfCase(door, USUAL_CASE), ASSUMED, readings);
    expect(fit?.profile).toBeNull();
    expect(fit?.amount.low).toBeLessThan(fit?.amount.value ?? 0);
  });
});
