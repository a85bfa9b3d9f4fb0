import type { ProductNeed } from './materials.ts';

/** What the reserve of a product costs, and what it would cost to run short of it; in minor currency units, null where a figure is missing. */
export interface ReserveReason {
  /** What is bought on top of what is expected, in mL. */
  reserveMl: number;
  reserveCost: number | null;
  /** A person's day, the workshop for that day, and the smallest container that is sold. */
  shortCost: number | null;
}

/**
 * Why more is bought than is expected: a leftover costs its price, running out in the middle of a coat a day, a second batch and a risk to
 * the colour.
 * @param dayCost a person's day and the workshop for that day; null where no rate is known.
 * @param litre price of a litre; null where nobody knows it.
 */
export function reserveReason(
  { safeMl, paintMl, sheet }: Pick<ProductNeed, 'safeMl' | 'paintMl' | 'sheet'>,
  dayCost: number | null,
  litre: number | null,
): ReserveReason {
  const reserveMl = Math.max(0, safeMl - paintMl);
  const prices = sheet.containers.flatMap(({ price }) => price ?? []);
  const smallest = prices.length > 0 ? Math.min(...prices) : litre;
  return {
    reserveMl,
    reserveCost: litre === null ? null : Math.round((reserveMl / 1000) * litre),
    shortCost: dayCost === null || smallest === null ? null : Math.round(dayCost + smallest),
  };
}
