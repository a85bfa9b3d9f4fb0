import { effectiveLog, type LogEntry } from '../../jobs/index.ts';
import type { Minute } from '../../shop/index.ts';
import { loggedEnd } from './reserve.ts';
import type { PlannedOp, PlanSnapshot } from './snapshot.ts';

/**
 * When the last work of a plan was logged, once every piece has had the last task of its load: whoever refits a door
 * has coated it. Null while any piece lacks it, or where nothing was planned.
 */
export function finishedAt(plan: Pick<PlanSnapshot, 'ops'> | null, log: readonly LogEntry[]): Minute | null {
  const lastOf = new Map<string, PlannedOp>();
  for (const op of plan?.ops ?? []) {
    const known = lastOf.get(op.loadId);
    if (op.personId !== null && (!known || op.end > known.end)) lastOf.set(op.loadId, op);
  }
  if (lastOf.size === 0) return null;
  const counting = effectiveLog(log);
  const ends: Minute[] = [];
  for (const { stepId, action, side, pieceIds } of lastOf.values()) {
    for (const pieceId of pieceIds) {
      const end = loggedEnd({ stepId, action, side, pieceIds: [pieceId] }, counting);
      if (end === null) return null;
      ends.push(end);
    }
  }
  return Math.max(...ends);
}
