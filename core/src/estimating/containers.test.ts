import { describe, expect, it } from 'vitest';
import { seeded } from '../base/random.ts';
import { type ContainerSize, cheapestContainers } from './containers.ts';

/** Every way of buying, up to one container more than the need of each size. */
function byTrying(
  needMl: number,
  sizes: readonly ContainerSize[],
): { cost: number; ml: number; count: number } {
  let best = { cost: Number.POSITIVE_INFINITY, ml: 0, count: 0 };
  const isLess = (a: typeof best) =>
    a.cost < best.cost ||
    (a.cost === best.cost && (a.ml < best.ml || (a.ml === best.ml && a.count < best.count)));
  const go = (at: number, now: typeof best): void => {
    if (now.ml >= needMl) {
      if (isLess(now)) best = now;
      return;
    }
    const size = sizes[at];
    if (!size) return;
    const most = Math.ceil((needMl - now.ml) / size.ml);
    for (let count = 0; count <= most; count += 1)
      go(at + 1, {
        cost: now.cost + count * (size.price ?? 0),
        ml: now.ml + count * size.ml,
        count: now.count + count,
      });
  };
  go(0, { cost: 0, ml: 0, count: 0 });
  return best;
}

const tins = (...pairs: [ml: number, price: number | null][]): ContainerSize[] =>
  pairs.map(([ml, price]) => ({ ml, price }));
const bought = (needMl: number, sizes: ContainerSize[]) =>
  cheapestContainers(needMl, sizes)?.containers.map(({ ml, count }) => `${count} × ${ml}`);

describe('what to buy', () => {
  it('is the cheapest, by hand: a large tin where it costs less than the small ones, and not where it does not', () => {
    const sizes = tins([750, 2100], [2500, 5600]);
    expect(bought(700, sizes)).toEqual(['1 × 750']);
    expect(bought(1500, sizes)).toEqual(['2 × 750']);
    // Three small ones, 63.00, cost more than the large one, 56.00.
    expect(bought(2200, sizes)).toEqual(['1 × 2500']);
    // 2500 + 750 = 77.00 hold 3.25 L; two large ones would be 112.00.
    expect(bought(3100, sizes)).toEqual(['1 × 2500', '1 × 750']);
    expect(cheapestContainers(3100, sizes)).toMatchObject({ cost: 7700, boughtMl: 3250, leftMl: 150 });
  });

  it('prefers less left over at the same cost, then fewer containers', () => {
    expect(bought(1000, tins([1000, 3000], [2500, 3000]))).toEqual(['1 × 1000']);
    expect(bought(2000, tins([1000, 1500], [2000, 3000]))).toEqual(['1 × 2000']);
  });

  it('buys the least where no price is known, and goes by the known ones where some are', () => {
    expect(bought(1600, tins([750, null], [2500, null]))).toEqual(['3 × 750']);
    expect(cheapestContainers(1600, tins([750, null], [2500, null]))?.cost).toBeNull();
    expect(bought(1600, tins([750, null], [2500, 5600]))).toEqual(['1 × 2500']);
  });

  it('buys nothing for nothing, and says where no size is known', () => {
    expect(cheapestContainers(0, tins([750, 2100]))).toMatchObject({ containers: [], cost: 0 });
    expect(cheapestContainers(-5, [])).toMatchObject({ containers: [] });
    expect(cheapestContainers(10, [])).toBeNull();
    expect(cheapestContainers(10, tins([0, 100]))).toBeNull();
  });

  it('does not cost more for a litre that fits exactly', () => {
    expect(bought(2500, tins([2500, 5600], [750, 2100]))).toEqual(['1 × 2500']);
    expect(bought(2500.4, tins([2500, 5600], [750, 2100]))).toEqual(['1 × 2500', '1 × 750']);
  });

  it('is what trying everything gives, in two thousand cases', () => {
    const random = seeded(20);
    const upTo = (most: number) => Math.floor(random() * most);
    for (let round = 0; round < 2000; round += 1) {
      const sizes = Array.from({ length: 1 + upTo(4) }, () => ({
        ml: 50 * (1 + upTo(60)),
        price: 100 * (1 + upTo(80)),
      }));
      const needMl = 1 + upTo(6000);
      const { cost, ml, count } = byTrying(needMl, sizes);
      const found = cheapestContainers(needMl, sizes);
      const total = found?.containers.reduce((sum, one) => sum + one.count, 0);
      expect([needMl, sizes, found?.cost, found?.boughtMl, total]).toEqual([needMl, sizes, cost, ml, count]);
    }
  });
});
