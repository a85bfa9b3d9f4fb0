import { countWhile } from '../../base/ordered.ts';
import type { Interval } from '../../shop/calendar.ts';
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

/** Those of some reservations that are taken at any minute of these spans, whatever order they are told in. */
export function metIn(reserved: readonly Reservation[], spans: readonly Interval[]): Reservation[] {
  const ordered = spans.filter(({ start, end }) => end > start).sort((a, b) => a.start - b.start);
  // The furthest that any span up to each one reaches: a long one may end after many that begin later.
  let furthest = Number.NEGATIVE_INFINITY;
  const reaches = ordered.map(({ end }) => {
    furthest = Math.max(furthest, end);
    return furthest;
  });
  return reserved.filter(({ start, end }) => {
    const begun = countWhile(ordered, (span) => span.start < end);
    return begun > 0 && (reaches[begun - 1] ?? start) > start;
  });
}
