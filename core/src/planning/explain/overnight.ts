import { localDate, type Minute } from '../../shop/calendar.ts';
import type { PlannedOp, PlanSnapshot } from '../keep/snapshot.ts';

/** Where a loose piece is when nobody works on it: with the client, on its rail or rack, wet without either, stacked, or back. */
export const RESTING_PLACES = ['client', 'rail', 'rack', 'wet', 'stacked', 'back'] as const;
export type RestingPlace = (typeof RESTING_PLACES)[number];

/** Pieces that stand together in the same place until the same time. */
export interface Resting {
  place: RestingPlace;
  pieceIds: string[];
  /** When the last of them may be touched; null where that holds already. */
  until: Minute | null;
}

type RestingPlan = Pick<PlanSnapshot, 'loads' | 'ops'>;

/** Since when an operation is over, and from when it begins; what is logged goes before what was planned. */
type Ends = (op: PlannedOp) => Minute;

function placeOf(ops: readonly PlannedOp[], at: Minute, endOf: Ends): Omit<Resting, 'pieceIds'> | null {
  const isOver = (op: PlannedOp) => endOf(op) <= at;
  const out = ops.filter(({ trip }) => trip === 'out');
  const back = ops.filter(({ trip }) => trip === 'back');
  if (out.some((op) => !isOver(op))) return { place: 'client', until: null };
  if (back.length > 0 && back.every(isOver)) return { place: 'back', until: null };
  // New parts that nobody has touched yet may not even be here.
  if (out.length === 0 && !ops.some(isOver)) return null;
  let held: Omit<Resting, 'pieceIds'> | null = null;
  let dryAt = at;
  for (const op of ops) {
    const end = endOf(op);
    if (!op.isCoat || !op.lags || end > at) continue;
    const until = op.occupiedUntil === null ? null : end + (op.occupiedUntil - op.end);
    // Of several rails and racks each is one: `rack:` and its id.
    const place = op.hold?.resourceId.split(':')[0];
    if (until !== null && until > at && (place === 'rail' || place === 'rack')) held = { place, until };
    dryAt = Math.max(dryAt, end + op.lags.handle);
  }
  if (held) return held;
  return dryAt > at ? { place: 'wet', until: dryAt } : { place: 'stacked', until: null };
}

/**
 * Where all loose pieces of a plan are at a moment. Fixed pieces stay where they are and are left out, as is what nobody has begun.
 *
 * @param endOf when an operation ended, or is planned to.
 * @returns by place, in the order of {@link RESTING_PLACES}, and by when they may be touched.
 */
export function restingAt(
  { loads, ops }: RestingPlan,
  at: Minute,
  endOf: Ends = ({ end }) => end,
): Resting[] {
  const found = new Map<string, Resting>();
  for (const load of loads) {
    if (load.lie === 'fixed') continue;
    const own = ops.filter(({ loadId }) => loadId === load.id);
    for (const id of load.pieceIds) {
      const rest = placeOf(
        own.filter(({ pieceIds }) => pieceIds.includes(id)),
        at,
        endOf,
      );
      if (!rest) continue;
      const key = `${rest.place} ${rest.until}`;
      const known = found.get(key) ?? { ...rest, pieceIds: [] };
      known.pieceIds.push(id);
      found.set(key, known);
    }
  }
  return [...found.values()].sort(
    (a, b) =>
      RESTING_PLACES.indexOf(a.place) - RESTING_PLACES.indexOf(b.place) || (a.until ?? 0) - (b.until ?? 0),
  );
}

/** When the last planned work of each day ends, by date, in order. */
export function closings(ops: readonly PlannedOp[], timeZone: string): Map<string, Minute> {
  const ends = new Map<string, Minute>();
  for (const { personId, segments } of ops)
    for (const { end } of personId === null ? [] : segments) {
      const date = localDate(end - 1, timeZone);
      ends.set(date, Math.max(end, ends.get(date) ?? end));
    }
  return new Map([...ends].sort(([a], [b]) => a.localeCompare(b)));
}

/** The night on which most pieces stand stacked between two tasks, and how many; null where none ever do. */
export function fullestNight(plan: RestingPlan, timeZone: string): { date: string; pieces: number } | null {
  let most: { date: string; pieces: number } | null = null;
  for (const [date, at] of closings(plan.ops, timeZone)) {
    const pieces = restingAt(plan, at)
      .filter(({ place }) => place === 'stacked')
      .reduce((sum, { pieceIds }) => sum + pieceIds.length, 0);
    if (pieces > (most?.pieces ?? 0)) most = { date, pieces };
  }
  return most;
}
