import { v7 as uuid } from 'uuid';
import type { Stamp } from './stamp.ts';

/** Wall and monotonic clock may drift apart by this much without anything having happened. */
const JUMP_MS = 3000;

interface Anchor {
  serverMs: number;
  wallMs: number;
  monoMs: number;
}

/** Where a clock gets its time from; a test gives its own. */
export interface TimeSource {
  wall(): number;
  mono(): number;
}

/**
 * The server's time on this device. It is anchored whenever the server says what time it is, and runs on by the
 * monotonic clock, so that setting the device's clock changes nothing. When wall and monotonic clock part, the device slept
 * or was set: then the clock is unsure until the server is heard again.
 */
export class DeviceClock {
  private anchored: Anchor | null = null;
  private hasJumped = false;
  /** How far the server's clock was ahead of this device's when it was last heard, by an earlier page; ms. */
  private aheadMs = 0;
  private readonly listeners = new Set<() => void>();
  readonly page = uuid();

  constructor(private readonly source: TimeSource) {}

  /** The server just said its time. */
  anchor(serverMs: number): void {
    this.anchored = { serverMs, wallMs: this.source.wall(), monoMs: this.source.mono() };
    this.hasJumped = false;
  }

  /**
   * What an earlier page knew of the server's time, for as long as this one has not heard it. It only makes a better guess:
   * somebody may have set the clock since, so the time stays in doubt.
   */
  guess(aheadMs: number): void {
    this.aheadMs = aheadMs;
  }

  /** Told once when the clocks part, until the next anchor. */
  onJump(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /** How far the wall clock ran ahead of the monotonic one since the anchor, in ms. */
  driftMs(): number {
    if (!this.anchored) return 0;
    const { wallMs, monoMs } = this.anchored;
    return this.source.wall() - wallMs - (this.source.mono() - monoMs);
  }

  /** Whether the time is beyond doubt. */
  isSure(): boolean {
    const isSure = this.anchored !== null && Math.abs(this.driftMs()) < JUMP_MS;
    if (!isSure && this.anchored !== null && !this.hasJumped) {
      this.hasJumped = true;
      // Later, so that whoever asks for the time while drawing changes nothing under its own feet.
      queueMicrotask(() => {
        for (const listener of this.listeners) listener();
      });
    }
    return isSure;
  }

  /** The server's time in epoch ms, as well as this device knows it. */
  now(): number {
    if (!this.anchored) return this.source.wall() + this.aheadMs;
    const { serverMs, wallMs, monoMs } = this.anchored;
    this.isSure();
    // A device that slept is right by its wall clock; one that was put back is right by the other.
    const slept = this.driftMs() >= JUMP_MS;
    return serverMs + (slept ? this.source.wall() - wallMs : this.source.mono() - monoMs);
  }

  /** Both clocks at this moment. */
  stamp(): Stamp {
    return { wallMs: this.source.wall(), monoMs: this.source.mono(), page: this.page };
  }
}

/** The clock of this page. */
export const deviceClock = new DeviceClock({
  wall: () => Date.now(),
  mono: () => performance.now(),
});
