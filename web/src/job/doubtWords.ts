import type { Implausible } from '@upholder/core/floor';
import { formatDuration } from '@upholder/core/units';

/** Why an entry can hardly be right, and what to do about it. */
export function doubtWords(doubt: Implausible | undefined): string {
  if (!doubt) return '';
  const { under, after, needed } = doubt;
  return `Check the time: ${formatDuration(after)} after ${under}, which asks for ${formatDuration(needed)}. Correct the entry, or inspect the film before the next coat.`;
}
