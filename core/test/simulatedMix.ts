import {
  CUPS,
  cupSeconds,
  cupViscosity,
  expectedViscosity,
  fitThinning,
  nextThinning,
  slopePrior,
  type ThinningReading,
} from '../src/mixing/index.ts';
import { seeded } from './sample.ts';

/** How a simulated mix was brought to its target. */
export interface BroughtMix {
  readings: number;
  fraction: number;
  maximum: number;
  /** True seconds in the cup at the end. */
  seconds: number;
  targetS: number;
  /** The target could be reached within the maximum, within a second. */
  isReachable: boolean;
}

/** Timing is off by up to so much either way. */
const NOISE = 0.03;

/** Brings a random mix to its target as the bench would: a reading, an addition, a reading; at most three readings. */
export function bringMix(seed: number): BroughtMix {
  const random = seeded(seed);
  const between = (from: number, to: number) => from + random() * (to - from);
  const cup = CUPS.find(({ id }) => id === 'iso-4');
  if (!cup) throw new Error('no cup');
  const isWater = random() < 0.6;
  const slope = isWater ? between(7, 9) : between(5, 7);
  const start = between(40, 75);
  const nu = cupViscosity(cup, start);
  const targetS = Math.round(between(30, Math.min(36, start - 2)));
  const maximum = isWater ? 0.12 : 0.2;
  const trueSeconds = (fraction: number) => cupSeconds(cup, nu * Math.exp(-slope * fraction));
  const readings: ThinningReading[] = [];
  let fraction = 0;
  for (let number = 1; number <= 3; number += 1) {
    const timed = trueSeconds(fraction) * between(1 - NOISE, 1 + NOISE);
    readings.push({ fraction, viscosity: cupViscosity(cup, timed) });
    const fit = fitThinning(readings, slopePrior(isWater ? 'water' : 'other'));
    const target = cupViscosity(cup, targetS);
    const band: [number, number] = [cupViscosity(cup, targetS - 0.5), cupViscosity(cup, targetS + 0.5)];
    const next = nextThinning(fit, target, fraction, maximum, band);
    if (next.isThere || next.now <= fraction + 1e-4) break;
    fraction = next.now;
    if (!(expectedViscosity(fit, fraction) > 0)) throw new Error('no viscosity');
  }
  const reach = Math.log(nu / cupViscosity(cup, targetS + 1)) / slope;
  return {
    readings: readings.length,
    fraction,
    maximum,
    seconds: trueSeconds(fraction),
    targetS,
    isReachable: reach <= maximum,
  };
}
