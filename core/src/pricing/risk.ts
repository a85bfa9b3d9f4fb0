import { seeded } from '../base/random.ts';
import { type Price, priceOf, type Terms } from './price.ts';

/** What is uncertain of a job, and how much. Money in minor currency units. */
export interface RiskInput {
  price: Price;
  terms: Terms;
  minutes: number;
  days: number;
  /** Minutes that the people of the shop work in a day, all together. */
  minutesADay: number;
  /** Coats on pieces that can go wrong. */
  coats: number;
  /** Of earlier coats, how many went wrong, and how many there were; 0 of 0 where nobody knows. */
  faults: { count: number; of: number };
  /** Minutes to put one coat on one piece right. */
  repairMin: number;
  /** How far material and work are off, as a share: standard deviations. */
  materialOff: number;
  workOff: number;
}

/** Middle, four of five, and nineteen of twenty. */
export interface Percentiles {
  p50: number;
  p80: number;
  p95: number;
}

/** What a job may come to. */
export interface Risk {
  /** Cost to the shop of every draw, the lowest first. */
  costs: number[];
  cost: Percentiles;
  /** Price before tax that each would ask for. */
  net: Percentiles;
  days: Percentiles;
}

/** Before a shop knows its faults: one coat in fifty, as sure as fifty coats make it. */
const USUAL_FAULTS = { count: 1, of: 50 };

/** A normal number (Box and Muller 1958). */
function normal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/** A gamma number of shape at least 1 and scale 1 (Marsaglia and Tsang 2000). */
function gamma(shape: number, random: () => number): number {
  const d = shape - 1 / 3;
  const c = 1 / Math.sqrt(9 * d);
  for (;;) {
    const x = normal(random);
    const v = (1 + c * x) ** 3;
    if (v > 0 && Math.log(1 - random()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return d * v;
  }
}

/** How many of so many go wrong: exact for few, by the normal law for many. */
function binomial(count: number, share: number, random: () => number): number {
  if (count > 200) {
    const drawn = count * share + Math.sqrt(count * share * (1 - share)) * normal(random);
    return Math.min(count, Math.max(0, Math.round(drawn)));
  }
  let wrong = 0;
  for (let index = 0; index < count; index += 1) if (random() < share) wrong += 1;
  return wrong;
}

/** A factor around 1 that is never below 0, of this standard deviation (lognormal, its mean 1). */
function factor(off: number, random: () => number): number {
  const variance = Math.log(1 + off * off);
  return Math.exp(Math.sqrt(variance) * normal(random) - variance / 2);
}

function percentiles(sorted: readonly number[]): Percentiles {
  const at = (share: number) =>
    sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)] ?? 0;
  return { p50: at(0.5), p80: at(0.8), p95: at(0.95) };
}

const isMaterial = (part: string) => part === 'coatings' || part === 'consumables' || part === 'protection';

/**
 * What a job may come to, by drawing it many times: work and material longer or shorter than reckoned, coats that go wrong as often as in
 * the shop's own log (Beta distribution of its rate) and have to be done again. The same seed gives the same draws.
 */
export function riskOf(input: RiskInput, draws = 2000, seed = 1): Risk {
  const random = seeded(seed);
  const { price, terms, minutes, days } = input;
  const sum = (wanted: (part: string) => boolean) =>
    price.lines.filter(({ part }) => wanted(part)).reduce((total, { amount }) => total + (amount ?? 0), 0);
  const material = sum(isMaterial);
  const work = sum((part) => part === 'labour');
  const rest = price.direct.amount - material - work;
  const a = input.faults.count + USUAL_FAULTS.count;
  const b = input.faults.of - input.faults.count + USUAL_FAULTS.of - USUAL_FAULTS.count;
  const all = Array.from({ length: draws }, () => {
    const [x, y] = [gamma(a, random), gamma(b, random)];
    const wrong = binomial(input.coats, x / (x + y), random);
    const paced = factor(input.workOff, random);
    const repairs = (wrong * input.repairMin) / Math.max(1, minutes);
    const direct =
      material * factor(input.materialOff, random) * (1 + wrong / Math.max(1, input.coats)) +
      work * (paced + repairs) +
      rest;
    const drawn = priceOf([{ part: 'extra', words: '', amount: Math.round(direct), source: '' }], terms);
    const more = (minutes * (paced + repairs) - minutes) / Math.max(1, input.minutesADay);
    // A repair in the middle of the job waits for a coat of its own: half a day at least.
    const late = Math.max(more, wrong > 0 ? 0.5 : Number.NEGATIVE_INFINITY);
    return { cost: drawn.cost.amount, net: drawn.net, days: Math.max(1, Math.ceil(days + late - 1e-9)) };
  });
  const sorted = (of: (one: (typeof all)[number]) => number) => all.map(of).sort((x, y) => x - y);
  const costs = sorted(({ cost }) => cost);
  return {
    costs,
    cost: percentiles(costs),
    net: percentiles(sorted(({ net }) => net)),
    days: percentiles(sorted((one) => one.days)),
  };
}

/** Share of draws in which a price before tax does not cover the cost: from 0 to 1. */
export function lossAt(net: number, { costs }: Pick<Risk, 'costs'>): number {
  if (costs.length === 0) return 0;
  return costs.filter((cost) => cost > net).length / costs.length;
}
