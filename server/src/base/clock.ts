/** The one source of time; a demo or a test may start it elsewhere. */
export interface Clock {
  now(): Date;
}

/** A clock that starts at an instant, or at the present one. @param speed how many times faster it runs than others. */
export function createClock(start: string | null, speed = 1): Clock {
  const begun = Date.now();
  const from = start === null ? begun : Date.parse(start);
  return { now: () => new Date(from + (Date.now() - begun) * speed) };
}

/** Clocks of tablets differ a little; more than this ahead is a mistake. */
const AHEAD_MINUTES = 5;

/** Whether a time that somebody sent lies in the future. */
export function isAhead(at: string, now: Date): boolean {
  return Date.parse(at) > now.getTime() + AHEAD_MINUTES * 60_000;
}
