import type { JobDetail } from '@upholder/core/api';
import { effectiveLog } from '@upholder/core/jobs';
import { loggedEnd, type PlannedOp } from '@upholder/core/planning';
import { holderResource, resourceAt } from '@upholder/core/shop';

/** A row of the chart by places: a kind of place, or one rail, rack, booth or bench of several by its id. */
export type Row = string;

/** The row that a task is worked in. */
function rowOf({ row, placeId }: PlannedOp, holderId: string | null): Row {
  if (row === 'booth' || row === 'bench') return resourceAt(row, placeId);
  if (row === 'room' || holderId === null) return row;
  return holderResource({ kind: row, id: holderId });
}

/** A stretch of work as it is drawn. */
export interface LabourItem {
  op: PlannedOp;
  row: Row;
  start: number;
  end: number;
  isDone: boolean;
}

/** A drying film as it is drawn. */
export interface FilmItem {
  op: PlannedOp;
  row: Row;
  start: number;
  end: number;
  sandAt: number;
  recoatAt: number;
  handleAt: number;
  shutsAt: number | null;
}

/** What a film is drawn in: the colour of its zone, or that of primers. */
export function filmColour({ op }: FilmItem, zones: ReadonlyMap<string, { newColour: string }>): string {
  return op.stepKey.startsWith('colour') ? (zones.get(op.zoneId)?.newColour ?? '#888') : 'var(--primer)';
}

/**
 * Until when a film is drawn: as long as a clock of it runs. Filler and the like, which hold no place, only until the next
 * task to the same pieces: then it is sanded, or covered.
 */
function filmEnd(end: number, op: PlannedOp, ofLoad: readonly PlannedOp[]): number {
  const { sand = 0, recoat = 0, handle = 0 } = op.lags ?? {};
  const dry = end + Math.max(sand, recoat, handle);
  if (op.hold) return dry;
  const next = ofLoad[ofLoad.indexOf(op) + 1];
  return next && next.start > end ? Math.min(dry, next.start) : dry;
}

/** What the day view draws: the plan, with what is logged at the time it really happened. */
export function dayItems({ plan, log }: Pick<JobDetail, 'plan' | 'log'>): {
  labour: LabourItem[];
  films: FilmItem[];
} {
  const entries = effectiveLog(log);
  const labour: LabourItem[] = [];
  const films: FilmItem[] = [];
  const holders = new Map((plan?.loads ?? []).map(({ id, holderId }) => [id, holderId]));
  const order = new Map<string, PlannedOp[]>();
  for (const op of plan?.ops ?? []) order.set(op.loadId, [...(order.get(op.loadId) ?? []), op]);
  for (const op of plan?.ops ?? []) {
    const logged = loggedEnd(op, entries);
    const isDone = op.personId === null || logged !== null;
    const end = logged ?? op.end;
    const row = rowOf(op, holders.get(op.loadId) ?? null);
    if (isDone) labour.push({ op, row, start: end - (op.end - op.start), end, isDone });
    else
      for (const segment of op.segments)
        labour.push({ op, row, start: segment.start, end: segment.end, isDone });
    if (!op.lags) continue;
    const { sand = 0, recoat = 0, handle = 0 } = op.lags;
    films.push({
      op,
      row: op.hold?.resourceId ?? row,
      start: end,
      end: filmEnd(end, op, order.get(op.loadId) ?? []),
      sandAt: end + sand,
      recoatAt: end + recoat,
      handleAt: end + handle,
      shutsAt: op.windowMax === null ? null : end + op.windowMax,
    });
  }
  return { labour, films };
}
