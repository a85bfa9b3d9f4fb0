import type { JobDetail, ShopContext } from '@upholder/core/api';
import type { LearnedFigures } from '@upholder/core/estimating';
import { isPlanStale, type PlannedOp } from '@upholder/core/planning';
import { type JobPrice, jobPrice, type PriceInput } from '@upholder/core/pricing';
import { workingCrew } from '@upholder/core/shop';
import { useMemo } from 'react';
import { sheetsOf, suppliesOf } from './productLookups.ts';
import { useLearnedFigures } from './useLearned.ts';

/** Why a plan is not priced by; null where it is. */
export type NoPlan = 'none' | 'stale' | 'begun' | null;

/** The tasks of a plan that a price can go by: one that still holds and was made before any work was done. */
export function pricedOps({ plan, pieces, steps, job }: JobDetail): { ops: PlannedOp[] | null; why: NoPlan } {
  if (plan === null) return { ops: null, why: 'none' };
  if (isPlanStale(plan, pieces, steps, job.room)) return { ops: null, why: 'stale' };
  if (plan.ops.some(({ personId }) => personId === null)) return { ops: null, why: 'begun' };
  return { ops: plan.ops, why: null };
}

/** What a price of a job is reckoned from. */
export function priceInputOf(detail: JobDetail, shop: ShopContext, learned?: LearnedFigures): PriceInput {
  return {
    job: detail.job,
    zones: detail.zones,
    steps: [...detail.steps].sort((a, b) => a.position - b.position),
    pieces: detail.pieces,
    ops: pricedOps(detail).ops,
    sheets: sheetsOf(shop),
    supplies: suppliesOf(shop),
    items: shop.benchItems,
    settings: shop.settings,
    timeZone: shop.timeZone,
    people: workingCrew(shop.crew).length,
    ...(learned && { learned }),
  };
}

/** The price of a job as it stands. */
export function useJobPrice(detail: JobDetail, shop: ShopContext): { price: JobPrice; why: NoPlan } {
  const learned = useLearnedFigures();
  return useMemo(
    () => ({ price: jobPrice(priceInputOf(detail, shop, learned)), why: pricedOps(detail).why }),
    [detail, shop, learned],
  );
}
