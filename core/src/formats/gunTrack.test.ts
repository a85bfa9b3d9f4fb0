import { describe, expect, it } from 'vitest';
import { words } from '../../test/expect.ts';
import { NO_FAULTS, pathOf } from '../film/index.ts';
import { fieldStrokes } from '../film/strokePlan.ts';
import { readGunTrack, writeGunTrack } from './gunTrack.ts';

const path = pathOf(
  fieldStrokes(
    { widthMm: 400, heightMm: 200 },
    { direction: 'across', fanMm: 200, overlap: 0.5, leadMm: 70 },
    1,
  ),
  { distanceMm: 200, speedCmS: 35, faults: NO_FAULTS },
);
const problem = (text: string) => {
  const read = readGunTrack(text, 200);
  return read.ok ? 'read' : words(read.message);
};

describe('the way of a tracked gun', () => {
  it('comes back as it was written', () => {
    const read = readGunTrack(writeGunTrack(path), 200);
    if (!read.ok) throw new Error(read.message);
    expect(read.value).toHaveLength(path.length);
    for (const [index, sample] of read.value.entries()) {
      const wanted = path[index];
      for (const key of ['t', 'x', 'y', 'z', 'yawDeg', 'pitchDeg', 'fanDeg', 'flow'] as const)
        expect(sample[key]).toBeCloseTo(wanted?.[key] ?? Number.NaN, 2);
    }
  });

  it('is square, upright and open where a table says nothing of it; capitals, blanks and decimal commas are read', () => {
    const read = readGunTrack('Time; X ; Y;Z\n0;10,5;20;200\n0,5;60;20;205\n', 180);
    expect(read).toEqual({
      ok: true,
      value: [
        { t: 0, x: 10.5, y: 20, z: 200, yawDeg: 0, pitchDeg: 0, fanDeg: 90, fanMm: 180, flow: 1 },
        { t: 0.5, x: 60, y: 20, z: 205, yawDeg: 0, pitchDeg: 0, fanDeg: 90, fanMm: 180, flow: 1 },
      ],
    });
  });

  it('may be JSON: a list, or an object with one', () => {
    const samples = [
      { time: 0, x: 0, y: 0, z: 200 },
      { time: 1, x: 300, y: 0, z: 200, trigger: 0 },
    ];
    for (const text of [JSON.stringify(samples), JSON.stringify({ samples })]) {
      const read = readGunTrack(text, 200);
      expect(read.ok && read.value.map(({ flow }) => flow)).toEqual([1, 0]);
    }
  });

  it('says what is wrong, and on which line', () => {
    expect(problem('time,x,y\n0,1,2\n')).toContain('lacks the column z');
    expect(problem('time,x,y,z\n0,1,2,200\n1,one,2,200\n')).toContain('Line 3: x');
    expect(problem('time,x,y,z\n1,1,2,200\n0.5,3,2,200\n')).toContain('Line 3: time runs backwards');
    expect(problem('time,x,y,z\n0,1,2,200\n1,,2,200\n')).toContain('Line 3: x');
    expect(problem('time,x,y,z\n0,1,2,200\n')).toContain('fewer than two');
    expect(problem('{"points": []}')).toContain('no list of samples');
    expect(problem('[{"time": 0')).toContain('does not end like it');
    expect(problem('')).toContain('lacks the column time, x, y, z');
  });
});
