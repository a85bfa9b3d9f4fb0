import { said } from '../../said/index.ts';
import type { Minute } from '../../shop/calendar.ts';
import type { Plan } from '../problem/model.ts';

/** What a plan is to be best at. */
export const OBJECTIVES = {
  earliest: said('plan.earliest-hand-over'),
  room: said('plan.shortest-time-in-the-room'),
  labour: said('plan.least-labour'),
  even: said('plan.balanced-days'),
} as const;
export type Objective = keyof typeof OBJECTIVES;

/** Minutes of work that somebody has to do, set-ups and clean-ups included. */
export function labourMinutes({ ops }: Pick<Plan, 'ops'>): Minute {
  return ops.reduce(
    (sum, { segments }) => sum + segments.reduce((part, { start, end }) => part + end - start, 0),
    0,
  );
}

/** Minutes between the first and the last work in the client's room; 0 when there is none. */
export function roomMinutes({ ops }: Pick<Plan, 'ops'>): Minute {
  const inRoom = ops.filter(({ op, personId }) => op.row === 'room' && personId !== null);
  if (inRoom.length === 0) return 0;
  return Math.max(...inRoom.map(({ end }) => end)) - Math.min(...inRoom.map(({ start }) => start));
}

const DAY = 1440;

/**
 * How uneven the days are: the spread of what each person works each day, against its mean, over the days on which anybody
 * works (the square of the coefficient of variation). 0 when every day is alike; drawing the job out does not make it less.
 */
export function unevenness({ ops }: Pick<Plan, 'ops'>): number {
  const hours = new Map<string, Map<number, number>>();
  const days = new Set<number>();
  for (const { personId, segments } of ops) {
    if (personId === null) continue;
    const own = hours.get(personId) ?? new Map<number, number>();
    hours.set(personId, own);
    for (const { start, end } of segments) {
      const day = Math.floor(start / DAY);
      days.add(day);
      own.set(day, (own.get(day) ?? 0) + (end - start) / 60);
    }
  }
  const all = [...hours.values()].flatMap((own) => [...days].map((day) => own.get(day) ?? 0));
  const mean = all.reduce((sum, one) => sum + one, 0) / Math.max(1, all.length);
  if (mean === 0) return 0;
  return all.reduce((sum, one) => sum + (one / mean - 1) ** 2, 0) / all.length;
}

/** When a piece is done on average: of two plans that hand over together, the one that is through with more of it first. */
function meanEnd({ ops }: Pick<Plan, 'ops'>): number {
  const ends = new Map<string, { end: Minute; pieces: number }>();
  for (const { op, end } of ops) {
    const known = ends.get(op.loadId);
    ends.set(op.loadId, {
      end: Math.max(known?.end ?? 0, end),
      pieces: Math.max(known?.pieces ?? 0, op.pieceIds.length),
    });
  }
  const all = [...ends.values()];
  const pieces = all.reduce((sum, load) => sum + load.pieces, 0);
  return pieces === 0 ? 0 : all.reduce((sum, load) => sum + load.end * load.pieces, 0) / pieces;
}

/**
 * A plan as numbers, the most important first; smaller is better.
 * @param moved by how many minutes it moves the tasks of today; of two plans that are as good, the calmer one is better.
 */
export function scoreOf(plan: Plan, objective: Objective, moved = 0): number[] {
  const { completion } = plan;
  const labour = labourMinutes(plan);
  switch (objective) {
    case 'earliest':
      return [completion, moved, meanEnd(plan), labour, plan.ops.length];
    case 'room':
      return [roomMinutes(plan), completion, moved, labour];
    case 'labour':
      return [labour, completion, moved, plan.ops.length];
    case 'even':
      return [unevenness(plan), completion, moved, labour];
  }
}

/** Below 0 when the first is better, 0 when neither is. */
export function compareScores(a: readonly number[], b: readonly number[]): number {
  for (let index = 0; index < a.length; index += 1) {
    const difference = (a[index] ?? 0) - (b[index] ?? 0);
    if (Math.abs(difference) > 1e-9) return difference;
  }
  return 0;
}
