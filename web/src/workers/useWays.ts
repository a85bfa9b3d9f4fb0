import type { JobDetail, ShopContext } from '@upholder/core/api';
import type { WayOutlook } from '@upholder/core/estimating';
import { methodsOf } from '@upholder/core/systems';
import { useState } from 'react';
import { refusalOf } from '../api/upholder.ts';
import { theComparison } from './useOutlooks.ts';
import { useQuestion } from './usePlanner.ts';

/** What a job would come to in each way of working, worked out beside the page when somebody asks. */
export function useWays(detail: JobDetail, shop: ShopContext) {
  const question = useQuestion(detail, shop);
  const [outlooks, setOutlooks] = useState<readonly WayOutlook[] | null>(null);
  const [isBusy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  async function compare(): Promise<void> {
    setBusy(true);
    setProblem(null);
    try {
      const methods = methodsOf(shop.settings.methods, detail.job.methods);
      setOutlooks(await theComparison().ways(await question(), methods));
    } catch (error) {
      setProblem(refusalOf(error).message);
    } finally {
      setBusy(false);
    }
  }
  return { outlooks, isBusy, problem, compare };
}
