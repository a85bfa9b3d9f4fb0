import type { Interval, Minute } from '../../shop/calendar.ts';
import { firstIndexEndingAfter } from './timetable.ts';

/** The minutes that are in any of several lists, in order. */
export function union(lists: readonly (readonly Interval[])[]): Interval[] {
  const all = lists.flat().sort((a, b) => a.start - b.start);
  const joined: Interval[] = [];
  for (const { start, end } of all) {
    const last = joined.at(-1);
    if (last && start <= last.end) last.end = Math.max(last.end, end);
    else joined.push({ start, end });
  }
  return joined;
}

/** Free working time, with what has come together up to the end of each stretch. */
export interface Supply {
  spans: Interval[];
  /** Minutes before each span. */
  before: Minute[];
}

export function supplyOf(spans: readonly Interval[]): Supply {
  const before: Minute[] = [];
  let sum = 0;
  for (const { start, end } of spans) {
    before.push(sum);
    sum += end - start;
  }
  return { spans: [...spans], before };
}

/** Intervals of one list, in order, without those of another, in whatever order. */
export function without(spans: readonly Interval[], taken: readonly Interval[]): Interval[] {
  const busy = union([taken]);
  const left: Interval[] = [];
  let at = 0;
  for (const span of spans) {
    while (at < busy.length && (busy[at] as Interval).end <= span.start) at += 1;
    let { start } = span;
    // The last that is met may reach into the next span: it is looked at there again.
    for (let next = at; next < busy.length && (busy[next] as Interval).start < span.end; next += 1) {
      const one = busy[next] as Interval;
      if (one.start > start) left.push({ start, end: one.start });
      start = Math.max(start, one.end);
    }
    if (start < span.end) left.push({ start, end: span.end });
  }
  return left;
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
export function addWorkMinutes(supply: Supply, from: Minute, minutes: Minute): Minute {
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

/** The moment by which several supplies together have brought so much from a moment on. */
export function addWorkMinutesOfAll(supplies: readonly Supply[], from: Minute, amount: number): Minute {
  const [only] = supplies;
  if (only && supplies.length === 1) return addWorkMinutes(only, from, amount);
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

const TRIED_THRESHOLDS = 24;

/** Up to so many of the values, spread evenly over them; the smallest is always among them. */
export function thresholds(values: readonly number[]): number[] {
  const sorted = [...new Set(values)].sort((a, b) => a - b);
  if (sorted.length <= TRIED_THRESHOLDS) return sorted;
  return Array.from(
    { length: TRIED_THRESHOLDS },
    (_, index) => sorted[Math.floor((index * sorted.length) / TRIED_THRESHOLDS)] ?? 0,
  );
}
