import { describe, expect, it } from 'vitest';
import { type PriceLine, priceOf } from './price.ts';
import { lossAt, type RiskInput, riskOf } from './risk.ts';

const line = (part: PriceLine['part'], amount: number): PriceLine => ({
  part,
  words: '',
  amount,
  source: '',
});
const terms = { overheadPct: 0, marginPct: 0, taxPct: 20, roundTo: 1 };
const input = (part: Partial<RiskInput> = {}): RiskInput => ({
  price: priceOf([line('coatings', 40_000), line('labour', 150_000), line('travel', 10_000)], terms),
  terms,
  minutes: 3600,
  days: 5,
  minutesADay: 960,
  coats: 180,
  faults: { count: 0, of: 0 },
  repairMin: 30,
  materialOff: 0.15,
  workOff: 0.15,
  ...part,
});

describe('what a job may come to', () => {
  it('is the same for the same seed, and another for another', () => {
    const costs = (seed: number) => riskOf(input(), 200, seed).costs;
    expect(costs(7)).toEqual(costs(7));
    expect(costs(7)).not.toEqual(costs(8));
  });

  it('is the price itself where nothing is uncertain and nothing goes wrong', () => {
    const sure = input({ materialOff: 0, workOff: 0, coats: 0 });
    expect(riskOf(sure, 50)).toMatchObject({
      cost: { p50: 200_000, p80: 200_000, p95: 200_000 },
      days: { p50: 5, p80: 5, p95: 5 },
    });
  });

  it('has the spread that was put into it: work alone, 15 % of 1,500.00', () => {
    const { costs } = riskOf(input({ materialOff: 0, coats: 0 }), 20_000);
    const mean = costs.reduce((sum, one) => sum + one, 0) / costs.length;
    const sd = Math.sqrt(costs.reduce((sum, one) => sum + (one - mean) ** 2, 0) / costs.length);
    expect(Math.abs(mean - 200_000)).toBeLessThan(1000);
    expect(Math.abs(sd - 22_500)).toBeLessThan(800);
  });

  it('puts 1 in 50 coats right: 3.6 of 180 at 30 minutes are 108 of 3,600, 3 % of the work', () => {
    const sure = input({ materialOff: 0, workOff: 0, faults: { count: 2000, of: 100_000 } });
    const { costs } = riskOf(sure, 20_000);
    const mean = costs.reduce((sum, one) => sum + one, 0) / costs.length;
    // 3 % of 1,500.00 of work, 2 % of 400.00 of material.
    expect(Math.abs(mean - (200_000 + 4500 + 800))).toBeLessThan(150);
  });

  it('is dearer and longer in a shop whose coats go wrong more often', () => {
    const shop = (count: number) => riskOf(input({ faults: { count, of: 400 } }));
    expect(shop(80).cost.p50).toBeGreaterThan(shop(1).cost.p50);
    expect(shop(80).days.p80).toBeGreaterThanOrEqual(shop(1).days.p80);
  });

  it('stands in order', () => {
    const { cost, net, days } = riskOf(input());
    for (const { p50, p80, p95 } of [cost, net, days]) {
      expect(p50).toBeLessThanOrEqual(p80);
      expect(p80).toBeLessThanOrEqual(p95);
    }
  });

  it('loses at a price as often as the cost lies above it', () => {
    expect(lossAt(100, { costs: [90, 100, 110, 120] })).toBe(0.5);
    expect(lossAt(0, { costs: [] })).toBe(0);
    const risk = riskOf(input());
    expect(lossAt(risk.cost.p80, risk)).toBeCloseTo(0.2, 2);
    expect(lossAt(1e9, risk)).toBe(0);
  });
});
