import type { JobDetail } from '@upholder/core/api';
import {
  comparePlans,
  DEFAULT_PLAN_OPTIONS,
  type PlanOptions,
  type PlanRecipe,
} from '@upholder/core/planning';
import { useState } from 'react';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { useHistory } from '../../base/useHistory.ts';
import type { Replanned } from './MovesReport.tsx';

/** Planning a job again: as before, with another wish, or with one task moved; each wish can be taken back. */
export function usePlanning(detail: JobDetail) {
  const { plan } = detail;
  const [makePlan, { isLoading }] = upholder.usePlanJobMutation();
  const [problem, setProblem] = useState<{ message: string; planOptions: PlanOptions } | null>(null);
  const [replanned, setReplanned] = useState<Replanned | null>(null);
  const history = useHistory();

  /** Plans from now; with a wish or a recipe where there is one, else as before. Says whether it came to something. */
  async function run(planOptions?: PlanOptions, recipe?: PlanRecipe): Promise<boolean> {
    const outcome = await makePlan({
      jobId: detail.job.id,
      ...(planOptions && { planOptions }),
      ...(recipe && { recipe }),
    });
    if ('error' in outcome) {
      setProblem({
        message: refusalOf(outcome.error).message,
        planOptions: planOptions ?? plan?.planOptions ?? DEFAULT_PLAN_OPTIONS,
      });
      return false;
    }
    setProblem(null);
    const made = outcome.data.plan;
    // Held against what stood here when it was pressed: that is what somebody saw move.
    setReplanned(plan ? { before: plan, plan: made, moves: comparePlans(plan.ops, made.ops) } : null);
    return true;
  }
  /** Plans with another wish, which can be taken back: the same wish with a better plan is only better. */
  async function planOptionsFor(what: string, planOptions: PlanOptions, recipe?: PlanRecipe): Promise<void> {
    const before = plan?.planOptions;
    if (
      !(await run(planOptions, recipe)) ||
      !before ||
      JSON.stringify(before) === JSON.stringify(planOptions)
    )
      return;
    history.record({ what, undo: () => run(before), redo: () => run(planOptions) });
  }
  async function pin(opId: string, at: number | null): Promise<void> {
    if (!plan) return;
    const { [opId]: _was, ...others } = plan.planOptions.pins;
    const name = plan.ops.find(({ id }) => id === opId)?.name ?? 'a task';
    await planOptionsFor(at === null ? `unpinning ${name}` : `moving ${name}`, {
      ...plan.planOptions,
      pins: at === null ? others : { ...others, [opId]: at },
    });
  }
  const take = (planOptions: PlanOptions, recipe?: PlanRecipe) =>
    planOptionsFor('the plan options', planOptions, recipe);

  return {
    isPlanning: isLoading,
    problem,
    replanned,
    history,
    /** Plans as before. Says whether there is a plan. */
    again: () => run(),
    pin,
    take,
  };
}
export type Planning = ReturnType<typeof usePlanning>;
