import Papa from 'papaparse';
import {
  CONSTRUCTIONS,
  PIECE_DEFAULTS,
  PIECE_KINDS,
  type PieceSpec,
  PieceSpecSchema,
  sameTag,
} from '../pieces/index.ts';
import { formatMm, parseLengthMm } from '../units/index.ts';

/** One row of a take-off table as it came in. */
export interface TakeoffRow {
  /** Line in the text, counted from 1 with the heading. */
  line: number;
  raw: Record<string, string>;
  zoneName: string;
  /** Null when the row has errors. */
  piece: PieceSpec | null;
  /** Messages by column heading; '' for the row as a whole. */
  errors: Record<string, string>;
}

/** What a text turned out to hold. */
export interface TakeoffTable {
  rows: TakeoffRow[];
  /** Headings that no column of a take-off goes by. */
  unknownHeadings: string[];
  /** Why nothing could be read at all, or null. */
  problem: string | null;
}

const COLUMNS = {
  tag: ['tag', 'label', 'no', 'number', 'piece', 'id'],
  zone: ['zone', 'area', 'colour zone'],
  kind: ['kind', 'type', 'part'],
  construction: ['construction', 'build', 'style'],
  width: ['width', 'w', 'breadth'],
  height: ['height', 'h', 'length', 'l'],
  thickness: ['thickness', 't', 'thick'],
  frame: ['frame', 'stile', 'stiles'],
  recess: ['recess', 'recess depth'],
  across: ['across', 'panels across'],
  down: ['down', 'panels down'],
  sides: ['sides', 'finish', 'finished sides'],
  note: ['note', 'notes', 'remark'],
} as const;
type Column = keyof typeof COLUMNS;

const FIELD_OF: Partial<Record<string, Column>> = {
  widthMm: 'width',
  heightMm: 'height',
  thicknessMm: 'thickness',
  frameMm: 'frame',
  recessMm: 'recess',
  panelsAcross: 'across',
  panelsDown: 'down',
  finishFront: 'sides',
};

interface Heading {
  column: Column | null;
  unit: 'mm' | 'cm' | 'in';
}

function readHeading(text: string): Heading {
  const clean = text.trim().toLowerCase().replace(/[_-]/g, ' ');
  const unit = /\((?:cm)\)|\bcm\b/.test(clean)
    ? 'cm'
    : /\((?:in|inch|inches|")\)|\bin(?:ch|ches)?\b/.test(clean)
      ? 'in'
      : 'mm';
  const name = clean
    .replace(/\(.*?\)/g, '')
    .replace(/\b(mm|cm|inch|inches)\b/g, '')
    .trim();
  const column = (Object.keys(COLUMNS) as Column[]).find((key) =>
    (COLUMNS[key] as readonly string[]).includes(name),
  );
  return { column: column ?? null, unit };
}

function readWord<T extends string>(
  text: string,
  words: readonly T[],
  otherNames: Record<string, T>,
): T | null {
  const clean = text
    .trim()
    .toLowerCase()
    .replace(/[\s_]+/g, '-');
  return words.find((word) => word === clean || `${word}s` === clean) ?? otherNames[clean] ?? null;
}

function readSides(text: string): Pick<PieceSpec, 'finishFront' | 'finishBack' | 'finishEdges'> | null {
  const clean = text.trim().toLowerCase();
  if (clean === 'both' || clean === 'all') return { finishFront: true, finishBack: true, finishEdges: true };
  const parts = clean.split(/[\s,+/&]+/).filter(Boolean);
  if (parts.length === 0 || !parts.every((part) => /^(front|back|edge|edges)$/.test(part))) return null;
  return {
    finishFront: parts.includes('front'),
    finishBack: parts.includes('back'),
    finishEdges: parts.some((part) => part.startsWith('edge')),
  };
}

function readRow(raw: Record<string, string>, headings: Map<string, Heading>, line: number): TakeoffRow {
  const errors: Record<string, string> = {};
  const cell = (column: Column): { heading: string; text: string; unit: Heading['unit'] } => {
    for (const [heading, found] of headings) {
      if (found.column === column) return { heading, text: (raw[heading] ?? '').trim(), unit: found.unit };
    }
    return { heading: column, text: '', unit: 'mm' };
  };
  const length = (column: Column, fallback?: number): number => {
    const { heading, text, unit } = cell(column);
    if (text === '' && fallback !== undefined) return fallback;
    const read = parseLengthMm(text, unit);
    if (!read.ok) errors[heading] = read.message;
    return read.ok ? read.value : Number.NaN;
  };
  const word = <T extends string>(
    column: Column,
    words: readonly T[],
    otherNames: Record<string, T>,
    fallback: T,
  ): T => {
    const { heading, text } = cell(column);
    if (text === '') return fallback;
    const found = readWord(text, words, otherNames);
    if (!found) errors[heading] = `“${text}” is none of ${words.join(', ')}.`;
    return found ?? fallback;
  };
  const count = (column: Column): number => {
    const { text } = cell(column);
    return text === '' ? 1 : Number(text);
  };
  const kind = word(
    'kind',
    PIECE_KINDS,
    { drawer: 'drawer-front', front: 'drawer-front', panel: 'end-panel', frame: 'face-frame' },
    'door',
  );
  const sides = cell('sides');
  const readSide =
    sides.text === ''
      ? { finishFront: true, finishBack: kind !== 'drawer-front', finishEdges: true }
      : readSides(sides.text);
  if (!readSide)
    errors[sides.heading] = `“${sides.text}” is not a choice of sides. Write front, back, edges or both.`;
  const spec = {
    tag: cell('tag').text,
    kind,
    construction: word(
      'construction',
      CONSTRUCTIONS,
      { shaker: 'five-piece', framed: 'five-piece', flat: 'slab', plain: 'slab' },
      'slab',
    ),
    widthMm: length('width'),
    heightMm: length('height'),
    thicknessMm: length('thickness', PIECE_DEFAULTS.thicknessMm),
    frameMm: length('frame', PIECE_DEFAULTS.frameMm),
    recessMm: length('recess', PIECE_DEFAULTS.recessMm),
    panelsAcross: count('across'),
    panelsDown: count('down'),
    ...(readSide ?? { finishFront: true, finishBack: true, finishEdges: true }),
    note: cell('note').text,
  };
  const parsed = PieceSpecSchema.safeParse(spec);
  if (!parsed.success) {
    for (const issue of parsed.error.issues) {
      const field = String(issue.path[0] ?? '');
      const column = FIELD_OF[field] ?? (field in COLUMNS ? (field as Column) : null);
      const heading = column ? cell(column).heading : '';
      errors[heading] ??= issue.message;
    }
  }
  const isGood = parsed.success && Object.keys(errors).length === 0;
  return { line, raw, zoneName: cell('zone').text, piece: isGood ? parsed.data : null, errors };
}

/**
 * Reads a take-off from CSV, semicolon- or tab-separated text, with or without byte-order mark, headings in any order.
 * Blank lines and repeated headings are passed over. A row that cannot be read keeps its text and says why; a tag used
 * before, in the text or in `takenTags`, is an error of the later row.
 */
export function readTakeoff(text: string, takenTags: readonly string[] = []): TakeoffTable {
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: false });
  const lines = parsed.data
    .map((cells, index) => ({ cells, line: index + 1 }))
    .filter(({ cells }) => cells.some((cell) => cell.trim() !== ''));
  const first = lines[0];
  if (!first) return { rows: [], unknownHeadings: [], problem: 'There is nothing in the text.' };
  const headings = new Map(first.cells.map((heading) => [heading.trim(), readHeading(heading)]));
  const columns = new Set([...headings.values()].map(({ column }) => column));
  if (!columns.has('width') || !columns.has('height')) {
    return {
      rows: [],
      unknownHeadings: [],
      problem: 'The first line must name the columns, at least tag, width and height.',
    };
  }
  const names = [...headings.keys()];
  const seen = [...takenTags];
  const rows = lines
    .slice(1)
    .filter(({ cells }) => cells.map((cell) => cell.trim()).join() !== names.join())
    .map(({ cells, line }) => {
      const raw = Object.fromEntries(names.map((name, index) => [name, cells[index] ?? '']));
      const row = readRow(raw, headings, line);
      const tagHeading = names.find((name) => headings.get(name)?.column === 'tag') ?? 'tag';
      const tag = raw[tagHeading] ?? '';
      if (tag.trim() !== '' && seen.some((other) => sameTag(other, tag))) {
        row.errors[tagHeading] = `Tag ${tag.trim()} is already taken.`;
        row.piece = null;
      } else if (row.piece) {
        seen.push(tag);
      }
      return row;
    });
  const unknownHeadings = names.filter((name) => name !== '' && headings.get(name)?.column === null);
  return { rows, unknownHeadings, problem: null };
}

/** Writes a take-off as CSV; reading it again gives the same pieces. */
export function writeTakeoff(pieces: readonly (PieceSpec & { zoneName: string })[]): string {
  const sides = (piece: PieceSpec) =>
    [piece.finishFront && 'front', piece.finishBack && 'back', piece.finishEdges && 'edges']
      .filter(Boolean)
      .join(' ');
  const length = (mm: number) => (Number.isInteger(mm) ? formatMm(mm) : String(mm));
  return `${Papa.unparse(
    pieces.map((piece) => ({
      tag: piece.tag,
      zone: piece.zoneName,
      kind: piece.kind,
      construction: piece.construction,
      'width (mm)': length(piece.widthMm),
      'height (mm)': length(piece.heightMm),
      'thickness (mm)': length(piece.thicknessMm),
      'frame (mm)': length(piece.frameMm),
      'recess (mm)': length(piece.recessMm),
      'panels across': piece.panelsAcross,
      'panels down': piece.panelsDown,
      sides: sides(piece),
      note: piece.note,
    })),
  )}\r\n`;
}
