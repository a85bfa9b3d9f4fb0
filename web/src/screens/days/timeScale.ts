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
      const knot = knots.findLast((candidate) => candidate.minute <= clamped) ?? knots[0];
      return knot ? knot.px + (clamped - knot.minute) * knot.rate : 0;
    },
    minuteAt(at) {
      const knot = knots.findLast((candidate) => candidate.px <= at) ?? knots[0];
      if (!knot) return from;
      return Math.round(Math.min(until, Math.max(from, knot.minute + (at - knot.px) / knot.rate)));
    },
  };
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
