import { once } from '../../base/once.ts';
import type { Interval, Minute } from '../../shop/calendar.ts';
import { type Person, type PlanProblem, ROOM_CAPACITY } from '../problem/model.ts';
import { daysOfWork } from './capacityBound.ts';
import { union, without } from './supply.ts';

/** Stretches of work of any of these people, breaks left out. */
export const stretchesOf = once((people: readonly Person[]): readonly Interval[] =>
  union(people.map(({ work }) => work)),
);

/** Days on which any of these people work, each from its opening to its end. */
export const workdaysOf = once((people: readonly Person[]): readonly Interval[] =>
  daysOfWork(stretchesOf(people)),
);

/** The same, as far as the client's room is open on them. */
export const roomDaysOf = once(({ people, reserved }: PlanProblem): readonly Interval[] => {
  const shut = reserved.filter(({ use }) => use?.resourceId === 'room' && use.amount >= ROOM_CAPACITY);
  return shut.length === 0 ? workdaysOf(people) : daysOfWork(without(stretchesOf(people), shut));
});

/** Minutes of work that somebody has in one go while the room is open, at the most; 0 where nobody ever works then. */
export function longestInRoom(people: readonly Person[], shut: readonly Interval[]): Minute {
  let longest = 0;
  for (const work of new Set(people.map((person) => person.work)))
    for (const { start, end } of without(work, shut)) longest = Math.max(longest, end - start);
  return longest;
}
