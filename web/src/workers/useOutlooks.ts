import type { ShopContext, ZoneRow } from '@upholder/core/api';
import { type CompareInput, roughCalendar, type SystemOutlook } from '@upholder/core/estimating';
import type { Job } from '@upholder/core/jobs';
import type { Piece } from '@upholder/core/pieces';
import { minuteAt } from '@upholder/core/shop';
import { practiceOf, type SystemId } from '@upholder/core/systems';
import * as Comlink from 'comlink';
import { useEffect, useMemo, useState } from 'react';
import { sheetsOf, suppliesOf } from '../screens/shelves.ts';
import type { Comparison } from './compare.worker.ts';

/** What a comparison looks at besides a zone and its pieces. */
export function surroundingsOf(shop: ShopContext, practice: CompareInput['practice'], startOn: string) {
  const start = minuteAt(startOn, '00:00', shop.timeZone);
  return {
    sheets: sheetsOf(shop),
    supplies: suppliesOf(shop),
    practice,
    settings: shop.settings,
    timeZone: shop.timeZone,
    climate: shop.planningClimate,
    people: shop.crew.length,
    work: roughCalendar(shop.settings, shop.timeZone, start),
  };
}

let comparison: Comlink.Remote<Comparison> | null = null;

/** One worker for the whole page, started when something is first compared. */
export function theComparison(): Comlink.Remote<Comparison> {
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
  const { replacementStock, existing } = zone.survey;
  const input = useMemo((): CompareInput => {
    return {
      zone: {
        oldColour: zone.oldColour,
        newColour: zone.newColour,
        substrate: zone.substrate,
        survey: { ...(replacementStock ? { replacementStock } : {}), ...(existing ? { existing } : {}) },
      },
      pieces: [...pieces],
      ...surroundingsOf(shop, practiceOf(shop.settings.practice, job.practice), job.startOn),
      isOnSite: job.place === 'client' || zone.survey.canLeave === false,
    };
  }, [
    zone.oldColour,
    zone.newColour,
    zone.substrate,
    zone.survey.canLeave,
    replacementStock,
    existing,
    pieces,
    shop,
    job,
  ]);
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
