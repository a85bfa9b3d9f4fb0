import type { Dossier } from '@upholder/core/api';
import { comparePlans, PLAIN_WISH, type PlanRecipe, type Wish } from '@upholder/core/planning';
import { useState } from 'react';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { useHistory } from '../../base/useHistory.ts';
import type { Replanned } from './MovesReport.tsx';

/** Planning a job again: as before, with another wish, or with one visit moved; each wish can be taken back. */
export function usePlanning(dossier: Dossier) {
  const { plan } = dossier;
  const [makePlan, { isLoading }] = upholder.usePlanJobMutation();
  const [problem, setProblem] = useState<{ message: string; wish: Wish } | null>(null);
  const [replanned, setReplanned] = useState<Replanned | null>(null);
  const history = useHistory();

  /** Plans from now; with a wish or a recipe where there is one, else as before. Says whether it came to something. */
  async function run(wish?: Wish, recipe?: PlanRecipe): Promise<boolean> {
    const outcome = await makePlan({
      jobId: dossier.job.id,
      ...(wish && { wish }),
      ...(recipe && { recipe }),
    });
    if ('error' in outcome) {
      setProblem({ message: refusalOf(outcome.error).message, wish: wish ?? plan?.wish ?? PLAIN_WISH });
      return false;
    }
    setProblem(null);
    const made = outcome.data.plan;
    // Held against what stood here when it was pressed: that is what somebody saw move.
    setReplanned(plan ? { before: plan, plan: made, moves: comparePlans(plan.ops, made.ops) } : null);
    return true;
  }
  /** Plans with another wish, which can be taken back: the same wish with a better plan is only better. */
  async function wishFor(what: string, wish: Wish, recipe?: PlanRecipe): Promise<void> {
    const before = plan?.wish;
    if (!(await run(wish, recipe)) || !before || JSON.stringify(before) === JSON.stringify(wish)) return;
    history.record({ what, undo: () => run(before), redo: () => run(wish) });
  }
  async function pin(opId: string, at: number | null): Promise<void> {
    if (!plan) return;
    const { [opId]: _was, ...others } = plan.wish.pins;
    const name = plan.ops.find(({ id }) => id === opId)?.name ?? 'a visit';
    await wishFor(at === null ? `unpinning ${name}` : `moving ${name}`, {
      ...plan.wish,
      pins: at === null ? others : { ...others, [opId]: at },
    });
  }
  const take = (wish: Wish, recipe?: PlanRecipe) => wishFor('the plan options', wish, recipe);

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
