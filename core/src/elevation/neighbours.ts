import type { Piece } from '../pieces/index.ts';
import type { Opening } from './model.ts';

/** Doors of two openings touch when both are open, or swing through one another's film, up to this far apart: a stile between them. */
const BESIDE_MM = 150;

type OnWall = Pick<Opening, 'id' | 'wallId' | 'xMm' | 'yMm' | 'widthMm' | 'heightMm'>;

/** Whether an opening is to the right of another, next to it, and at the same height in part. */
function isRightOf(left: OnWall, right: OnWall): boolean {
  if (left.wallId !== right.wallId) return false;
  const gap = right.xMm - (left.xMm + left.widthMm);
  const overlap =
    Math.min(left.yMm + left.heightMm, right.yMm + right.heightMm) - Math.max(left.yMm, right.yMm);
  return right.xMm > left.xMm && gap <= BESIDE_MM && gap > -left.widthMm / 2 && overlap > 0;
}

/**
 * Pairs of doors side by side. On the map: within one opening in the order of the take-off, and from one opening to the next on
 * its right at the same height; never one above the other. Doors that are in no opening are side by side as the take-off lists
 * them.
 *
 * @param doors in the order of the take-off.
 */
export function doorsSideBySide(
  doors: readonly Pick<Piece, 'id' | 'openingId'>[],
  openings: readonly OnWall[],
): [string, string][] {
  const known = new Map(openings.map((opening) => [opening.id, opening]));
  const inOpening = new Map<string, string[]>();
  const pairs: [string, string][] = [];
  doors.forEach(({ id, openingId }, index) => {
    const opening = openingId === null ? undefined : known.get(openingId);
    const before = doors[index - 1];
    const isBeforeOnMap = before?.openingId != null && known.has(before.openingId);
    if (opening) inOpening.set(opening.id, [...(inOpening.get(opening.id) ?? []), id]);
    // Nobody knows what hangs beside a door that is in no opening: better one wait too many.
    if (before && !(opening && isBeforeOnMap)) pairs.push([before.id, id]);
  });
  const used = openings.filter(({ id }) => inOpening.has(id));
  for (const one of used) {
    const own = inOpening.get(one.id) ?? [];
    own.slice(1).forEach((id, index) => {
      pairs.push([own[index] ?? '', id]);
    });
    for (const other of used) {
      const last = own.at(-1);
      const first = inOpening.get(other.id)?.[0];
      if (last && first && isRightOf(one, other)) pairs.push([last, first]);
    }
  }
  return pairs;
}

/**
 * Doors in turns so that no two side by side are in the same one: each into the first turn that has none of its neighbours, in
 * the order of the take-off (greedy colouring; two turns are enough for any row).
 *
 * @returns turns that have doors in them, in order.
 */
export function inTurns<Door extends { id: string }>(
  doors: readonly Door[],
  pairs: readonly (readonly [string, string])[],
): Door[][] {
  const beside = new Map<string, Set<string>>();
  const add = (a: string, b: string) => beside.set(a, (beside.get(a) ?? new Set()).add(b));
  for (const [a, b] of pairs) {
    add(a, b);
    add(b, a);
  }
  const turns: Door[][] = [];
  for (const door of doors) {
    const near = beside.get(door.id);
    const free = turns.find((turn) => !turn.some(({ id }) => near?.has(id)));
    if (free) free.push(door);
    else turns.push([door]);
  }
  return turns;
}
