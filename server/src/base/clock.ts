/** The one source of time; a demo or a test may start it elsewhere. */
export interface Clock {
  now(): Date;
}

/** A clock that starts at an instant, or at the present one, and runs at the usual speed. */
export function createClock(start: string | null): Clock {
  const offset = start === null ? 0 : Date.parse(start) - Date.now();
  return { now: () => new Date(Date.now() + offset) };
}
