import type { JobDetail, ShopContext } from '@upholder/core/api';
import type { Scenario, ScenarioOutlook } from '@upholder/core/pricing';
import { methodsOf } from '@upholder/core/systems';
import { useState } from 'react';
import { refusalOf } from '../api/upholder.ts';
import { priceInputOf } from '../job/useJobPrice.ts';
import { useLearnedFigures } from '../job/useLearned.ts';
import { theComparison } from './useOutlooks.ts';
import { useQuestion } from './usePlanner.ts';

/** Ways to do a job side by side, each planned and priced beside the page, one after the other. */
export function useScenarios(detail: JobDetail, shop: ShopContext) {
  const question = useQuestion(detail, shop);
  const learned = useLearnedFigures();
  const [outlooks, setOutlooks] = useState<readonly ScenarioOutlook[]>([]);
  const [isBusy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  async function compare(wanted: readonly Scenario[]): Promise<void> {
    setBusy(true);
    setProblem(null);
    setOutlooks([]);
    try {
      const { sheets, supplies, items, settings, timeZone, people } = priceInputOf(detail, shop);
      const input = {
        question: await question(),
        methods: methodsOf(shop.settings.methods, detail.job.methods),
        job: detail.job,
        priced: { sheets, supplies, items, settings, timeZone, people, ...(learned && { learned }) },
      };
      for (const scenario of wanted) {
        const outlook = await theComparison().scenario(scenario, input);
        setOutlooks((known) => [...known, outlook]);
      }
    } catch (error) {
      setProblem(refusalOf(error).message);
    } finally {
      setBusy(false);
    }
  }
  return { outlooks, isBusy, problem, compare };
}
