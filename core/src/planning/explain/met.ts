import type { PlanProblem, Reservation, ScheduledOp } from '../problem/model.ts';

/**
 * What other jobs take while a plan is under way: from its first minute until its last film may be handled. Nothing that comes
 * later can meet anything of it; of a year of other jobs that is most.
 */
export function metBy(
  { now, reserved }: Pick<PlanProblem, 'now' | 'reserved'>,
  ops: readonly Pick<ScheduledOp, 'end' | 'occupiedUntil'>[],
): Reservation[] {
  let last = now;
  for (const { end, occupiedUntil } of ops) last = Math.max(last, end, occupiedUntil ?? end);
  return reserved.filter(({ start, end }) => start < last && end > now);
}
