import type { Minute } from '../../shop/calendar.ts';
import type { PlanOp, ScheduledOp } from './model.ts';

/**
 * Minutes that an operation waits after the end of an earlier one of its load for the film that it lays; 0 where it lays
 * none. The two sides of one coat do not wait for each other's recoat clock: flipping has its own.
 */
export function lagAfter(
  before: Pick<PlanOp, 'lags' | 'stepId'>,
  { waitFor, stepId }: Pick<PlanOp, 'waitFor' | 'stepId'>,
): Minute {
  if (!before.lags || waitFor === 'none' || (waitFor === 'recoat' && before.stepId === stepId)) return 0;
  return before.lags[waitFor];
}

/** Earliest start of an operation after all of these, as far as their clocks hold it back; no earlier than `from`. */
export function readyAfter(
  ends: readonly { op: Pick<PlanOp, 'lags' | 'stepId'>; end: Minute }[],
  op: Pick<PlanOp, 'waitFor' | 'stepId'>,
  from: Minute,
): Minute {
  return ends.reduce((latest, before) => Math.max(latest, before.end + lagAfter(before.op, op)), from);
}

/** A film that something has to wait for, and until when. */
export interface BindingClock {
  until: Minute;
  film: ScheduledOp;
}

/**
 * The film of a load that holds an operation back longest; null when no clock concerns it. The two sides of one coat do
 * not wait for each other's recoat clock: flipping has its own.
 */
export function bindingClock(
  earlier: readonly ScheduledOp[],
  op: Pick<PlanOp, 'waitFor' | 'stepId'>,
): BindingClock | null {
  const { waitFor, stepId } = op;
  if (waitFor === 'none') return null;
  let binding: BindingClock | null = null;
  for (const film of earlier) {
    if (!film.op.lags || (waitFor === 'recoat' && film.op.stepId === stepId)) continue;
    const until = film.end + film.op.lags[waitFor];
    if (!binding || until > binding.until) binding = { until, film };
  }
  return binding;
}

/** Earliest start that the clocks of a load's earlier films allow, at or after the end of what came before. */
export function clockStart(earlier: readonly ScheduledOp[], op: Pick<PlanOp, 'waitFor' | 'stepId'>): Minute {
  const end = earlier.reduce((latest, before) => Math.max(latest, before.end), 0);
  return Math.max(end, bindingClock(earlier, op)?.until ?? 0);
}
