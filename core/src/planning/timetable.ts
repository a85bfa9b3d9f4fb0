import type { Interval, Minute } from '../shop/calendar.ts';
import {
  badAirIn,
  mayDo,
  type PlanOp,
  type PlanProblem,
  type ScheduledOp,
  type Segment,
  workMinutes,
} from './model.ts';

/** Where an operation would go. */
export interface Slot extends Interval {
  personId: string;
  segments: Segment[];
  holdUntil: Minute | null;
}

interface Booking extends Interval {
  amount: number;
  loadId: string | null;
}

/** Bookings of a place, found by the days that they touch. */
class PlaceBook {
  private readonly days = new Map<number, Booking[]>();

  add(booking: Booking): void {
    for (let day = dayOf(booking.start); day <= dayOf(booking.end - 1); day += 1) {
      const list = this.days.get(day);
      if (list) list.push(booking);
      else this.days.set(day, [booking]);
    }
  }

  /** Bookings of others that overlap an interval, each once. */
  others(interval: Interval, loadId: string): Booking[] {
    const found: Booking[] = [];
    const first = dayOf(interval.start);
    for (let day = first; day <= dayOf(interval.end - 1); day += 1) {
      for (const booking of this.days.get(day) ?? []) {
        if (booking.loadId === loadId || booking.start >= interval.end || booking.end <= interval.start)
          continue;
        // Whatever goes on from the day before was found there.
        if (day === first || dayOf(booking.start) === day) found.push(booking);
      }
    }
    return found;
  }
}

const DAY = 1440;
const dayOf = (minute: Minute) => Math.floor(minute / DAY);

/** Who and what is taken when. */
export class Timetable {
  readonly people = new Map<string, Interval[]>();
  private readonly places = new Map<string, PlaceBook>();

  /** The same timetable with some people busy as well; places are shared with it, so only work without a place may be added. */
  withBusy(slots: readonly Slot[]): Timetable {
    const busy = new Timetable();
    for (const [id, list] of this.people) busy.people.set(id, list);
    for (const { personId, segments } of slots) {
      busy.people.set(personId, [...(busy.people.get(personId) ?? [])]);
      for (const segment of segments) busy.bookPerson(personId, segment);
    }
    for (const [id, book] of this.places) busy.places.set(id, book);
    return busy;
  }

  /** A timetable with only the reservations of a problem in it. */
  static from(problem: PlanProblem): Timetable {
    const table = new Timetable();
    for (const { start, end, personId, use } of problem.reserved) {
      if (personId !== null) table.bookPerson(personId, { start, end });
      if (use) table.bookResource(use.resourceId, { start, end, amount: use.amount, loadId: null });
    }
    return table;
  }

  private bookPerson(personId: string, interval: Interval): void {
    const list = this.people.get(personId) ?? [];
    let at = list.length;
    while (at > 0 && (list[at - 1]?.start ?? 0) > interval.start) at -= 1;
    list.splice(at, 0, interval);
    this.people.set(personId, list);
  }

  private bookResource(resourceId: string, booking: Booking): void {
    if (booking.end <= booking.start) return;
    const book = this.places.get(resourceId) ?? new PlaceBook();
    book.add(booking);
    this.places.set(resourceId, book);
  }

  /** Books a new operation with its person, its place and its hold. */
  book(op: PlanOp, slot: Slot): void {
    for (const segment of slot.segments) this.bookPerson(slot.personId, segment);
    for (const use of op.uses) {
      this.bookResource(use.resourceId, {
        start: slot.start,
        end: slot.end,
        amount: use.amount,
        loadId: op.loadId,
      });
    }
    this.hold({ op, start: slot.start, holdUntil: slot.holdUntil });
  }

  /** Books only the hold of an operation, planned or done. */
  hold({ op, start, holdUntil }: Pick<ScheduledOp, 'op' | 'start' | 'holdUntil'>): void {
    if (!op.hold || holdUntil === null) return;
    this.bookResource(op.hold.resourceId, {
      start,
      end: holdUntil,
      amount: op.hold.amount,
      loadId: op.loadId,
    });
  }

  /**
   * The earliest minute after `start` worth trying again because `amount` more does not fit within the interval now;
   * null when it fits. A load never stands in its own way: its coats follow one another on the same hooks.
   */
  conflict(
    resourceId: string,
    capacity: number,
    amount: number,
    interval: Interval,
    loadId: string,
  ): Minute | null {
    const others = this.places.get(resourceId)?.others(interval, loadId) ?? [];
    if (others.length === 0) return amount > capacity ? Number.POSITIVE_INFINITY : null;
    const moments = [
      interval.start,
      ...others.map(({ start }) => start).filter((start) => start > interval.start),
    ];
    const isOver = moments.some((moment) => {
      // A load that holds twice over the same minute holds once.
      const perLoad = new Map<string, number>();
      let outside = 0;
      for (const booking of others) {
        if (booking.start > moment || booking.end <= moment) continue;
        if (booking.loadId === null) outside += booking.amount;
        else perLoad.set(booking.loadId, Math.max(perLoad.get(booking.loadId) ?? 0, booking.amount));
      }
      return outside + [...perLoad.values()].reduce((sum, held) => sum + held, 0) + amount > capacity;
    });
    return isOver ? Math.min(...others.map(({ end }) => end)) : null;
  }
}

/** Index of the first of these ordered intervals that ends after a minute; the length when none does. */
export function firstIndexEndingAfter(intervals: readonly Interval[], minute: Minute): number {
  let low = 0;
  let high = intervals.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((intervals[middle]?.end ?? 0) > minute) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** Splits work over the calendar from `start`; null when someone is busy in between (then try `retryAt`). */
function walk(
  work: readonly Interval[],
  busy: readonly Interval[],
  op: PlanOp,
  from: Minute,
): { segments: Segment[] } | { retryAt: Minute } | null {
  const segments: Segment[] = [];
  let piecesLeft = op.pieceIds.length;
  let setupLeft = op.setupMin;
  let isCleanupLeft = true;
  const total = workMinutes(op);
  for (let index = firstIndexEndingAfter(work, from); index < work.length; index += 1) {
    const interval = work[index];
    if (!interval) break;
    const start = Math.max(interval.start, from);
    const available = interval.end - start;
    if (op.isWet) {
      if (available < total) continue;
      const clash = busy[firstIndexEndingAfter(busy, start)];
      if (clash && clash.start < start + total) return { retryAt: clash.end };
      return { segments: [{ start, end: start + total, pieces: piecesLeft }] };
    }
    const perPiece = op.perPieceMin;
    const fitting = perPiece === 0 ? piecesLeft : Math.floor((available - setupLeft) / perPiece + 1e-9);
    const pieces = Math.min(piecesLeft, fitting);
    // Laying the tools out is not worth a visit: a stretch that fits no piece is left alone.
    if (pieces <= 0 && piecesLeft > 0) continue;
    const bare = setupLeft + pieces * perPiece;
    const withCleanup = pieces === piecesLeft && Math.ceil(bare + op.cleanupMin - 1e-9) <= available;
    const minutes = Math.max(1, Math.ceil(bare + (withCleanup ? op.cleanupMin : 0) - 1e-9));
    const clash = busy[firstIndexEndingAfter(busy, start)];
    if (clash && clash.start < start + minutes) return { retryAt: clash.end };
    segments.push({ start, end: start + minutes, pieces });
    piecesLeft -= pieces;
    setupLeft = 0;
    if (withCleanup) isCleanupLeft = false;
    if (piecesLeft === 0 && (!isCleanupLeft || op.cleanupMin === 0)) return { segments };
  }
  return null;
}

/**
 * The earliest slot for an operation at or after `ready`: a person with working time, its place free while it is worked
 * on, and its rail or rack free until the film is dry to handle. Null when none exists before the horizon.
 */
export function earliestSlot(problem: PlanProblem, table: Timetable, op: PlanOp, ready: Minute): Slot | null {
  let from = Math.max(ready, problem.now);
  const wanted = [...op.uses, ...(op.hold ? [op.hold] : [])].map(({ resourceId, amount }) => ({
    resourceId,
    amount,
    capacity: problem.resources.find(({ id }) => id === resourceId)?.capacity ?? 0,
  }));
  while (from < problem.horizon) {
    // A place that is full at the very start need not be held against everybody's hours.
    let isFull = false;
    for (const { resourceId, amount, capacity } of wanted) {
      const retry = table.conflict(resourceId, capacity, amount, { start: from, end: from + 1 }, op.loadId);
      if (retry === null) continue;
      from = retry;
      isFull = true;
      break;
    }
    if (isFull) continue;
    let best: Slot | null = null;
    for (const person of problem.people) {
      if (!mayDo(person, op)) continue;
      let start = from;
      for (;;) {
        const outcome = walk(person.work, table.people.get(person.id) ?? [], op, start);
        if (outcome === null) break;
        if ('retryAt' in outcome) {
          start = outcome.retryAt;
          continue;
        }
        const first = outcome.segments[0];
        const last = outcome.segments.at(-1);
        if (
          first &&
          last &&
          (!best || first.start < best.start || (first.start === best.start && last.end < best.end))
        ) {
          best = {
            personId: person.id,
            start: first.start,
            end: last.end,
            segments: outcome.segments,
            holdUntil: op.hold ? last.end + op.hold.minutes : null,
          };
        }
        break;
      }
    }
    if (!best) return null;
    const air = badAirIn(op, best);
    if (air) {
      from = air.end;
      continue;
    }
    const retry = firstConflict(problem, table, op, best);
    if (retry === null) return best;
    from = Math.max(retry, best.start + 1);
  }
  return null;
}

function firstConflict(problem: PlanProblem, table: Timetable, op: PlanOp, slot: Slot): Minute | null {
  const wanted = op.uses.map((use) => ({ use, interval: { start: slot.start, end: slot.end } }));
  if (op.hold && slot.holdUntil !== null) {
    wanted.push({ use: op.hold, interval: { start: slot.start, end: slot.holdUntil } });
  }
  for (const { use, interval } of wanted) {
    const capacity = problem.resources.find(({ id }) => id === use.resourceId)?.capacity ?? 0;
    const retry = table.conflict(use.resourceId, capacity, use.amount, interval, op.loadId);
    if (retry !== null) return retry;
  }
  return null;
}
