import {
  CONSTRUCTIONS,
  constructionDefaults,
  EDGES,
  HINGE_SIDES,
  nextTag,
  PIECE_DEFAULTS,
  PIECE_KINDS,
  type PieceSpec,
  PieceSpecSchema,
  parseMembers,
  readConstruction,
  readKind,
  readSides,
  sameTag,
  VERDICTS,
} from '../pieces/index.ts';
import { parseLengthMm } from '../units/index.ts';
import { guessMapping, type Mapping, type TableUnit, type TakeoffField } from './takeoffFields.ts';
import { parseTable, type RawTable } from './takeoffTable.ts';

/** One row of a take-off table as it was understood. */
export interface TakeoffRow {
  /** Line in the text, counted from 1 with the heading. */
  line: number;
  cells: string[];
  zoneName: string;
  openingTag: string;
  /** The pieces of the row: more than one where it names a quantity; empty when the row has errors. */
  pieces: PieceSpec[];
  /** Messages by column; -1 for the row as a whole. */
  errors: Record<number, string>;
}

/** Everything that was understood of a text. */
export interface TakeoffTable {
  table: RawTable | null;
  mapping: Mapping;
  rows: TakeoffRow[];
  /** Why nothing could be read at all, or null. */
  problem: string | null;
}

/** Field of a piece → column that carries it. */
const COLUMN_OF: Partial<Record<keyof PieceSpec, TakeoffField>> = {
  widthMm: 'width',
  heightMm: 'height',
  thicknessMm: 'thickness',
  depthMm: 'depth',
  frameMm: 'frame',
  topRailMm: 'topRail',
  bottomRailMm: 'bottomRail',
  midRailMm: 'midRail',
  midStileMm: 'midStile',
  recessMm: 'recess',
  recessBackMm: 'recessBack',
  bevelMm: 'bevel',
  marginMm: 'margin',
  raiseMm: 'raise',
  girthMm: 'girth',
  profileFactor: 'factor',
  panelsAcross: 'across',
  panelsDown: 'down',
  glazedPanels: 'panes',
  finishFront: 'sides',
  hingeSide: 'hinge',
};

const MOST_PER_ROW = 500;

/** A number as the table writes it: grouping marks out, the decimal mark as a point. */
function plainNumber(text: string, decimal: string): string {
  const grouping = decimal === ',' ? '.' : ',';
  const grouped = new RegExp(`^\\d{1,3}(?:\\${grouping}\\d{3})+(?:\\${decimal}\\d+)?$`);
  return grouped.test(text) ? text.replaceAll(grouping, '').replace(decimal, '.') : text;
}

class RowReader {
  readonly errors: Record<number, string> = {};

  constructor(
    private readonly cells: readonly string[],
    private readonly columns: ReadonlyMap<TakeoffField, { index: number; unit: TableUnit }>,
    private readonly decimal: string,
  ) {}

  text(field: TakeoffField): string {
    const column = this.columns.get(field);
    return column ? (this.cells[column.index] ?? '') : '';
  }

  fail(field: TakeoffField | null, message: string): void {
    const index = field === null ? -1 : (this.columns.get(field)?.index ?? -1);
    this.errors[index] ??= message;
  }

  length<T>(field: TakeoffField, fallback: T): number | T {
    const text = this.text(field);
    if (text === '') return fallback;
    const read = parseLengthMm(plainNumber(text, this.decimal), this.columns.get(field)?.unit);
    if (!read.ok) this.fail(field, read.message);
    return read.ok ? read.value : Number.NaN;
  }

  number(field: TakeoffField, fallback: number): number {
    const text = this.text(field);
    if (text === '') return fallback;
    const value = Number(text.replace(',', '.'));
    if (!Number.isFinite(value)) this.fail(field, `“${text}” is not a number.`);
    return value;
  }

  word<T extends string>(
    field: TakeoffField,
    read: (text: string) => T | null,
    words: readonly T[],
    fallback: T,
  ): T {
    const text = this.text(field);
    if (text === '') return fallback;
    const found = read(text);
    if (found === null) this.fail(field, `“${text}” is none of ${words.join(', ')}.`);
    return found ?? fallback;
  }

  size(): { widthMm: number; heightMm: number; thicknessMm: number } {
    const text = this.text('size');
    const parts = text === '' ? [] : text.split(/\s*[x×*]\s*/i);
    const unit = this.columns.get('size')?.unit;
    const at = (index: number, fallback: number) => {
      const part = parts[index];
      if (part === undefined) return fallback;
      const read = parseLengthMm(plainNumber(part, this.decimal), unit);
      if (!read.ok) this.fail('size', read.message);
      return read.ok ? read.value : Number.NaN;
    };
    if (text !== '' && (parts.length < 2 || parts.length > 3))
      this.fail('size', `“${text}” is not a size. Write 400 × 720 or 400 × 720 × 20.`);
    return {
      widthMm: at(0, this.length('width', Number.NaN)),
      heightMm: at(1, this.length('height', Number.NaN)),
      thicknessMm: at(2, this.length('thickness', PIECE_DEFAULTS.thicknessMm)),
    };
  }
}

function oneOf<T extends string>(words: readonly T[]): (text: string) => T | null {
  return (text) => words.find((word) => word === text.trim().toLowerCase()) ?? null;
}

function readSpec(row: RowReader): PieceSpec | null {
  const kind = row.word('kind', readKind, PIECE_KINDS, 'door');
  const construction = row.word(
    'construction',
    readConstruction,
    CONSTRUCTIONS,
    kind === 'moulding' ? 'moulding' : kind === 'box-interior' ? 'box' : 'slab',
  );
  const defaults = { ...PIECE_DEFAULTS, ...constructionDefaults(construction) };
  const sidesText = row.text('sides');
  const sides = sidesText === '' ? undefined : readSides(sidesText);
  if (sides === null)
    row.fail('sides', `“${sidesText}” is not a choice of sides. Write front, back, edges or both.`);
  const members = parseMembers(row.text('members'));
  if (!members.ok) row.fail('members', members.message);
  const bare = row
    .text('bareEdges')
    .toLowerCase()
    .split(/[\s,+/]+/)
    .filter(Boolean);
  const strayEdge = bare.find((edge) => !(EDGES as readonly string[]).includes(edge));
  if (strayEdge) row.fail('bareEdges', `“${strayEdge}” is none of ${EDGES.join(', ')}.`);
  const size = row.size();
  const spec: PieceSpec = {
    ...defaults,
    tag: row.text('tag') || '?',
    kind,
    construction,
    ...size,
    depthMm: row.length('depth', defaults.depthMm),
    frameMm: row.length('frame', defaults.frameMm),
    topRailMm: row.length('topRail', null),
    bottomRailMm: row.length('bottomRail', null),
    midRailMm: row.length('midRail', null),
    midStileMm: row.length('midStile', null),
    recessMm: row.length('recess', defaults.recessMm),
    recessBackMm: row.length('recessBack', null),
    bevelMm: row.length('bevel', 0),
    marginMm: row.length('margin', defaults.marginMm),
    raiseMm: row.length('raise', defaults.raiseMm),
    girthMm: row.length('girth', defaults.girthMm),
    profileFactor: row.number('factor', 1),
    panelsAcross: row.number('across', 1),
    panelsDown: row.number('down', 1),
    glazedPanels: row.number('panes', defaults.glazedPanels),
    members: members.ok ? members.value : [],
    ...(sides ?? {
      finishFront: defaults.finishFront,
      finishBack: defaults.finishBack && kind !== 'drawer-front',
      finishEdges: defaults.finishEdges,
    }),
    bareEdges: bare as PieceSpec['bareEdges'],
    hingeSide: row.word('hinge', oneOf(HINGE_SIDES), HINGE_SIDES, 'none'),
    verdict: row.word('verdict', oneOf(VERDICTS), VERDICTS, 'finish'),
    note: row.text('note'),
  };
  const parsed = PieceSpecSchema.safeParse(spec);
  if (!parsed.success) {
    for (const issue of parsed.error.issues) {
      const field = issue.path[0] as keyof PieceSpec;
      const isSize = field === 'widthMm' || field === 'heightMm';
      const column = COLUMN_OF[field] ?? (field === 'tag' || field === 'note' ? field : null);
      row.fail(isSize && row.text('size') !== '' ? 'size' : column, issue.message);
    }
  }
  return parsed.success && Object.keys(row.errors).length === 0 ? parsed.data : null;
}

/**
 * Reads the rows of a table by a mapping. A row that cannot be read keeps its cells and says why at the cell; a tag used
 * before, in the table or in `takenTags`, is an error of the later row. A row without a tag gets the next free one, and
 * a quantity makes that many pieces with counting tags.
 */
export function readRows(table: RawTable, mapping: Mapping, takenTags: readonly string[] = []): TakeoffRow[] {
  const columns = new Map<TakeoffField, { index: number; unit: TableUnit }>();
  mapping.forEach(({ field, unit }, index) => {
    if (field !== null && !columns.has(field)) columns.set(field, { index, unit });
  });
  const taken = [...takenTags];
  let lastTag = 'P0';
  return table.rows.map(({ line, cells }) => {
    const row = new RowReader(cells, columns, table.dialect.decimal);
    const quantity = row.number('quantity', 1);
    if (!Number.isInteger(quantity) || quantity < 1 || quantity > MOST_PER_ROW)
      row.fail(
        'quantity',
        `“${row.text('quantity')}” is not a number of pieces between 1 and ${MOST_PER_ROW}.`,
      );
    const spec = readSpec(row);
    const ownTag = row.text('tag');
    if (ownTag !== '' && taken.some((other) => sameTag(other, ownTag)))
      row.fail('tag', `Tag ${ownTag} is already taken.`);
    const pieces: PieceSpec[] = [];
    if (spec && Object.keys(row.errors).length === 0) {
      let tag = ownTag === '' ? nextTag(lastTag, taken) : ownTag;
      for (let count = 0; count < quantity; count += 1) {
        if (count > 0) tag = nextTag(tag, taken);
        taken.push(tag);
        pieces.push({ ...spec, tag });
      }
      lastTag = tag;
    }
    return {
      line,
      cells,
      zoneName: row.text('zone'),
      openingTag: row.text('opening'),
      pieces,
      errors: row.errors,
    };
  });
}

/** Why a mapping cannot make pieces, or null. */
export function mappingProblem(mapping: Mapping): string | null {
  const fields = new Set(mapping.map(({ field }) => field));
  if (fields.has('size') || (fields.has('width') && fields.has('height'))) return null;
  return 'Say which columns hold width and height, or which one holds the size.';
}

/**
 * Reads a take-off from a text in any of the usual dialects.
 * @param mapping how to read the columns; guessed from the headings when absent.
 */
export function readTakeoff(
  text: string,
  takenTags: readonly string[] = [],
  mapping?: Mapping,
): TakeoffTable {
  const table = parseTable(text);
  if (!table) return { table: null, mapping: [], rows: [], problem: 'There is nothing in the text.' };
  const used = mapping ?? guessMapping(table.headings);
  const problem = mappingProblem(used);
  return { table, mapping: used, rows: problem ? [] : readRows(table, used, takenTags), problem };
}
