import { said } from '../../said/index.ts';
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
      return said('plan.drying-must-be', { op: names.op(why.opId), value: CLOCK_WORDS[why.clock] });
    case 'resource':
      return said('plan.taken-by', { place: names.place(why.resourceId), by: why.by });
    case 'people':
      return said('plan.everyone-is-busy', { value: [...new Set(why.by)].join('; ') });
    case 'closed':
      return said('plan.the-shop-is-closed');
    case 'delivery':
      return said('plan.the-new-pieces-are-not-here');
    case 'section':
      return said('plan.the-room-is-worked-on-zone', { by: why.by });
    case 'air':
      return said('plan.forecast-conditions-are-outside-the-sheet', { why: why.why });
    case 'trip':
      return said('plan.kept-for-a-trip-with-others');
    case 'too-long':
      return said('plan.no-free-stretch-is-long-enough', { minutes: formatDuration(why.minutes) });
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
