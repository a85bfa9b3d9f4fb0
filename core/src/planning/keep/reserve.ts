import { z } from 'zod';
import { effectiveLog, type LogEntry } from '../../jobs/log.ts';
import type { Piece } from '../../pieces/index.ts';
import { resourceAt } from '../../places/index.ts';
import { type Minute, toMinute } from '../../shop/calendar.ts';
import type { Step } from '../../systems/index.ts';
import { GunUseSchema } from '../problem/guns.ts';
import type { Reservation } from '../problem/model.ts';
import type { PlannedOp, PlanSnapshot } from './snapshot.ts';

/** A reservation as it travels. */
export const ReservationSchema = z.object({
  start: z.int(),
  end: z.int(),
  personId: z.uuid().nullable(),
  use: z.object({ resourceId: z.string(), amount: z.number() }).nullable(),
  gun: GunUseSchema.nullish(),
  by: z.string(),
});

/** When the log says that a task was done, or null. */
export function loggedEnd(
  op: Pick<PlannedOp, 'stepId' | 'side' | 'action' | 'pieceIds'>,
  log: readonly LogEntry[],
): Minute | null {
  const pieces = new Set(op.pieceIds);
  const entry = log.findLast(
    (candidate) =>
      candidate.stepId === op.stepId &&
      candidate.action === op.action &&
      (candidate.side === op.side || candidate.side === 'all') &&
      candidate.pieceIds.some((id) => pieces.has(id)),
  );
  return entry ? toMinute(entry.doneAt) : null;
}

/**
 * What a job's plan still takes of the shop's people and places from now on, for the planning of other jobs.
 * Work that is logged takes nobody any more; its film holds its place until it is dry to handle.
 */
export function reservationsOf(
  plan: PlanSnapshot,
  entries: readonly LogEntry[],
  now: Minute,
  by: string,
): Reservation[] {
  const log = effectiveLog(entries);
  const reservations: Reservation[] = [];
  for (const op of plan.ops) {
    const end = op.personId === null ? op.end : loggedEnd(op, log);
    const holdMinutes = op.occupiedUntil === null ? 0 : op.occupiedUntil - op.end;
    if (end === null) {
      if (op.gun)
        reservations.push({ start: op.start, end: op.end, personId: null, use: null, gun: op.gun, by });
      for (const segment of op.segments) {
        if (segment.end > now)
          reservations.push({ start: segment.start, end: segment.end, personId: op.personId, use: null, by });
      }
      if (op.row === 'booth' || op.row === 'bench') {
        reservations.push({
          start: op.start,
          end: op.end,
          personId: null,
          use: { resourceId: resourceAt(op.row, op.placeId), amount: 1 },
          by,
        });
      }
    }
    if (op.hold) {
      const until = (end ?? op.end) + holdMinutes;
      reservations.push({ start: op.start, end: until, personId: null, use: op.hold, by });
    }
  }
  return reservations.filter((reservation) => reservation.end > now);
}

/** What planning reads of a step, as one text to compare: words, notes and cautions are no part of it. */
export function stepMark(step: Step): string {
  const { productKey, applicator, wftUm, thinning, supplyKey, dryingMin, waitFor, labour, mixCount } = step;
  const { operation, place, loadFilter, appliesTo, faces, isEdgesOnly, pieceIds, position } = step;
  return JSON.stringify([
    [
      operation,
      position,
      place,
      loadFilter,
      appliesTo,
      faces,
      isEdgesOnly,
      pieceIds,
      // Left out where it is as it always was, so that plans of before still fit.
      ...(step.goesAlone ? ['alone'] : []),
      ...(step.ways.length > 0 ? [step.ways] : []),
    ],
    [productKey, applicator, wftUm, thinning, supplyKey, dryingMin, waitFor, mixCount],
    Object.entries(labour).sort(([a], [b]) => (a < b ? -1 : 1)),
  ]);
}

/**
 * Whether pieces or steps changed since a plan was made, so that it no longer says everything. A step whose work was done
 * when the plan was made may change: nothing is planned of it.
 */
export function isPlanStale(plan: PlanSnapshot, pieces: readonly Piece[], steps: readonly Step[]): boolean {
  const planned = new Set(plan.loads.flatMap(({ pieceIds }) => pieceIds));
  const known = new Set(steps.map(({ id }) => id));
  if (planned.size !== pieces.length || pieces.some(({ id }) => !planned.has(id))) return true;
  const zoneOf = new Map(pieces.map(({ id, zoneId }) => [id, zoneId]));
  if (plan.loads.some((load) => load.pieceIds.some((id) => zoneOf.get(id) !== load.zoneId))) return true;
  if (plan.ops.some(({ stepId, task }) => task === null && !known.has(stepId))) return true;
  if (Object.keys(plan.stepMarks).length === 0) return false;
  const open = new Set(plan.ops.flatMap(({ stepId, personId }) => (personId === null ? [] : [stepId])));
  const zones = new Set(pieces.map(({ zoneId }) => zoneId));
  return steps.some((step) => {
    const mark = plan.stepMarks[step.id];
    return mark === undefined ? zones.has(step.zoneId) : open.has(step.id) && mark !== stepMark(step);
  });
}
