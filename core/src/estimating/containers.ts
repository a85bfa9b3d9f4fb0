/** A container that a product is sold in. */
export interface ContainerSize {
  /** What it holds, in mL; a whole number above 0. */
  ml: number;
  /** In minor currency units; null where nobody knows it. */
  price: number | null;
}

/** Containers to buy, and what they come to. */
export interface Purchase {
  /** How many of each size, the largest first; sizes that are not bought are left out. */
  containers: { ml: number; price: number | null; count: number }[];
  /** What they hold together, in mL. */
  boughtMl: number;
  /** Left over when the need is taken, in mL. */
  leftMl: number;
  /** In minor currency units; null where no price is known. */
  cost: number | null;
}

const NOTHING: Purchase = { containers: [], boughtMl: 0, leftMl: 0, cost: 0 };

function gcd(a: number, b: number): number {
  return b === 0 ? a : gcd(b, a % b);
}

/** What one way of filling comes to: first the money, then what is over, then the number of containers. */
interface Filling {
  cost: number;
  ml: number;
  count: number;
  /** The size that was added last, and the filling before it. */
  last: number;
  before: number;
}

function isBetter(a: Filling, b: Filling | undefined): boolean {
  return !b || (a.cost - b.cost || a.ml - b.ml || a.count - b.count) < 0;
}

/**
 * The cheapest containers that hold at least the need: an unbounded knapsack by dynamic programming over the greatest common
 * divisor of the sizes, so that the answer is exact. Of two that cost alike the one with less left over, then with fewer containers.
 * Where no price is known the least is bought; where only some are, those count.
 *
 * @param needMl in mL; nothing is bought for 0 or less.
 * @returns what to buy; null where the product is sold in no known size.
 */
export function cheapestContainers(needMl: number, sizes: readonly ContainerSize[]): Purchase | null {
  if (needMl <= 0) return NOTHING;
  const known = sizes.filter(({ ml }) => Number.isInteger(ml) && ml > 0);
  if (known.length === 0) return null;
  const priced = known.filter(({ price }) => price !== null);
  const offered = priced.length > 0 ? priced : known;
  const unit = offered.reduce((sum, { ml }) => gcd(sum, ml), 0);
  const units = Math.ceil(needMl / unit - 1e-9);
  // best[n]: the best that holds at least n units.
  const best: Filling[] = [{ cost: 0, ml: 0, count: 0, last: -1, before: 0 }];
  for (let held = 1; held <= units; held += 1) {
    let chosen: Filling | undefined;
    for (const [last, { ml, price }] of offered.entries()) {
      const before = Math.max(0, held - ml / unit);
      const rest = best[before];
      if (!rest) continue;
      const filling = {
        cost: rest.cost + (price ?? 0),
        ml: rest.ml + ml,
        count: rest.count + 1,
        last,
        before,
      };
      if (isBetter(filling, chosen)) chosen = filling;
    }
    if (chosen) best.push(chosen);
  }
  const counts = new Map<number, number>();
  for (let at = units; at > 0; ) {
    const filling = best[at];
    if (!filling) break;
    counts.set(filling.last, (counts.get(filling.last) ?? 0) + 1);
    at = filling.before;
  }
  const containers = [...counts]
    .flatMap(([index, count]) => {
      const size = offered[index];
      return size ? [{ ...size, count }] : [];
    })
    .sort((a, b) => b.ml - a.ml);
  const boughtMl = containers.reduce((sum, { ml, count }) => sum + ml * count, 0);
  const cost =
    priced.length === 0 ? null : containers.reduce((sum, { price, count }) => sum + (price ?? 0) * count, 0);
  return { containers, boughtMl, leftMl: boughtMl - needMl, cost };
}
