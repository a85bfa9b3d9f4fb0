import type { Interval } from '../../shop/calendar.ts';
import type { Person } from '../problem/model.ts';
import { daysOfWork } from './capacityBound.ts';
import { union } from './supply.ts';

const known = new WeakMap<readonly Person[], Interval[]>();

/** Days on which any of these people work, each from its opening to its end; worked out once for all plans of a question. */
export function workdaysOf(people: readonly Person[]): readonly Interval[] {
  const days = known.get(people) ?? daysOfWork(union(people.map(({ work }) => work)));
  known.set(people, days);
  return days;
}
