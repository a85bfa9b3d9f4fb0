export const WEEKDAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'] as const;
export type Weekday = (typeof WEEKDAYS)[number];

/** Minutes after midnight of `07:30`, or null when the text is no time of day. `24:00` ends a day. */
export function parseClock(text: string): number | null {
  const match = /^([01]?\d|2[0-4]):([0-5]\d)$/.exec(text.trim());
  if (!match) return null;
  const minutes = Number(match[1]) * 60 + Number(match[2]);
  return minutes <= 1440 ? minutes : null;
}

/**
 * Reads a time of day as people type it: `07:30`, `7.30`, `7:30 am`, `2pm`, `1420`, `7`, `noon`.
 * @returns as `07:30`; null for what is no time of day. `24:00` ends a day.
 */
export function readClock(text: string): string | null {
  const typed = text.trim().toLowerCase().replace(/\s+/g, ' ');
  if (typed === 'noon') return '12:00';
  if (typed === 'midnight') return '24:00';
  const match = /^(\d{1,2})(?:[:.h ]?([0-5]\d))?(?: ?(a|p)\.?m?\.?| ?h)?$/.exec(typed);
  if (!match) return null;
  const [, hours = '', minutes = '00', half] = match;
  let hour = Number(hours);
  if (half !== undefined) {
    if (hour < 1 || hour > 12) return null;
    hour = (hour % 12) + (half === 'p' ? 12 : 0);
  }
  const clock = `${String(hour).padStart(2, '0')}:${minutes}`;
  return parseClock(clock) === null ? null : clock;
}

/**
 * Reads a stretch of a day: `7:30–12`, `07:30 - 16:00`, `7 to 4`, `1–5 pm`. Where the end has no half of the day and lies before the
 * start, it is in the afternoon, unless it is written by 24 hours (`07:30`); an end at midnight is that of the day.
 * @returns what stands there where it is no time, so that nothing typed is lost.
 */
export function readSpan(text: string): { from: string; to: string } {
  const [from = '', to = ''] = text.split(/\s*(?:[–—-]|\bto\b)\s*/).map((part) => part.trim());
  const end = readClock(to);
  const half = /[ap]\.?(?:m\.?)?$/i.exec(to)?.[0];
  // `1–5 pm` names the half of the day once; `7–4 pm` cannot mean it for both.
  const shared = half !== undefined && !/[a-z]/i.test(from) ? readClock(`${from} ${half}`) : null;
  const isShared = shared !== null && end !== null && (parseClock(shared) ?? 0) < (parseClock(end) ?? 0);
  const start = isShared ? shared : readClock(from);
  const [startMin, endMin] = [parseClock(start ?? ''), parseClock(end ?? '')];
  const isAfternoon =
    startMin !== null &&
    endMin !== null &&
    endMin <= startMin &&
    endMin >= 60 &&
    endMin < 720 &&
    !/[ap]|^0/i.test(to);
  return {
    from: start ?? from,
    to: isAfternoon ? (readClock(`${to} pm`) ?? to) : end === '00:00' ? '24:00' : (end ?? to),
  };
}
