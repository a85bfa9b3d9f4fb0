import type { Interval, Minute } from '../../shop/calendar.ts';
import { leadsOf } from '../problem/holds.ts';
import type { PlanOp } from '../problem/model.ts';
import { EVENING_MIN } from '../problem/problem.ts';

/** A film that has part of a place to itself. */
export interface CapacityBatch {
  /** Its share, in the unit of the place. */
  amount: number;
  /** Minutes from its start for which nothing else can have that share. */
  block: Minute;
}

/** The days of work in what is open: from the first hour of each to its last, breaks included. */
export function daysOfWork(open: readonly Interval[]): Interval[] {
  const days: Interval[] = [];
  for (const { start, end } of open) {
    const last = days.at(-1);
    if (last && start - last.end < EVENING_MIN) last.end = Math.max(last.end, end);
    else days.push({ start, end });
  }
  return days;
}

/** Whether turns can all begin within so many days, as far as adding up can tell. */
function mayDo(sorted: readonly CapacityBatch[], capacity: number, span: Minute, days: number): boolean {
  const supply = days * capacity;
  // The last turn of a day on each part of the place may last into the night: best the longest ones.
  let free = supply;
  let minutes = 0;
  /** Shares of the rest that fit once, twice, three times at most into a day. */
  const wide = [0, 0, 0];
  for (const { amount, block } of sorted) {
    const kept = Math.max(0, amount - free);
    free = Math.max(0, free - amount);
    if (kept <= 0) continue;
    if (block > span) return false;
    minutes += kept * block;
    for (let times = 1; times <= wide.length; times += 1)
      if (block * (times + 1) > span) wide[times - 1] = (wide[times - 1] ?? 0) + kept;
  }
  const slack = 1e-6 * (1 + supply);
  return (
    minutes <= supply * span + slack && wide.every((amount, index) => amount <= (index + 1) * supply + slack)
  );
}

/**
 * Days of work on which turns at a place begin, at the least: on each part of it all but the last turn of a day have to be
 * over before the next one begins in working hours (a packing bound, as for bins whose last item may stand out; after
 * Martello and Toth 1990).
 *
 * @param capacity of the place, in the unit of the shares.
 * @param span minutes from the first to the last moment of a day at which a turn can begin.
 */
export function minimumDays(turns: readonly CapacityBatch[], capacity: number, span: Minute): number {
  if (turns.length === 0) return 0;
  const sorted = [...turns].sort((a, b) => b.block - a.block);
  let low = 1;
  let high = Math.max(1, Math.ceil(turns.reduce((sum, { amount }) => sum + amount, 0) / capacity));
  while (low < high) {
    const middle = (low + high) >> 1;
    if (mayDo(sorted, capacity, span, middle)) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** How much of a place an operation takes while it is worked on. */
export function usedBy(op: PlanOp, resourceId: string): number {
  return op.uses.find((use) => use.resourceId === resourceId)?.amount ?? 0;
}

/** Minutes of a hold that no later coat of the same load can overlap. */
export function heldAlone({ hold, lags }: PlanOp): Minute {
  if (!hold || !lags) return 0;
  return Math.max(0, Math.min(hold.minutes, lags.recoat, lags.sand, lags.handle));
}

/** What the pieces of a coat take of their place at the least, in its unit times minutes, when it takes so long; each until it may be handled. */
export function takenOf(op: PlanOp, minutes: Minute): number {
  if (!op.hold) return 0;
  const alone = minutes + heldAlone(op);
  const leads = leadsOf(op);
  if (!leads) return op.hold.amount * alone;
  return leads.reduce((sum, lead, at) => sum + (op.hold?.each?.[at] ?? 0) * Math.max(0, alone - lead), 0);
}
