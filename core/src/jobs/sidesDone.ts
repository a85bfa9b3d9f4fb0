import type { Piece } from '../pieces/index.ts';
import { isStepItself, leavesOut } from './actions.ts';
import { effectiveLog, type LogEntry } from './log.ts';

type Side = LogEntry['side'];
const NONE: ReadonlySet<Side> = new Set();

/**
 * On which sides each piece has had each step, by the entries that count; a step that was skipped for a piece is done on all of it.
 * Built once over the log, asked for many pieces.
 */
export function sidesDone(log: readonly LogEntry[]): (stepId: string, pieceId: string) => ReadonlySet<Side> {
  const sides = new Map<string, Set<Side>>();
  for (const entry of effectiveLog(log)) {
    const isSkipped = leavesOut(entry);
    if (!isSkipped && !isStepItself(entry)) continue;
    for (const id of entry.pieceIds) {
      const key = `${entry.stepId} ${id}`;
      const own = sides.get(key) ?? new Set();
      own.add(isSkipped ? 'all' : entry.side);
      sides.set(key, own);
    }
  }
  return (stepId, pieceId) => sides.get(`${stepId} ${pieceId}`) ?? NONE;
}

/** Whether some sides are all that is finished of a piece: a film on the front alone is not, where it has a back. */
export function areAllSides(
  sides: ReadonlySet<Side>,
  { finishFront, finishBack }: Pick<Piece, 'finishFront' | 'finishBack'>,
): boolean {
  return sides.has('all') || ((!finishFront || sides.has('front')) && (!finishBack || sides.has('back')));
}
