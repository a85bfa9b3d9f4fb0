/** What is believed of a figure: normally distributed. */
export interface Belief {
  mean: number;
  sd: number;
}

/** A figure as it was once measured, with how far such a measurement may be off. */
export type Measured = Belief;

/** Quantile of the standard normal distribution that 5 % lie above: both ends of a 90 % interval. */
const Z_95 = 1.6449;
/** And the one that 10 % lie above: a bound that holds nine times in ten. */
const Z_90 = 1.2816;
/** So many standard deviations from what was to be expected make a measurement doubtful. */
const DOUBTFUL_FROM = 3;

/**
 * A belief after measurements: the precision-weighted mean of prior and data (conjugate normal with known variances; Gelman et al.,
 * Bayesian Data Analysis, 2.5). Measurements without a positive standard deviation are refused by being left out.
 */
export function afterMeasuring(prior: Belief, seen: readonly Measured[]): Belief {
  let precision = 1 / prior.sd ** 2;
  let sum = prior.mean * precision;
  for (const { mean, sd } of seen) {
    if (!(sd > 0)) continue;
    precision += 1 / sd ** 2;
    sum += mean / sd ** 2;
  }
  return { mean: sum / precision, sd: Math.sqrt(1 / precision) };
}

/** Both ends between which the figure lies nine times in ten. */
export function interval90({ mean, sd }: Belief): [low: number, high: number] {
  return [mean - Z_95 * sd, mean + Z_95 * sd];
}

/** What the figure stays below nine times in ten. */
export function upper90({ mean, sd }: Belief): number {
  return mean + Z_90 * sd;
}

/** Whether a measurement is too far from what was to be expected of it: a slip of the pen, or something else than was thought. */
export function isDoubtful(expected: Belief, { mean, sd }: Measured): boolean {
  return Math.abs(mean - expected.mean) > DOUBTFUL_FROM * Math.hypot(sd, expected.sd);
}
