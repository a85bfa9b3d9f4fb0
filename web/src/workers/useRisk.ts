import type { Risk, RiskInput } from '@upholder/core/pricing';
import { useEffect, useState } from 'react';
import { theComparison } from './useOutlooks.ts';

const DRAWS = 2000;
const SEED = 1;

/** What a job may come to, drawn beside the page; null until it is known. */
export function useRisk(input: RiskInput | null): Risk | null {
  const [risk, setRisk] = useState<Risk | null>(null);
  useEffect(() => {
    let isCurrent = true;
    if (input === null) return setRisk(null);
    void theComparison()
      .risk(input, DRAWS, SEED)
      .then((found) => isCurrent && setRisk(found));
    return () => {
      isCurrent = false;
    };
  }, [input]);
  return risk;
}
