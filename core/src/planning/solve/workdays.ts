import type { Interval } from '../../shop/calendar.ts';
import { type Person, type PlanProblem, ROOM_CAPACITY } from '../problem/model.ts';
import { daysOfWork } from './capacityBound.ts';
import { union, without } from './supply.ts';

const known = new WeakMap<readonly Person[], readonly Interval[]>();
const knownInRoom = new WeakMap<PlanProblem, readonly Interval[]>();

/** Days on which any of these people work, each from its opening to its end; worked out once for all plans of a question. */
export function workdaysOf(people: readonly Person[]): readonly Interval[] {
  const days = known.get(people) ?? daysOfWork(union(people.map(({ work }) => work)));
  known.set(people, days);
  return days;
}

/** The same, as far as the client's room is open on them. */
export function roomDaysOf(problem: PlanProblem): readonly Interval[] {
  const days = knownInRoom.get(problem) ?? openDays(problem);
  knownInRoom.set(problem, days);
  return days;
}

function openDays({ people, reserved }: PlanProblem): readonly Interval[] {
  const shut = reserved.filter(({ use }) => use?.resourceId === 'room' && use.amount >= ROOM_CAPACITY);
  if (shut.length === 0) return workdaysOf(people);
  const open = without(union(people.map(({ work }) => work)), shut);
  return daysOfWork(open);
}

const stretches = new WeakMap<readonly Person[], readonly Interval[]>();

/** Stretches of work of any of these people, breaks left out. */
export function stretchesOf(people: readonly Person[]): readonly Interval[] {
  const spans = stretches.get(people) ?? union(people.map(({ work }) => work));
  stretches.set(people, spans);
  return spans;
}
