import type { Minute } from '../../shop/calendar.ts';
import { clockStart } from '../problem/clocks.ts';
import { goingOn, type PlanProblem, workMinutes } from '../problem/model.ts';
import { headLength } from '../problem/tripOps.ts';
import type { LoadProgress } from './progress.ts';
import { firstIndexEndingAfter, type Timetable } from './timetable.ts';
import { roomDaysOf } from './workdays.ts';

/** Most that is planned of a day's free hours for one trip: people get there one after the other, and pieces do not split. */
const FILLED = 0.85;

/** Minutes of people's free time within a stretch. */
function freeMinutes(
  { people }: PlanProblem,
  table: Timetable,
  { start, end }: { start: Minute; end: Minute },
) {
  return people.reduce((sum, { id }) => {
    const gaps = table.left(id)?.gaps ?? [];
    for (let at = firstIndexEndingAfter(gaps, start); at < gaps.length; at += 1) {
      const gap = gaps[at];
      if (!gap || gap.start >= end) break;
      sum += Math.min(gap.end, end) - Math.max(gap.start, start);
    }
    return sum;
  }, 0);
}

/** A load whose last work is done at the client. */
interface Return {
  progress: LoadProgress;
  /** From when its films are hard enough. */
  ready: Minute;
  minutes: Minute;
}

/** What is left of a load, done at the client by whoever is there: the way there is a trip's, not a load's. */
function minutesThere({ load, next }: LoadProgress): Minute {
  return load.ops.slice(next).reduce((sum, op) => sum + workMinutes(op.isTrip ? goingOn(op) : op), 0);
}

/** Minutes of the way to the client and back, for each person. */
function wayOf(loads: readonly LoadProgress[]): Minute {
  return loads.reduce((most, { op }) => Math.max(most, (op?.setupMin ?? 0) - (op?.refillMin ?? 0)), 0);
}

/**
 * Which loads are brought back on which trip: the last ones when they are ready, all others as late before that as the days have
 * room, so that the room is visited on few days and the last of them is no later for it.
 *
 * @returns the loads in the order in which they are refitted, each with the opening of its day.
 */
export function returnTrips(
  problem: PlanProblem,
  table: Timetable,
  loads: readonly LoadProgress[],
): { progress: LoadProgress; from: Minute }[] {
  if (loads.length === 0) return [];
  const days = roomDaysOf(problem);
  if (problem.refitTogether) return inOneGo(problem, table, loads);
  const returns = loads.flatMap((progress): Return[] => {
    const { op } = progress;
    if (!op) return [];
    const ready = Math.max(problem.now, progress.turn, clockStart(progress.placed, op));
    return [{ progress, ready, minutes: minutesThere(progress) }];
  });
  returns.sort((a, b) => b.ready - a.ready);
  const [latest] = returns;
  if (!latest) return [];
  const way = wayOf(loads) * problem.people.length;
  const last = firstIndexEndingAfter(days, latest.ready);
  let day = last;
  let room = Number.POSITIVE_INFINITY;
  const assigned = returns.map((one) => {
    const opening = (at: number) => days[at]?.start ?? one.ready;
    // What is not ready by the opening of the last day goes with the last; all else before it.
    if (day === last && one.ready <= opening(last) && last > 0) {
      day -= 1;
      room = roomOf(problem, table, days[day]) - way;
    }
    if (day < last) {
      while (day > 0 && room < one.minutes && opening(day - 1) >= one.ready) {
        day -= 1;
        room = roomOf(problem, table, days[day]) - way;
      }
      room -= one.minutes;
    }
    return { progress: one.progress, ready: one.ready, from: opening(day) };
  });
  return assigned
    .sort((a, b) => a.from - b.from || a.ready - b.ready)
    .map(({ progress, from }) => ({ progress, from }));
}

/**
 * All loads one after the other from when the last of them is ready: on that day where the rest of it is enough for all of them,
 * else from the next opening on.
 */
function inOneGo(
  problem: PlanProblem,
  table: Timetable,
  loads: readonly LoadProgress[],
): { progress: LoadProgress; from: Minute }[] {
  const days = roomDaysOf(problem);
  let ready = problem.now;
  let minutes = 0;
  for (const progress of loads) {
    const { op, placed } = progress;
    if (op) ready = Math.max(ready, clockStart(placed, op));
    minutes += minutesThere(progress);
  }
  const at = firstIndexEndingAfter(days, ready);
  const day = days[at];
  const rest = day && ready > day.start ? { start: ready, end: day.end } : undefined;
  const isSameDay =
    rest === undefined || roomOf(problem, table, rest) - wayOf(loads) * problem.people.length >= minutes;
  const from = isSameDay ? ready : Math.max(ready, days[at + 1]?.start ?? ready);
  return loads.map((progress) => ({ progress, from }));
}

function roomOf(
  problem: PlanProblem,
  table: Timetable,
  day: { start: Minute; end: Minute } | undefined,
): Minute {
  return day ? FILLED * freeMinutes(problem, table, day) : Number.POSITIVE_INFINITY;
}

/**
 * When the loads are taken down: in so many trips on as many days, as many pieces on each, in the order of their ranks.
 * @returns the opening of the day of its trip for each load; nothing for those of the first trip.
 */
export function takeDownTrips(
  problem: PlanProblem,
  loads: readonly LoadProgress[],
  trips: number,
): Map<LoadProgress, Minute> {
  if (trips <= 1 || loads.length === 0) return new Map();
  const days = roomDaysOf(problem);
  const first = firstIndexEndingAfter(days, problem.now);
  const minutesOf = ({ load }: LoadProgress) =>
    load.ops.slice(0, headLength(load.ops)).reduce((sum, op) => sum + workMinutes(op), 0);
  const all = loads.reduce((sum, progress) => sum + minutesOf(progress), 0);
  const from = new Map<LoadProgress, Minute>();
  let before = 0;
  for (const progress of loads) {
    const trip = Math.min(trips - 1, Math.floor((trips * before) / Math.max(1, all)));
    const day = days[first + trip];
    if (trip > 0 && day) from.set(progress, day.start);
    before += minutesOf(progress);
  }
  return from;
}
