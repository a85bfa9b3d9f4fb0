import { said } from '../../said/index.ts';
import { lengthOf, type Minute } from '../../shop/calendar.ts';
import { isOtherWork, type Plan, type PlanOp } from '../problem/model.ts';

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
  return ops.reduce((sum, { segments }) => sum + lengthOf(segments), 0);
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

/** How steeply late pieces weigh: the last few count most, all others a little. */
const STEEP = 8;

/**
 * How late the last coats are: the mean over all pieces of the days until each has its last coat, the latest weighing most
 * (a power mean). A plan can get better by it on the way to an earlier handover, where that stands still across a weekend.
 */
function lateness({ ops }: Pick<Plan, 'ops'>): number {
  const coats = new Map<string, { end: Minute; pieces: number }>();
  let begin = Number.POSITIVE_INFINITY;
  for (const { op, personId, start, end } of ops) {
    if (personId === null) continue;
    begin = Math.min(begin, start);
    const known = coats.get(op.loadId) ?? { end: 0, pieces: 0 };
    if (op.isCoat) known.end = Math.max(known.end, end);
    known.pieces = Math.max(known.pieces, op.pieceIds.length);
    coats.set(op.loadId, known);
  }
  let sum = 0;
  let pieces = 0;
  for (const load of coats.values()) {
    sum += load.pieces * Math.max(0, (load.end - begin) / DAY) ** STEEP;
    pieces += load.pieces;
  }
  return pieces === 0 ? 0 : (sum / pieces) ** (1 / STEEP);
}

/** What it costs to leave a load for other work on another one: to put down, fetch, lay out, and find the place again. */
const SWITCH_MIN = 10;

/** How often somebody leaves a load for other work on another one within a day. */
function switches({ ops }: Pick<Plan, 'ops'>): number {
  const hands = new Map<string, { start: Minute; op: PlanOp }[]>();
  for (const { op, personId, segments } of ops) {
    if (personId === null) continue;
    const own = hands.get(personId) ?? [];
    hands.set(personId, own);
    for (const { start } of segments) own.push({ start, op });
  }
  let count = 0;
  for (const own of hands.values()) {
    own.sort((a, b) => a.start - b.start);
    own.forEach(({ op, start }, index) => {
      const before = own[index - 1];
      if (before && start - before.start < DAY / 2 && isOtherWork(before.op, op)) count += 1;
    });
  }
  return count;
}

/** In a plan of many loads an hour at its end is not worth a day's work on the way; with fewer every minute counts. */
const MANY_LOADS = 6;
const HOUR = 60;

function endOf({ ops, completion }: Plan): Minute {
  const loads = new Set(ops.map(({ op }) => op.loadId));
  return loads.size > MANY_LOADS ? Math.ceil(completion / HOUR) * HOUR : completion;
}

/**
 * A plan as numbers, the most important first; smaller is better. For the earliest handover a minute of anybody's work weighs as much
 * as a minute by which the last coats are late: gun set-ups and trips cost what they take, and a change to other work ten minutes.
 * @param moved by how many minutes it moves the tasks of today; of two plans that are as good, the calmer one is better.
 */
export function scoreOf(plan: Plan, objective: Objective, moved = 0): number[] {
  const { completion } = plan;
  const labour = labourMinutes(plan);
  switch (objective) {
    case 'earliest':
      return [endOf(plan), moved, lateness(plan) * DAY + labour + SWITCH_MIN * switches(plan), completion];
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
