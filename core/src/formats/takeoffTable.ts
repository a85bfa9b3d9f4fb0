import Papa from 'papaparse';
import { guessMapping } from './takeoffFields.ts';

/** A text taken apart into headings and rows of cells. */
export interface RawTable {
  headings: string[];
  rows: RawRow[];
  dialect: Dialect;
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
  blankLines: number;
  repeatedHeadings: number;
}

const BYTE_ORDER_MARK = '\uFEFF';
const DELIMITERS = ['\t', ';', '|', ','] as const;

/** The delimiter that cuts most lines into the same number of cells; a decimal comma does not look like one. */
function findDelimiter(text: string): string {
  const lines = text
    .split(/\r?\n/)
    .filter((line) => line.trim() !== '')
    .slice(0, 30);
  let best: { delimiter: string; score: number } = { delimiter: ',', score: 0 };
  for (const delimiter of DELIMITERS) {
    const counts = lines.map((line) => (Papa.parse<string[]>(line, { delimiter }).data[0] ?? []).length - 1);
    const first = counts[0] ?? 0;
    if (first === 0) continue;
    const alike = counts.filter((count) => count === first).length;
    const score = alike * 10 + first;
    if (score > best.score) best = { delimiter, score };
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

/**
 * Takes a table apart: comma, semicolon, tab or bar; with or without byte-order mark; any line ends. Blank lines and
 * headings that are repeated further down are counted and left out. A table without headings gets `Column 1` and so on.
 * @returns null when the text holds nothing.
 */
export function parseTable(text: string): RawTable | null {
  const hasByteOrderMark = text.startsWith(BYTE_ORDER_MARK);
  const body = hasByteOrderMark ? text.slice(1) : text;
  const delimiter = findDelimiter(body);
  const { data } = Papa.parse<string[]>(body, { delimiter, skipEmptyLines: false });
  const all = data.map((cells, index) => ({ cells, line: index + 1 }));
  const filled = all.filter(({ cells }) => cells.some((cell) => cell.trim() !== ''));
  const first = filled[0];
  const last = filled.at(-1);
  if (!first || !last) return null;
  const known = guessMapping(first.cells).filter(({ field }) => field !== null).length;
  const hasHeadings = known >= 2 || (known === 1 && !first.cells.some(looksLikeNumber));
  const width = Math.max(...filled.map(({ cells }) => cells.length));
  const headings = Array.from({ length: width }, (_, index) => {
    const heading = hasHeadings ? (first.cells[index] ?? '').trim() : '';
    return heading === '' ? `Column ${index + 1}` : heading;
  });
  const same = (cells: readonly string[]) =>
    cells.map((cell) => cell.trim().toLowerCase()).join('|') ===
    first.cells.map((cell) => cell.trim().toLowerCase()).join('|');
  const below = hasHeadings ? filled.slice(1) : filled;
  const rows = hasHeadings ? below.filter(({ cells }) => !same(cells)) : below;
  return {
    headings,
    rows: rows.map(({ line, cells }) => ({
      line,
      cells: headings.map((_, index) => (cells[index] ?? '').trim()),
    })),
    dialect: {
      delimiter,
      decimal: findDecimal(rows.flatMap(({ cells }) => cells)),
      hasByteOrderMark,
      hasHeadings,
      blankLines: all.filter(
        ({ line, cells }) => line < last.line && cells.every((cell) => cell.trim() === ''),
      ).length,
      repeatedHeadings: below.length - rows.length,
    },
  };
}

/** The dialect in words, for showing what was understood. */
export function dialectWords(dialect: Dialect): string {
  const name =
    { '\t': 'tabs', ';': 'semicolons', '|': 'bars', ',': 'commas' }[dialect.delimiter] ?? dialect.delimiter;
  const parts = [`cells between ${name}`, `decimal ${dialect.decimal === ',' ? 'comma' : 'point'}`];
  if (dialect.hasByteOrderMark) parts.push('byte-order mark');
  if (!dialect.hasHeadings) parts.push('no line of headings');
  if (dialect.blankLines > 0)
    parts.push(`${dialect.blankLines} blank ${dialect.blankLines === 1 ? 'line' : 'lines'} passed over`);
  if (dialect.repeatedHeadings > 0) parts.push('repeated headings passed over');
  return parts.join(', ');
}
