import {
  CONSTRUCTIONS,
  constructionDefaults,
  EDGES,
  kindDefaults,
  nextTag,
  PIECE_DEFAULTS,
  PIECE_FIELDS,
  PIECE_KIND_TRAITS,
  PIECE_KINDS,
  PIECE_WAYS,
  type PieceKind,
  type PieceSpec,
  PieceSpecSchema,
  parseMembers,
  pieceKindWords,
  readConstruction,
  readCount,
  readHinge,
  readKind,
  readSides,
  readTreatment,
  readWay,
} from '../pieces/index.ts';
import { said } from '../said/index.ts';
import { parseDecimal, parseLengthMm } from '../units/index.ts';
import { guessMapping, isCutList, type Mapping } from './takeoffFields.ts';
import type { TakeoffField } from './takeoffHeadings.ts';
import { parseTable, type RawRow, type RawTable } from './takeoffTable.ts';
import { type LengthUnit, type TableQuestion, understandUnits } from './takeoffUnits.ts';

// Longer than other files: one row is read by one reader, whose parts share what holds from the rows above.

/** One row of a take-off table as it was understood. */
export interface TakeoffRow {
  /** Line in the text, counted from 1 with the heading. */
  line: number;
  cells: string[];
  zoneName: string;
  openingTag: string;
  /** Name of the garage, tent or other place of the shop that the pieces are worked at; empty where none is named. */
  placeName: string;
  /** The pieces of the row: more than one where it names a quantity; empty when the row has errors. */
  pieces: PieceSpec[];
  /** Messages by column; -1 for the row as a whole. */
  errors: Record<number, string>;
  /** What was guessed, by column; the row can be taken in all the same. */
  doubts: Record<number, string>;
  /** Words that hold from a row above, by column. */
  inherited: Record<number, string>;
}

/** The rows of a table with everything that is to be asked of it. */
export interface TakeoffReading {
  rows: TakeoffRow[];
  /** Questions about the table as a whole, each with its best guess chosen unless it was answered. */
  questions: TableQuestion[];
  /** Rows that are no pieces, with the reason. */
  leftOut: { line: number; why: string }[];
}

/** Everything that was understood of a text. */
export interface TakeoffTable extends TakeoffReading {
  table: RawTable | null;
  mapping: Mapping;
  /** Why nothing could be read at all, or null. */
  problem: string | null;
}

/** Answers to questions, by their ids. */
export type TableAnswers = Readonly<Record<string, string>>;

const KIND_CHOICES = PIECE_KINDS.map((kind) => pieceKindWords(kind));
const MOST_PER_ROW = 2000;
/** Sizes in mm that a bare number may stand for, so that `1.240` is not read as a millimetre. */
const BELIEVABLE: readonly [number, number] = [10, 3600];
const BELIEVABLE_RUN: readonly [number, number] = [10, 20_000];
const BELIEVABLE_THIN: readonly [number, number] = [2, 300];

type Columns = ReadonlyMap<TakeoffField, { index: number; isHeightFirst: boolean }>;

/** How a cut list's length and width stand on a piece. */
type CutListReading = 'by kind' | 'length is height' | 'length is width';

/** One row with what holds for it: its words, the unit of each of its bare numbers, what is inherited from above. */
class RowReader {
  readonly errors: Record<number, string> = {};
  readonly doubts: Record<number, string> = {};
  readonly inherited: Record<number, string> = {};

  constructor(
    private readonly cells: readonly string[],
    private readonly columns: Columns,
    private readonly unitOf: (column: number) => LengthUnit,
    private readonly above: Partial<Record<TakeoffField, string>>,
  ) {}

  index(field: TakeoffField): number {
    return this.columns.get(field)?.index ?? -1;
  }

  /** What the cell itself holds. */
  own(field: TakeoffField): string {
    return this.cells[this.index(field)] ?? '';
  }

  /** What the cell holds, or what holds from above. */
  text(field: TakeoffField): string {
    const own = this.own(field);
    const above = this.above[field];
    if (own !== '' || above === undefined) return own;
    this.inherited[this.index(field)] = above;
    return above;
  }

  fail(field: TakeoffField | null, message: string): void {
    this.errors[field === null ? -1 : this.index(field)] ??= message;
  }

  doubt(field: TakeoffField | null, message: string): void {
    this.doubts[field === null ? -1 : this.index(field)] ??= message;
  }

  length<T>(field: TakeoffField, fallback: T, believable = BELIEVABLE_THIN): number | T {
    const text = this.text(field);
    return text === '' ? fallback : this.measure(field, text, believable);
  }

  measure(field: TakeoffField, text: string, believable: readonly [number, number]): number {
    const unit = this.unitOf(this.index(field));
    const read = parseLengthMm(withUnit(text, unit), 'mm', { believable });
    if (!read.ok) this.fail(field, read.message.replace(withUnit(text, unit), text));
    return read.ok ? read.value : Number.NaN;
  }

  number(field: TakeoffField, fallback: number): number {
    const text = this.text(field);
    if (text === '') return fallback;
    const read = parseDecimal(text, { example: '1' });
    if (!read.ok) this.fail(field, read.message);
    return read.ok ? read.value : Number.NaN;
  }

  word<T extends string>(
    field: TakeoffField,
    read: (text: string) => T | null,
    words: readonly string[],
    fallback: T,
  ): T {
    const text = this.text(field);
    if (text === '') return fallback;
    const found = read(text);
    if (found === null)
      this.fail(field, said('file.is-not-known-here-use', { text, words: words.join(', ') }));
    return found ?? fallback;
  }

  size(kind: PieceKind, cutList: CutListReading | null) {
    const believable = PIECE_KIND_TRAITS[kind].isRun ? BELIEVABLE_RUN : BELIEVABLE;
    const text = this.text('size');
    const parts = text === '' ? [] : text.split(/\s*(?:[x×*]|by|\bauf\b)\s*/i).filter((part) => part !== '');
    const isHeightFirst = this.columns.get('size')?.isHeightFirst ?? false;
    if (text !== '' && (parts.length < 2 || parts.length > 3))
      this.fail('size', said('file.is-not-a-size-type-400', { text }));
    // A unit on one part of a size holds for the others.
    const unit = parts
      .map((part) => /(mm|cm|["″]|in\.?|inch|inches|ft|')\s*$/i.exec(part)?.[1])
      .find(Boolean);
    const part = (index: number): number => {
      const own = parts[index] ?? '';
      const said = unit && /\d\s*$/.test(own) ? `${own} ${unit}` : own;
      return this.measure('size', said, index < 2 ? believable : BELIEVABLE_THIN);
    };
    let widthMm =
      parts.length >= 2 ? part(isHeightFirst ? 1 : 0) : this.length('width', Number.NaN, believable);
    let heightMm =
      parts.length >= 2 ? part(isHeightFirst ? 0 : 1) : this.length('height', Number.NaN, believable);
    if (cutList && parts.length < 2 && Number.isFinite(widthMm) && Number.isFinite(heightMm)) {
      const { isLying } = PIECE_KIND_TRAITS[kind];
      const [long, short] = [Math.max(widthMm, heightMm), Math.min(widthMm, heightMm)];
      if (cutList === 'by kind') [widthMm, heightMm] = isLying ? [long, short] : [short, long];
      else if (cutList === 'length is width') [widthMm, heightMm] = [heightMm, widthMm];
    }
    return {
      widthMm,
      heightMm,
      thicknessMm: parts.length === 3 ? part(2) : this.length('thickness', PIECE_DEFAULTS.thicknessMm),
    };
  }
}

/** A bare number with the unit that holds for it; anything that says its unit itself stays. */
function withUnit(text: string, unit: LengthUnit): string {
  return unit !== 'mm' && /\d\s*$|[½⅓⅔¼¾⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞]\s*$/.test(text) ? `${text} ${unit}` : text;
}

function readSpec(row: RowReader, cutList: CutListReading | null): PieceSpec | null {
  const kindText = row.text('kind');
  const kind = row.word('kind', readKind, KIND_CHOICES, 'door');
  const usual = kindDefaults(kind);
  const construction = row.word(
    'construction',
    readConstruction,
    CONSTRUCTIONS,
    usual.construction ?? 'slab',
  );
  const defaults = {
    ...PIECE_DEFAULTS,
    ...(construction === usual.construction ? {} : constructionDefaults(construction)),
    ...usual,
    construction,
  };
  const sidesText = row.text('sides');
  const sides = sidesText === '' ? undefined : readSides(sidesText);
  if (sides === null) row.fail('sides', said('file.is-not-a-choice-of-sides', { sidesText }));
  const members = parseMembers(row.text('members'));
  if (!members.ok) row.fail('members', members.message);
  const bare = row
    .text('bareEdges')
    .toLowerCase()
    .split(/[\s,+/]+/)
    .filter(Boolean);
  const strayEdge = bare.find((edge) => !(EDGES as readonly string[]).includes(edge));
  if (strayEdge) row.fail('bareEdges', said('file.is-none-of', { strayEdge, EDGES: EDGES.join(', ') }));
  const size = row.size(kind, cutList);
  // “Door LH” says the hand where no column of its own does.
  const hand = row.index('hinge') < 0 && PIECE_KIND_TRAITS[kind].isHinged ? readHinge(kindText) : null;
  const spec: PieceSpec = {
    ...defaults,
    tag: row.text('tag') || '?',
    kind,
    ...size,
    depthMm: row.length('depth', defaults.depthMm, [10, 2000]),
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
    girthMm: row.length('girth', defaults.girthMm, [2, 600]),
    profileFactor: row.number('factor', 1),
    panelsAcross: row.number('across', 1),
    panelsDown: row.number('down', 1),
    glazedPanels: row.number('panes', defaults.glazedPanels),
    members: members.ok ? members.value : [],
    ...(sides ?? {
      finishFront: defaults.finishFront,
      finishBack: defaults.finishBack,
      finishEdges: defaults.finishEdges,
    }),
    bareEdges: bare as PieceSpec['bareEdges'],
    hingeSide: row.word('hinge', readHinge, ['left', 'right', 'top', 'bottom', 'none'], hand ?? 'none'),
    way: row.word('way', readWay, PIECE_WAYS, 'usual'),
    area: row.text('part'),
    treatment: row.word('treatment', readTreatment, ['finish', 'repair', 'replace'], 'finish'),
    note: row.text('note'),
  };
  const parsed = PieceSpecSchema.safeParse(spec);
  if (!parsed.success) {
    for (const issue of parsed.error.issues) {
      const field = issue.path[0] as keyof PieceSpec;
      const isSize = field === 'widthMm' || field === 'heightMm';
      const column: TakeoffField | null = PIECE_FIELDS[field]?.imported ?? null;
      row.fail(isSize && row.text('size') !== '' ? 'size' : column, issue.message);
    }
  }
  return parsed.success && Object.keys(row.errors).length === 0 ? parsed.data : null;
}

const TOTAL = /^(?:grand |sub ?)?(?:totals?|sum|summe|gesamt|total général|totaal|suma|totale|somme)\b/i;

/** Why a row is no piece but what a table adds up, or null. */
function totalWhy(row: RawRow, before: readonly RawRow[], columns: Columns): string | null {
  const named = row.cells.find((cell) => TOTAL.test(cell.trim()));
  const at = (one: RawRow, field: TakeoffField) => one.cells[columns.get(field)?.index ?? -1] ?? '';
  const hasSize = at(row, 'size') !== '' || (at(row, 'width') !== '' && at(row, 'height') !== '');
  if (named !== undefined && (!hasSize || TOTAL.test(at(row, 'tag'))))
    return said('file.adds-up-the-rows-above', { named });
  // Without a word: no tag where there is a column of them, and numbers that are the sums of those above.
  if (at(row, 'tag') !== '' || at(row, 'kind') !== '' || before.length < 2) return null;
  const isSum = (field: TakeoffField): boolean | null => {
    const own = Number(at(row, field).replace(',', '.'));
    if (at(row, field) === '' || !Number.isFinite(own)) return null;
    const sum = before.reduce((all, one) => all + (Number(at(one, field).replace(',', '.')) || 0), 0);
    return Math.abs(sum - own) < 0.51;
  };
  const sums = (['quantity', 'width', 'height'] as const).map(isSum).filter((one) => one !== null);
  return sums.length > 0 && sums.every(Boolean) ? said('file.it-has-no-tag-and-its') : null;
}

/** Doubled headings: the same sizes in a second unit are one pair; anything else is told. */
function doubledDoubt(table: RawTable, mapping: Mapping): string[] {
  const seen = new Map<string, number>();
  const notes: string[] = [];
  table.headings.forEach((heading, index) => {
    const name = heading.toLowerCase();
    const first = seen.get(name);
    if (first === undefined) {
      seen.set(name, index);
      return;
    }
    if (mapping[first]?.field == null || mapping[index]?.field != null) return;
    const ratios = table.rows.flatMap(({ cells }) => {
      const [a, b] = [Number(cells[first]), Number(cells[index])];
      return a > 0 && b > 0 ? [a / b] : [];
    });
    const isSame =
      ratios.length > 0 &&
      ratios.every((ratio) => [25.4, 1 / 25.4, 10, 0.1].some((one) => Math.abs(ratio / one - 1) < 0.01));
    notes.push(
      isSame
        ? said('file.column-says-again-in-another-unit', { index: index + 1, heading, first: first + 1 })
        : said('file.two-columns-are-called-column-is', { heading, first: first + 1 }),
    );
  });
  return notes;
}

/**
 * Reads the rows of a table by a mapping. A row that cannot be read keeps its cells and says why at the cell; a tag used
 * before, in the table or in `takenTags`, is an error of the later row. A row without a tag gets the next free one, and
 * a quantity makes that many pieces with counting tags that no other row has. What may be meant in two ways is asked.
 */
export function readTable(
  table: RawTable,
  mapping: Mapping,
  takenTags: readonly string[] = [],
  answers: TableAnswers = {},
  /** What made-up tags count on from: a job gives its zone's letter. */
  firstTag = 'P0',
): TakeoffReading {
  const columns = new Map<TakeoffField, { index: number; isHeightFirst: boolean }>();
  mapping.forEach(({ field, isHeightFirst = false }, index) => {
    if (field !== null && !columns.has(field)) columns.set(field, { index, isHeightFirst });
  });
  const leftOut: TakeoffReading['leftOut'] = [];
  const kept: RawRow[] = [];
  for (const row of table.rows) {
    const why = totalWhy(row, kept, columns);
    if (why) leftOut.push({ line: row.line, why });
    else kept.push(row);
  }
  const units = understandUnits(table, mapping, kept, answers);
  const questions = [...units.questions];
  const isCuts = isCutList(table.headings) && columns.has('width') && columns.has('height');
  if (isCuts)
    questions.push({
      id: 'cut list',
      text: said('file.a-cut-list-says-length-and'),
      options: [
        {
          value: 'by kind',
          words: said('file.doors-and-panels-longer-is-the'),
        },
        { value: 'length is height', words: said('file.length-is-the-height-width-the') },
        { value: 'length is width', words: said('file.length-is-the-width-width-the') },
      ],
      chosen: answers['cut list'] ?? 'by kind',
    });
  const cutList = isCuts ? ((answers['cut list'] ?? 'by kind') as CutListReading) : null;
  // Tags that stand in the table go before tags that are made up.
  const tagAt = columns.get('tag')?.index ?? -1;
  const written = kept.map(({ cells }) => cells[tagAt] ?? '').filter((tag) => tag !== '');
  const used = new Set(takenTags.map((tag) => tag.trim().toLowerCase()));
  const reserved = new Set([...used, ...written.map((tag) => tag.trim().toLowerCase())]);
  const free = (tag: string): string => {
    const next = nextTag(tag, reserved);
    reserved.add(next.toLowerCase());
    return next;
  };
  const above: Partial<Record<TakeoffField, string>> = {};
  let lastTag = firstTag;
  const rows = kept.map(({ line, cells }): TakeoffRow => {
    const row = new RowReader(cells, columns, (column) => units.unitOf(line, column), above);
    for (const field of ['kind', 'zone'] as const) if (row.own(field) !== '') above[field] = row.own(field);
    const quantity = readQuantity(row, line, answers, questions);
    const spec = readSpec(row, cutList);
    const ownTag = row.text('tag');
    if (ownTag !== '' && used.has(ownTag.trim().toLowerCase()))
      row.fail('tag', said('file.tag-is-already-taken', { ownTag }));
    const pieces: PieceSpec[] = [];
    if (spec && quantity !== null && Object.keys(row.errors).length === 0) {
      const first = ownTag === '' ? free(lastTag) : ownTag;
      if (ownTag === '' && tagAt >= 0)
        row.doubt('tag', said('file.no-tag-stands-here-it-becomes', { first }));
      used.add(first.trim().toLowerCase());
      let tag = first;
      for (let count = 0; count < quantity; count += 1) {
        if (count > 0) tag = free(tag);
        pieces.push({ ...spec, tag });
      }
      lastTag = tag;
    } else if (ownTag !== '') used.add(ownTag.trim().toLowerCase());
    const unitDoubts = units.doubts[line] ?? {};
    const lineDoubt = table.lineDoubts[line];
    const doubts: Record<number, string> = { ...unitDoubts, ...row.doubts };
    if (lineDoubt) doubts[-1] = lineDoubt;
    return {
      line,
      cells,
      zoneName: row.text('zone'),
      openingTag: row.text('opening'),
      placeName: row.text('workplace'),
      pieces,
      errors: row.errors,
      doubts,
      inherited: row.inherited,
    };
  });
  return { rows, questions, leftOut };
}

/** The pieces of a row; null where the cell cannot be a number of them. A thousand or one is asked. */
function readQuantity(
  row: RowReader,
  line: number,
  answers: TableAnswers,
  questions: TableQuestion[],
): number | null {
  const text = row.text('quantity');
  if (text === '') return 1;
  const refuse = (message: string) => {
    row.fail('quantity', message);
    return null;
  };
  let count = readCount(text);
  if (count !== null && typeof count === 'object') {
    const [few, many] = count.ask;
    const id = `quantity ${line}`;
    // So many like pieces in one row are rarer than a count with decimals.
    const chosen = answers[id] ?? String(few);
    questions.push({
      id,
      text: said('file.line-is-or-pieces', { line, text, few, many }),
      options: [few, many].map((value) => ({ value: String(value), words: String(value) })),
      chosen,
    });
    row.doubt('quantity', said('file.read-as', { chosen }));
    count = Number(chosen);
  }
  if (count === null || !Number.isInteger(count))
    return refuse(said('file.is-not-a-number-of-pieces', { text }));
  if (count < 1 || count > MOST_PER_ROW)
    return refuse(said('file.a-row-must-be-between-1', { MOST_PER_ROW }));
  return count;
}

/** The rows of `readTable` alone. */
export function readRows(table: RawTable, mapping: Mapping, takenTags: readonly string[] = []): TakeoffRow[] {
  return readTable(table, mapping, takenTags).rows;
}

/** What is to be told of a table besides its rows. */
export function tableNotes(table: RawTable, mapping: Mapping): string[] {
  return [...table.notes, ...doubledDoubt(table, mapping)];
}

/** Why a mapping cannot make pieces, or null. */
export function mappingProblem(mapping: Mapping): string | null {
  const fields = new Set(mapping.map(({ field }) => field));
  if (fields.has('size') || (fields.has('width') && fields.has('height'))) return null;
  return said('file.say-which-columns-hold-width-and');
}

/**
 * Reads a take-off from a text in any of the usual dialects.
 * @param mapping how to read the columns; guessed from headings and rows when absent.
 * @param answers to questions that an earlier reading asked.
 */
export function readTakeoff(
  text: string,
  takenTags: readonly string[] = [],
  mapping?: Mapping,
  answers: TableAnswers = {},
): TakeoffTable {
  const nothing = { mapping: [], rows: [], questions: [], leftOut: [] };
  const table = parseTable(text);
  if (!table)
    return {
      ...nothing,
      table: null,
      problem: said('file.the-table-is-empty-paste-rows'),
    };
  const used = mapping ?? guessMapping(table.headings, table.rows);
  const problem = table.problem ?? mappingProblem(used);
  if (problem) return { ...nothing, table, mapping: used, problem };
  return { ...readTable(table, used, takenTags, answers), table, mapping: used, problem };
}
