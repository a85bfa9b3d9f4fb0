import Papa from 'papaparse';
import { said } from '../said/index.ts';
import { fromInertCell } from './inert.ts';
import { guessMapping, type TableUnit, unitWord } from './takeoffFields.ts';

/** A text taken apart into headings and rows of cells. */
export interface RawTable {
  headings: string[];
  rows: RawRow[];
  dialect: Dialect;
  /** Units that stand in a row of their own below the headings, by column; null where there is no such row. */
  unitRow: (TableUnit | null)[] | null;
  /** What was passed over or put right on the way, in sentences. */
  notes: string[];
  /** Doubts of single lines, by line. */
  lineDoubts: Record<number, string>;
  /** Why the columns cannot be told apart, or null. */
  problem: string | null;
}

export interface RawRow {
  /** Line in the text, counted from 1. */
  line: number;
  cells: string[];
}

/** How the text was written. */
export interface Dialect {
  delimiter: string;
  /** `,` or `.`. */
  decimal: string;
  hasByteOrderMark: boolean;
  hasHeadings: boolean;
  /** Line that the headings stand on; 0 without headings. */
  headingLine: number;
  blankLines: number;
  repeatedHeadings: number;
}

const BYTE_ORDER_MARK = '\uFEFF';
const DELIMITERS = ['\t', ';', '|', ','] as const;
/** Headings are looked for among so many lines: titles rarely take more. */
const MOST_TITLE_LINES = 15;
/** A quoted cell with more lines than this has swallowed rows. */
const MOST_CELL_LINES = 12;

/** The delimiter that cuts most lines into the same number of cells; a decimal comma does not look like one. */
function findDelimiter(text: string): string {
  const lines = text
    .split(/\r?\n/)
    .filter((line) => line.trim() !== '')
    .slice(0, 30);
  let best: { delimiter: string; score: number } = { delimiter: ',', score: 0 };
  for (const delimiter of DELIMITERS) {
    const counts = lines.map((line) => (Papa.parse<string[]>(line, { delimiter }).data[0] ?? []).length - 1);
    // The commonest count, not the first: titles stand above the table.
    const tally = new Map<number, number>();
    for (const count of counts) if (count > 0) tally.set(count, (tally.get(count) ?? 0) + 1);
    for (const [count, alike] of tally) {
      const score = alike * 10 + count;
      if (score > best.score) best = { delimiter, score };
    }
  }
  return best.delimiter;
}

/**
 * The decimal mark: the one with other than three digits behind it more often. Three digits could be grouped thousands,
 * so they count for little.
 */
function findDecimal(cells: readonly string[]): string {
  const votes = (mark: string) =>
    cells.reduce((sum, cell) => {
      const digits = new RegExp(`^\\s*\\d+\\${mark}(\\d+)\\s*(?:mm|cm|m|in|")?\\s*$`).exec(cell)?.[1]?.length;
      return sum + (digits === undefined ? 0 : digits === 3 ? 0.01 : 1);
    }, 0);
  const [commas, points] = [votes(','), votes('.')];
  return commas >= 1 && commas > points ? ',' : '.';
}

function looksLikeNumber(cell: string): boolean {
  return /^\s*\d+(?:[.,'\s/-]?\d+)*\s*(?:mm|cm|m|in|"|″)?\s*$/.test(cell);
}

const isBlank = (cells: readonly string[]) => cells.every((cell) => cell.trim() === '');
const alike = (cells: readonly string[]) => cells.map((cell) => cell.trim().toLowerCase()).join('|');

interface Cut {
  rows: RawRow[];
  /** Lines on which a quotation mark opens that is never closed. */
  openQuotes: number[];
}

/**
 * Cuts a text into rows. A quotation mark that opens and is never closed would swallow every row behind it: its line is read
 * again as it stands, and told.
 */
function cutRows(body: string, delimiter: string): Cut {
  const lines = body.split(/\r\n|\n|\r/);
  const rows: RawRow[] = [];
  const openQuotes: number[] = [];
  const literal = (text: string) => text.split(delimiter).map((cell) => cell.replace(/^\s*"(?=[^"]*$)/, ''));
  // A cell may hold line breaks where its quotation mark opens right after a delimiter.
  const opens = new RegExp(`(?:^|${delimiter === '|' ? '\\|' : delimiter})\\s*"`);
  for (let index = 0; index < lines.length; index += 1) {
    const text = lines[index] ?? '';
    if (!opens.test(text)) {
      rows.push({ line: index + 1, cells: text.split(delimiter) });
      continue;
    }
    let taken = 1;
    let parsed = Papa.parse<string[]>(text, { delimiter });
    const isOpen = () => parsed.errors.some(({ code }) => code === 'MissingQuotes');
    while (isOpen() && taken < MOST_CELL_LINES && index + taken < lines.length) {
      taken += 1;
      parsed = Papa.parse<string[]>(lines.slice(index, index + taken).join('\n'), { delimiter });
    }
    const first = parsed.data[0] ?? [];
    const columns = text.split(delimiter).length;
    // Whole rows inside of one cell: the mark that closed it belongs to another one.
    const hasRowsInside = first.some((cell) => {
      const inner = cell.split('\n').slice(1);
      return inner.some((line) => line.split(delimiter).length >= Math.max(2, columns));
    });
    if (isOpen() || hasRowsInside || (taken > 1 && parsed.errors.length > 0)) {
      openQuotes.push(index + 1);
      rows.push({ line: index + 1, cells: literal(text) });
      continue;
    }
    rows.push({ line: index + 1, cells: first.map((cell) => cell.replace(/\s*\n\s*/g, ' ')) });
    index += taken - 1;
  }
  return { rows, openQuotes };
}

/** The row that holds the headings: the one in which most are known, the first of equals. */
function findHeadings(rows: readonly RawRow[]): { row: RawRow; known: number } | null {
  let best: { row: RawRow; known: number } | null = null;
  for (const row of rows.slice(0, MOST_TITLE_LINES)) {
    const known = guessMapping(row.cells).filter(({ field }) => field !== null).length;
    const numbers = row.cells.filter((cell) => cell.trim() !== '' && looksLikeNumber(cell)).length;
    if (numbers > 0 && known < 3) continue;
    if (known > (best?.known ?? 0)) best = { row, known };
  }
  if (!best || best.known >= 2) return best;
  return best.row === rows[0] && !best.row.cells.some(looksLikeNumber) ? best : null;
}

/** Columns that do not match: more cells than headings, all the way down. */
function mismatch(headings: readonly string[], rows: readonly RawRow[], delimiter: string): string | null {
  const filledTo = (cells: readonly string[]) => cells.findLastIndex((cell) => cell.trim() !== '') + 1;
  const tooLong = rows.filter(({ cells }) => filledTo(cells) > headings.length);
  const [first] = tooLong;
  if (!first || tooLong.length < Math.max(1, rows.length / 2)) return null;
  const last = tooLong.at(-1) ?? first;
  const lines = tooLong.length === 1 ? `Line ${first.line} has` : `Lines ${first.line} to ${last.line} have`;
  const why =
    delimiter === ',' &&
    first.cells.some((cell, index) => /^\d+$/.test(cell) && /^\d{1,2}$/.test(first.cells[index + 1] ?? ''))
      ? said('file.a-decimal-comma-in-a-file')
      : said('file.check-the-file-each-row-needs');
  return said('file.the-columns-do-not-match-cells', {
    lines,
    cells: filledTo(first.cells),
    length: headings.length,
    why,
  });
}

function unitRowOf(row: RawRow | undefined, width: number): (TableUnit | null)[] | null {
  if (!row) return null;
  const filled = row.cells.filter((cell) => cell.trim() !== '');
  const units = filled.filter((cell) => unitWord(cell) !== null);
  // Words for counts may stand beside units: pcs, each.
  const isOther = (cell: string) => /^\(?(pcs?|ea|each|qty|no|stk|st|-|—)\.?\)?$/i.test(cell.trim());
  if (units.length === 0 || filled.some((cell) => unitWord(cell) === null && !isOther(cell))) return null;
  return Array.from({ length: width }, (_, index) => unitWord(row.cells[index] ?? ''));
}

/**
 * Takes a table apart: comma, semicolon, tab or bar, or as a `sep=` line says; with or without byte-order mark; any line ends.
 * Titles above the headings, blank lines, a row of units and headings that are repeated further down are passed over and
 * told. A table without headings gets `Column 1` and so on.
 * @param headingLine the line of the headings, where a person says it; 0: there are none.
 * @returns null when the text holds nothing.
 */
export function parseTable(text: string, headingLine?: number): RawTable | null {
  const hasByteOrderMark = text.startsWith(BYTE_ORDER_MARK);
  let body = hasByteOrderMark ? text.slice(1) : text;
  const separator = /^"?sep=(.|\t)"?[ \t]*(?:\r\n|\n|\r)/i.exec(body);
  // The line stays as a blank one, so that lines keep their numbers.
  if (separator) body = `\n${body.slice(separator[0].length)}`;
  const delimiter = separator?.[1] ?? findDelimiter(body);
  const { rows: all, openQuotes } = cutRows(body, delimiter);
  const filled = all.filter(({ cells }) => !isBlank(cells));
  const last = filled.at(-1);
  const [top] = filled;
  if (!top || !last) return null;
  const notes: string[] = [];
  const found =
    headingLine === undefined ? findHeadings(filled)?.row : filled.find(({ line }) => line === headingLine);
  const hasHeadings = found !== undefined;
  const below = hasHeadings ? filled.filter(({ line }) => line > found.line) : filled;
  const titles = hasHeadings ? filled.filter(({ line }) => line < found.line) : [];
  if (titles.length > 0)
    notes.push(
      titles.length === 1
        ? said('file.line-above-the-headings-is-left', { line: titles[0]?.line })
        : said('file.lines-above-the-headings-are-left', { length: titles.length }),
    );
  const used = hasHeadings ? found.cells.findLastIndex((cell) => cell.trim() !== '') + 1 : 0;
  const problem = hasHeadings ? mismatch(found.cells.slice(0, used), below, delimiter) : null;
  const filledTo = ({ cells }: RawRow) => cells.findLastIndex((cell) => cell.trim() !== '') + 1;
  const width = Math.max(used, ...(problem ? [] : below.map(filledTo)));
  const headings = Array.from({ length: width }, (_, index) => {
    const heading = hasHeadings ? (found.cells[index] ?? '').trim().replace(/\s+/g, ' ') : '';
    return heading === '' ? `Column ${index + 1}` : heading;
  });
  const unitRow = hasHeadings ? unitRowOf(below[0], width) : null;
  if (unitRow) notes.push(said('file.line-is-read-as-the-units', { line: below[0]?.line }));
  const body2 = unitRow ? below.slice(1) : below;
  const rows = hasHeadings ? body2.filter(({ cells }) => alike(cells) !== alike(found.cells)) : body2;
  for (const line of openQuotes) notes.push(said('file.line-a-quotation-mark-opens-and', { line }));
  return {
    headings,
    rows: rows.map(({ line, cells }) => ({
      line,
      cells: headings.map((_, index) => fromInertCell((cells[index] ?? '').trim())),
    })),
    dialect: {
      delimiter,
      decimal: findDecimal(rows.flatMap(({ cells }) => cells)),
      hasByteOrderMark,
      hasHeadings,
      headingLine: found?.line ?? 0,
      blankLines: all.filter(({ line, cells }) => line > top.line && line < last.line && isBlank(cells))
        .length,
      repeatedHeadings: body2.length - rows.length,
    },
    unitRow,
    notes,
    lineDoubts: Object.fromEntries(
      openQuotes.map((line) => [line, said('file.a-quotation-mark-opens-here-and')]),
    ),
    problem: problem ?? (rows.length === 0 ? said('file.there-are-headings-but-no-rows') : null),
  };
}

/** The dialect in words, for showing what was understood. */
export function dialectWords(dialect: Dialect): string {
  const name =
    { '\t': 'tabs', ';': 'semicolons', '|': 'bars', ',': 'commas' }[dialect.delimiter] ?? dialect.delimiter;
  const parts = [
    said('file.cells-between', { name }),
    `decimal ${dialect.decimal === ',' ? 'comma' : 'point'}`,
  ];
  if (dialect.hasByteOrderMark) parts.push(said('file.byte-order-mark'));
  if (!dialect.hasHeadings) parts.push(said('file.no-line-of-headings'));
  if (dialect.headingLine > 1)
    parts.push(said('file.headings-on-line', { headingLine: dialect.headingLine }));
  if (dialect.blankLines > 0)
    parts.push(`${dialect.blankLines} blank ${dialect.blankLines === 1 ? 'line' : 'lines'} skipped`);
  if (dialect.repeatedHeadings > 0) parts.push(said('file.repeated-headings-skipped'));
  return parts.join(', ');
}
