import { effectiveLog, type LogEntry } from '../../jobs/log.ts';
import type { Interval, Minute } from '../../shop/calendar.ts';
import { loggedEnd } from './reserve.ts';
import type { PlannedOp, PlanSnapshot } from './snapshot.ts';

/** How far the work has fallen behind a plan, and what shows it. */
export interface Slip {
  /** Working minutes, or minutes of drying, that it is behind at the least. */
  minutes: Minute;
  opId: string;
  /**
   * A task that should be over and is not logged; a film that will not be dry when the next task is to begin; or new pieces
   * that come only after work on them was to begin.
   */
  because: 'overdue' | 'drying' | 'delivery';
}

/** Minutes of working time between two moments. */
function worked(open: readonly Interval[], from: Minute, until: Minute): Minute {
  return open.reduce(
    (sum, { start, end }) => sum + Math.max(0, Math.min(end, until) - Math.max(start, from)),
    0,
  );
}

/**
 * How far the log has fallen behind a plan by now, before anybody plans again: what should be over and is not, counted in
 * working hours, films that were laid on so late that what follows cannot begin in time, and new pieces that come too late
 * for it.
 *
 * @param open the shop's working hours, in order.
 * @param deliveries from when new pieces are here, by piece.
 * @returns the worst of them; null when the work keeps up.
 */
export function scheduleSlip(
  { ops }: Pick<PlanSnapshot, 'ops'>,
  entries: readonly LogEntry[],
  open: readonly Interval[],
  now: Minute,
  deliveries: ReadonlyMap<string, Minute> = new Map(),
): Slip | null {
  const log = effectiveLog(entries);
  const ends = new Map(ops.map((op) => [op.id, op.personId === null ? op.end : loggedEnd(op, log)]));
  const known = new Map(ops.map((op) => [op.id, op]));
  let worst: Slip | null = null;
  const note = (op: PlannedOp, minutes: Minute, because: Slip['because']) => {
    if (minutes > (worst?.minutes ?? 0)) worst = { minutes, opId: op.id, because };
  };
  const begun = new Set(ops.filter(({ id }) => ends.get(id) !== null).map(({ loadId }) => loadId));
  for (const op of ops) {
    if (ends.get(op.id) !== null) continue;
    if (op.end < now) note(op, worked(open, op.end, now), 'overdue');
    // Work on them says that they are here, whatever was announced.
    if (!begun.has(op.loadId))
      for (const id of op.pieceIds) note(op, (deliveries.get(id) ?? op.start) - op.start, 'delivery');
    for (const { why } of op.waits) {
      if (why.kind !== 'clock') continue;
      const film = known.get(why.opId);
      const laidOn = film ? ends.get(film.id) : null;
      const lag = film?.lags?.[why.clock];
      if (film && laidOn !== null && laidOn !== undefined && lag !== undefined)
        note(film, laidOn + lag - op.start, 'drying');
    }
  }
  return worst;
}
