import type { Dossier, ShopContext } from '@upholder/core/api';
import { type PieceStates, pieceStates } from '@upholder/core/floor';
import type { ShopForPlanning } from '@upholder/core/planning';
import { useMemo } from 'react';
import { useOutletContext } from 'react-router';
import { useApp } from '../api/store.ts';
import { withWaiting } from '../api/sync/queueSlice.ts';
import { useNowMinute } from '../base/useNow.ts';
import { sheetsOf, suppliesOf } from './shelves.ts';
import type { BehindWords } from './useBehind.ts';

/** A job and the shop that it is in. */
export interface JobInShop {
  dossier: Dossier;
  shop: ShopContext;
}

/** What the screens of one job share. */
export interface JobContext extends JobInShop {
  /** How far the job has fallen behind its plan; null while it keeps up. */
  behind: BehindWords | null;
}

/** The job that the address names. @throws outside of a job's screens. */
export function useJobContext(): JobContext {
  const context = useOutletContext<JobContext | undefined>();
  if (!context) throw new Error('useJobContext needs JobScreen above it');
  return context;
}

/** The shop in the form that the core computes with; nothing reserved. */
export function planningShop(shop: ShopContext): ShopForPlanning {
  return {
    timeZone: shop.timeZone,
    settings: shop.settings,
    crew: shop.crew,
    sheets: sheetsOf(shop),
    supplies: suppliesOf(shop),
    climate: shop.planningClimate,
    reserved: [],
  };
}

/** A dossier with the entries that have not reached the server yet. */
export function useCurrentDossier(dossier: Dossier): Dossier {
  const envelopes = useApp(({ queue }) => queue.envelopes);
  return useMemo(
    () => ({ ...dossier, log: withWaiting(dossier.log, envelopes, dossier.job.id) }),
    [dossier, envelopes],
  );
}

/** Where every piece of a job stands, this minute. */
export function usePieceStates(dossier: Dossier, shop: ShopContext): Map<string, PieceStates> {
  const now = useNowMinute();
  return useMemo(() => pieceStates(dossier, planningShop(shop), now), [dossier, shop, now]);
}
