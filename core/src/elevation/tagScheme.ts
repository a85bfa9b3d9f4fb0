import { PIECE_KIND_TRAITS, type Piece, sameTag } from '../pieces/index.ts';
import type { Opening, Wall } from './model.ts';

/** A new tag for a piece and its opening. */
export interface TagProposal {
  pieceId: string;
  from: string;
  to: string;
  /** Tag of the opening it stands in: the same without the hand of a pair. */
  openingTag: string;
}

interface Column {
  centre: number;
  members: Opening[];
}

/** Openings of a wall by column, from the left; an opening belongs to a column whose middle it covers. */
function columnsOf(openings: readonly Opening[]): Column[] {
  const columns: Column[] = [];
  const sorted = [...openings].sort(
    (a, b) => a.xMm + a.widthMm / 2 - (b.xMm + b.widthMm / 2) || b.yMm - a.yMm,
  );
  for (const opening of sorted) {
    const centre = opening.xMm + opening.widthMm / 2;
    const column = columns.find(
      (candidate) => candidate.centre > opening.xMm && candidate.centre < opening.xMm + opening.widthMm,
    );
    if (column) column.members.push(opening);
    else columns.push({ centre, members: [opening] });
  }
  for (const column of columns) column.members.sort((a, b) => b.yMm - a.yMm);
  return columns;
}

const POSITIONS: Record<number, string[]> = { 1: [''], 2: ['T', 'B'], 3: ['T', 'M', 'B'] };

function positionOf(index: number, count: number): string {
  return POSITIONS[count]?.[index] ?? String.fromCharCode(65 + index);
}

/** `N3-B`: run, place along the run, position in the column; a pair of doors ends in L or R. */
function tagOf(letter: string, place: number, position: string, hand: string): string {
  const tail = `${position}${hand}`;
  return `${letter.toUpperCase()}${place}${tail === '' ? '' : `-${tail}`}`;
}

function handsOf(members: readonly Piece[]): string[] {
  if (members.length < 2) return members.map(() => '');
  return members.map((piece, index) => {
    // A left-hung door is the left one of its pair.
    if (piece.hingeSide === 'left') return 'L';
    if (piece.hingeSide === 'right') return 'R';
    return index === 0 ? 'L' : index === 1 ? 'R' : String(index + 1);
  });
}

/**
 * Proposes tags that read as a place, from the elevation map. Pieces that already carry a tag of the scheme on their own
 * wall keep it, so that labels stay true when pieces are added; the others get the place they stand at, or the next
 * number that is free. All tags are unique within the job and at most eight characters long.
 *
 * @param retagAll gives every mapped piece the tag of its place, whatever it had.
 */
export function proposeTags(
  pieces: readonly Piece[],
  walls: readonly Wall[],
  openings: readonly Opening[],
  { retagAll = false } = {},
): TagProposal[] {
  const mapped = new Set(openings.map(({ id }) => id));
  const taken: string[] = pieces
    .filter(({ openingId }) => openingId === null || !mapped.has(openingId))
    .map(({ tag }) => tag);
  const wanted: { piece: Piece; letter: string; place: number; position: string; hand: string }[] = [];
  for (const wall of [...walls].sort((a, b) => a.position - b.position)) {
    const scheme = new RegExp(`^${wall.letter}\\d+(-[A-Z0-9]+)?$`, 'i');
    columnsOf(openings.filter(({ wallId }) => wallId === wall.id)).forEach((column, index) => {
      column.members.forEach((opening, row) => {
        const members = pieces.filter(({ openingId }) => openingId === opening.id);
        const hands = handsOf(members);
        members.forEach((piece, at) => {
          if (!retagAll && scheme.test(piece.tag)) {
            taken.push(piece.tag);
            return;
          }
          wanted.push({
            piece,
            letter: wall.letter,
            place: index + 1,
            position: positionOf(row, column.members.length),
            hand: hands[at] ?? '',
          });
        });
      });
    });
  }
  const proposals: TagProposal[] = [];
  for (const { piece, letter, place, position, hand } of wanted) {
    let number = place;
    let to = tagOf(letter, number, position, hand);
    while (taken.some((tag) => sameTag(tag, to))) {
      number += 1;
      to = tagOf(letter, number, position, hand);
    }
    taken.push(to);
    if (piece.tag !== to)
      proposals.push({
        pieceId: piece.id,
        from: piece.tag,
        to,
        openingTag: tagOf(letter, number, position, ''),
      });
  }
  return proposals;
}

/** Where the tag of a piece sits so that no paint covers it. A number written on the back gets painted over. */
export function tagPlace(piece: Pick<Piece, 'kind' | 'finishBack'>): string {
  return PIECE_KIND_TRAITS[piece.kind].tagPlace;
}
