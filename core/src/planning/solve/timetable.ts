import { once } from '../../base/once.ts';
import { countWhile } from '../../base/ordered.ts';
import type { Interval, Minute } from '../../shop/calendar.ts';
import { GunBook, type GunCounts, type GunUse, gunKindOf, type Paint } from '../problem/guns.ts';
import { heldLevels, stairsOf } from '../problem/holds.ts';
import { driedAt } from '../problem/hourly.ts';
import {
  badAirIn,
  goingOn,
  mayDo,
  type Person,
  type PlanOp,
  type PlanProblem,
  type ScheduledOp,
  type Segment,
  type Use,
  workMinutes,
} from '../problem/model.ts';

// Longer than other files: one timetable, with the state that it keeps.

/** Where an operation would go. */
export interface Slot extends Interval {
  personId: string;
  segments: Segment[];
  occupiedUntil: Minute | null;
}

/** Part of a place that one load has, for a time. */
interface Share extends Interval {
  amount: number;
}

/**
 * What is taken of a place over time, as a flight of steps: `level[i]` holds from `from[i]` to the next. A load counts once,
 * with the most that it holds at a minute: its coats follow one another on the same hooks.
 */
class PlaceBook {
  private from: Minute[] = [Number.NEGATIVE_INFINITY];
  private level: number[] = [0];
  private readonly own = new Map<string, Share[]>();

  /** The same book, to be written in by itself. */
  copy(): PlaceBook {
    const copy = new PlaceBook();
    copy.from = [...this.from];
    copy.level = [...this.level];
    for (const [loadId, shares] of this.own) copy.own.set(loadId, shares);
    return copy;
  }

  /** Index of the step that a minute lies on. */
  private stepAt(minute: Minute): number {
    // Halved by hand: this is asked more often than anything else.
    let low = 0;
    let high = this.from.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((this.from[middle] as Minute) <= minute) low = middle + 1;
      else high = middle;
    }
    return Math.max(0, low - 1);
  }

  private edgeAt(minute: Minute): number {
    const at = this.stepAt(minute);
    if (this.from[at] === minute) return at;
    this.from.splice(at + 1, 0, minute);
    this.level.splice(at + 1, 0, this.level[at] ?? 0);
    return at + 1;
  }

  private raise(start: Minute, end: Minute, amount: number): void {
    if (end <= start || amount <= 0) return;
    const first = this.edgeAt(start);
    const last = this.edgeAt(end);
    for (let at = first; at < last; at += 1) this.level[at] = (this.level[at] ?? 0) + amount;
  }

  /** Most that one load holds at a minute. */
  private ownAt(shares: readonly Share[] | undefined, minute: Minute): number {
    let most = 0;
    for (const { start, end, amount } of shares ?? [])
      if (start <= minute && end > minute && amount > most) most = amount;
    return most;
  }

  add(share: Share, loadId: string | null): void {
    if (share.end <= share.start) return;
    if (loadId === null) {
      this.raise(share.start, share.end, share.amount);
      return;
    }
    const shares = this.own.get(loadId) ?? [];
    const edges = [share.start, share.end];
    for (const { start, end } of shares)
      for (const edge of [start, end]) if (edge > share.start && edge < share.end) edges.push(edge);
    edges.sort((a, b) => a - b);
    for (let at = 0; at + 1 < edges.length; at += 1) {
      const start = edges[at] ?? 0;
      this.raise(start, edges[at + 1] ?? 0, share.amount - this.ownAt(shares, start));
    }
    this.own.set(loadId, [...shares, share]);
  }

  /**
   * The end of the last stretch within an interval that leaves too little room for so much more; null when it fits. No
   * start before that moment can do, as long as what is wanted gets no shorter by starting later.
   */
  fullUntil(most: number, start: Minute, end: Minute, loadId: string): Minute | null {
    const shares = this.own.get(loadId);
    for (let at = this.stepAt(end - 1); at >= 0; at -= 1) {
      const from = this.from[at] ?? 0;
      const until = this.from[at + 1] ?? Number.POSITIVE_INFINITY;
      const level = this.level[at] ?? 0;
      if (level > most && level - this.ownAt(shares, Math.max(from, start)) > most) return until;
      if (from <= start) break;
    }
    return null;
  }
}

/** Working time that nobody has taken yet. */
interface Gap extends Interval {
  /** Which stretch of the person's hours it lies in. */
  stretch: number;
}

/** What is left of a person's hours, in order. */
class PersonBook {
  private constructor(
    readonly work: readonly Interval[],
    readonly gaps: Gap[],
  ) {}

  static of(work: readonly Interval[]): PersonBook {
    return new PersonBook(
      work,
      work.map(({ start, end }, stretch) => ({ start, end, stretch })),
    );
  }

  copy(): PersonBook {
    return new PersonBook(this.work, [...this.gaps]);
  }

  /** Takes a time out of what is left, whatever of it there is. */
  take({ start, end }: Interval): void {
    let at = firstIndexEndingAfter(this.gaps, start);
    for (let gap = this.gaps[at]; gap && gap.start < end; gap = this.gaps[at]) {
      const rest: Gap[] = [];
      if (gap.start < start) rest.push({ start: gap.start, end: start, stretch: gap.stretch });
      if (gap.end > end) rest.push({ start: end, end: gap.end, stretch: gap.stretch });
      this.gaps.splice(at, 1, ...rest);
      at += rest.length;
      if (gap.end > end) break;
    }
  }
}

/** The shop that a problem asks of. */
type ShopOf = Pick<PlanProblem, 'people' | 'resources' | 'reserved' | 'guns'>;

/** Who and what is taken when. */
export class Timetable {
  private readonly people = new Map<string, PersonBook>();
  private readonly places = new Map<string, PlaceBook>();
  private capacities = new Map<string, number>();
  private guns: PlanProblem['guns'];
  private readonly gunBooks = new Map<string, GunBook>();
  /** What others alone take of the same shop; null where this is it. */
  private base: Timetable | null = null;
  /** Stretches in which an operation finds no place with somebody, by operation and person. */
  private readonly hopeless = new WeakMap<PlanOp, Map<string, Interval[]>>();

  /** The same timetable with some people busy as well; places are shared with it, so only work without a place may be added. */
  withBusy(slots: readonly Slot[]): Timetable {
    const busy = new Timetable();
    for (const [id, book] of this.people) busy.people.set(id, book);
    for (const id of new Set(slots.map(({ personId }) => personId))) {
      const book = this.people.get(id);
      if (book) busy.people.set(id, book.copy());
    }
    for (const { personId, segments } of slots)
      for (const segment of segments) busy.people.get(personId)?.take(segment);
    for (const [id, book] of this.places) busy.places.set(id, book);
    busy.capacities = this.capacities;
    busy.guns = this.guns;
    busy.base = this.base;
    for (const [kind, book] of this.gunBooks) busy.gunBooks.set(kind, book);
    return busy;
  }

  /** A timetable with everybody's hours, and only the reservations of a problem in it. */
  static from(problem: ShopOf): Timetable {
    const base = reservedIn(problem);
    const table = base.copy();
    table.base = base;
    return table;
  }

  /**
   * No slot that is found here begins before this: where others alone leave none, nothing does. A shop that is full for a year is
   * walked through once for each task, not in every plan that is tried.
   * @param firstStart of an operation with only what others take, from a minute on; null where there is none.
   */
  noneBefore(
    op: PlanOp,
    personId: string,
    from: Minute,
    firstStart: (base: Timetable) => Minute | null,
  ): Minute {
    if (!this.base) return from;
    const known = this.base.hopeless.get(op) ?? new Map<string, Interval[]>();
    this.base.hopeless.set(op, known);
    const stretches = known.get(personId) ?? [];
    const stretch = stretches.find(({ start, end }) => start <= from && from <= end);
    if (stretch) return stretch.end;
    const end = firstStart(this.base) ?? Number.POSITIVE_INFINITY;
    known.set(personId, [...stretches, { start: from, end }]);
    return end;
  }

  /** The same timetable, to be written in by itself. */
  copy(): Timetable {
    const copy = new Timetable();
    copy.guns = this.guns;
    copy.capacities = this.capacities;
    for (const [id, book] of this.people) copy.people.set(id, book.copy());
    for (const [id, book] of this.places) copy.places.set(id, book.copy());
    for (const [kind, book] of this.gunBooks) copy.gunBooks.set(kind, book.copy());
    return copy;
  }

  /** The first of them: it is made once for each problem, since what other jobs have taken may be a great deal. */
  static ofReserved(problem: ShopOf): Timetable {
    const table = new Timetable();
    table.guns = problem.guns;
    for (const { id, capacity } of problem.resources) table.capacities.set(id, capacity);
    for (const { id, work } of problem.people) table.people.set(id, PersonBook.of(work));
    for (const { start, end, personId, use, gun } of problem.reserved) {
      if (gun)
        table.gunsFor(gun)?.book(gun.number, { start, end, paint: gun, isGiven: true, ...setUpOf(gun) });
      if (personId !== null) table.people.get(personId)?.take({ start, end });
      if (use) table.bookPlace(use.resourceId, { start, end, amount: use.amount }, null);
    }
    return table;
  }

  /** What is left of somebody's hours. */
  left(personId: string): PersonBook | undefined {
    return this.people.get(personId);
  }

  /** The guns that a paint may go through; null where nothing is asked of guns. */
  private gunsFor(paint: Paint): GunBook | null {
    if (!this.guns) return null;
    const { counts, change } = this.guns;
    const kind = kindOf(paint, counts);
    const known = this.gunBooks.get(kind);
    if (known) return known;
    const book = new GunBook(counts[kind] ?? 1, change);
    this.gunBooks.set(kind, book);
    return book;
  }

  /** Moments in a stretch from which a task may go on with the paint that is in a gun, the earliest first. */
  sessionEnds({ paint }: PlanOp, span: Interval): Minute[] {
    const ends = paint ? (this.gunsFor(paint)?.ends(paint, span) ?? []) : [];
    return [...new Set(ends)].sort((a, b) => a - b);
  }

  /** The gun that an operation would have in a slot; see {@link GunBook.find}. Null where it needs none. */
  gunFor({ paint }: PlanOp, slot: Interval): ReturnType<GunBook['find']> | null {
    return (paint && this.gunsFor(paint)?.find(paint, slot)) ?? null;
  }

  private bookPlace(resourceId: string, share: Share, loadId: string | null): void {
    const book = this.places.get(resourceId) ?? new PlaceBook();
    book.add(share, loadId);
    this.places.set(resourceId, book);
  }

  /** Books a new operation with its person, its place and its hold. */
  book(op: PlanOp, slot: Slot): void {
    for (const segment of slot.segments) this.people.get(slot.personId)?.take(segment);
    for (const { resourceId, amount } of op.uses)
      this.bookPlace(resourceId, { start: slot.start, end: slot.end, amount }, op.loadId);
    if (op.gun) this.gunsFor(op.gun)?.book(op.gun.number, { ...slot, paint: op.gun, ...setUpOf(op.gun) });
    this.hold({ op, start: slot.start, occupiedUntil: slot.occupiedUntil });
  }

  /** Takes note of what went through the guns before. */
  sprayed({ op: { paint }, start, end }: Pick<ScheduledOp, 'op' | 'start' | 'end'>): void {
    if (paint) this.gunsFor(paint)?.book(0, { start, end, paint, changeMin: Number.POSITIVE_INFINITY });
  }

  /** Books only the hold of an operation, planned or done. */
  hold(item: Pick<ScheduledOp, 'op' | 'start' | 'occupiedUntil'>): void {
    const { hold, loadId } = item.op;
    if (hold) for (const level of heldLevels(item)) this.bookPlace(hold.resourceId, level, loadId);
  }

  /**
   * The earliest minute worth trying again because the places of an operation are too full while it is worked on, or while
   * its film dries; null when they have room. A load never stands in its own way: its coats follow one another on the
   * same hooks.
   */
  fullUntil(op: PlanOp, start: Minute, end: Minute, occupiedUntil: Minute): Minute | null {
    const { uses, hold } = op;
    for (const use of uses) {
      const retry = this.lacks(use, { start, end }, op.loadId);
      if (retry !== null) return retry;
    }
    if (!hold) return null;
    // From the last level back: what is full later holds it up longer, and what is taken only gets less.
    const stairs = stairsOf(op);
    let amount = 0;
    let until = occupiedUntil;
    for (let at = stairs.length - 1; at >= 0; at -= 1) {
      amount += stairs[at]?.amount ?? 0;
      const from = at === 0 ? start : Math.max(start, occupiedUntil - (stairs[at - 1]?.before ?? 0));
      if (until <= from) continue;
      const retry = this.lacks(
        { resourceId: hold.resourceId, amount },
        { start: from, end: until },
        op.loadId,
      );
      if (retry !== null) return retry;
      until = from;
    }
    return null;
  }

  private lacks({ resourceId, amount }: Use, { start, end }: Interval, loadId: string): Minute | null {
    const room = (this.capacities.get(resourceId) ?? 0) - amount;
    if (room < 0) return Number.POSITIVE_INFINITY;
    return this.places.get(resourceId)?.fullUntil(room, start, end, loadId) ?? null;
  }
}

/** Which guns a paint goes through is asked for at every step. */
function kindOf(paint: Paint, counts: GunCounts): string {
  const known = kindsOf(counts);
  const before = known.get(paint);
  if (before !== undefined) return before;
  const kind = gunKindOf(paint, counts);
  known.set(paint, kind);
  return kind;
}
const kindsOf = once((_counts: GunCounts) => new WeakMap<Paint, string>());

function setUpOf({ changeMin, goesOn }: GunUse): { changeMin: Minute; goesOn: boolean } {
  return { changeMin, goesOn };
}

/** Index of the first of these ordered intervals that ends after a minute; the length when none does. */
export function firstIndexEndingAfter(intervals: readonly Interval[], minute: Minute): number {
  return countWhile(intervals, ({ end }) => end <= minute);
}

/** Where an operation would go with one person; null when it finds no place in what is left of their hours. */
function walk({ work, gaps }: PersonBook, op: PlanOp, from: Minute): Segment[] | null {
  const total = workMinutes(op);
  const { isWet, perPieceMin, cleanupMin } = op;
  const pieces = op.pieceIds.length;
  for (let index = firstIndexEndingAfter(gaps, from); index < gaps.length; index += 1) {
    const gap = gaps[index] as Gap;
    const start = Math.max(gap.start, from);
    if (gap.end - start >= total) return [{ start, end: start + total, pieces }];
    if (isWet) continue;
    // Dry work may stop when the stretch ends, not because something else is in the way.
    const segments: Segment[] = [];
    let piecesLeft = pieces;
    let setupLeft = op.setupMin;
    let isCleanupLeft = cleanupMin > 0;
    let at = index;
    for (let stretch = gap.stretch; stretch < work.length; stretch += 1) {
      const hours = work[stretch] as Interval;
      const begin = segments.length === 0 && stretch === gap.stretch ? start : hours.start;
      const available = hours.end - begin;
      const fitting =
        perPieceMin === 0 ? piecesLeft : Math.floor((available - setupLeft) / perPieceMin + 1e-9);
      const done = Math.min(piecesLeft, fitting);
      // Laying the tools out is not worth a task: a stretch that fits no piece is left alone.
      if (done <= 0 && piecesLeft > 0) {
        if (segments.length === 0) break;
        continue;
      }
      const bare = setupLeft + done * perPieceMin;
      const withCleanup = done === piecesLeft && Math.ceil(bare + cleanupMin - 1e-9) <= available;
      const end = begin + Math.max(1, Math.ceil(bare + (withCleanup ? cleanupMin : 0) - 1e-9));
      while (at < gaps.length && (gaps[at] as Gap).end <= begin) at += 1;
      const free = gaps[at];
      if (!free || free.start > begin || free.end < end) break;
      segments.push({ start: begin, end, pieces: done });
      piecesLeft -= done;
      setupLeft = 0;
      if (withCleanup) isCleanupLeft = false;
      if (piecesLeft === 0 && !isCleanupLeft) return segments;
    }
  }
  return null;
}

/** Who may be asked to do something; everybody where nothing is said. */
export interface Hands {
  people?: readonly Person[] | undefined;
  /** Whoever had the load last goes on with it, where that is hardly later. */
  stay?: string | null | undefined;
  /** So much later may that person begin and still be given the load. */
  stayMin?: Minute;
}

/**
 * The earliest slot for an operation at or after `ready`: a person with working time, its place free while it is worked
 * on, and its rail or rack free until the film is dry to handle. Null when none exists before the horizon.
 */
export function earliestSlot(
  problem: PlanProblem,
  table: Timetable,
  op: PlanOp,
  ready: Minute,
  { people = problem.people, stay = null, stayMin = 0 }: Hands = {},
): Slot | null {
  let best: Slot | null = null;
  // A place that is full at the very start need not be held against anybody's hours.
  let from = Math.max(ready, problem.now);
  for (;;) {
    const free = from < problem.horizon ? table.fullUntil(op, from, from + 1, from + 1) : null;
    if (free === null) break;
    from = free;
  }
  // Whoever had the load last may begin a little later and still get it.
  const rankOf = (personId: string, start: Minute) => start - (personId === stay ? stayMin : 0);
  for (const person of people) {
    if (!mayDo(person, op)) continue;
    const latest: Minute = best
      ? rankOf(best.personId, best.start) + (person.id === stay ? stayMin : 0)
      : Number.POSITIVE_INFINITY;
    const own = slotOf(problem, table, op, from, person.id, latest);
    if (!own) continue;
    const by = best ? rankOf(person.id, own.start) - rankOf(best.personId, best.start) : -1;
    if (!best || by < 0 || (by === 0 && own.end < best.end)) best = own;
  }
  return best;
}

/** So many starts in vain say that others have filled the shop. */
const LONG_SEARCH = 4;

/** The earliest slot of one person that begins no later than a moment; null when there is none. */
function slotOf(
  problem: PlanProblem,
  table: Timetable,
  op: PlanOp,
  ready: Minute,
  personId: string,
  latest: Minute,
): Slot | null {
  const left = table.left(personId);
  if (!left) return null;
  let from = ready;
  for (let tried = 0; from < problem.horizon && from <= latest; tried += 1) {
    if (tried === LONG_SEARCH) {
      const begun = from;
      from = table.noneBefore(
        op,
        personId,
        begun,
        (base) => slotOf(problem, base, op, begun, personId, Number.POSITIVE_INFINITY)?.start ?? null,
      );
      if (from > begun) continue;
    }
    const segments = walk(left, op, from);
    const first = segments?.[0];
    const last = segments?.at(-1);
    if (!segments || !first || !last || first.start > latest) return null;
    const { start } = first;
    const { end } = last;
    const dried = driedAt(op, end);
    const occupiedUntil = dried.hold ? end + dried.hold.minutes : null;
    const air = badAirIn(op, { start, end });
    const retry = air ? air.end : table.fullUntil(dried, start, end, occupiedUntil ?? end);
    if (retry === null) return { personId, start, end, segments, occupiedUntil };
    from = Math.max(retry, start + 1);
  }
  return null;
}

/** An operation as it would be done, and where. */
export interface Placement {
  op: PlanOp;
  slot: Slot;
}

/** How often a slot is moved on for the sake of a gun before giving up. */
const GUN_TRIES = 200;

/** An operation whose set-up is longer by what its gun takes; each is asked for many times while it looks for its place. */
function changedOver(op: PlanOp, changeMin: Minute): PlanOp {
  const known = longerOf(op);
  const asked = known.get(changeMin) ?? { ...op, setupMin: op.setupMin + changeMin };
  known.set(changeMin, asked);
  return asked;
}
const longerOf = once((_op: PlanOp) => new Map<Minute, PlanOp>());

/** A slot for an operation that sets its gun up anew: its set-up is longer by what cleaning and changing it over takes. */
function setUpAnew(
  problem: PlanProblem,
  table: Timetable,
  op: PlanOp,
  ready: Minute,
  hands: Hands,
): Placement | null {
  let from = ready;
  let changeMin = 0;
  let isLess = false;
  for (let attempt = 0; attempt < GUN_TRIES; attempt += 1) {
    const asked = changeMin === 0 ? op : changedOver(op, changeMin);
    const slot = earliestSlot(problem, table, asked, from, hands);
    if (!slot) return null;
    const found = table.gunFor(op, slot);
    if (!found || !op.paint) return { op: asked, slot };
    if ('retryAt' in found) {
      if (found.retryAt === Number.POSITIVE_INFINITY) return null;
      from = Math.max(found.retryAt, slot.start + 1);
      changeMin = 0;
      isLess = false;
    } else if (found.changeMin < changeMin && !isLess) {
      // The time for a change sent it past a night, after which there is less to change: tried once from there.
      from = slot.start;
      changeMin = found.changeMin;
      isLess = true;
    } else if (found.changeMin <= changeMin) {
      const { number } = found;
      return { op: { ...asked, gun: { ...op.paint, number, changeMin, goesOn: false } }, slot };
    } else changeMin = found.changeMin;
  }
  return null;
}

/**
 * The earliest slot for an operation with the gun that it needs. Where the same paint is in a gun, it goes on from there if it
 * ends no later by that.
 */
export function earliestPlacement(
  problem: PlanProblem,
  table: Timetable,
  op: PlanOp,
  ready: Minute,
  hands: Hands = {},
): Placement | null {
  const alone = setUpAnew(problem, table, op, ready, hands);
  const { paint } = op;
  if (!paint || !alone) return alone;
  for (const from of table.sessionEnds(op, { start: ready, end: alone.slot.end })) {
    const joined = goingOn(op);
    const slot = earliestSlot(problem, table, joined, from, hands);
    if (!slot || slot.end > alone.slot.end) continue;
    const found = table.gunFor(op, slot);
    if (found && 'number' in found && found.goesOn)
      return { op: { ...joined, gun: { ...paint, number: found.number, changeMin: 0, goesOn: true } }, slot };
  }
  return alone;
}

/** Whether two problems ask of the same shop: the same people with the same hours, the same places and guns. */
function isSameShop(one: ShopOf, other: ShopOf): boolean {
  return (
    one.guns?.counts === other.guns?.counts &&
    one.guns?.change === other.guns?.change &&
    one.people.length === other.people.length &&
    one.people.every(({ id, work }, at) => other.people[at]?.id === id && other.people[at]?.work === work) &&
    one.resources.length === other.resources.length &&
    one.resources.every(
      ({ id, capacity }, at) => other.resources[at]?.id === id && other.resources[at]?.capacity === capacity,
    )
  );
}
const tablesOf = once((_reserved: PlanProblem['reserved']): { shop: ShopOf; table: Timetable }[] => []);

/** What others take of a shop is booked once, however many ways a job is cut in. */
const reservedIn = once((shop: ShopOf): Timetable => {
  const known = tablesOf(shop.reserved);
  const same = known.find((one) => isSameShop(one.shop, shop));
  if (same) return same.table;
  const table = Timetable.ofReserved(shop);
  known.push({ shop, table });
  return table;
});
