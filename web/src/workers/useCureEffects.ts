import type { JobDetail, ShopContext } from '@upholder/core/api';
import type { CureEffects, CureOption } from '@upholder/core/inspection';
import { questionOf } from '@upholder/core/planning';
import { toInstant } from '@upholder/core/shop';
import { useEffect, useState } from 'react';
import { upholder } from '../api/upholder.ts';
import { toPlanningShop } from '../job/useJobContext.ts';
import { theComparison } from './useOutlooks.ts';

/**
 * What each repair would do to the end of the job, worked out beside the page; nothing until it is known, or where the job has
 * no plan.
 */
export function useCureEffects(
  detail: JobDetail,
  shop: ShopContext,
  piece: { id: string; zoneId: string } | undefined,
  cures: readonly CureOption[],
): readonly CureEffects[] {
  const { data: around } = upholder.usePlanningContextQuery(detail.job.id);
  const [effects, setEffects] = useState<readonly CureEffects[]>([]);
  useEffect(() => {
    let isCurrent = true;
    setEffects([]);
    if (!around || !piece || detail.plan === null || cures.length === 0) return;
    const { now, ...taken } = around;
    const question = questionOf(
      detail,
      { ...toPlanningShop(shop), ...taken },
      toInstant(now),
      detail.plan.planOptions,
    );
    void theComparison()
      .cures(
        question,
        piece.zoneId,
        piece.id,
        cures.map(({ edits }) => edits),
      )
      .then((found) => isCurrent && setEffects(found));
    return () => {
      isCurrent = false;
    };
  }, [around, detail, shop, piece, cures]);
  return effects;
}
