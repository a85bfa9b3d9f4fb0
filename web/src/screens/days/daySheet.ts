import type { JobDetail } from '@upholder/core/api';
import { effectiveLog } from '@upholder/core/jobs';
import { tagsOf } from '@upholder/core/pieces';
import { loggedEnd, type PlannedOp } from '@upholder/core/planning';
import { addDays, lengthOf, localDate, minuteAt } from '@upholder/core/shop';

/** A line of the sheet on the wall: one task, or the part of it that falls on the day. */
export interface SheetLine {
  op: PlannedOp;
  start: number;
  end: number;
  pieces: number;
  /** It goes on another day, or began on one. */
  isPart: boolean;
  jobCode: string;
  loadLabel: string;
  /** Its pieces, as they are picked up. */
  tags: string;
}

/** What one person has to do on a day. */
export interface PersonSheet {
  personId: string;
  lines: SheetLine[];
  minutes: number;
}

/** What dries over the end of a day, and until when it must not be touched. */
export interface DryingLine {
  op: PlannedOp;
  jobCode: string;
  loadLabel: string;
  tags: string;
  handleAt: number;
}

/** The days on which something is planned, from the one of a moment on. */
export function plannedDays(details: readonly JobDetail[], timeZone: string, from: number): string[] {
  const days = new Set([localDate(from, timeZone)]);
  for (const { plan } of details)
    for (const { personId, segments } of plan?.ops ?? [])
      if (personId !== null)
        for (const { start } of segments) if (start >= from) days.add(localDate(start, timeZone));
  return [...days].sort();
}

/** Whether a coat lies under another one that dries longer on all of its pieces: only that one counts then. */
function isUnder(line: DryingLine, other: DryingLine): boolean {
  return (
    other !== line &&
    other.jobCode === line.jobCode &&
    other.op.loadId === line.op.loadId &&
    other.op.start >= line.op.end &&
    other.handleAt >= line.handleAt &&
    line.op.pieceIds.every((id) => other.op.pieceIds.includes(id))
  );
}

/** The sheet of one day over all jobs: by person in the order of time, and what dries at its end. */
export function daySheet(
  details: readonly JobDetail[],
  timeZone: string,
  date: string,
): { people: PersonSheet[]; drying: DryingLine[]; closing: number } {
  const people = new Map<string, SheetLine[]>();
  const drying: DryingLine[] = [];
  for (const { job, plan, log, pieces: all } of details) {
    const entries = effectiveLog(log);
    const labels = new Map(plan?.loads.map(({ id, label }) => [id, label]));
    for (const op of plan?.ops ?? []) {
      const tags = tagsOf(all, op.pieceIds);
      const where = { op, jobCode: job.code, loadLabel: labels.get(op.loadId) ?? '', tags };
      const logged = loggedEnd(op, entries);
      const end = logged ?? op.end;
      const { handle = 0 } = op.lags ?? {};
      if (op.isCoat && localDate(end, timeZone) <= date) drying.push({ ...where, handleAt: end + handle });
      if (op.personId === null || logged !== null) continue;
      const today = op.segments.filter(({ start }) => localDate(start, timeZone) === date);
      const [first] = today;
      const last = today.at(-1);
      if (!first || !last) continue;
      const lines = people.get(op.personId) ?? [];
      lines.push({
        ...where,
        start: first.start,
        end: last.end,
        pieces: today.reduce((sum, { pieces }) => sum + pieces, 0),
        isPart: today.length < op.segments.length,
      });
      people.set(op.personId, lines);
    }
  }
  // The last to leave puts out the light; on a day without work, midnight does.
  const midnight = minuteAt(addDays(date, 1), '00:00', timeZone);
  const ends = [...people.values()].flatMap((lines) => lines.map(({ end }) => end));
  const closing = ends.length > 0 ? Math.max(...ends) : midnight;
  return {
    people: [...people].map(([personId, lines]) => ({
      personId,
      lines: lines.toSorted((a, b) => a.start - b.start),
      minutes: lengthOf(lines),
    })),
    closing,
    drying: drying
      .filter((line) => line.handleAt > closing && !drying.some((other) => isUnder(line, other)))
      .toSorted((a, b) => a.handleAt - b.handleAt),
  };
}
