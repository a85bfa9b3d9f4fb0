import type { Minute } from '../../shop/calendar.ts';
import type { ShopSettings } from '../../shop/index.ts';
import type { Reservation } from './model.ts';
import { resourcesOf } from './problem.ts';

/** What is taken of a person's time or of a place, as far as it was looked at. */
interface Taken {
  until: Minute;
  amount: number;
}

/** Earliest first; of those that begin together the longest first, so that it covers the others. */
const inOrder = (one: Reservation, other: Reservation) => one.start - other.start || other.end - one.end;

/** What is taken of people's time: what is taken already is not told twice, and what goes on without a break is one. */
function timesOf(reserved: readonly Reservation[]): Reservation[] {
  const kept: Reservation[] = [];
  /** What was kept last of each person's time. */
  const latest = new Map<string, Reservation>();
  for (const one of reserved) {
    const person = one.personId ?? '';
    const before = latest.get(person);
    if (before && one.end <= before.end) continue;
    if (before && one.start <= before.end && one.by === before.by) {
      before.end = one.end;
      continue;
    }
    const own = { ...one, start: Math.max(one.start, before?.end ?? one.start) };
    latest.set(person, own);
    kept.push(own);
  }
  return kept;
}

/** What is taken of places: nothing of it that lies wholly in a time in which what began before fills the place anyway. */
function placesOf(reserved: readonly Reservation[], capacities: ReadonlyMap<string, number>): Reservation[] {
  const held = new Map<string, Taken[]>();
  return reserved.filter(({ use, start, end }) => {
    if (!use) return false;
    const { resourceId, amount } = use;
    const taken = held.get(resourceId) ?? [];
    held.set(resourceId, taken);
    let throughout = 0;
    let left = 0;
    for (const one of taken) {
      if (one.until <= start) continue;
      taken[left] = one;
      left += 1;
      if (one.until >= end) throughout += one.amount;
    }
    taken.length = left;
    const isFull = throughout >= (capacities.get(resourceId) ?? Number.POSITIVE_INFINITY);
    if (!isFull) taken.push({ until: end, amount });
    return !isFull;
  });
}

/**
 * The same as taken of a shop, told in fewer words: whoever and whatever has no time or room left has none, however many jobs
 * were promised it. A shop that promised itself ten times over is planned around as fast as one that did not.
 * @param settings say how much of each place there is; of places that they do not know everything is kept.
 * @returns reservations that leave exactly the same hours of people, the same room where any is left, and the same guns. Times of
 * one person for one job that follow one another without a break are one; the name of a job that takes nothing more is lost.
 */
export function withoutSurplus(reserved: readonly Reservation[], settings: ShopSettings): Reservation[] {
  const capacities = new Map(resourcesOf(settings).map(({ id, capacity }) => [id, capacity]));
  const ofPeople: Reservation[] = [];
  const ofPlaces: Reservation[] = [];
  const others: Reservation[] = [];
  for (const one of reserved.toSorted(inOrder)) {
    if (one.gun || (one.personId !== null && one.use)) others.push(one);
    else if (one.use) ofPlaces.push(one);
    else if (one.personId !== null) ofPeople.push(one);
  }
  return [...timesOf(ofPeople), ...placesOf(ofPlaces, capacities), ...others];
}
