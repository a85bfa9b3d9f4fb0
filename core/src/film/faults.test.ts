import { describe, expect, it } from 'vitest';
import { seeded } from '../base/random.ts';
import { type HandFault, handFaults } from './faults.ts';
import { type GunSample, NO_FAULTS, pathOf, type StrokeFaults } from './path.ts';
import { fieldStrokes } from './strokePlan.ts';

const WISH = { widthMm: 400, heightMm: 720, distanceMm: 200, speedCmS: 35 };
const strokesFor = (direction: 'across' | 'down') =>
  fieldStrokes({ widthMm: 400, heightMm: 720 }, { direction, fanMm: 200, overlap: 0.5, leadMm: 70 }, 1);

/** A hand is never quite still: turns and distance tremble a little. */
function trembling(path: readonly GunSample[], random: () => number): GunSample[] {
  const tremble = (amount: number) => (random() - 0.5) * 2 * amount;
  return path.map((one) => ({
    ...one,
    z: one.z + tremble(8),
    yawDeg: one.yawDeg + tremble(1.2),
    pitchDeg: one.pitchDeg + tremble(1.2),
  }));
}

describe('faults of a hand', () => {
  it('are none for a perfect one, nor for one that trembles a little', () => {
    const random = seeded(3);
    for (const direction of ['across', 'down'] as const) {
      const path = pathOf(strokesFor(direction), { distanceMm: 200, speedCmS: 35, faults: NO_FAULTS });
      expect(handFaults(path, WISH)).toEqual([]);
      expect(handFaults(trembling(path, random), WISH)).toEqual([]);
    }
  });

  it('are told with their amount', () => {
    const seen = (faults: Partial<StrokeFaults>, motion: { distanceMm?: number; speedCmS?: number } = {}) =>
      handFaults(
        pathOf(strokesFor('across'), {
          distanceMm: 200,
          speedCmS: 35,
          ...motion,
          faults: { ...NO_FAULTS, ...faults },
        }),
        WISH,
      )[0];
    expect(seen({ arcDeg: 20 })).toMatchObject({ fault: 'arc' });
    expect(seen({ arcDeg: 20 })?.amount).toBeCloseTo(20, 6);
    expect(seen({ tiltDeg: -15 })).toMatchObject({ fault: 'tilt' });
    expect(seen({ tiltDeg: -15 })?.amount).toBeCloseTo(15, 6);
    expect(seen({ dwellS: 0.5 })?.amount).toBeCloseTo(0.5, 6);
    expect(seen({ lateMm: 40 })).toMatchObject({ fault: 'late' });
    expect(Math.abs((seen({ lateMm: 40 })?.amount ?? 0) - 40)).toBeLessThan(11);
    expect(seen({}, { distanceMm: 290 })).toMatchObject({ fault: 'far', amount: 290 });
    expect(seen({}, { distanceMm: 120 })).toMatchObject({ fault: 'near', amount: 120 });
    expect(seen({}, { speedCmS: 60 })).toMatchObject({ fault: 'fast' });
    expect(seen({}, { speedCmS: 15 })?.amount).toBeCloseTo(15, 6);
  });

  it('are recognised in 95 % of a thousand faulty ways, each the first that is told', () => {
    const random = seeded(41);
    const between = (from: number, to: number) => from + random() * (to - from);
    const KINDS: [HandFault, () => Partial<StrokeFaults>][] = [
      ['arc', () => ({ arcDeg: between(12, 28) })],
      ['tilt', () => ({ tiltDeg: between(12, 30) * (random() < 0.5 ? -1 : 1) })],
      ['uneven', () => ({ unevenness: between(0.45, 0.8) })],
      ['dwell', () => ({ dwellS: between(0.25, 1.2) })],
      ['late', () => ({ lateMm: between(30, 90) })],
    ];
    let right = 0;
    for (let index = 0; index < 1000; index += 1) {
      const [fault, faults] = KINDS[index % KINDS.length] ?? ['arc', () => ({})];
      const direction = random() < 0.5 ? 'across' : 'down';
      const motion = { distanceMm: between(180, 220), speedCmS: between(30, 40) };
      const path = pathOf(strokesFor(direction), { ...motion, faults: { ...NO_FAULTS, ...faults() } });
      if (handFaults(trembling(path, random), WISH)[0]?.fault === fault) right += 1;
    }
    expect(right).toBeGreaterThanOrEqual(950);
  });
});
