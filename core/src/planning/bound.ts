import type { Interval, Minute } from '../shop/calendar.ts';
import { lagAfter } from './clocks.ts';
import type { Load, PlanOp, PlanProblem } from './model.ts';
import { firstIndexEndingAfter, union } from './timetable.ts';

/** What no plan can end before, and what makes it so. */
export interface Bound {
  at: Minute;
  because:
    | { kind: 'chain'; loadId: string }
    | { kind: 'people' }
    | { kind: 'place'; resourceId: string }
    | { kind: 'done' };
}

/** Free working time, with what has come together up to the end of each stretch. */
interface Supply {
  spans: Interval[];
  /** Minutes before each span. */
  before: Minute[];
}

function supplyOf(spans: readonly Interval[]): Supply {
  const before: Minute[] = [];
  let sum = 0;
  for (const { start, end } of spans) {
    before.push(sum);
    sum += end - start;
  }
  return { spans: [...spans], before };
}

/** Intervals of one list without those of another; both in order. */
function without(spans: readonly Interval[], taken: readonly Interval[]): Interval[] {
  return spans.flatMap((span) => {
    let parts = [span];
    for (const { start, end } of taken) {
      if (start >= span.end || end <= span.start) continue;
      parts = parts.flatMap((part) =>
        start >= part.end || end <= part.start
          ? [part]
          : [
              { start: part.start, end: start },
              { start: end, end: part.end },
            ].filter((rest) => rest.end > rest.start),
      );
    }
    return parts;
  });
}

/** Minutes of supply before a moment. */
function suppliedBefore({ spans, before }: Supply, at: Minute): Minute {
  const index = firstIndexEndingAfter(spans, at);
  const span = spans[index];
  if (!span) {
    const last = spans.length - 1;
    const end = spans[last];
    return end ? (before[last] ?? 0) + end.end - end.start : 0;
  }
  return (before[index] ?? 0) + Math.max(0, at - span.start);
}

/** The moment by which so many minutes have come together from a moment on; infinite when they never do. */
function whenSupplied(supply: Supply, from: Minute, minutes: Minute): Minute {
  if (minutes <= 0) return from;
  const wanted = suppliedBefore(supply, from) + minutes;
  let low = firstIndexEndingAfter(supply.spans, from);
  let high = supply.spans.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    const span = supply.spans[middle];
    if (span && (supply.before[middle] ?? 0) + span.end - span.start >= wanted) high = middle;
    else low = middle + 1;
  }
  const span = supply.spans[low];
  return span ? span.start + wanted - (supply.before[low] ?? 0) : Number.POSITIVE_INFINITY;
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

const TRIED_THRESHOLDS = 24;

/** Up to so many of the values, spread evenly over them; the smallest is always among them. */
function thresholds(values: readonly number[]): number[] {
  const sorted = [...new Set(values)].sort((a, b) => a - b);
  if (sorted.length <= TRIED_THRESHOLDS) return sorted;
  return Array.from(
    { length: TRIED_THRESHOLDS },
    (_, index) => sorted[Math.floor((index * sorted.length) / TRIED_THRESHOLDS)] ?? 0,
  );
}

class Bounder {
  private readonly people: Supply[];
  private readonly open: Supply;
  /** Keys of sessions that several loads may share: set-up and clean-up fall away for all but one. */
  private readonly joint: Set<string>;
  private readonly tails = new Map<string, Minute>();

  constructor(private readonly problem: PlanProblem) {
    const free = problem.people.map(({ id, work }) =>
      without(
        work,
        problem.reserved.filter(({ personId }) => personId === id),
      ),
    );
    this.people = free.map(supplyOf);
    this.open = supplyOf(union(free));
    const counts = new Map<string, Set<string>>();
    for (const { id, ops } of problem.loads)
      for (const { shareKey, done } of ops)
        if (shareKey !== null && !done) counts.set(shareKey, (counts.get(shareKey) ?? new Set()).add(id));
    this.joint = new Set([...counts].filter(([, loads]) => loads.size > 1).map(([key]) => key));
  }

  /** Working minutes that an operation takes at least. */
  private minutesOf(op: PlanOp): Minute {
    const pieces = op.perPieceMin * op.pieceIds.length;
    const isJoint = op.shareKey !== null && this.joint.has(op.shareKey);
    return Math.max(1, Math.ceil(pieces + (isJoint ? 0 : op.setupMin + op.cleanupMin) - 1e-9));
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
        const end = op.isWet ? start + minutes : whenSupplied(supply, start, minutes);
        best = { start: Math.min(best.start, start), end: Math.min(best.end, end) };
        break;
      }
    }
    return best;
  }

  /** The load with everything else out of its way; starts of its open operations and its end. */
  chain(load: Load): { needs: Need[]; end: Minute } {
    const ends: { op: PlanOp; end: Minute }[] = [];
    const needs: Need[] = [];
    load.ops.forEach((op, index) => {
      if (op.done) {
        ends.push({ op, end: op.done.end });
        return;
      }
      const ready = ends.reduce(
        (latest, before) => Math.max(latest, before.end + lagAfter(before.op, op)),
        this.problem.now,
      );
      const { start, end } = this.alone(op, ready);
      ends.push({ op, end });
      needs.push({ op, load, index, minutes: this.minutesOf(op), head: start });
    });
    return { needs, end: ends.reduce((latest, { end }) => Math.max(latest, end), this.problem.now) };
  }

  /** Minutes from the end of an operation to the end of its load at the least, as if nobody ever slept. */
  private tailOf({ load, op, index }: Need): Minute {
    const known = this.tails.get(op.id);
    if (known !== undefined) return known;
    const next = load.ops[index + 1];
    if (!next) return 0;
    const tail =
      lagAfter(op, next) +
      this.minutesOf(next) +
      this.tailOf({ load, op: next, index: index + 1, minutes: 0, head: 0 });
    this.tails.set(op.id, tail);
    return tail;
  }

  /** When a load ends if one of its operations ends at a moment, and everything else is out of its way. */
  private endAfter({ load, op, index }: Need, at: Minute): Minute {
    let end = at;
    let before = op;
    for (const next of load.ops.slice(index + 1)) {
      end = this.alone(next, end + lagAfter(before, next)).end;
      before = next;
    }
    return end;
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
        const through = whenAllSupplied(supply, head, amount);
        if (through === Number.POSITIVE_INFINITY) continue;
        // Whichever is the last one: its load goes on from there.
        const hopeful = set.every((need) => through - holdOf(need) + (tailOf.get(need) ?? 0) <= best);
        if (hopeful) continue;
        const end = set.reduce(
          (least, need) => Math.min(least, this.endAfter(need, Math.max(through - holdOf(need), need.head))),
          Number.POSITIVE_INFINITY,
        );
        if (end > best && Number.isFinite(end)) best = end;
      }
    }
    return best;
  }

  /** Minutes from the start of an operation for which it keeps its place to itself: until it is free, or its next coat is on. */
  private blockOf(need: Need): Minute {
    const { op, load, index } = need;
    if (!op.hold) return need.minutes;
    const next = load.ops.findIndex(
      (other, at) => at > index && other.hold?.resourceId === op.hold?.resourceId,
    );
    const after = load.ops[next];
    if (!after) return need.minutes + op.hold.minutes;
    const gap =
      this.tailOf(need) -
      this.tailOf({ load, op: after, index: next, minutes: 0, head: 0 }) -
      this.minutesOf(after);
    return need.minutes + Math.max(0, Math.min(op.hold.minutes, gap));
  }

  /**
   * Films that dry in the same place: where only so many of them fit side by side, the others take their turn, and each
   * turn begins in working hours. Of n turns on k places somebody has n/k to go through one after the other.
   */
  private turns(needs: readonly Need[], resourceId: string, capacity: number, known: Minute): Minute {
    let best = known;
    const items = needs.flatMap((need) => {
      const { hold } = need.op;
      return hold?.resourceId === resourceId && hold.amount > 0
        ? [{ need, amount: hold.amount, block: this.blockOf(need), tail: this.tailOf(need) }]
        : [];
    });
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
          const through = set.reduce(
            (least, { need }) => Math.min(least, this.endAfter(need, Math.max(end, need.head))),
            Number.POSITIVE_INFINITY,
          );
          if (Number.isFinite(through) && through > best) best = through;
        }
      }
    }
    return best;
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

  bound(): Bound {
    const { problem } = this;
    let best: Bound = { at: problem.now, because: { kind: 'done' } };
    const needs: Need[] = [];
    for (const load of problem.loads) {
      const chain = this.chain(load);
      needs.push(...chain.needs);
      if (chain.end > best.at && Number.isFinite(chain.end))
        best = { at: chain.end, because: { kind: 'chain', loadId: load.id } };
    }
    const people = this.content(
      needs,
      this.people,
      (need) => need.minutes,
      () => 0,
      best.at,
    );
    if (people > best.at) best = { at: people, because: { kind: 'people' } };
    for (const { id, capacity } of problem.resources) {
      if (capacity <= 0) continue;
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
        ({ op, minutes }) =>
          op.hold?.resourceId === id ? (op.hold.amount * (minutes + heldAlone(op))) / capacity : 0,
        ({ op }) => (op.hold ? heldAlone(op) : 0),
        best.at,
      );
      if (held > best.at) best = { at: held, because: { kind: 'place', resourceId: id } };
      const taken = this.turns(needs, id, capacity, best.at);
      if (taken > best.at) best = { at: taken, because: { kind: 'place', resourceId: id } };
    }
    return best;
  }
}

function usedBy(op: PlanOp, resourceId: string): number {
  return op.uses.find((use) => use.resourceId === resourceId)?.amount ?? 0;
}

/** Minutes of a hold that no later coat of the same load can overlap. */
function heldAlone({ hold, lags }: PlanOp): Minute {
  if (!hold || !lags) return 0;
  return Math.max(0, Math.min(hold.minutes, lags.recoat, lags.sand, lags.handle));
}

/** The moment by which several supplies together have brought so much from a moment on. */
function whenAllSupplied(supplies: readonly Supply[], from: Minute, amount: number): Minute {
  const [only] = supplies;
  if (only && supplies.length === 1) return whenSupplied(only, from, amount);
  const broughtBy = (at: Minute) =>
    supplies.reduce((sum, supply) => sum + suppliedBefore(supply, at) - suppliedBefore(supply, from), 0);
  let high = Math.max(from, ...supplies.map(({ spans }) => spans.at(-1)?.end ?? from));
  if (broughtBy(high) < amount) return Number.POSITIVE_INFINITY;
  let low = from;
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (broughtBy(middle) >= amount - 1e-9) high = middle;
    else low = middle + 1;
  }
  return low;
}

/**
 * A moment that no plan for this problem can end before: the largest of what each load would take with everything else
 * out of its way, and of what has to go through the people, the booth, the benches, the rail and the rack, between what
 * comes before that work and what follows it (head, body, tail; Carlier and Pinson 1989, carried over to calendars).
 * Shared set-ups are left out of it, wherever they might fall away.
 */
export function lowerBound(problem: PlanProblem): Bound {
  const { at, because } = new Bounder(problem).bound();
  // A plan counts in whole minutes.
  return { at: Math.ceil(at - 1e-6), because };
}
