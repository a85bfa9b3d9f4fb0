import { z } from 'zod';
import { leavesOut } from '../../jobs/actions.ts';
import { effectiveLog, type LogEntry } from '../../jobs/log.ts';
import { protectionMinutes, type Room } from '../../jobs/room.ts';
import { isWorkedInRoom, type Piece, staysBuiltIn } from '../../pieces/index.ts';
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
      (candidate.action === op.action || leavesOut(candidate)) &&
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
      const { resourceId, amount, stairs } = op.hold;
      for (const part of stairs.length > 0 ? stairs : [{ amount, before: 0 }])
        reservations.push({
          start: op.start,
          end: until - part.before,
          personId: null,
          use: { resourceId, amount: part.amount },
          by,
        });
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

/** Whether the room is protected otherwise than it was planned; a plan without work in the room asks for nothing. */
function isRoomOtherwise({ loads, ops }: PlanSnapshot, room: Room | null): boolean {
  if (!loads.some(({ way }) => way !== null && isWorkedInRoom(way) && way !== 'room')) return false;
  const planned = new Map<string, number>();
  for (const { task, setupMin } of ops)
    if (task !== null && task !== 'removal') planned.set(task, (planned.get(task) ?? 0) + setupMin);
  const wanted = (room?.tasks ?? []).filter((task) => protectionMinutes(task) > 0);
  return (
    wanted.length !== planned.size ||
    wanted.some((task) => Math.abs((planned.get(task.kind) ?? -1) - protectionMinutes(task)) >= 1)
  );
}

/** Whether a piece is worked in another way, place or area than its load was planned for; plans of before do not say. */
function isWorkedOtherwise(load: PlanSnapshot['loads'][number], piece: Piece | undefined): boolean {
  if (!piece || load.way === null) return false;
  const { way, placeId, area } = piece;
  if (isWorkedInRoom(load.way) && area !== load.area) return true;
  if (staysBuiltIn(piece)) return (load.way === 'left') === (way !== 'usual') && load.way !== 'fixed';
  if (way === 'usual') return load.way !== 'shop' && load.way !== 'room';
  if (way !== load.way) return true;
  return way === 'place' && placeId !== null && placeId !== load.placeId;
}

/**
 * Whether pieces or steps changed since a plan was made, so that it no longer says everything. A step whose work was done
 * when the plan was made may change: nothing is planned of it.
 */
export function isPlanStale(
  plan: PlanSnapshot,
  pieces: readonly Piece[],
  steps: readonly Step[],
  room: Room | null = null,
): boolean {
  if (isRoomOtherwise(plan, room)) return true;
  const planned = new Set(plan.loads.flatMap(({ pieceIds }) => pieceIds));
  const known = new Set(steps.map(({ id }) => id));
  if (planned.size !== pieces.length || pieces.some(({ id }) => !planned.has(id))) return true;
  const zoneOf = new Map(pieces.map(({ id, zoneId }) => [id, zoneId]));
  if (plan.loads.some((load) => load.pieceIds.some((id) => zoneOf.get(id) !== load.zoneId))) return true;
  const byId = new Map(pieces.map((piece) => [piece.id, piece]));
  if (plan.loads.some((load) => load.pieceIds.some((id) => isWorkedOtherwise(load, byId.get(id)))))
    return true;
  if (plan.ops.some(({ stepId, task }) => task === null && !known.has(stepId))) return true;
  if (Object.keys(plan.stepMarks).length === 0) return false;
  const open = new Set(plan.ops.flatMap(({ stepId, personId }) => (personId === null ? [] : [stepId])));
  const zones = new Set(pieces.map(({ zoneId }) => zoneId));
  return steps.some((step) => {
    const mark = plan.stepMarks[step.id];
    return mark === undefined ? zones.has(step.zoneId) : open.has(step.id) && mark !== stepMark(step);
  });
}
