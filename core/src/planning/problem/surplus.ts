import type { Minute } from '../../shop/calendar.ts';
import type { ShopSettings } from '../../shop/index.ts';
import type { Reservation } from './model.ts';
import { resourcesOf } from './problem.ts';

/** What is taken of a person's time or of a place, as far as it was looked at. */
interface Taken {
  until: Minute;
  amount: number;
}

/** Somebody's time is taken until here, last by whom. */
interface Busy {
  last: Reservation;
}

/** Earliest first; of those that begin together the longest first, so that it covers the others. */
const inOrder = (one: Reservation, other: Reservation) => one.start - other.start || other.end - one.end;

/** What is taken of people's time: what is taken already is not told twice, and what goes on without a break is one. */
function timesOf(reserved: readonly Reservation[]): Reservation[] {
  const kept: Reservation[] = [];
  const busy = new Map<string, Busy>();
  for (const one of reserved) {
    const person = one.personId ?? '';
    const known = busy.get(person);
    if (known && one.end <= known.last.end) continue;
    if (known && one.start <= known.last.end && one.by === known.last.by) {
      known.last.end = one.end;
      continue;
    }
    const last = { ...one, start: Math.max(one.start, known?.last.end ?? one.start) };
    busy.set(person, { last });
    kept.push(last);
  }
  return kept;
}

/** What is taken of places: nothing of it that lies wholly in a time in which what began before fills the place anyway. */
function placesOf(reserved: readonly Reservation[], capacities: ReadonlyMap<string, number>): Reservation[] {
  const held = new Map<string, Taken[]>();
  return reserved.filter(({ use, start, end }) => {
    if (!use) return false;
    const now = (held.get(use.resourceId) ?? []).filter(({ until }) => until > start);
    const throughout = now.reduce((sum, { until, amount }) => (until >= end ? sum + amount : sum), 0);
    const isFull = throughout >= (capacities.get(use.resourceId) ?? Number.POSITIVE_INFINITY);
    if (!isFull) now.push({ until: end, amount: use.amount });
    held.set(use.resourceId, now);
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
  const ordered = reserved.toSorted(inOrder);
  const ofPlaces = new Set(placesOf(ordered, capacities));
  return [
    ...timesOf(ordered.filter(({ personId, use, gun }) => personId !== null && !use && !gun)),
    ...ordered.filter((one) => (one.personId === null && !one.use) || one.gun || ofPlaces.has(one)),
  ];
}
