import { once } from '../../base/once.ts';
import type { Interval, Minute } from '../../shop/calendar.ts';
import { lagAfter, readyAfter } from '../problem/clocks.ts';
import { pauseOf } from '../problem/guns.ts';
import { firstFree } from '../problem/holds.ts';
import { type Load, type Person, type PlanOp, type PlanProblem, sessionOf } from '../problem/model.ts';
import { daysOfWork, heldAlone, minimumDays, takenOf, usedBy } from './capacityBound.ts';
import {
  addWorkMinutes,
  addWorkMinutesOfAll,
  type Supply,
  supplyOf,
  thresholds,
  union,
  without,
} from './supply.ts';
import { firstIndexEndingAfter } from './timetable.ts';

// Longer than other files: one bound; each part of it is only right together with the others.

const freeTimes = once(
  (_reserved: PlanProblem['reserved']) => new Map<string, [Person['work'], Interval[]]>(),
);

/** Somebody's hours without what others take of them; asked for once for each way of cutting a job. */
export function freeOf(reserved: PlanProblem['reserved'], { id, work }: Person): Interval[] {
  const known = freeTimes(reserved).get(id);
  if (known?.[0] === work) return known[1];
  const taken = reserved.filter(({ personId }) => personId === id);
  const free = without(work, taken);
  freeTimes(reserved).set(id, [work, free]);
  return free;
}

/** What no plan can end before, and what makes it so. */
export interface Bound {
  at: Minute;
  because:
    | { kind: 'chain'; loadId: string }
    | { kind: 'people' }
    | { kind: 'place'; resourceId: string }
    | { kind: 'done' };
}

/** What is asked of an operation at the very least. */
interface Need {
  op: PlanOp;
  load: Load;
  index: number;
  minutes: Minute;
  /** It cannot start before. */
  head: Minute;
}

/** Films that take a share of a place on so many days of work at the least. */
interface DayItem {
  first: Need;
  last: Need;
  days: number;
  amount: number;
  /** How many pieces it has there at the least, and what the smallest of them takes. */
  pieces: number;
  least: number;
  /** Minutes for which nothing else can have that share, from the first film of a day. */
  block: Minute;
  /** Minutes that its load takes after the last film at the least. */
  tail: Minute;
}

/** How many pieces these films have at a place at the least, and what the smallest of them takes there. */
function piecesOf(films: readonly Need[]): Pick<DayItem, 'pieces' | 'least'> {
  return {
    pieces: Math.min(...films.map(({ op }) => op.pieceIds.length)),
    least: Math.min(...films.map(({ op: { hold } }) => hold?.least ?? 1)),
  };
}

/** Whether a load may go on with what is in the gun, or on the brush, from one of its coats to the next. */
function mayGoOn(before: PlanOp, op: PlanOp): boolean {
  const rest = op.paint ? pauseOf(op.paint) : (op.restMin ?? 0);
  return lagAfter(before, op) <= rest;
}

class Bounder {
  private readonly people: Supply[];
  private readonly open: Supply;
  private readonly workdays: Interval[];
  /** Materials and steps of sessions that several tasks may share: set-up and clean-up fall away for all but one. */
  private readonly joint: Set<string>;
  private readonly choices = new Map<string, Minute[]>();
  private readonly likes = new Map<string, number>();
  private readonly signs = new Map<string, number>();
  private readonly endsAfter = new Map<string, Minute>();
  /** When loads that were looked at are through, each with everything else out of its way. */
  private readonly through = new Map<string, Minute>();

  constructor(private readonly problem: PlanProblem) {
    const free = problem.people.map((person) => freeOf(problem.reserved, person));
    this.people = free.map(supplyOf);
    this.open = supplyOf(union(free));
    this.workdays = daysOfWork(this.open.spans);
    // Another job may have left the same paint in the gun.
    this.joint = new Set(problem.reserved.flatMap(({ gun }) => (gun ? [gun.material] : [])));
    const seen = new Set<string>();
    for (const { ops } of problem.loads) {
      const own = new Map<string, PlanOp>();
      for (const op of ops) {
        const material = sessionOf(op);
        if (material === null) continue;
        const before = own.get(material);
        if (seen.has(material) || (before && mayGoOn(before, op))) this.joint.add(material);
        own.set(material, op);
      }
      for (const material of own.keys()) seen.add(material);
    }
  }

  /** Working minutes that an operation takes at least. */
  private minutesOf(op: PlanOp): Minute {
    const pieces = op.perPieceMin * op.pieceIds.length;
    const material = sessionOf(op);
    const isJoint = material !== null && this.joint.has(material);
    const own = isJoint ? Math.min(op.setupMin, op.refillMin ?? 0) : op.setupMin + op.cleanupMin;
    return Math.max(1, Math.ceil(pieces + own - 1e-9));
  }

  /** Earliest start and end of an operation on its own: by whoever is through with it first. */
  private alone(op: PlanOp, ready: Minute): Interval {
    const minutes = this.minutesOf(op);
    let best: Interval = { start: Number.POSITIVE_INFINITY, end: Number.POSITIVE_INFINITY };
    for (const supply of this.people) {
      for (let index = firstIndexEndingAfter(supply.spans, ready); index < supply.spans.length; index += 1) {
        const span = supply.spans[index];
        if (!span) break;
        const start = Math.max(ready, span.start);
        if (op.isWet && span.end - start < minutes) continue;
        const end = op.isWet ? start + minutes : addWorkMinutes(supply, start, minutes);
        best = { start: Math.min(best.start, start), end: Math.min(best.end, end) };
        break;
      }
    }
    return best;
  }

  /** The load with everything else out of its way but what it is to follow; starts of its open operations and its end. */
  chain(load: Load): { needs: Need[]; end: Minute } {
    const ends: { op: PlanOp; end: Minute }[] = [];
    const needs: Need[] = [];
    const begin = (load.after ?? []).reduce(
      (latest, id) => Math.max(latest, this.through.get(id) ?? 0),
      Math.max(this.problem.now, load.from ?? 0),
    );
    load.ops.forEach((op, index) => {
      if (op.done) {
        ends.push({ op, end: op.done.end });
        return;
      }
      const ready = readyAfter(ends, op, begin);
      const { start, end } = this.alone(op, ready);
      ends.push({ op, end });
      needs.push({ op, load, index, minutes: this.minutesOf(op), head: start });
    });
    const end = ends.reduce((latest, { end }) => Math.max(latest, end), this.problem.now);
    this.through.set(load.id, end);
    return { needs, end };
  }

  /**
   * Minutes from the end of an operation to the start of each that follows it in its load at the least, as if nobody ever
   * slept: every film before holds back whatever waits for it, not only what comes next.
   */
  private choicesFrom({ load, op, index }: Need): Minute[] {
    const known = this.choices.get(op.id);
    if (known) return known;
    const choices: Minute[] = [];
    const ends: { op: PlanOp; end: Minute }[] = [{ op, end: 0 }];
    for (const next of load.ops.slice(index + 1)) {
      const start = readyAfter(ends, next, 0);
      choices.push(start);
      ends.push({ op: next, end: start + this.minutesOf(next) });
    }
    this.choices.set(op.id, choices);
    return choices;
  }

  /** Minutes from the end of an operation to the end of its load at the least, as if nobody ever slept. */
  private tailOf(need: Need): Minute {
    const { load, index } = need;
    return this.choicesFrom(need).reduce((most, way, at) => {
      const next = load.ops[index + 1 + at];
      return Math.max(most, way + (next ? this.minutesOf(next) : 0));
    }, 0);
  }

  /** The same number for loads that take the same time with everything else out of their way. */
  private likeOf({ id, ops }: Load): number {
    const known = this.likes.get(id);
    if (known !== undefined) return known;
    const sides = ops.map(({ stepId }) => ops.findIndex((other) => other.stepId === stepId));
    const sign = JSON.stringify(
      ops.map((op, at) => [this.minutesOf(op), op.isWet, op.waitFor, op.lags, sides[at]]),
    );
    const like = this.signs.get(sign) ?? this.signs.size;
    this.signs.set(sign, like);
    this.likes.set(id, like);
    return like;
  }

  /** When a load ends if one of its operations ends at a moment, and everything else is out of its way. */
  private endAfter({ load, op, index }: Need, at: Minute): Minute {
    const key = `${this.likeOf(load)} ${index} ${at}`;
    const known = this.endsAfter.get(key);
    if (known !== undefined) return known;
    const ends: { op: PlanOp; end: Minute }[] = [{ op, end: at }];
    for (const next of load.ops.slice(index + 1)) {
      const ready = readyAfter(ends, next, at);
      ends.push({ op: next, end: this.alone(next, ready).end });
    }
    const last = ends.reduce((latest, { end }) => Math.max(latest, end), at);
    this.endsAfter.set(key, last);
    return last;
  }

  /**
   * When the first of some loads ends, each going on from a moment of its own, where that is later than what is known;
   * else what is known.
   */
  private laterThan(known: Minute, needs: readonly Need[], atOf: (need: Need) => Minute): Minute {
    let least = Number.POSITIVE_INFINITY;
    for (const need of needs) {
      const at = atOf(need);
      const end = this.endAfter(need, at);
      if (end <= known) return known;
      least = Math.min(least, end);
    }
    return Number.isFinite(least) ? least : known;
  }

  /** Work that all has to go through the same people or place, between what comes before it and what follows. */
  content(
    needs: readonly Need[],
    supply: readonly Supply[],
    amountOf: (need: Need) => number,
    /** How long after the end of an operation its share is still taken. */
    holdOf: (need: Need) => Minute,
    known: Minute,
  ): Minute {
    let best = known;
    const concerned = needs.filter((need) => amountOf(need) > 0);
    const tailOf = new Map(concerned.map((need) => [need, this.tailOf(need)]));
    for (const tail of thresholds([...tailOf.values()])) {
      const late = concerned.filter((need) => (tailOf.get(need) ?? 0) >= tail);
      for (const head of thresholds(late.map((need) => need.head))) {
        const set = late.filter((need) => need.head >= head);
        const amount = set.reduce((sum, need) => sum + amountOf(need), 0);
        const through = addWorkMinutesOfAll(supply, head, amount);
        if (through === Number.POSITIVE_INFINITY) continue;
        // Whichever is the last one: its load goes on from there.
        best = this.laterThan(best, set, (need) => Math.max(through - holdOf(need), need.head));
      }
    }
    return best;
  }

  /**
   * Minutes from the start of an operation for which it keeps all of its place to itself: until the first of its pieces lets go of
   * it, or its next coat is on.
   */
  private blockOf(need: Need): Minute {
    const { op, load, index } = need;
    if (!op.hold) return need.minutes;
    const free = firstFree(op, need.minutes);
    const next = load.ops.findIndex(
      (other, at) => at > index && other.hold?.resourceId === op.hold?.resourceId,
    );
    if (next < 0) return free;
    const gap = this.choicesFrom(need)[next - index - 1] ?? 0;
    return Math.max(0, Math.min(free, need.minutes + gap));
  }

  /** Films that dry in a place, those first whose load is soonest through after them. */
  private heldAt(needs: readonly Need[], resourceId: string) {
    return needs
      .flatMap((need) => {
        const { hold } = need.op;
        return hold?.resourceId === resourceId && hold.amount > 0
          ? [{ need, amount: hold.amount, block: this.blockOf(need), tail: this.tailOf(need) }]
          : [];
      })
      .sort((a, b) => a.tail - b.tail);
  }

  /**
   * Films that dry in the same place: where only so many of them fit side by side, the others take their turn, and each
   * turn begins in working hours. Of n turns on k places somebody has n/k to go through one after the other.
   */
  private turns(needs: readonly Need[], resourceId: string, capacity: number, known: Minute): Minute {
    let best = known;
    const items = this.heldAt(needs, resourceId);
    for (const amount of thresholds(items.map((item) => item.amount))) {
      const wide = items.filter((item) => item.amount >= amount);
      const places = Math.max(1, Math.floor(capacity / amount));
      for (const block of thresholds(wide.map((item) => item.block))) {
        const long = wide.filter((item) => item.block >= block);
        for (const tail of thresholds(long.map((item) => item.tail))) {
          const set = long.filter((item) => item.tail >= tail);
          const rounds = Math.ceil(set.length / places);
          if (rounds < 2) continue;
          const work = Math.min(...set.map(({ need }) => need.minutes));
          let at = Math.min(...set.map(({ need }) => need.head));
          let end = at;
          for (let round = 0; round < rounds && Number.isFinite(at); round += 1) {
            const start = this.firstStart(work, at);
            end = start + work;
            at = start + block;
          }
          if (!Number.isFinite(end)) continue;
          best = this.laterThan(
            best,
            set.map(({ need }) => need),
            (need) => Math.max(end, need.head),
          );
        }
      }
    }
    return best;
  }

  /** Minutes from the first to the last moment of a day at which the shortest of these films can begin. */
  private spanOf(needs: readonly Need[]): Minute {
    const work = Math.min(...needs.map(({ minutes }) => minutes));
    return this.workdays.reduce((most, { start, end }) => Math.max(most, end - start - work), 0);
  }

  /**
   * The same by days: where films mostly dry over night, a part of the rail sees one or two of them a day, whatever is
   * done. The last of the days that they need is when the last film of one of these begins at the earliest.
   */
  private byDays(items: readonly DayItem[], capacity: number, span: Minute, known: Minute): Minute {
    let best = known;
    const raise = (set: readonly DayItem[], places: number, shareOf: (item: DayItem) => number) => {
      const turns = set.flatMap((item) =>
        Array.from({ length: item.days }, () => ({ amount: shareOf(item), block: item.block })),
      );
      const head = Math.min(...set.map(({ first }) => first.head));
      const days = minimumDays(turns, places, span);
      const day = this.workdays[firstIndexEndingAfter(this.workdays, head) + days - 1];
      if (!day) return;
      best = this.laterThan(
        best,
        set.map(({ last }) => last),
        (need) => Math.max(head, day.start, need.head) + need.minutes,
      );
    };
    for (const tail of thresholds(items.map((item) => item.tail))) {
      const late = items.filter((item) => item.tail >= tail);
      for (const head of thresholds(late.map(({ first }) => first.head)).slice(0, 6)) {
        const set = late.filter(({ first }) => first.head >= head);
        // By their width all together, and by how many of the wider ones fit side by side.
        raise(set, capacity, ({ amount }) => amount);
        // No piece hangs half: by how many of the smallest fit, however the loads are cut.
        for (const least of thresholds(set.map((item) => item.least)))
          raise(
            set.filter((item) => item.least >= least),
            Math.max(1, Math.floor(capacity / least)),
            ({ pieces }) => pieces,
          );
        for (const amount of thresholds(set.map((item) => item.amount)))
          raise(
            set.filter((item) => item.amount >= amount),
            Math.max(1, Math.floor(capacity / amount)),
            () => 1,
          );
      }
    }
    return best;
  }

  /** Films one by one, each a turn of its own, and loads with the days that their films need together. */
  private days(needs: readonly Need[], resourceId: string, capacity: number, known: Minute): Minute {
    const films = this.heldAt(needs, resourceId);
    if (films.length === 0) return known;
    const span = this.spanOf(films.map(({ need }) => need));
    const single = films.map(
      ({ need, ...film }): DayItem => ({ ...film, ...piecesOf([need]), first: need, last: need, days: 1 }),
    );
    const apart = this.byDays(single, capacity, span, known);
    return this.byDays(this.daysOfLoads(needs, resourceId, span), capacity, span, apart);
  }

  /**
   * Days on which each load begins a film at a place, at the least: films that can follow one another within a working day share
   * it, all others need a day of their own. On each of them the load has its share of the place from then until that film is dry to
   * handle, whatever comes between.
   */
  private daysOfLoads(needs: readonly Need[], resourceId: string, span: Minute): DayItem[] {
    const films = new Map<Load, Need[]>();
    for (const need of needs)
      if (need.op.hold?.resourceId === resourceId && need.op.hold.amount > 0)
        films.set(need.load, [...(films.get(need.load) ?? []), need]);
    return [...films.values()].flatMap((own) => {
      const [first] = own;
      const last = own.at(-1);
      if (!first || !last) return [];
      let days = 1;
      let opens = first;
      for (const film of own.slice(1)) {
        const gap = opens.minutes + (this.choicesFrom(opens)[film.index - opens.index - 1] ?? 0);
        if (gap <= span) continue;
        days += 1;
        opens = film;
      }
      return [
        {
          first,
          last,
          days,
          amount: Math.min(...own.map(({ op }) => op.hold?.amount ?? 0)),
          ...piecesOf(own),
          block: Math.min(...own.map(({ minutes, op }) => firstFree(op, minutes))),
          tail: this.tailOf(last),
        },
      ];
    });
  }

  /** When somebody could first begin something that takes so long in one go. */
  private firstStart(minutes: Minute, ready: Minute): Minute {
    let best = Number.POSITIVE_INFINITY;
    for (const { spans } of this.people) {
      for (let index = firstIndexEndingAfter(spans, ready); index < spans.length; index += 1) {
        const span = spans[index];
        if (!span || span.start >= best) break;
        const start = Math.max(ready, span.start);
        if (span.end - start < minutes) continue;
        best = Math.min(best, start);
        break;
      }
    }
    return best;
  }

  /** @param enough a moment past which it need not be known how much later. */
  bound(enough: Minute): Bound {
    const { problem } = this;
    let best: Bound = { at: problem.now, because: { kind: 'done' } };
    const needs: Need[] = [];
    for (const load of problem.loads) {
      const chain = this.chain(load);
      needs.push(...chain.needs);
      if (chain.end > best.at && Number.isFinite(chain.end))
        best = { at: chain.end, because: { kind: 'chain', loadId: load.id } };
    }
    if (best.at >= enough) return best;
    const people = this.content(
      needs,
      this.people,
      (need) => need.minutes,
      () => 0,
      best.at,
    );
    if (people > best.at) best = { at: people, because: { kind: 'people' } };
    for (const { id, capacity } of problem.resources) {
      if (capacity <= 0 || best.at >= enough) continue;
      const worked = this.content(
        needs,
        [this.open],
        ({ op, minutes }) => (usedBy(op, id) * minutes) / capacity,
        () => 0,
        best.at,
      );
      if (worked > best.at) best = { at: worked, because: { kind: 'place', resourceId: id } };
      const round = supplyOf([{ start: problem.now, end: problem.horizon }]);
      const held = this.content(
        needs,
        [round],
        ({ op, minutes }) => (op.hold?.resourceId === id ? takenOf(op, minutes) / capacity : 0),
        ({ op }) => (op.hold ? heldAlone(op) : 0),
        best.at,
      );
      if (held > best.at) best = { at: held, because: { kind: 'place', resourceId: id } };
      const taken = this.days(needs, id, capacity, this.turns(needs, id, capacity, best.at));
      if (taken > best.at) best = { at: taken, because: { kind: 'place', resourceId: id } };
    }
    return best;
  }
}

/**
 * A moment that no plan for this problem can end before: the largest of what each load would take with everything else
 * out of its way, and of what has to go through the people, the booth, the benches, the rail and the rack, between what
 * comes before that work and what follows it (head, body, tail; Carlier and Pinson 1989, carried over to calendars).
 * Shared set-ups are left out of it, wherever they might fall away.
 *
 * @param enough a moment past which it need not be known how much later: then any bound past it will do.
 */
export function lowerBound(problem: PlanProblem, enough: Minute = Number.POSITIVE_INFINITY): Bound {
  const { at, because } = new Bounder(problem).bound(enough);
  // A plan counts in whole minutes.
  return { at: Math.ceil(at - 1e-6), because };
}
