import type { ShopContext } from '@upholder/core/api';
import type { ProductSheet } from '@upholder/core/catalogue';
import { type PotClock, type PotRecord, potClock } from '@upholder/core/mixing';
import { useParams } from 'react-router';
import { upholder } from '../api/upholder.ts';
import { usePots } from '../api/usePots.ts';
import { useServerDate } from '../base/useNow.ts';

/** The pots with hardener in them that are not empty, each with its clock. */
export function usePotClocks(
  shop: ShopContext | undefined,
): { pot: PotRecord; sheet: ProductSheet; clock: PotClock; now: number }[] {
  const { pots } = usePots();
  const now = useServerDate(1000).getTime();
  if (!shop) return [];
  return (pots ?? []).flatMap((pot) => {
    const sheet = shop.products.find(({ key }) => key === pot.productKey)?.sheet;
    const clock =
      sheet && pot.emptiedAt === null ? potClock(pot, sheet, shop.planningClimate.airC, now) : null;
    return sheet && clock ? [{ pot, sheet, clock, now }] : [];
  });
}

/** The pot that the address names, with its sheet; null while nothing is known, undefined where there is none. */
export function usePotOfAddress() {
  const { potId } = useParams();
  const { data: shop } = upholder.useShopQuery();
  const { pots, change } = usePots();
  if (!shop || !pots) return null;
  const pot = pots.find(({ id }) => id === potId);
  const sheet = shop.products.find(({ key }) => key === pot?.productKey)?.sheet;
  return { shop, pots, change, found: pot && sheet ? { pot, sheet } : undefined };
}
