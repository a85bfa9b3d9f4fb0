import type { GunSample, SeenFault } from '@upholder/core/film';
import { describe, expect, it } from 'vitest';
import { awayBy, type Hold, heldAt, turnedBy } from './hold.ts';
import { faultMarks } from './ReplayBar.tsx';
import { speedNow } from './usePractice.ts';

const SQUARE: Hold = { distanceMm: 200, yawDeg: 0, pitchDeg: 0, isUpright: true };
const sample = (t: number, x: number): GunSample => ({
  t,
  x,
  y: 80,
  z: 200,
  yawDeg: 0,
  pitchDeg: 0,
  fanDeg: 90,
  fanMm: 200,
  flow: 1,
});

describe('a hand', () => {
  it('moves at 30 cm/s where it covers 90 mm in 0.3 s, and has no speed before that can be told', () => {
    expect(speedNow([sample(0, 0), sample(0.1, 30), sample(0.3, 90)])).toBeCloseTo(30, 6);
    expect(speedNow([sample(0, 0), sample(0.1, 30)])).toBeNull();
    expect(speedNow([])).toBeNull();
  });

  it('goes nearer and turns only as far as an arm does', () => {
    expect(awayBy(SQUARE, -500).distanceMm).toBe(80);
    expect(awayBy(SQUARE, 900).distanceMm).toBe(500);
    expect(turnedBy(SQUARE, 100, -100)).toMatchObject({ yawDeg: 70, pitchDeg: -70 });
  });

  it('looks where the pointer is, however it is turned', () => {
    const gun = heldAt({ x: 300, y: 200 }, { ...SQUARE, yawDeg: 30, pitchDeg: 0 }, sample(0, 0));
    // From the left, looking right: 200 mm away along its axis.
    expect(gun.x + gun.z * Math.tan(Math.PI / 6)).toBeCloseTo(300, 6);
    expect(Math.hypot(300 - gun.x, gun.z)).toBeCloseTo(200, 6);
  });
});

describe('marks of faults', () => {
  it('stand where the gun looked, at the rim of the piece where that was beyond it', () => {
    const path = [sample(0, -60), sample(1, 300), sample(2, 700)];
    const fault = (at: number): SeenFault => ({ fault: 'uneven', amount: 1, severity: 2, at });
    const marks = faultMarks(path, [fault(1), fault(2), fault(0)], { widthMm: 600, heightMm: 160 });
    expect(marks.map(({ x }) => Math.round(x))).toEqual([300, 600, 0]);
    expect(faultMarks(path, [fault(9)], { widthMm: 600, heightMm: 160 })).toEqual([]);
  });
});
