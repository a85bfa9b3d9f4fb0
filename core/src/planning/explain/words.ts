import { formatDuration } from '../../units/duration.ts';
import { CLOCK_WORDS } from '../../words/index.ts';
import type { Wait } from '../problem/model.ts';

/** Names that a wait's reason refers to. */
export interface WaitNames {
  /** Name of an operation by its id. */
  op(id: string): string;
  /** Name of a place by its id. */
  place(id: string): string;
}

/** One stretch of a wait as a sentence without its times: `drying: Prime 1 must be dry to sand`. */
export function waitWords({ why }: Wait, names: WaitNames): string {
  switch (why.kind) {
    case 'clock':
      return `Drying: ${names.op(why.opId)} must be ${CLOCK_WORDS[why.clock]}.`;
    case 'resource':
      return `${names.place(why.resourceId)} taken by ${why.by}.`;
    case 'people':
      return `Everyone is busy: ${[...new Set(why.by)].join('; ')}.`;
    case 'closed':
      return 'The shop is closed.';
    case 'delivery':
      return 'The new pieces are not here yet.';
    case 'section':
      return `The room is worked on zone by zone, and this one follows: ${why.by}.`;
    case 'air':
      return `Forecast conditions are outside the sheet limits: ${why.why}`;
    case 'too-long':
      return `No free stretch is long enough for ${formatDuration(why.minutes)} in one go.`;
  }
}

/** Joins neighbouring stretches that say the same. */
export function joinWaits(
  waits: readonly Wait[],
  names: WaitNames,
): { start: number; end: number; words: string }[] {
  const joined: { start: number; end: number; words: string }[] = [];
  for (const wait of waits) {
    const words = waitWords(wait, names);
    const last = joined.at(-1);
    if (last?.words === words && last.end === wait.start) last.end = wait.end;
    else joined.push({ start: wait.start, end: wait.end, words });
  }
  return joined;
}
