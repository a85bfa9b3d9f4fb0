import { type RoomEvent, roomTicks } from '../../jobs/room.ts';
import { toMinute } from '../../shop/calendar.ts';
import type { PlanSnapshot } from './snapshot.ts';

/**
 * A plan with what of the client's room is ticked off since: those tasks are done, at the time of the tick. Tasks of steps are told by
 * the log and stay as they were planned.
 */
export function withTicks<P extends PlanSnapshot | null>(plan: P, events: readonly RoomEvent[]): P {
  if (!plan?.ops.some(({ task, personId }) => task !== null && personId !== null)) return plan;
  const ticks = roomTicks(events);
  if (ticks.size === 0) return plan;
  const ops = plan.ops.map((op) => {
    const at = op.task === null || op.personId === null ? undefined : ticks.get(op.task);
    if (at === undefined) return op;
    const end = toMinute(at);
    const start = end - Math.max(1, Math.ceil(op.setupMin));
    return { ...op, personId: null, start, end, segments: [{ start, end, pieces: 0 }] };
  });
  return { ...plan, ops };
}
