import type { JobDetail, ShopContext } from '@upholder/core/api';
import { type PieceStates, pieceStates } from '@upholder/core/floor';
import { type ShopForPlanning, withTicks } from '@upholder/core/planning';
import { useMemo } from 'react';
import { useOutletContext } from 'react-router';
import { useApp } from '../api/store.ts';
import {
  withWaiting,
  withWaitingBags,
  withWaitingEvents,
  withWaitingFindings,
} from '../api/sync/queueSlice.ts';
import { useNowMinute } from '../base/useNow.ts';
import { sheetsOf, suppliesOf } from './productLookups.ts';
import type { SlipWords } from './useSlip.ts';

/** A job and the shop that it is in. */
export interface JobInShop {
  detail: JobDetail;
  shop: ShopContext;
}

/** What the screens of one job share. */
export interface JobContext extends JobInShop {
  /** How far the job has fallen behind its plan; null while it keeps up. */
  behind: SlipWords | null;
}

/** The job that the address names. @throws outside of a job's screens. */
export function useJobContext(): JobContext {
  const context = useOutletContext<JobContext | undefined>();
  if (!context) throw new Error('useJobContext needs JobScreen above it');
  return context;
}

/** The shop in the form that the core computes with; nothing reserved. */
export function toPlanningShop(shop: ShopContext): ShopForPlanning {
  return {
    timeZone: shop.timeZone,
    settings: shop.settings,
    crew: shop.crew,
    sheets: sheetsOf(shop),
    supplies: suppliesOf(shop),
    climate: shop.planningClimate,
    airs: Object.fromEntries(
      Object.entries(shop.placeAirs).map(([id, { planning, forecast, past }]) => [
        id,
        { climate: planning, forecast, past },
      ]),
    ),
    reserved: [],
  };
}

/** A job detail with the entries that have not reached the server yet. */
export function useCurrentDetail(detail: JobDetail): JobDetail {
  const envelopes = useApp(({ queue }) => queue.envelopes);
  return useMemo(() => {
    const events = withWaitingEvents(detail.events, envelopes, detail.job.id);
    return {
      ...detail,
      log: withWaiting(detail.log, envelopes, detail.job.id),
      findings: withWaitingFindings(detail.findings, envelopes, detail.job.id),
      events,
      plan: withTicks(detail.plan, events),
      openings: withWaitingBags(detail.openings, envelopes),
    };
  }, [detail, envelopes]);
}

/** Where every piece of a job stands, this minute. */
export function usePieceStates(detail: JobDetail, shop: ShopContext): Map<string, PieceStates> {
  const now = useNowMinute();
  return useMemo(() => pieceStates(detail, toPlanningShop(shop), now), [detail, shop, now]);
}
