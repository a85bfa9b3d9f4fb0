import type { JobDetail, ShopContext } from '@upholder/core/api';
import type { WayOutlook } from '@upholder/core/estimating';
import { questionOf } from '@upholder/core/planning';
import { toInstant } from '@upholder/core/shop';
import { methodsOf } from '@upholder/core/systems';
import { useState } from 'react';
import { refusalOf, upholder } from '../api/upholder.ts';
import { toPlanningShop } from '../job/useJobContext.ts';
import { theComparison } from './useOutlooks.ts';

/** What a job would come to in each way of working, worked out beside the page when somebody asks. */
export function useWays(detail: JobDetail, shop: ShopContext) {
  const [ask] = upholder.useLazyPlanningContextQuery();
  const [outlooks, setOutlooks] = useState<readonly WayOutlook[] | null>(null);
  const [isBusy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  async function compare(): Promise<void> {
    setBusy(true);
    setProblem(null);
    try {
      const { now, ...taken } = await ask(detail.job.id).unwrap();
      const question = questionOf(
        detail,
        { ...toPlanningShop(shop), ...taken },
        toInstant(now),
        detail.plan?.planOptions,
      );
      const methods = methodsOf(shop.settings.methods, detail.job.methods);
      setOutlooks(await theComparison().ways(question, methods));
    } catch (error) {
      setProblem(refusalOf(error).message);
    } finally {
      setBusy(false);
    }
  }
  return { outlooks, isBusy, problem, compare };
}
