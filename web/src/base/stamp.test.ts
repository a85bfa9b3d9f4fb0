import { describe, expect, it } from 'vitest';
import { DeviceClock } from './deviceClock.ts';
import { momentOf } from './stamp.ts';

const HOUR = 3_600_000;
const SERVER = Date.parse('2026-11-25T10:00:00.000Z');

/** A device whose clocks a test moves. */
function device() {
  const at = { wall: SERVER + 17_000, mono: 5000 };
  const clock = new DeviceClock({ wall: () => at.wall, mono: () => at.mono });
  return {
    clock,
    at,
    /** Time passes for both. */
    pass(ms: number) {
      at.wall += ms;
      at.mono += ms;
    },
  };
}

describe('the clock of a device', () => {
  it('runs on from what the server said, however wrong the device itself is', () => {
    const { clock, pass } = device();
    clock.anchor(SERVER);
    pass(90_000);
    expect([clock.now() - SERVER, clock.isSure()]).toEqual([90_000, true]);
  });

  it('does not follow a clock that is put back two days, and says so once', async () => {
    const { clock, at, pass } = device();
    let jumps = 0;
    clock.onJump(() => {
      jumps += 1;
    });
    clock.anchor(SERVER);
    at.wall -= 48 * HOUR;
    pass(60_000);
    expect([clock.now() - SERVER, clock.isSure()]).toEqual([60_000, false]);
    expect(clock.isSure()).toBe(false);
    await Promise.resolve();
    expect(jumps).toBe(1);
    clock.anchor(SERVER + 60_000);
    expect([clock.now() - SERVER, clock.isSure()]).toEqual([60_000, true]);
  });

  it('takes a clock that ran ahead for a device that slept, but is unsure of it', () => {
    const { clock, at } = device();
    clock.anchor(SERVER);
    at.wall += 2 * HOUR;
    expect([clock.now() - SERVER, clock.isSure()]).toEqual([2 * HOUR, false]);
  });

  it('knows only the device before the server was heard', () => {
    const { clock, at } = device();
    expect([clock.now(), clock.isSure()]).toEqual([at.wall, false]);
  });

  it('guesses by what an earlier page heard, stays in doubt, and forgets the guess once the server is heard', () => {
    const { clock, at, pass } = device();
    clock.guess(-17_000);
    expect([clock.now(), clock.isSure()]).toEqual([SERVER, false]);
    pass(5000);
    expect(clock.now()).toBe(at.wall - 17_000);
    clock.anchor(SERVER + 6000);
    expect([clock.now(), clock.isSure()]).toEqual([SERVER + 6000, true]);
  });
});

describe('when a press happened', () => {
  const page = 'page';

  it('is what both clocks say', () => {
    const pressed = { wallMs: 1000, monoMs: 500, page };
    const now = { wallMs: 61_000, monoMs: 60_500, page };
    expect(momentOf(pressed, now, SERVER, 0)).toEqual([SERVER - 60_000]);
  });

  it('is put right after a jump before it: the press was two hours ahead by the wall', () => {
    // Both clocks ran alike from the press on, so how long ago it was is beyond doubt.
    const pressed = { wallMs: 2 * HOUR, monoMs: 0, page };
    const now = { wallMs: 2 * HOUR + 600_000, monoMs: 600_000, page };
    expect(momentOf(pressed, now, SERVER, SERVER + 2 * HOUR - 600_000)).toEqual([SERVER - 600_000]);
  });

  it('is asked when the device slept or was set after it, the likelier first', () => {
    const pressed = { wallMs: 0, monoMs: 0, page };
    const ahead = { wallMs: 3 * HOUR, monoMs: 600_000, page };
    expect(momentOf(pressed, ahead, SERVER, 0)).toEqual([SERVER - 3 * HOUR, SERVER - 600_000]);
    const back = { wallMs: -3 * HOUR, monoMs: 600_000, page };
    // Nothing was done in the future: that reading is cut at now.
    expect(momentOf(pressed, back, SERVER, 0)).toEqual([SERVER - 600_000, SERVER]);
  });

  it('goes by the wall and by what was said then where the page is another one', () => {
    const pressed = { wallMs: 0, monoMs: 0, page: 'earlier' };
    const now = { wallMs: HOUR, monoMs: 5, page };
    expect(momentOf(pressed, now, SERVER, SERVER - HOUR)).toEqual([SERVER - HOUR]);
    expect(momentOf(pressed, now, SERVER, SERVER - 2 * HOUR)).toHaveLength(2);
  });
});
