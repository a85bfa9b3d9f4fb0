import type { ShopContext, ZoneRow } from '@upholder/core/api';
import { type CompareInput, roughCalendar, type SystemOutlook } from '@upholder/core/estimating';
import type { Job } from '@upholder/core/jobs';
import type { Piece } from '@upholder/core/pieces';
import { minuteAt } from '@upholder/core/shop';
import type { SystemId } from '@upholder/core/systems';
import * as Comlink from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import type { Comparison } from './compare.worker.ts';

let comparison: Comlink.Remote<Comparison> | null = null;

/** One worker for the whole page, started when something is first compared. */
function theComparison(): Comlink.Remote<Comparison> {
  comparison ??= Comlink.wrap<Comparison>(
    new Worker(new URL('./compare.worker.ts', import.meta.url), { type: 'module' }),
  );
  return comparison;
}

export type Outlooks = Partial<Record<SystemId, SystemOutlook>>;

/** What each system would roughly take for a zone, worked out beside the page; null until it is known. */
export function useOutlooks(
  zone: ZoneRow,
  job: Job,
  pieces: readonly Piece[],
  shop: ShopContext,
): Outlooks | null {
  const [outlooks, setOutlooks] = useState<Outlooks | null>(null);
  const { replacementStock } = zone.survey;
  const input = useMemo((): CompareInput => {
    const start = minuteAt(job.startOn, '00:00', shop.timeZone);
    return {
      zone: {
        oldColour: zone.oldColour,
        newColour: zone.newColour,
        survey: replacementStock ? { replacementStock } : {},
      },
      pieces: [...pieces],
      sheets: Object.fromEntries(shop.products.map(({ key, sheet }) => [key, sheet])),
      settings: shop.settings,
      timeZone: shop.timeZone,
      climate: shop.planningClimate,
      people: shop.crew.length,
      isOnSite: job.place === 'client' || zone.survey.canLeave === false,
      work: roughCalendar(shop.settings, shop.timeZone, start),
    };
  }, [zone.oldColour, zone.newColour, zone.survey.canLeave, replacementStock, pieces, shop, job]);
  useEffect(() => {
    let isCurrent = true;
    void theComparison()
      .outlooks(input)
      .then((found) => isCurrent && setOutlooks(found));
    return () => {
      isCurrent = false;
    };
  }, [input]);
  return outlooks;
}
