/** What a bench scale says at one moment. */
export interface ScaleReading {
  grams: number;
  isStable: boolean;
}

/** A bench scale, real or simulated: it speaks several times a second, and can be set to zero. */
export interface BenchScale {
  /** Listens until the returned function is called. */
  listen(listener: (reading: ScaleReading) => void): () => void;
  tare(): void;
}

/** A simulated scale between two moments. */
export interface ScaleState {
  /** What really stands on it, in grams. */
  loadG: number;
  /** What the mechanism has settled to. */
  settledG: number;
  zeroG: number;
  /** Somebody leans on the bench for so many seconds more. */
  leaningS: number;
  recent: number[];
}

export const EMPTY_SCALE: ScaleState = { loadG: 0, settledG: 0, zeroG: 0, leaningS: 0, recent: [] };

const SETTLING_S = 0.35;
const NOISE_G = 0.4;
const LEAN_G = 35;
const STABLE_WITHIN_G = 1;
const STABLE_READINGS = 6;

/**
 * Moves a simulated scale on: what flows on is added, the mechanism settles towards the load, readings shake, and now and
 * then somebody leans on the bench.
 * @param flowGs grams per second flowing on; @param random numbers in [0, 1).
 */
export function stepScale(
  state: ScaleState,
  seconds: number,
  flowGs: number,
  random: () => number,
): { state: ScaleState; reading: ScaleReading } {
  const loadG = state.loadG + flowGs * seconds;
  const starts = state.leaningS <= 0 && random() < seconds / 90;
  const leaningS = starts ? 0.8 : Math.max(0, state.leaningS - seconds);
  const pushed = loadG + (leaningS > 0 ? LEAN_G : 0);
  const settledG = pushed + (state.settledG - pushed) * Math.exp(-seconds / SETTLING_S);
  const grams = settledG - state.zeroG + (random() * 2 - 1) * NOISE_G;
  const recent = [...state.recent, grams].slice(-STABLE_READINGS);
  const isStable =
    recent.length === STABLE_READINGS && Math.max(...recent) - Math.min(...recent) < STABLE_WITHIN_G;
  return {
    state: { loadG, settledG, zeroG: state.zeroG, leaningS, recent },
    reading: { grams: Math.round(grams * 10) / 10, isStable },
  };
}

/** Sets a simulated scale to zero with what stands on it. */
export function tareScale(state: ScaleState): ScaleState {
  return { ...state, zeroG: state.settledG, recent: [] };
}

/** The hand needs so long to stop a pour. */
const REACTION_S = 0.5;

/**
 * Whether to stop pouring now: what is on the way while the hand reacts brings it to the target.
 * @param flowGs grams per second, from the last readings.
 */
export function shouldStop(grams: number, flowGs: number, targetG: number): boolean {
  return grams + Math.max(0, flowGs) * REACTION_S >= targetG;
}
