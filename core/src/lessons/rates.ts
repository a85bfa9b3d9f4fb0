/** Normal quantile for a two-sided interval of 95 %. */
const Z95 = 1.959964;
/** An interval as wide as this says nothing that one could act on. */
const TELLS_NOTHING_WIDTH = 0.25;

/** How often something went wrong, with how sure that is. */
export interface Rate {
  faults: number;
  of: number;
  /** Share of faults; 0 where there is nothing to count. */
  share: number;
  /** Ends of the interval, from 0 to 1. */
  from: number;
  to: number;
  /** So few cases, or so uneven, that it should not be acted on. */
  isTooFew: boolean;
}

/**
 * A share with its Wilson score interval at 95 % (Wilson 1927; recommended for small numbers by Brown, Cai and DasGupta 2001).
 * @param faults whole number from 0 to `of`.
 */
export function rateOf(faults: number, of: number): Rate {
  if (of === 0) return { faults, of, share: 0, from: 0, to: 1, isTooFew: true };
  const share = faults / of;
  const z2 = Z95 * Z95;
  const middle = (share + z2 / (2 * of)) / (1 + z2 / of);
  const half = (Z95 / (1 + z2 / of)) * Math.sqrt((share * (1 - share)) / of + z2 / (4 * of * of));
  const [from, to] = [Math.max(0, middle - half), Math.min(1, middle + half)];
  return { faults, of, share, from, to, isTooFew: to - from > TELLS_NOTHING_WIDTH };
}

/** Whether one share is higher than another beyond what chance does: their intervals do not meet. */
export function isHigher(one: Rate, other: Rate): boolean {
  return !one.isTooFew && !other.isTooFew && one.from > other.to;
}
