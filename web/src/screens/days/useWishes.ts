import type { PlanOptions } from '@upholder/core/planning';
import { useRef, useState } from 'react';

/**
 * Wishes that change one after the other while planning takes its time: what was just chosen counts at once, and the next change keeps
 * it. What planning refuses goes back to what the plan was made with.
 */
export function useWishes(
  planned: PlanOptions,
  /** Plans again; settles when there is a plan, or a refusal. */
  plan: (planOptions: PlanOptions) => Promise<void>,
): { wishes: PlanOptions; change: (part: Partial<PlanOptions>) => void } {
  const [pending, setPending] = useState<Partial<PlanOptions>>({});
  const latest = useRef(pending);
  const keep = (part: Partial<PlanOptions>) => {
    latest.current = part;
    setPending(part);
  };
  const change = (part: Partial<PlanOptions>) => {
    const all = { ...latest.current, ...part };
    keep(all);
    void plan({ ...planned, ...all }).finally(() => {
      // Only the last of several changes knows that nothing is under way any more.
      if (latest.current === all) keep({});
    });
  };
  return { wishes: { ...planned, ...pending }, change };
}
