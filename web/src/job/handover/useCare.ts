import type { JobDetail, ShopContext } from '@upholder/core/api';
import { type Care, careOf } from '@upholder/core/handover';
import { useMemo } from 'react';
import { toPlanningShop } from '../useJobContext.ts';

/** How the finishes of a job are treated, with its own dates. */
export function useCare(detail: JobDetail, shop: ShopContext): Care[] {
  return useMemo(() => careOf(detail, toPlanningShop(shop), shop.timeZone), [detail, shop]);
}
