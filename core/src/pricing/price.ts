import type { PhaseWork, ProductNeed, SupplyTotal } from '../estimating/index.ts';
import type { Rates } from '../rates/index.ts';
import { said } from '../said/index.ts';
import { SKILL_WORDS, SKILLS, type Skill } from '../shop/index.ts';

// Money is in minor currency units throughout. What nobody knows is null, and makes the sums that it belongs to "at least".

/** What a price is made of, in the order in which it is added up. */
export const PRICE_PARTS = [
  'coatings',
  'consumables',
  'labour',
  'protection',
  'tools',
  'cartridges',
  'waste',
  'travel',
  'place',
  'extra',
] as const;
export type PricePart = (typeof PRICE_PARTS)[number];

/** One line of a price. */
export interface PriceLine {
  part: PricePart;
  /** What it is, in words. */
  words: string;
  /** Null where a figure for it is missing. */
  amount: number | null;
  /** How it was reckoned, or what is missing. */
  source: string;
}

/** A sum of money of which parts may not be known. */
export interface Sum {
  amount: number;
  isAtLeast: boolean;
}

/** A whole price, from its lines to what the client pays. */
export interface Price {
  lines: PriceLine[];
  direct: Sum;
  overhead: number;
  /** Cost to the shop. */
  cost: Sum;
  margin: number;
  rounding: number;
  /** Before tax. */
  net: number;
  tax: number;
  gross: number;
  isAtLeast: boolean;
}

/** Extra lines of a job, such as scaffolding, a skip or a discount. */
export interface ExtraLine {
  name: string;
  amount: number;
}

/** What is asked for this job otherwise than by the shop's rates. */
export interface Terms {
  overheadPct: number | null;
  marginPct: number | null;
  taxPct: number | null;
  roundTo: number;
}

/** Half a minor unit is rounded away from 0. */
function rounded(amount: number): number {
  return Math.sign(amount) * Math.floor(Math.abs(amount) + 0.5 + 1e-9);
}

/** Adds up what is known; @returns whether something is missing as well. */
export function sumOf(amounts: readonly (number | null)[]): Sum {
  return {
    amount: amounts.reduce<number>((sum, one) => sum + (one ?? 0), 0),
    isAtLeast: amounts.includes(null),
  };
}

/**
 * From costs to what the client pays: overhead on the costs, margin as a share of the price before tax (price = cost / (1 − margin)),
 * that price rounded up, tax on the rounded one to the nearest minor unit, halves up. A rate that is null counts as nothing, and makes
 * the price "at least".
 */
export function priceOf(lines: readonly PriceLine[], terms: Terms): Price {
  const direct = sumOf(lines.map(({ amount }) => amount));
  const overhead = rounded((direct.amount * (terms.overheadPct ?? 0)) / 100);
  const cost = {
    amount: direct.amount + overhead,
    isAtLeast: direct.isAtLeast || terms.overheadPct === null,
  };
  const asked = rounded(cost.amount / (1 - (terms.marginPct ?? 0) / 100));
  const net = Math.ceil(asked / terms.roundTo - 1e-9) * terms.roundTo;
  const tax = rounded((net * (terms.taxPct ?? 0)) / 100);
  return {
    lines: [...lines],
    direct,
    overhead,
    cost,
    margin: asked - cost.amount,
    rounding: net - asked,
    net,
    tax,
    gross: net + tax,
    isAtLeast: cost.isAtLeast || terms.marginPct === null || terms.taxPct === null,
  };
}

/** What the shop keeps of a price before tax, in % of it; null of a price of nothing. */
export function marginOf(net: number, cost: number): number | null {
  return net === 0 ? null : ((net - cost) / net) * 100;
}

/** Cheapest price a litre that a product is known to cost; null where nobody knows one. */
export function litrePrice({ sheet }: Pick<ProductNeed, 'sheet'>): number | null {
  const byTin = sheet.containers.flatMap(({ ml, price }) => (price === null ? [] : (price / ml) * 1000));
  const known = [...byTin, ...(sheet.pricePerLitre === null ? [] : [sheet.pricePerLitre])];
  return known.length === 0 ? null : Math.min(...known);
}

/**
 * What the coatings of a job cost it. A colour is bought for the job, whole containers of it, whatever is left over; everything else goes
 * on to the next job and is paid for by the litre, as much as is needed with 90 % confidence.
 * @param wholeNeeds as if nothing were in stock and nothing done yet.
 */
export function coatingLines(wholeNeeds: readonly ProductNeed[]): PriceLine[] {
  return wholeNeeds.map((need): PriceLine => {
    const words =
      need.zones.length === 0
        ? need.sheet.name
        : said('price.for-zones', { name: need.sheet.name, zones: need.zones.join(', ') });
    const isColour =
      need.sheet.role === 'colour' || need.sheet.role === 'decor' || need.sheet.role === 'stain';
    const whole = isColour ? (need.purchase?.cost ?? null) : null;
    if (whole !== null)
      return { part: 'coatings', words, amount: whole, source: said('price.whole-containers') };
    const each = litrePrice(need);
    if (each === null)
      return { part: 'coatings', words, amount: null, source: said('price.no-price-on-sheet') };
    return {
      part: 'coatings',
      words,
      amount: rounded((need.safeMl / 1000) * each),
      source: said('price.by-the-litre'),
    };
  });
}

/** What a supply costs for the amount that is needed: by its pack, pro rata. Null where pack or price are not known. */
export function supplyCost({ supply, need }: SupplyTotal): number | null {
  if (supply.price === null || supply.packSize === null || need === null) return null;
  return rounded((need.amount / supply.packSize) * supply.price);
}

/** Consumables in one line: what has a price, and how many have none. */
export function consumableLines(supplies: readonly SupplyTotal[]): PriceLine[] {
  if (supplies.length === 0) return [];
  const costs = supplies.map(supplyCost);
  const known = costs.filter((cost) => cost !== null);
  const missing = costs.length - known.length;
  const lines: PriceLine[] = [];
  if (known.length > 0)
    lines.push({
      part: 'consumables',
      words: said('price.consumables'),
      amount: known.reduce((sum, cost) => sum + cost, 0),
      source: said('price.by-the-pack', { count: known.length }),
    });
  if (missing > 0)
    lines.push({
      part: 'consumables',
      words: said('price.more-consumables'),
      amount: null,
      source: said('price.packs-unpriced', { count: missing }),
    });
  return lines;
}

/** Minutes of work by who is needed. */
export function minutesBySkill(work: readonly PhaseWork[]): Map<Skill, number> {
  return new Map(
    SKILLS.flatMap((skill) => {
      const minutes = work.filter((one) => one.skill === skill).reduce((sum, one) => sum + one.minutes, 0);
      return minutes > 0 ? [[skill, minutes]] : [];
    }),
  );
}

/** Labour: a line for each kind of work. */
export function labourLines(work: readonly PhaseWork[], { hour }: Pick<Rates, 'hour'>): PriceLine[] {
  return [...minutesBySkill(work)].map(([skill, minutes]): PriceLine => {
    const rate = hour[skill];
    const hours = (minutes / 60).toFixed(1);
    return {
      part: 'labour',
      words: said('price.labour', { what: SKILL_WORDS[skill] }),
      amount: rate === null ? null : rounded((minutes / 60) * rate),
      source: rate === null ? said('price.hours-no-rate', { hours }) : said('price.hours', { hours }),
    };
  });
}

/** A machine with what an hour of it costs and the hours that this job has it. */
export interface ToolHours {
  name: string;
  /** By its price and its life; null where either is missing. */
  hourCost: number | null;
  hours: number;
}

/** Tools: each for the hours that it is used, by its price over its life. Those whose price nobody entered are one line. */
export function toolLines(tools: readonly ToolHours[]): PriceLine[] {
  const used = tools.filter(({ hours }) => hours > 0);
  const unknown = used.filter(({ hourCost }) => hourCost === null);
  return [
    ...used.flatMap(({ name, hourCost, hours }): PriceLine[] =>
      hourCost === null
        ? []
        : [
            {
              part: 'tools',
              words: name,
              amount: rounded(hourCost * hours),
              source: said('price.tool-hours', { hours: hours.toFixed(1) }),
            },
          ],
    ),
    ...(unknown.length > 0
      ? [
          {
            part: 'tools' as const,
            words: unknown.map(({ name }) => name).join(', '),
            amount: null,
            source: said('price.tool-unpriced'),
          },
        ]
      : []),
  ];
}

/** What the days and trips of a job are, and its hours of spraying. */
export interface JobSpan {
  trips: number;
  days: number;
  sprayHours: number;
}

/** Costs that go by trips, days and hours of spraying, at the shop's rates. */
export function spanLines(span: JobSpan, rates: Rates): PriceLine[] {
  const line = (part: PricePart, words: string, rate: number | null, count: number, source: string) =>
    count > 0
      ? [
          {
            part,
            words,
            amount: rate === null ? null : rounded(rate * count),
            source: rate === null ? said('price.no-rate') : source,
          },
        ]
      : [];
  const pairs = span.sprayHours / rates.cartridgeHours;
  return [
    ...line(
      'cartridges',
      said('price.cartridges'),
      rates.cartridges,
      pairs,
      said('price.cartridge-hours', { hours: span.sprayHours.toFixed(1) }),
    ),
    ...line('waste', said('price.waste'), rates.waste, 1, said('price.a-job')),
    ...line(
      'travel',
      said('price.travel'),
      rates.trip,
      span.trips,
      said('price.trips', { count: span.trips }),
    ),
    ...line(
      'place',
      said('price.place'),
      rates.placeDay,
      span.days,
      said('price.days', { count: span.days }),
    ),
  ];
}

/** Extra lines of the job as they were typed. */
export function extraLines(extras: readonly ExtraLine[]): PriceLine[] {
  return extras.map(({ name, amount }) => ({
    part: 'extra',
    words: name,
    amount,
    source: said('price.typed'),
  }));
}
