import { describe, expect, it } from 'vitest';
import { learnedMinutes, NO_ROOM, proposeProtection, type TimedProtection, withLearned } from './index.ts';

const timed = (part: Partial<TimedProtection>): TimedProtection => ({
  kind: 'floor',
  amount: 10,
  doors: 0,
  minutes: 30,
  ...part,
});

describe('how long protecting takes in a shop', () => {
  it('moves from the yardstick to what was timed, the yardstick counting twice', () => {
    // Floor: 1.5 min/m² by the yardstick. Once 3: (1.5 + 1.5 + 3) / 3; four times 3: (3 + 12) / 6.
    expect(learnedMinutes([timed({})])).toEqual([{ kind: 'floor', minutesEach: 2, times: 1 }]);
    expect(learnedMinutes([1, 2, 3, 4].map(() => timed({})))).toEqual([
      { kind: 'floor', minutesEach: 2.5, times: 4 },
    ]);
  });

  it('knows nothing of what nobody timed, nor of an amount of nothing', () => {
    expect(learnedMinutes([])).toEqual([]);
    expect(learnedMinutes([timed({ amount: 0 })])).toEqual([]);
  });

  it('takes the zip door out of the wall, and cuts a slip of the watch', () => {
    // 10 m² with a door: 75 − 15 = 60, which is the yardstick of 6.
    expect(learnedMinutes([timed({ kind: 'wall', doors: 1, minutes: 75 })])[0]?.minutesEach).toBe(6);
    // Eight hours for a floor of 10 m² is believed as four times the yardstick: (3 + 6) / 3; no time at all as a quarter of it.
    expect(learnedMinutes([timed({ minutes: 480 })])[0]?.minutesEach).toBe(3);
    expect(learnedMinutes([timed({ minutes: 0 })])[0]?.minutesEach).toBe(1.1);
  });

  it('goes into what is proposed, and leaves other kinds at the yardstick', () => {
    const size = { ...NO_ROOM, lengthMm: 4000, widthMm: 3000 };
    const basis = { pieces: [], openings: 0, isOnSite: true, isSprayed: false };
    const tasks = withLearned(proposeProtection(size, basis), learnedMinutes([timed({})]));
    expect(tasks.map(({ kind, amount, minutesEach }) => [kind, amount, minutesEach])).toEqual([
      ['wash', 12, null],
      ['floor', 12, 2],
    ]);
  });
});
