import type { Dossier, ShopContext } from '@upholder/core/api';
import { type Agenda, type AgendaItem, floorAgenda, type JobOnFloor } from '@upholder/core/floor';
import { coatAmounts, measurable } from '@upholder/core/mixing';
import { tagsOf } from '@upholder/core/pieces';
import { applicatorInPlace } from '@upholder/core/systems';
import { useMemo } from 'react';
import { useApp } from '../api/store.ts';
import { withWaiting } from '../api/sync/queueSlice.ts';
import { upholder } from '../api/upholder.ts';
import { useNowMinute } from '../base/useNow.ts';
import { planningShop } from './useJobContext.ts';

/** What the open jobs ask for now, with what is logged here but not sent yet. */
export function useAgenda(
  dossiers: readonly Dossier[],
  shop: ShopContext,
): {
  agenda: Agenda;
  jobs: Map<string, Dossier>;
  current: Dossier[];
  now: number;
  memberId: string | null;
} {
  const now = useNowMinute();
  const envelopes = useApp(({ queue }) => queue.envelopes);
  const { data: session } = upholder.useSessionQuery();
  const member = session?.member ?? null;
  const current = useMemo(
    () =>
      dossiers.map((dossier) => ({
        ...dossier,
        log: withWaiting(dossier.log, envelopes, dossier.job.id),
      })),
    [dossiers, envelopes],
  );
  const agenda = useMemo(() => {
    const onFloor = current.filter((dossier): dossier is Dossier & JobOnFloor => dossier.plan !== null);
    return floorAgenda(onFloor, planningShop(shop), now);
  }, [current, shop, now]);
  const jobs = useMemo(() => new Map(current.map((dossier) => [dossier.job.id, dossier])), [current]);
  return { agenda, jobs, current, now, memberId: member?.id ?? null };
}

/** A visit that lays a film, with its step, its sheet and how much to mix for it; null for any other visit. */
export function coatOf(item: AgendaItem, dossier: Dossier, shop: ShopContext) {
  const step = dossier.steps.find(({ id }) => id === item.op.stepId);
  const sheet = shop.products.find(({ key }) => key === step?.productKey)?.sheet;
  if (!step || !sheet || !item.op.isCoat) return null;
  const pieces = dossier.pieces.filter(({ id }) => item.op.pieceIds.includes(id));
  const isOnSite = dossier.job.place === 'client';
  const applicator = applicatorInPlace(step, !isOnSite && item.op.row === 'room');
  const amounts = coatAmounts(step, sheet, pieces, item.op.side, isOnSite);
  return { step, sheet, applicator, amounts: amounts && measurable(amounts) };
}

/** The way to the bench with everything about a coat filled in. */
export function mixAddress(
  item: AgendaItem,
  dossier: Dossier,
  coat: NonNullable<ReturnType<typeof coatOf>>,
): string {
  const { step, amounts, applicator } = coat;
  return `/bench?${new URLSearchParams({
    product: step.productKey ?? '',
    mix: `${Math.round(amounts?.mixMl ?? 0)} mL`,
    thinning: String(step.thinning?.value ?? 0),
    convention: step.thinning?.convention ?? 'on-paint',
    applicator: applicator ?? 'brush',
    job: item.jobId,
    step: step.id,
    for: `${dossier.job.code}: ${item.op.name}, ${tagsOf(dossier.pieces, item.op.pieceIds)}`,
  })}`;
}
