import type { Opening, Wall } from '../elevation/index.ts';
import { PIECE_KIND_TRAITS, type Piece } from '../pieces/index.ts';
import { CHECKS, type Check, eventsOf, type JobEvent } from './events.ts';

/** A piece on its way back into the room, with what applies to it. */
export interface RefitRow {
  piece: Piece;
  opening: Opening | null;
  wall: Wall | null;
  /** True on the first piece of an opening: its bag is ticked here. */
  hasBag: boolean;
  checks: Check[];
}

interface Placed {
  pieces: readonly Piece[];
  openings: readonly Opening[];
  walls: readonly Wall[];
}

/** Which checks a piece asks for; the bag belongs to its opening. */
export function checksOf({ kind }: Pick<Piece, 'kind'>): Check[] {
  const { closesOpening, isHinged, isFixed } = PIECE_KIND_TRAITS[kind];
  if (isFixed) return [];
  return [
    'counted',
    'refitted',
    ...(closesOpening ? (['level'] as const) : []),
    ...(isHinged ? (['hinges'] as const) : []),
    ...(closesOpening ? (['bumpers'] as const) : []),
  ];
}

/**
 * Openings of one wall as one reads them: in rows from the top, each from the left. Openings are in one row where the middle
 * of one lies within the height of the first of the row.
 */
export function inReadingOrder(openings: readonly Opening[]): Opening[] {
  const rows: Opening[][] = [];
  const fromTop = [...openings].sort(
    (a, b) => b.yMm + b.heightMm - (a.yMm + a.heightMm) || a.xMm - b.xMm || a.tag.localeCompare(b.tag),
  );
  for (const opening of fromTop) {
    const middle = opening.yMm + opening.heightMm / 2;
    const row = rows.find(([first]) => first && middle > first.yMm && middle < first.yMm + first.heightMm);
    if (row) row.push(opening);
    else rows.push([opening]);
  }
  return rows.flatMap((row) => row.sort((a, b) => a.xMm - b.xMm));
}

/** Pieces that go back into the room, wall by wall in the order of the map; those without a place last, by tag. */
export function refitRows({ pieces, openings, walls }: Placed): RefitRow[] {
  const loose = pieces.filter((piece) => checksOf(piece).length > 0);
  const ordered = [...walls]
    .sort((a, b) => a.position - b.position)
    .flatMap((wall) =>
      inReadingOrder(openings.filter(({ wallId }) => wallId === wall.id)).flatMap((opening) =>
        loose
          .filter(({ openingId }) => openingId === opening.id)
          .map(
            (piece, index): RefitRow => ({
              piece,
              opening,
              wall,
              hasBag: index === 0,
              checks: checksOf(piece),
            }),
          ),
      ),
    );
  const placed = new Set(ordered.map(({ piece }) => piece.id));
  const rest = loose
    .filter(({ id }) => !placed.has(id))
    .sort((a, b) => a.tag.localeCompare(b.tag, undefined, { numeric: true }))
    .map((piece): RefitRow => ({ piece, opening: null, wall: null, hasBag: false, checks: checksOf(piece) }));
  return [...ordered, ...rest];
}

/** What is ticked now, by check: ids of pieces, or of openings for bags. The last word about each counts. */
export function tickedOf(
  events: readonly JobEvent[],
  openings: readonly Pick<Opening, 'id' | 'returnedAt'>[] = [],
): Map<Check, Set<string>> {
  const ticked = new Map<Check, Set<string>>(CHECKS.map((check) => [check, new Set()]));
  // A bag that is ticked back in where the bags are listed counts as well as one ticked here.
  for (const { id, returnedAt } of openings) if (returnedAt) ticked.get('bag')?.add(id);
  for (const { what } of eventsOf(events, 'tick')) {
    // What the server keeps of a bag is with its opening.
    if (what.check === 'bag') continue;
    for (const id of what.subjectIds) {
      if (what.isOn) ticked.get(what.check)?.add(id);
      else ticked.get(what.check)?.delete(id);
    }
  }
  return ticked;
}

/** A place that is still to be touched up. */
export interface TouchUp {
  id: string;
  pieceId: string | null;
  what: string;
  isDone: boolean;
}

/** Touch-ups of a job in the order in which they were noted; removed ones are left out. */
export function touchUpsOf(events: readonly JobEvent[]): TouchUp[] {
  const known = new Map<string, TouchUp>();
  for (const { what } of eventsOf(events, 'touch-up')) {
    const { touchUpId: id, pieceId, state } = what;
    if (state === 'removed') known.delete(id);
    else known.set(id, { id, pieceId, what: what.what, isDone: state === 'done' });
  }
  return [...known.values()];
}
