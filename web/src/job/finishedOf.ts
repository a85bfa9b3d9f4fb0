import type { JobDetail } from '@upholder/core/api';
import { finishedAt, isPlanStale } from '@upholder/core/planning';

/** When all work of a job was logged, by a plan that still fits its pieces and steps; null while anything is left. */
export function finishedOf({ plan, log, pieces, steps }: JobDetail): number | null {
  return plan !== null && !isPlanStale(plan, pieces, steps) ? finishedAt(plan, log) : null;
}
