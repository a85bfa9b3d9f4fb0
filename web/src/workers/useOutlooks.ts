import type { JobDetail, ShopContext, ZoneRow } from '@upholder/core/api';
import { type Around, type CompareInput, roughCalendar, type SystemOutlook } from '@upholder/core/estimating';
import type { Piece } from '@upholder/core/pieces';
import { DEFAULT_PLAN_OPTIONS, roomWishesOf } from '@upholder/core/planning';
import { minuteAt, workingCrew } from '@upholder/core/shop';
import { methodsOf, type SystemId } from '@upholder/core/systems';
import * as Comlink from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import { upholder } from '../api/upholder.ts';
import { sheetsOf, suppliesOf } from '../job/productLookups.ts';
import { toPlanningShop } from '../job/useJobContext.ts';
import type { Comparison } from './compare.worker.ts';

/** What a comparison looks at besides a zone and its pieces. */
export function surroundingsOf(shop: ShopContext, methods: CompareInput['methods'], startOn: string) {
  const start = minuteAt(startOn, '00:00', shop.timeZone);
  return {
    sheets: sheetsOf(shop),
    supplies: suppliesOf(shop),
    methods,
    settings: shop.settings,
    timeZone: shop.timeZone,
    climate: shop.planningClimate,
    people: workingCrew(shop.crew).length,
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

/** When a zone ends by the job's plan, where it is planned by the system that it has. */
function plannedEnd({ plan }: JobDetail, { id, systemId, customSystem }: ZoneRow): Around['planned'] {
  const ends = plan?.ops.filter(({ zoneId }) => zoneId === id).map(({ end }) => end) ?? [];
  return systemId === null || customSystem !== null || ends.length === 0
    ? null
    : { systemId, end: Math.max(...ends) };
}

export type Outlooks = Partial<Record<SystemId, SystemOutlook>>;

/** What each system would roughly take for a zone, worked out beside the page; null until it is known. */
export function useOutlooks(
  zone: ZoneRow,
  detail: JobDetail,
  pieces: readonly Piece[],
  shop: ShopContext,
): Outlooks | null {
  const [outlooks, setOutlooks] = useState<Outlooks | null>(null);
  const { replacementStock, replacementsOn, existing } = zone.survey;
  const { job } = detail;
  const planningContext = upholder.usePlanningContextQuery(job.id);
  const around = useMemo((): Around | null => {
    // Without the server the other jobs are not known; then the shop counts as it is, with nothing taken.
    if (!planningContext.data && !planningContext.isError) return null;
    const { now = minuteAt(job.startOn, '00:00', shop.timeZone), ...taken } = planningContext.data ?? {};
    const isOther = ({ zoneId }: { zoneId: string }) => zoneId !== zone.id;
    return {
      job,
      zone: {
        ...zone,
        survey: { ...(replacementsOn ? { replacementsOn } : {}), ...(existing ? { existing } : {}) },
      },
      others: {
        // A zone without a system cannot be planned yet.
        zones: detail.zones.filter((other) => other.id !== zone.id && other.systemId !== null),
        steps: detail.steps.filter(isOther),
        pieces: detail.pieces.filter(
          (piece) =>
            isOther(piece) && detail.zones.some(({ id, systemId }) => id === piece.zoneId && systemId),
        ),
        log: detail.log,
      },
      shop: { ...toPlanningShop(shop), ...taken },
      now,
      ...roomWishesOf(detail.plan?.planOptions ?? DEFAULT_PLAN_OPTIONS),
      planned: plannedEnd(detail, zone),
    };
  }, [planningContext.data, planningContext.isError, detail, zone, replacementsOn, existing, shop, job]);
  const input = useMemo(
    (): CompareInput | null =>
      around && {
        zone: {
          oldColour: zone.oldColour,
          newColour: zone.newColour,
          substrate: zone.substrate,
          survey: { ...(replacementStock ? { replacementStock } : {}), ...(existing ? { existing } : {}) },
        },
        pieces: [...pieces],
        ...surroundingsOf(shop, methodsOf(shop.settings.methods, job.methods), job.startOn),
        isOnSite: job.place === 'client' || zone.survey.canLeave === false,
        around,
      },
    [
      around,
      zone.oldColour,
      zone.newColour,
      zone.substrate,
      zone.survey.canLeave,
      replacementStock,
      existing,
      pieces,
      shop,
      job,
    ],
  );
  // Answers come faster than a long job is planned sixteen times: only the last question is answered.
  const wanted = useRef<CompareInput | null>(null);
  const isBusy = useRef(false);
  useEffect(() => {
    wanted.current = input;
    if (isBusy.current || !input) return;
    isBusy.current = true;
    void (async () => {
      while (wanted.current) {
        const question = wanted.current;
        const found = await theComparison().outlooks(question);
        if (wanted.current !== question) continue;
        wanted.current = null;
        setOutlooks(found);
      }
    })().finally(() => {
      isBusy.current = false;
    });
  }, [input]);
  useEffect(
    () => () => {
      wanted.current = null;
    },
    [],
  );
  return outlooks;
}
