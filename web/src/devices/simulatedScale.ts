import {
  type BenchScale,
  EMPTY_SCALE,
  type ScaleReading,
  type ScaleState,
  stepScale,
  tareScale,
} from '@upholder/core/mixing';

const STEP_MS = 100;

/** A bench scale that ships with the product: it settles, shakes, and is leaned on; what flows on is set by hand. */
export class SimulatedScale implements BenchScale {
  private state: ScaleState = EMPTY_SCALE;
  private flowGs = 0;
  private readonly listeners = new Set<(reading: ScaleReading) => void>();
  private timer: ReturnType<typeof setInterval> | null = null;

  constructor(private readonly random: () => number = Math.random) {}

  listen(listener: (reading: ScaleReading) => void): () => void {
    this.listeners.add(listener);
    this.timer ??= setInterval(() => this.step(), STEP_MS);
    return () => {
      this.listeners.delete(listener);
      if (this.listeners.size > 0 || !this.timer) return;
      clearInterval(this.timer);
      this.timer = null;
    };
  }

  tare(): void {
    this.state = tareScale(this.state);
  }

  /** Lets so many grams a second flow on; 0 stops. */
  pour(gramsPerSecond: number): void {
    this.flowGs = gramsPerSecond;
  }

  /** Puts a mix with so much in it on the scale, as when the bench is come back to. */
  place(grams: number): void {
    this.state = { ...EMPTY_SCALE, loadG: grams, settledG: grams };
  }

  private step(): void {
    const { state, reading } = stepScale(this.state, STEP_MS / 1000, this.flowGs, this.random);
    this.state = state;
    for (const listener of this.listeners) listener(reading);
  }
}
