/** The one source of time; a demo or a test may start it elsewhere. */
export interface Clock {
  now(): Date;
}

/** A clock that starts at an instant, or at the present one, and runs at the usual speed. */
export function createClock(start: string | null): Clock {
  const offset = start === null ? 0 : Date.parse(start) - Date.now();
  return { now: () => new Date(Date.now() + offset) };
}

/** Clocks of tablets differ a little; more than this ahead is a mistake. */
const AHEAD_MINUTES = 5;

/** Whether a time that somebody sent lies in the future. */
export function isAhead(at: string, now: Date): boolean {
  return Date.parse(at) > now.getTime() + AHEAD_MINUTES * 60_000;
}
