import type { JobDetail, ShopContext } from '@upholder/core/api';
import type { Outcome } from '@upholder/core/outcome';
import { activePins, DEFAULT_PLAN_OPTIONS } from '@upholder/core/planning';
import { useCallback, useRef, useState } from 'react';
import type { PlanPreview } from './planner.worker.ts';
import { usePlanner } from './usePlanner.ts';

/** What follows from a task while it is being moved. */
export interface Following {
  opId: string;
  minute: number;
  /** Null until it is worked out. */
  preview: Outcome<PlanPreview> | null;
}

/**
 * Plans along while a task is moved about: always the newest place, and never two at once, so that it keeps up however
 * long one of them takes.
 */
export function useFollowing(detail: JobDetail, shop: ShopContext) {
  const { begin, end: endPlanner } = usePlanner(detail, shop);
  const [following, setFollowing] = useState<Following | null>(null);
  const planner = useRef<ReturnType<typeof begin> | null>(null);
  const wanted = useRef<{ opId: string; minute: number } | null>(null);
  const isBusy = useRef(false);
  const end = useCallback(() => {
    wanted.current = null;
    endPlanner();
    planner.current = null;
    isBusy.current = false;
    setFollowing(null);
  }, [endPlanner]);
  async function keepUp(): Promise<void> {
    if (isBusy.current) return;
    isBusy.current = true;
    try {
      planner.current ??= begin();
      const mine = planner.current;
      const { planner: ready } = await mine;
      for (let at = wanted.current; at && planner.current === mine; ) {
        const planOptions = detail.plan?.planOptions ?? DEFAULT_PLAN_OPTIONS;
        const pins = activePins(planOptions, 0).set(at.opId, at.minute);
        const preview = await ready.preview(pins, planOptions.objective);
        if (planner.current !== mine || !wanted.current) return;
        setFollowing({ ...at, preview });
        const next: { opId: string; minute: number } = wanted.current;
        at = next.minute === at.minute && next.opId === at.opId ? null : next;
      }
    } catch {
      // Then nothing is shown beforehand; letting go says what is wrong.
    }
    isBusy.current = false;
  }
  function moveTo(opId: string, minute: number): void {
    if (wanted.current?.opId === opId && wanted.current.minute === minute) return;
    wanted.current = { opId, minute };
    setFollowing((known) => ({ opId, minute, preview: known?.preview ?? null }));
    void keepUp();
  }
  return { following, moveTo, end };
}
