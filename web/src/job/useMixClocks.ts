import type { ShopContext } from '@upholder/core/api';
import type { ProductSheet } from '@upholder/core/catalogue';
import { type MixClock, type MixRecord, mixClock } from '@upholder/core/mixing';
import { useParams } from 'react-router';
import { upholder } from '../api/upholder.ts';
import { useMixes } from '../api/useMixes.ts';
import { useServerDate } from '../base/useNow.ts';

/** The mixes with hardener in them that are not empty, each with its clock. */
export function useMixClocks(
  shop: ShopContext | undefined,
): { mix: MixRecord; sheet: ProductSheet; clock: MixClock; now: number }[] {
  const { mixes } = useMixes();
  const now = useServerDate(1000).getTime();
  if (!shop) return [];
  return (mixes ?? []).flatMap((mix) => {
    const sheet = shop.products.find(({ key }) => key === mix.productKey)?.sheet;
    const clock =
      sheet && mix.emptiedAt === null ? mixClock(mix, sheet, shop.planningClimate.airC, now) : null;
    return sheet && clock ? [{ mix, sheet, clock, now }] : [];
  });
}

/** The mix that the address names, with its sheet; null while nothing is known, undefined where there is none. */
export function useMixOfAddress() {
  const { mixId } = useParams();
  const { data: shop } = upholder.useShopQuery();
  const { mixes, change } = useMixes();
  if (!shop || !mixes) return null;
  const mix = mixes.find(({ id }) => id === mixId);
  const sheet = shop.products.find(({ key }) => key === mix?.productKey)?.sheet;
  return { shop, mixes, change, found: mix && sheet ? { mix, sheet } : undefined };
}
