import { countWhile } from '@upholder/core/ordered';
import type { Interval } from '@upholder/core/shop';

/** Maps minutes to pixels; closed hours are drawn narrower than open ones, so that the work has room. */
export interface TimeScale {
  from: number;
  until: number;
  width: number;
  x(minute: number): number;
  /** The inverse: the whole minute at a pixel, within the scale. */
  minuteAt(px: number): number;
  /** Open stretches within the scale. */
  open: Interval[];
}

/**
 * A scale over [from, until] in which an open hour takes `openPx` and a closed one `closedPx` pixels. Strictly growing,
 * so that order and overlap on screen are those in time.
 */
export function createTimeScale(
  open: readonly Interval[],
  from: number,
  until: number,
  openPx: number,
  closedPx: number,
): TimeScale {
  const within = open
    .map(({ start, end }) => ({ start: Math.max(start, from), end: Math.min(end, until) }))
    .filter(({ start, end }) => end > start);
  const knots: { minute: number; px: number; rate: number }[] = [];
  let px = 0;
  let at = from;
  for (const { start, end } of within) {
    if (start > at) {
      knots.push({ minute: at, px, rate: closedPx / 60 });
      px += ((start - at) * closedPx) / 60;
    }
    knots.push({ minute: start, px, rate: openPx / 60 });
    px += ((end - start) * openPx) / 60;
    at = end;
  }
  if (at < until) {
    knots.push({ minute: at, px, rate: closedPx / 60 });
    px += ((until - at) * closedPx) / 60;
  }
  const width = px;
  return {
    from,
    until,
    width,
    open: within,
    x(minute) {
      const clamped = Math.min(Math.max(minute, from), until);
      const knot = knots[Math.max(0, countWhile(knots, (candidate) => candidate.minute <= clamped) - 1)];
      return knot ? knot.px + (clamped - knot.minute) * knot.rate : 0;
    },
    minuteAt(at) {
      const knot = knots[Math.max(0, countWhile(knots, (candidate) => candidate.px <= at) - 1)];
      if (!knot) return from;
      return Math.round(Math.min(until, Math.max(from, knot.minute + (at - knot.px) / knot.rate)));
    },
  };
}

/** Something drawn over a time, at a height. */
export interface Placed extends Interval {
  top: number;
  height: number;
}

/**
 * Finds a place for thin strips among what is drawn already: as high up as they fit without lying over anything at the
 * same time. What dries at night goes where by day somebody works.
 *
 * @returns the top of each strip, a multiple of its height.
 */
export function packStrips(taken: readonly Placed[], strips: readonly Interval[], height: number): number[] {
  const all: Placed[] = [...taken];
  const tops: number[] = new Array(strips.length).fill(0);
  const order = strips
    .map((_, index) => index)
    .sort((a, b) => (strips[a]?.start ?? 0) - (strips[b]?.start ?? 0));
  for (const index of order) {
    const strip = strips[index];
    if (!strip) continue;
    const meanwhile = all.filter(({ start, end }) => start < strip.end && end > strip.start);
    let top = 0;
    while (meanwhile.some((other) => other.top < top + height && other.top + other.height > top))
      top += height;
    tops[index] = top;
    all.push({ ...strip, top, height });
  }
  return tops;
}

/** Puts intervals into as few lanes as needed, so that none overlap within a lane; answers with a lane per interval. */
export function assignLanes(intervals: readonly Interval[]): { lanes: number[]; count: number } {
  const order = intervals
    .map((_, index) => index)
    .sort((a, b) => (intervals[a]?.start ?? 0) - (intervals[b]?.start ?? 0));
  const ends: number[] = [];
  const lanes: number[] = new Array(intervals.length).fill(0);
  for (const index of order) {
    const interval = intervals[index];
    if (!interval) continue;
    let lane = ends.findIndex((end) => end <= interval.start);
    if (lane === -1) lane = ends.push(0) - 1;
    ends[lane] = interval.end;
    lanes[index] = lane;
  }
  return { lanes, count: ends.length };
}
