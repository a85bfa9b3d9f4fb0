import { describe, expect, it } from 'vitest';
import { seeded } from '../base/random.ts';
import { afterMeasuring, interval90, isDoubtful, upper90 } from './learned.ts';

/** A standard normal number (Box and Muller 1958). */
const normal = (random: () => number) =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

describe('what is learned', () => {
  it('is the precision-weighted mean, worked out by hand', () => {
    // 0.65 ± 0.07 and one of 0.58 ± 0.07: half way, and √2 narrower.
    expect(afterMeasuring({ mean: 0.65, sd: 0.07 }, [{ mean: 0.58, sd: 0.07 }])).toEqual({
      mean: expect.closeTo(0.615, 12),
      sd: expect.closeTo(0.07 / Math.SQRT2, 12),
    });
    // Precisions 100, 25 and 400: (60·100 + 70·25 + 64·400) / 525.
    const seen = [
      { mean: 70, sd: 0.2 },
      { mean: 64, sd: 0.05 },
    ];
    expect(afterMeasuring({ mean: 60, sd: 0.1 }, seen)).toEqual({
      mean: expect.closeTo((60 * 100 + 70 * 25 + 64 * 400) / 525, 9),
      sd: expect.closeTo(Math.sqrt(1 / 525), 12),
    });
  });

  it('does not depend on the order, and is the prior where nothing was measured', () => {
    const prior = { mean: 50, sd: 8 };
    const seen = [
      { mean: 44, sd: 5 },
      { mean: 61, sd: 9 },
      { mean: 47, sd: 3 },
    ];
    const [once, turned] = [afterMeasuring(prior, seen), afterMeasuring(prior, seen.toReversed())];
    expect(once.mean).toBeCloseTo(turned.mean, 12);
    expect(afterMeasuring(afterMeasuring(prior, seen.slice(0, 1)), seen.slice(1)).mean).toBeCloseTo(
      once.mean,
      12,
    );
    expect(afterMeasuring(prior, [])).toEqual({ mean: 50, sd: expect.closeTo(8, 12) });
    expect(afterMeasuring(prior, [{ mean: 1, sd: 0 }]).mean).toBeCloseTo(50, 12);
  });

  it('gives intervals and a bound by the normal distribution', () => {
    expect(interval90({ mean: 10, sd: 2 })).toEqual([expect.closeTo(6.71, 2), expect.closeTo(13.29, 2)]);
    expect(upper90({ mean: 10, sd: 2 })).toBeCloseTo(12.563, 3);
  });

  it('doubts what lies three standard deviations off, and nothing nearer', () => {
    const expected = { mean: 0.6, sd: 0.03 };
    // √(0.03² + 0.04²) = 0.05.
    expect(isDoubtful(expected, { mean: 0.751, sd: 0.04 })).toBe(true);
    expect(isDoubtful(expected, { mean: 0.749, sd: 0.04 })).toBe(false);
    expect(isDoubtful(expected, { mean: 0.449, sd: 0.04 })).toBe(true);
  });

  it('holds the true value nine times in ten, over two thousand shops', () => {
    const random = seeded(19);
    let held = 0;
    for (let shop = 0; shop < 2000; shop += 1) {
      // A shop whose gun is somewhat better or worse than its class, and between none and twelve logged mixes, each off by 12 %.
      const truth = 0.65 + 0.07 * normal(random);
      const mixes = Math.floor(random() * 13);
      const seen = Array.from({ length: mixes }, () => ({
        mean: truth * (1 + 0.12 * normal(random)),
        sd: 0.12 * 0.65,
      }));
      const [low, high] = interval90(afterMeasuring({ mean: 0.65, sd: 0.07 }, seen));
      if (truth >= low && truth <= high) held += 1;
    }
    expect(held / 2000).toBeGreaterThanOrEqual(0.88);
    expect(held / 2000).toBeLessThanOrEqual(0.92);
  });
});
