import type { JobDetail } from '@upholder/core/api';
import { effectiveLog } from '@upholder/core/jobs';
import { loggedEnd, type PlannedOp } from '@upholder/core/planning';

export type Row = PlannedOp['row'];

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
  const order = new Map<string, PlannedOp[]>();
  for (const op of plan?.ops ?? []) order.set(op.loadId, [...(order.get(op.loadId) ?? []), op]);
  for (const op of plan?.ops ?? []) {
    const logged = loggedEnd(op, entries);
    const isDone = op.personId === null || logged !== null;
    const end = logged ?? op.end;
    if (isDone) labour.push({ op, row: op.row, start: end - (op.end - op.start), end, isDone });
    else
      for (const segment of op.segments)
        labour.push({ op, row: op.row, start: segment.start, end: segment.end, isDone });
    if (!op.lags) continue;
    const { sand = 0, recoat = 0, handle = 0 } = op.lags;
    films.push({
      op,
      row: (op.hold?.resourceId as Row | undefined) ?? op.row,
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
