import type { Dossier } from '@upholder/core/api';
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

/** What the day view draws: the plan, with what is logged at the time it really happened. */
export function dayItems({ plan, log }: Pick<Dossier, 'plan' | 'log'>): {
  labour: LabourItem[];
  films: FilmItem[];
} {
  const entries = effectiveLog(log);
  const labour: LabourItem[] = [];
  const films: FilmItem[] = [];
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
      end: end + Math.max(sand, recoat, handle),
      sandAt: end + sand,
      recoatAt: end + recoat,
      handleAt: end + handle,
      shutsAt: op.windowMax === null ? null : end + op.windowMax,
    });
  }
  return { labour, films };
}
