import { failure, type Outcome, success } from '@upholder/core/outcome';
import {
  CONSTRUCTION_WORDS,
  CONSTRUCTIONS,
  constructionDefaults,
  EDGES,
  type Edge,
  isFramed,
  PIECE_KIND_TRAITS,
  PIECE_KINDS,
  type Piece,
  parseMembers,
  pieceKindWords,
  VERDICTS,
  writeMembers,
} from '@upholder/core/pieces';
import { formatMm, parseDecimal, parseLengthMm } from '@upholder/core/units';

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
    width: '3.55rem',
    fields: [key],
    isNumber: true,
    write: (piece) => (onlyFramed && !isFramed(piece.construction) ? null : formatMm(piece[key])),
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
      width: '4rem',
      fields: ['tag'],
      write: (piece) => piece.tag,
      read: (text) => (text.trim() === '' ? failure('Give the piece a tag.') : success({ tag: text.trim() })),
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
    lengthColumn('widthMm', 'Width'),
    lengthColumn('heightMm', 'Height'),
    lengthColumn('thicknessMm', 'Thick'),
    lengthColumn('frameMm', 'Frame', true),
    lengthColumn('recessMm', 'Recess', true),
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
          : failure('Write panels as 1×2: across × down, six at most.');
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

/** The columns for a narrow table, and those that it leaves to the details. */
export function narrowed(columns: readonly Column[]): { kept: Column[]; left: Column[] } {
  return {
    kept: columns.filter(({ key }) => !WIDE_ONLY.has(key)),
    left: columns.filter(({ key }) => WIDE_ONLY.has(key)),
  };
}

type OptionalLength = 'topRailMm' | 'bottomRailMm' | 'midRailMm' | 'midStileMm' | 'recessBackMm';
type PlainLength = 'depthMm' | 'bevelMm' | 'marginMm' | 'raiseMm' | 'girthMm';

const hasPanels = ({ construction }: Piece) => isFramed(construction) && construction !== 'open-frame';

function detailLength(
  key: OptionalLength | PlainLength,
  title: string,
  concerns: (piece: Piece) => boolean,
): Column {
  return {
    key,
    title,
    width: '',
    fields: [key],
    isNumber: true,
    write: (piece) => {
      const mm = piece[key];
      if (!concerns(piece)) return null;
      return mm === null ? '' : formatMm(mm);
    },
    read(text) {
      if (text.trim() === '') {
        const isOptional = key.endsWith('RailMm') || key === 'midStileMm' || key === 'recessBackMm';
        return success({ [key]: isOptional ? null : 0 });
      }
      const length = parseLengthMm(text);
      return length.ok ? success({ [key]: length.value }) : length;
    },
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
    ? failure(`“${stray}” is no edge: top, right, bottom, left.`)
    : success({ bareEdges: words as Edge[] });
}

const HINGES = [
  { value: 'none', name: 'no hinges' },
  { value: 'left', name: 'hinged left' },
  { value: 'right', name: 'hinged right' },
  { value: 'top', name: 'hinged top' },
  { value: 'bottom', name: 'hinged bottom' },
] as const;

/** What a piece has besides the columns of the table; a field that means nothing for its construction writes null. */
export function detailColumns(openings: readonly { id: string; tag: string }[]): Column[] {
  return [
    {
      key: 'verdict',
      title: 'Verdict',
      width: '',
      fields: ['verdict'],
      choices: VERDICTS.map((value) => ({ value, name: value === 'repair' ? 'repair, then finish' : value })),
      write: (piece) => piece.verdict,
      read: (value) => success({ verdict: value as Piece['verdict'] }),
    },
    {
      key: 'hingeSide',
      title: 'Hinges',
      width: '',
      fields: ['hingeSide'],
      choices: HINGES,
      write: (piece) => (PIECE_KIND_TRAITS[piece.kind].isHinged ? piece.hingeSide : null),
      read: (value) => success({ hingeSide: value as Piece['hingeSide'] }),
    },
    {
      key: 'openingId',
      title: 'Opening',
      width: '',
      fields: ['openingId'],
      choices: [{ value: '', name: 'none' }, ...openings.map(({ id, tag }) => ({ value: id, name: tag }))],
      write: (piece) => (openings.length === 0 ? null : (piece.openingId ?? '')),
      read: (value) => success({ openingId: value === '' ? null : value }),
    },
    detailLength('topRailMm', 'Top rail', hasPanels),
    detailLength('bottomRailMm', 'Bottom rail', hasPanels),
    detailLength('midRailMm', 'Mid rail', (piece) => isFramed(piece.construction) && piece.panelsDown > 1),
    detailLength(
      'midStileMm',
      'Mid stile',
      (piece) => isFramed(piece.construction) && piece.panelsAcross > 1,
    ),
    detailLength('recessBackMm', 'Recess, back', hasPanels),
    detailLength('bevelMm', 'Bevel', hasPanels),
    detailLength('marginMm', 'Margin', ({ construction }) => construction === 'raised-panel'),
    detailLength('raiseMm', 'Rise of field', ({ construction }) => construction === 'raised-panel'),
    detailLength(
      'girthMm',
      'Girth',
      ({ construction }) =>
        construction === 'beaded' || construction === 'moulding' || construction === 'slab',
    ),
    {
      key: 'profileFactor',
      title: 'Profile factor',
      width: '',
      fields: ['profileFactor'],
      isNumber: true,
      write: (piece) => (piece.girthMm > 0 ? String(piece.profileFactor) : null),
      read: (text) => readNumber('profileFactor', text),
    },
    {
      key: 'glazedPanels',
      title: 'Panes of glass',
      width: '',
      fields: ['glazedPanels'],
      isNumber: true,
      write: (piece) => (piece.construction === 'glazed' ? String(piece.glazedPanels) : null),
      read: (text) => readNumber('glazedPanels', text),
    },
    detailLength('depthMm', 'Depth inside', ({ construction }) => construction === 'box'),
    {
      key: 'members',
      title: 'Members',
      width: '',
      fields: ['members'],
      write: (piece) => (piece.construction === 'open-frame' ? writeMembers(piece.members) : null),
      read(text) {
        const members = parseMembers(text);
        return members.ok ? success({ members: members.value }) : members;
      },
    },
    {
      key: 'bareEdges',
      title: 'Bare edges',
      width: '',
      fields: ['bareEdges'],
      write: (piece) =>
        piece.finishEdges && piece.construction !== 'box' && piece.construction !== 'moulding'
          ? piece.bareEdges.join(' ')
          : null,
      read: readEdges,
    },
  ];
}
