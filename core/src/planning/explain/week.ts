import { lengthOf, localDate, type Minute } from '../../shop/calendar.ts';
import type { PlannedOp } from '../keep/snapshot.ts';
import type { PlanPlace } from '../problem/model.ts';

/** A job as far as a week shows it: the tasks of its plan, with what of them is still to come. */
export interface WeekJob {
  id: string;
  ops: readonly PlannedOp[];
  isOpen(op: PlannedOp): boolean;
}

/** What one person does for one job on one day. */
export interface PersonDay {
  jobId: string;
  minutes: Minute;
  /** From the first to the last minute of it. */
  start: Minute;
  end: Minute;
  /** Where, in the order of time. */
  places: PlanPlace[];
}

/** What a client's room sees of a day: somebody at work in it, or nobody while its pieces are away. */
export type RoomDay =
  | {
      kind: 'work';
      jobId: string;
      minutes: Minute;
      personIds: string[];
      what: 'out' | 'back' | 'coat' | 'other';
    }
  | { kind: 'without'; jobId: string };

/** One day over all jobs. */
export interface WeekDay {
  date: string;
  people: Map<string, PersonDay[]>;
  rooms: RoomDay[];
}

interface Part {
  op: PlannedOp;
  start: Minute;
  end: Minute;
}

function personDay(jobId: string, parts: readonly Part[]): PersonDay {
  return {
    jobId,
    minutes: lengthOf(parts),
    start: Math.min(...parts.map(({ start }) => start)),
    end: Math.max(...parts.map(({ end }) => end)),
    places: [...new Set(parts.map(({ op }) => op.row))],
  };
}

/** What weighs most for the client: that pieces go or come back, then wet paint. */
function whatOf(parts: readonly Part[]): 'out' | 'back' | 'coat' | 'other' {
  if (parts.some(({ op }) => op.trip === 'out')) return 'out';
  if (parts.some(({ op }) => op.trip === 'back')) return 'back';
  return parts.some(({ op }) => op.isCoat) ? 'coat' : 'other';
}

function roomDay(
  { id, ops }: WeekJob,
  date: string,
  parts: readonly Part[],
  timeZone: string,
): RoomDay | null {
  const inRoom = parts.filter(({ op }) => op.row === 'room');
  if (inRoom.length > 0)
    return {
      kind: 'work',
      jobId: id,
      minutes: lengthOf(inRoom),
      personIds: [...new Set(inRoom.flatMap(({ op }) => op.personId ?? []))],
      what: whatOf(inRoom),
    };
  const own = ops.filter(({ row }) => row === 'room');
  if (own.length === 0) return null;
  const first = localDate(Math.min(...own.map(({ start }) => start)), timeZone);
  const last = localDate(Math.max(...own.map(({ end }) => end)), timeZone);
  return first < date && date < last ? { kind: 'without', jobId: id } : null;
}

/**
 * Who works where for which job on which day, and which client is without a room.
 * @param dates in the order in which they are shown.
 * @returns a day for each of them; a person's jobs in the order in which they are begun.
 */
export function weekOf(jobs: readonly WeekJob[], dates: readonly string[], timeZone: string): WeekDay[] {
  const parts = new Map<string, Map<string, Part[]>>(dates.map((date) => [date, new Map()]));
  for (const { id, ops, isOpen } of jobs)
    for (const op of ops) {
      if (op.personId === null || !isOpen(op)) continue;
      for (const { start, end } of op.segments) {
        const day = parts.get(localDate(start, timeZone));
        if (day) day.set(id, [...(day.get(id) ?? []), { op, start, end }]);
      }
    }
  return dates.map((date) => {
    const people = new Map<string, PersonDay[]>();
    const rooms: RoomDay[] = [];
    for (const job of jobs) {
      const own = (parts.get(date)?.get(job.id) ?? []).toSorted((a, b) => a.start - b.start);
      for (const personId of new Set(own.flatMap(({ op }) => op.personId ?? [])))
        people.set(personId, [
          ...(people.get(personId) ?? []),
          personDay(
            job.id,
            own.filter(({ op }) => op.personId === personId),
          ),
        ]);
      const room = roomDay(job, date, own, timeZone);
      if (room) rooms.push(room);
    }
    for (const days of people.values()) days.sort((a, b) => a.start - b.start);
    return { date, people, rooms };
  });
}
