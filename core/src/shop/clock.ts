export const WEEKDAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'] as const;
export type Weekday = (typeof WEEKDAYS)[number];

/** Minutes after midnight of `07:30`, or null when the text is no time of day. `24:00` ends a day. */
export function parseClock(text: string): number | null {
  const match = /^([01]?\d|2[0-4]):([0-5]\d)$/.exec(text.trim());
  if (!match) return null;
  const minutes = Number(match[1]) * 60 + Number(match[2]);
  return minutes <= 1440 ? minutes : null;
}
