import { lengthOf, type Minute, type ShopSettings, workIntervals } from '@upholder/core/shop';
import { deviceClock } from '../../base/deviceClock.ts';

// Where this device keeps what was started, so that a reload or a night does not lose it.
const KEY = 'upholder.started';
/** Nobody forgets a task for longer than this; an older start is thrown away. */
const OLDEST_MS = 7 * 86_400_000;

type Started = Record<string, number>;

function read(): Started {
  try {
    const known: unknown = JSON.parse(localStorage.getItem(KEY) ?? '{}');
    return known && typeof known === 'object' ? (known as Started) : {};
  } catch {
    return {};
  }
}

/** When a task of a job was started on this device, in epoch milliseconds; null where it was not. */
export function startedAt(jobId: string, opId: string): number | null {
  const at = read()[`${jobId} ${opId}`];
  return typeof at === 'number' ? at : null;
}

/** Keeps when a task was started, or forgets it. @param at epoch milliseconds. */
export function keepStart(jobId: string, opId: string, at: number | null): void {
  const now = deviceClock.now();
  const kept = Object.entries(read()).filter(([, one]) => now - one < OLDEST_MS);
  const started = Object.fromEntries(kept.filter(([key]) => key !== `${jobId} ${opId}`));
  if (at !== null) started[`${jobId} ${opId}`] = at;
  localStorage.setItem(KEY, JSON.stringify(started));
}

/**
 * Minutes of work between two moments: breaks and nights of the shop left out, unless all of it lies in them, as where somebody works
 * late.
 */
export function workedMinutes(
  from: Minute,
  to: Minute,
  settings: Pick<ShopSettings, 'week' | 'daysOff'>,
  timeZone: string,
): Minute {
  const open = workIntervals(settings, timeZone, from, to).map(({ start, end }) => ({
    start: Math.max(start, from),
    end: Math.min(end, to),
  }));
  return lengthOf(open) || to - from;
}
