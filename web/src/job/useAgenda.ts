import type { JobDetail, ShopContext } from '@upholder/core/api';
import { type LearnedFigures, NOTHING_LEARNED, thirstOf } from '@upholder/core/estimating';
import { type Agenda, type AgendaItem, floorAgenda, type JobOnFloor } from '@upholder/core/floor';
import { type CoatMix, coatMixes, measurable, sumOfMixes } from '@upholder/core/mixing';
import { tagsOf, workedWay } from '@upholder/core/pieces';
import { stepInPlace, toolsOfMoves, withTool } from '@upholder/core/systems';
import { useMemo } from 'react';
import { useApp } from '../api/store.ts';
import { withWaiting, withWaitingEvents, withWaitingFindings } from '../api/sync/queueSlice.ts';
import { upholder } from '../api/upholder.ts';
import { useNowMinute } from '../base/useNow.ts';
import { toPlanningShop } from './useJobContext.ts';

/** What the open jobs ask for now, with what is logged here but not sent yet. */
export function useAgenda(
  details: readonly JobDetail[],
  shop: ShopContext,
): {
  agenda: Agenda;
  jobs: Map<string, JobDetail>;
  current: JobDetail[];
  now: number;
  memberId: string | null;
} {
  const now = useNowMinute();
  const envelopes = useApp(({ queue }) => queue.envelopes);
  const { data: session } = upholder.useSessionQuery();
  const member = session?.member ?? null;
  const current = useMemo(
    () =>
      details.map((detail) => ({
        ...detail,
        log: withWaiting(detail.log, envelopes, detail.job.id),
        findings: withWaitingFindings(detail.findings, envelopes, detail.job.id),
        events: withWaitingEvents(detail.events, envelopes, detail.job.id),
      })),
    [details, envelopes],
  );
  const agenda = useMemo(() => {
    const onFloor = current.filter((detail): detail is JobDetail & JobOnFloor => detail.plan !== null);
    return floorAgenda(onFloor, toPlanningShop(shop), now);
  }, [current, shop, now]);
  const jobs = useMemo(() => new Map(current.map((detail) => [detail.job.id, detail])), [current]);
  return { agenda, jobs, current, now, memberId: member?.id ?? null };
}

/**
 * A task that lays a film, with its step, its sheet and how much to mix for it; null for any other task.
 * @param learned what mixes taught of how much reaches the pieces; the classes of the tools where it is left out.
 */
export function coatOf(
  item: AgendaItem,
  detail: JobDetail,
  shop: ShopContext,
  learned: LearnedFigures = NOTHING_LEARNED,
) {
  const planned = detail.steps.find(({ id }) => id === item.op.stepId);
  const sheet = shop.products.find(({ key }) => key === planned?.productKey)?.sheet;
  if (!planned || !sheet || !item.op.isCoat) return null;
  const wanted = withTool(planned, item.op.tool, sheet);
  const pieces = detail.pieces.filter(({ id }) => item.op.pieceIds.includes(id));
  const isOnSite = detail.job.place === 'client';
  const step = stepInPlace(
    wanted,
    pieces.some((piece) => workedWay(piece, isOnSite) === 'left'),
  );
  const mixes = coatMixes(
    step,
    sheet,
    pieces,
    item.op.side,
    isOnSite,
    thirstOf(planned.productKey ?? '', learned),
  ).map((mix) => ({
    ...mix,
    amounts: measurable(mix.amounts),
  }));
  const amounts = mixes.length === 0 ? null : sumOfMixes(mixes.map((mix) => mix.amounts));
  return { step, sheet, applicator: step.applicator, mixes, amounts };
}

/** The way to the bench with everything about one mix of a coat filled in. */
export function mixAddress(
  item: AgendaItem,
  detail: JobDetail,
  { step }: Pick<NonNullable<ReturnType<typeof coatOf>>, 'step'>,
  { amounts, thinning, conditionerPct, moves }: CoatMix,
): string {
  const tools = toolsOfMoves(moves);
  return `/bench?${new URLSearchParams({
    product: step.productKey ?? '',
    mix: `${Math.round(amounts.mixMl)} mL`,
    thinning: String(thinning?.value ?? 0),
    convention: thinning?.convention ?? 'on-paint',
    ...(conditionerPct > 0 && { conditioner: String(conditionerPct) }),
    applicator: tools[0] ?? 'brush',
    ...(tools.length > 1 && { also: tools.slice(1).join() }),
    job: item.jobId,
    step: step.id,
    for: `${detail.job.code}: ${item.op.name}, ${tagsOf(detail.pieces, item.op.pieceIds)}`,
  })}`;
}
