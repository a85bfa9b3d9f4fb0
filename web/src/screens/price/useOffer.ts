import type { JobDetail, ShopContext } from '@upholder/core/api';
import { careOf, notPromised, writtenOf } from '@upholder/core/handover';
import { offerFor } from '@upholder/core/pricing';
import type { Quote } from '@upholder/core/quotes';
import { said } from '@upholder/core/said';
import { speak } from '@upholder/core/words';
import { useMemo } from 'react';
import { today } from '../../base/times.ts';
import { voice } from '../../base/voice.ts';
import { sheetsOf } from '../../job/productLookups.ts';
import { toPlanningShop } from '../../job/useJobContext.ts';
import { pricedOps, useJobPrice } from '../../job/useJobPrice.ts';

/** What a quote says is no part of it, where nobody wrote anything else. */
export function usualExclusions(detail: JobDetail, shop: ShopContext): string[] {
  return [
    ...notPromised(detail, shop.settings),
    said('price.excludes-hidden'),
    said('price.excludes-building'),
  ].map((line) => speak(line, voice()));
}

/** How to care for the finish, without dates: nobody knows them before it is coated. */
function careLines(detail: JobDetail, shop: ShopContext): string[] {
  const cares = careOf({ ...detail, log: [], plan: null }, toPlanningShop(shop), shop.timeZone);
  return [...new Set(cares.flatMap(({ lines }) => lines))].map((line) => speak(line, voice()));
}

/** The quote that would be written now; null where there is nothing to price. */
export function useOffer(detail: JobDetail, shop: ShopContext, exclusions: readonly string[]): Quote | null {
  const { price } = useJobPrice(detail, shop);
  const before = writtenOf(detail.events, 'job');
  return useMemo(() => {
    if (price.minutes === 0) return null;
    const { job, zones, steps, pieces } = detail;
    return offerFor(
      {
        job,
        zones,
        steps,
        pieces,
        ops: pricedOps(detail).ops,
        sheets: sheetsOf(shop),
        settings: shop.settings,
        timeZone: shop.timeZone,
        today: today(),
        price,
        weights: price.zoneWeights,
        exclusions,
        care: careLines(detail, shop),
      },
      before,
    );
  }, [detail, shop, price, before, exclusions]);
}
