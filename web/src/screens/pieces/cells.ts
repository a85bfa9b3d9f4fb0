import { failure, type Outcome, success } from '@upholder/core/outcome';
import {
  CONSTRUCTION_WORDS,
  CONSTRUCTIONS,
  constructionDefaults,
  EDGES,
  type Edge,
  isFramed,
  type LengthField,
  PIECE_FIELDS,
  PIECE_KINDS,
  PIECE_WAY_WORDS,
  PIECE_WAYS,
  type Piece,
  type PieceFieldName,
  parseMembers,
  pieceKindWords,
  VERDICTS,
  writeMembers,
} from '@upholder/core/pieces';
import { parseDecimal } from '@upholder/core/units';
import type { Room } from '../../base/useIsNarrow.ts';
import { bare, read as readQuantity, unit, voice } from '../../base/voice.ts';

// Longer than other files: every column of the take-off, one after the other.

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
  /** @param piece the one that is edited: a text that still says what it has changes nothing. */
  read(text: string, piece?: Piece): Outcome<Partial<Piece>>;
}

type SizeField = 'widthMm' | 'heightMm' | 'thicknessMm' | 'frameMm' | 'recessMm';

function lengthColumn(key: SizeField, title: string = PIECE_FIELDS[key].name): Column {
  return {
    key,
    title,
    // Sixteenths of an inch take more room than millimetres.
    width: unit('length') === 'in' ? '4.7rem' : '3.55rem',
    fields: [key],
    isNumber: true,
    write: (piece) => (PIECE_FIELDS[key].stepAppliesTo(piece) ? bare('length', piece[key]) : null),
    read(text, piece) {
      const length = readQuantity('length', text, piece?.[key]);
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
      width: '4rem',
      fields: ['tag'],
      write: (piece) => piece.tag,
      read: (text) => (text.trim() === '' ? failure('Tag is missing.') : success({ tag: text.trim() })),
    },
    {
      key: 'zone',
      title: 'Zone',
      width: '6.4rem',
      fields: ['zoneId'],
      choices: zones.map(({ id, name }) => ({ value: id, name })),
      write: (piece) => piece.zoneId,
      read: (value) => success({ zoneId: value }),
    },
    {
      key: 'kind',
      title: 'Kind',
      width: '7.3rem',
      fields: ['kind'],
      choices: PIECE_KINDS.map((kind) => ({ value: kind, name: pieceKindWords(kind) })),
      write: (piece) => piece.kind,
      read: (value) => success({ kind: value as Piece['kind'] }),
    },
    {
      key: 'construction',
      title: 'Construction',
      width: '8.2rem',
      fields: ['construction'],
      choices: CONSTRUCTIONS.map((value) => ({ value, name: CONSTRUCTION_WORDS[value] })),
      write: (piece) => piece.construction,
      read: (value) => {
        const construction = value as Piece['construction'];
        return success({ construction, ...constructionDefaults(construction) });
      },
    },
    lengthColumn('widthMm'),
    lengthColumn('heightMm'),
    lengthColumn('thicknessMm', 'Thick'),
    lengthColumn('frameMm'),
    lengthColumn('recessMm'),
    {
      key: 'panels',
      title: 'Panels',
      width: '3.6rem',
      fields: ['panelsAcross', 'panelsDown'],
      isNumber: true,
      write: (piece) => (!isFramed(piece.construction) ? null : `${piece.panelsAcross}×${piece.panelsDown}`),
      read(text) {
        const match = /^([1-6])\s*[×x*]\s*([1-6])$/i.exec(text.trim());
        return match
          ? success({ panelsAcross: Number(match[1]), panelsDown: Number(match[2]) })
          : failure('Enter panels as 1×2: across × down, six at most.');
      },
    },
    {
      key: 'sides',
      title: 'Sides',
      width: '7.3rem',
      fields: ['finishFront', 'finishBack', 'finishEdges'],
      choices: SIDES,
      write: (piece) => sidesOf(piece),
      read: sidesFrom,
    },
    {
      key: 'note',
      title: 'Note',
      width: 'minmax(3rem, 1fr)',
      fields: ['note'],
      write: (piece) => piece.note,
      read: (text) => success({ note: text.trim() }),
    },
  ];
}

/** Columns that stand beside the drawing instead when the table has little room. */
const WIDE_ONLY = new Set(['thicknessMm', 'recessMm', 'panels', 'note']);
/** All that a phone has room for in the table. */
const ON_PHONE = new Set(['tag', 'kind', 'widthMm', 'heightMm']);
/** Those that make room for how pieces are worked, where that differs. */
const LEFT_FOR_WAYS = new Set(['recessMm', 'panels']);

/** The columns of the table, and those that it leaves to the details. */
export interface ShownColumns {
  kept: Column[];
  left: Column[];
}

/**
 * The columns of the take-off, some of them left to the details: where the table is narrow, and where pieces are not worked as
 * usual, so that how each is worked stands in its line.
 */
export function shownColumns(
  zones: readonly { id: string; name: string }[],
  pieces: readonly Pick<Piece, 'way'>[],
  room: Room,
): ShownColumns {
  const all = takeoffColumns(zones);
  if (room === 'phone')
    return {
      kept: all.filter(({ key }) => ON_PHONE.has(key)),
      left: all.filter(({ key }) => !ON_PHONE.has(key)),
    };
  const hasWays = pieces.some(({ way }) => way !== 'usual');
  const isLeft = ({ key }: Column) =>
    (room === 'tablet' && WIDE_ONLY.has(key)) || (hasWays && LEFT_FOR_WAYS.has(key));
  const kept = all.filter((column) => !isLeft(column));
  const after = kept.findIndex(({ key }) => key === 'kind') + 1;
  return {
    kept: hasWays
      ? [...kept.slice(0, after), { ...wayColumn(), width: '8.6rem' }, ...kept.slice(after)]
      : kept,
    left: all.filter(isLeft),
  };
}

/** How a piece is worked. */
function wayColumn(): Column {
  return fieldColumn('way', {
    choices: PIECE_WAYS.map((value) => ({ value, name: PIECE_WAY_WORDS[value] })),
    write: (piece) => piece.way,
    read: (value) => success({ way: value as Piece['way'] }),
  });
}

function detailLength(key: LengthField): Column {
  const { name, holds, stepAppliesTo } = PIECE_FIELDS[key];
  return {
    key,
    title: name,
    width: '',
    fields: [key],
    isNumber: true,
    write: (piece) => {
      const mm = piece[key];
      if (!stepAppliesTo(piece)) return null;
      return mm === null ? '' : bare('length', mm);
    },
    read(text, piece) {
      if (text.trim() === '') return success({ [key]: holds === 'optional length' ? null : 0 });
      const length = readQuantity('length', text, piece?.[key]);
      return length.ok ? success({ [key]: length.value }) : length;
    },
  };
}

/** What all columns of one field have in common: its name, and that it writes nothing where it means nothing. */
function fieldColumn(key: PieceFieldName, column: Pick<Column, 'write' | 'read'> & Partial<Column>): Column {
  const { name, stepAppliesTo } = PIECE_FIELDS[key];
  return {
    key,
    title: name,
    width: '',
    fields: [key],
    ...column,
    write: (piece) => (stepAppliesTo(piece) ? column.write(piece) : null),
  };
}

function readNumber(key: 'profileFactor' | 'glazedPanels', text: string): Outcome<Partial<Piece>> {
  const read = parseDecimal(text, { example: key === 'glazedPanels' ? '2' : '1.2', max: 99 });
  return read.ok ? success({ [key]: read.value }) : read;
}

function readEdges(text: string): Outcome<Partial<Piece>> {
  const words = text
    .toLowerCase()
    .split(/[\s,+/]+/)
    .filter(Boolean);
  const stray = words.find((word) => !(EDGES as readonly string[]).includes(word));
  return stray
    ? failure(`“${stray}” is not an edge. Use top, right, bottom or left.`)
    : success({ bareEdges: words as Edge[] });
}

const HINGES = [
  { value: 'none', name: 'no hinges' },
  { value: 'left', name: 'hinged left' },
  { value: 'right', name: 'hinged right' },
  { value: 'top', name: 'hinged top' },
  { value: 'bottom', name: 'hinged bottom' },
] as const;

/** Lengths that stand beside the drawing, in their order there. */
const DETAIL_LENGTHS = [
  'topRailMm',
  'bottomRailMm',
  'midRailMm',
  'midStileMm',
  'recessBackMm',
  'bevelMm',
  'marginMm',
  'raiseMm',
  'girthMm',
] as const satisfies readonly LengthField[];

/** What a piece has besides the columns of the table; a field that means nothing for its construction writes null. */
export function detailColumns(
  openings: readonly { id: string; tag: string }[],
  places: readonly { id: string; name: string }[] = [],
): Column[] {
  return [
    wayColumn(),
    fieldColumn('placeId', {
      choices: [
        { value: '', name: 'the first that fits' },
        ...places.map(({ id, name }) => ({ value: id, name })),
      ],
      write: (piece) => (places.length === 0 ? null : (piece.placeId ?? '')),
      read: (value) => success({ placeId: value === '' ? null : value }),
    }),
    fieldColumn('area', {
      write: (piece) => piece.area,
      read: (text) => success({ area: text.trim() }),
    }),
    fieldColumn('treatment', {
      choices: VERDICTS.map((value) => ({ value, name: value === 'repair' ? 'repair, then finish' : value })),
      write: (piece) => piece.treatment,
      read: (value) => success({ treatment: value as Piece['treatment'] }),
    }),
    fieldColumn('hingeSide', {
      choices: HINGES,
      write: (piece) => piece.hingeSide,
      read: (value) => success({ hingeSide: value as Piece['hingeSide'] }),
    }),
    fieldColumn('openingId', {
      choices: [{ value: '', name: 'none' }, ...openings.map(({ id, tag }) => ({ value: id, name: tag }))],
      write: (piece) => (openings.length === 0 ? null : (piece.openingId ?? '')),
      read: (value) => success({ openingId: value === '' ? null : value }),
    }),
    ...DETAIL_LENGTHS.map(detailLength),
    fieldColumn('profileFactor', {
      isNumber: true,
      write: (piece) => String(piece.profileFactor),
      read: (text) => readNumber('profileFactor', text),
    }),
    fieldColumn('glazedPanels', {
      isNumber: true,
      write: (piece) => String(piece.glazedPanels),
      read: (text) => readNumber('glazedPanels', text),
    }),
    detailLength('depthMm'),
    fieldColumn('members', {
      write: (piece) => writeMembers(piece.members, voice().units),
      read(text, piece) {
        // Untouched, however they were rounded to be shown.
        if (piece && text === writeMembers(piece.members, voice().units))
          return success({ members: piece.members });
        const members = parseMembers(text, voice().units);
        return members.ok ? success({ members: members.value }) : members;
      },
    }),
    fieldColumn('bareEdges', {
      write: (piece) => piece.bareEdges.join(' '),
      read: readEdges,
    }),
  ];
}
