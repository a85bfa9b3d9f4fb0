import { failure, type Outcome, success } from '@upholder/core/outcome';
import { CONSTRUCTIONS, PIECE_KIND_WORDS, PIECE_KINDS, type Piece } from '@upholder/core/pieces';
import { formatMm, parseLengthMm } from '@upholder/core/units';

/** A column of the take-off table: how a cell is written and what it reads. */
export interface Column {
  key: string;
  title: string;
  width: string;
  /** Fields of a piece that belong to the column; a refusal of any of them shows at this cell. */
  fields: (keyof Piece)[];
  choices?: readonly { value: string; name: string }[];
  isNumber?: boolean;
  /** Null where the cell means nothing for this piece. */
  write(piece: Piece): string | null;
  read(text: string): Outcome<Partial<Piece>>;
}

function lengthColumn(
  key: 'widthMm' | 'heightMm' | 'thicknessMm' | 'frameMm' | 'recessMm',
  title: string,
  onlyFramed = false,
): Column {
  return {
    key,
    title,
    width: '3.75rem',
    fields: [key],
    isNumber: true,
    write: (piece) => (onlyFramed && piece.construction === 'slab' ? null : formatMm(piece[key])),
    read(text) {
      const length = parseLengthMm(text);
      return length.ok ? success({ [key]: length.value }) : length;
    },
  };
}

const SIDES = [
  { value: 'both', name: 'both sides' },
  { value: 'front', name: 'front, edges' },
  { value: 'face', name: 'front only' },
  { value: 'back', name: 'back only' },
  { value: 'faces', name: 'faces, no edges' },
  { value: 'other', name: 'other' },
] as const;

function sidesOf(piece: Piece): (typeof SIDES)[number]['value'] {
  const { finishFront, finishBack, finishEdges } = piece;
  if (finishFront && finishBack) return finishEdges ? 'both' : 'faces';
  if (finishFront) return finishEdges ? 'front' : 'face';
  return finishBack && !finishEdges ? 'back' : 'other';
}

function sidesFrom(value: string): Outcome<Partial<Piece>> {
  switch (value) {
    case 'both':
      return success({ finishFront: true, finishBack: true, finishEdges: true });
    case 'front':
      return success({ finishFront: true, finishBack: false, finishEdges: true });
    case 'face':
      return success({ finishFront: true, finishBack: false, finishEdges: false });
    case 'back':
      return success({ finishFront: false, finishBack: true, finishEdges: false });
    case 'faces':
      return success({ finishFront: true, finishBack: true, finishEdges: false });
    default:
      return failure('Choose which sides are finished.');
  }
}

/** The columns of the take-off table, in order, for a job with these zones. */
export function takeoffColumns(zones: readonly { id: string; name: string }[]): Column[] {
  return [
    {
      key: 'tag',
      title: 'Tag',
      width: '4.4rem',
      fields: ['tag'],
      write: (piece) => piece.tag,
      read: (text) => (text.trim() === '' ? failure('Give the piece a tag.') : success({ tag: text.trim() })),
    },
    {
      key: 'zone',
      title: 'Zone',
      width: '7.1rem',
      fields: ['zoneId'],
      choices: zones.map(({ id, name }) => ({ value: id, name })),
      write: (piece) => piece.zoneId,
      read: (value) => success({ zoneId: value }),
    },
    {
      key: 'kind',
      title: 'Kind',
      width: '7.7rem',
      fields: ['kind'],
      choices: PIECE_KINDS.map((kind) => ({ value: kind, name: PIECE_KIND_WORDS[kind][0] })),
      write: (piece) => piece.kind,
      read: (value) => success({ kind: value as Piece['kind'] }),
    },
    {
      key: 'construction',
      title: 'Construction',
      width: '6.5rem',
      fields: ['construction'],
      choices: CONSTRUCTIONS.map((value) => ({ value, name: value })),
      write: (piece) => piece.construction,
      read: (value) => success({ construction: value as Piece['construction'] }),
    },
    lengthColumn('widthMm', 'Width'),
    lengthColumn('heightMm', 'Height'),
    lengthColumn('thicknessMm', 'Thick'),
    lengthColumn('frameMm', 'Frame', true),
    lengthColumn('recessMm', 'Recess', true),
    {
      key: 'panels',
      title: 'Panels',
      width: '3.8rem',
      fields: ['panelsAcross', 'panelsDown'],
      isNumber: true,
      write: (piece) => (piece.construction === 'slab' ? null : `${piece.panelsAcross}×${piece.panelsDown}`),
      read(text) {
        const match = /^([1-6])\s*[×x*]\s*([1-6])$/i.exec(text.trim());
        return match
          ? success({ panelsAcross: Number(match[1]), panelsDown: Number(match[2]) })
          : failure('Write panels as 1×2: across × down, six at most.');
      },
    },
    {
      key: 'sides',
      title: 'Sides',
      width: '7.6rem',
      fields: ['finishFront', 'finishBack', 'finishEdges'],
      choices: SIDES,
      write: (piece) => sidesOf(piece),
      read: sidesFrom,
    },
    {
      key: 'note',
      title: 'Note',
      width: 'minmax(3.4rem, 1fr)',
      fields: ['note'],
      write: (piece) => piece.note,
      read: (text) => success({ note: text.trim() }),
    },
  ];
}
