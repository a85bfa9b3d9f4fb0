import { distance } from 'fastest-levenshtein';
import { z } from 'zod';
import { HEADINGS, type TakeoffField } from './takeoffHeadings.ts';

export const TAKEOFF_FIELDS = Object.keys(HEADINGS) as TakeoffField[];

/** Units of a column; `auto`: each number by what it can be, see `understandUnits`. */
export const TABLE_UNITS = ['auto', 'mm', 'cm', 'm', 'in', 'ft'] as const;
export type TableUnit = (typeof TABLE_UNITS)[number];

/** The unit that a cell of a unit row names; null for anything else. */
export function unitWord(text: string): TableUnit | null {
  const word = text
    .trim()
    .toLowerCase()
    .replace(/^[([]|[)\].]+$/g, '');
  if (/^(mm|millim\w+)$/.test(word)) return 'mm';
  if (/^(cm|centim\w+)$/.test(word)) return 'cm';
  if (/^(m|met(er|re)s?)$/.test(word)) return 'm';
  if (/^(in|ins|inch|inches|"|″|''|zoll)$/.test(word)) return 'in';
  if (/^(ft|feet|foot|')$/.test(word)) return 'ft';
  return null;
}

/** How one column is read; `field` null: it is not used. */
export const ColumnMappingSchema = z.object({
  field: z.enum(TAKEOFF_FIELDS as [TakeoffField, ...TakeoffField[]]).nullable(),
  unit: z.enum(TABLE_UNITS),
  /** Of a size: whether the height comes before the width. */
  isHeightFirst: z.boolean().optional(),
});
export type ColumnMapping = z.infer<typeof ColumnMappingSchema>;
/** One entry per column, in the order of the table. */
export const MappingSchema = z.array(ColumnMappingSchema).max(200);
export type Mapping = z.infer<typeof MappingSchema>;

/** Misspelt headings are still recognised when so few letters differ, for words this long. */
const FUZZY_FROM_LETTERS = 5;
/** Two letters that changed places count as two. */
const MOST_LETTERS_OFF = 2;

interface Heading {
  name: string;
  unit: TableUnit;
  isHeightFirst: boolean;
}

function cleaned(heading: string): Heading {
  const text = heading
    .trim()
    .toLowerCase()
    .replace(/[_]/g, ' ')
    .replace(/(\w)-(\w)/g, '$1 $2');
  const unit = /\bmm\b/.test(text)
    ? 'mm'
    : /\bcm\b/.test(text)
      ? 'cm'
      : /\b(?:inch|inches|in)\b|"|″/.test(text)
        ? 'in'
        : /\b(?:ft|feet)\b/.test(text)
          ? 'ft'
          : /[([]\s*m\s*[)\]]/.test(text)
            ? 'm'
            : 'auto';
  // H before W, in any of the usual letters: HxW, H × B, Height x Width, L x W of a cut list.
  const isHeightFirst =
    /\b(?:h|ht|height|high|höhe|hauteur|alto|hoogte)\s*[x×*/]\s*(?:w|b|l|width|breite|largeur|ancho|breedte)\b/.test(
      text,
    );
  const bare = text
    .replace(/[([].*?[)\]]/g, ' ')
    .replace(/\b(mm|cm|in|inch|inches|ft|feet)\b|["″.:*#?]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  const isPair =
    /^(?:[whbl]|ht|height|width|breite|höhe)\s*[x×*]\s*(?:[whbl]|ht|height|width|breite|höhe)(?:\s*[x×*]\s*[tdl])?$/.test(
      bare,
    );
  return { name: isPair ? 'size' : bare, unit, isHeightFirst };
}

const KNOWN = new Map(
  TAKEOFF_FIELDS.flatMap((field) => HEADINGS[field].map((name) => [name as string, field] as const)),
);

function fieldOf(name: string): TakeoffField | null {
  if (name === '') return null;
  const exact = KNOWN.get(name) ?? KNOWN.get(name.replace(/[/\\]/g, ' ').trim());
  if (exact) return exact;
  // “Door Width”, “Finished height”, “Qty Doors”: the known word among others decides, the last one first.
  const words = name
    .split(/[\s/]+/)
    .filter(
      (word) => !/^(door|doors|front|fronts|drawer|panel|overall|finished|actual|of|the|no)$/.test(word),
    );
  if (words.length === 1 && words[0] !== name && words[0]) {
    const inner = KNOWN.get(words[0]);
    if (inner) return inner;
  }
  if (name.length < FUZZY_FROM_LETTERS) return null;
  let best: { field: TakeoffField; off: number } | null = null;
  for (const field of TAKEOFF_FIELDS) {
    for (const known of HEADINGS[field]) {
      if (known.length < FUZZY_FROM_LETTERS) continue;
      const off = distance(name, known);
      if (known[0] === name[0] && off <= MOST_LETTERS_OFF && (!best || off < best.off)) best = { field, off };
    }
  }
  return best?.field ?? null;
}

/** Whether cells count 1, 2, 3 down the table: a running number, no tag. */
function isRunning(cells: readonly string[]): boolean {
  return cells.length > 0 && cells.every((cell, index) => cell.trim() === String(index + 1));
}

/**
 * Letters that mean two things: L and W of a cut list are length and width, L beside H is the width of French and Italian
 * tables, D beside T is depth.
 */
function byContext(names: readonly string[], index: number, field: TakeoffField | null): TakeoffField | null {
  const name = names[index] ?? '';
  const has = (...wanted: string[]) => wanted.some((one) => names.includes(one));
  if (name === 'l')
    return has('w', 'width') ? 'height' : has('h', 'height', 'hauteur', 'altezza') ? 'width' : 'height';
  if (name === 'd') return has('t', 'thickness', 'thk', 'thick', 'dicke', 'stärke') ? 'depth' : field;
  if (name === 'b') return 'width';
  // A column of doors is a quantity only where sizes stand beside it.
  return field;
}

/**
 * Guesses what the columns of a table hold from their headings: known words in any order and case, misspelt by a letter
 * or two, with a unit in brackets or behind. Of two columns that claim the same field the first one gets it, but a column
 * that holds real tags goes before one that only counts the rows.
 * @param rows cells of the rows below, where they are known.
 */
export function guessMapping(
  headings: readonly string[],
  rows: readonly { cells: readonly string[] }[] = [],
): Mapping {
  const all = headings.map(cleaned);
  const names = all.map(({ name }) => name);
  const fields = names.map((name, index) => byContext(names, index, fieldOf(name)));
  const column = (index: number) => rows.map(({ cells }) => cells[index] ?? '');
  const tags = fields.flatMap((field, index) => (field === 'tag' ? [index] : []));
  const tagAt = tags.find((index) => rows.length > 0 && !isRunning(column(index))) ?? tags[0];
  const taken = new Set<TakeoffField>();
  return all.map(({ unit, isHeightFirst }, index): ColumnMapping => {
    const field = fields[index] ?? null;
    const isOther = field === 'tag' && index !== tagAt;
    // Beside a tag of its own, the cabinet is where the piece goes.
    if (isOther && /^cabinet/.test(names[index] ?? '') && !taken.has('opening')) {
      taken.add('opening');
      return { field: 'opening', unit };
    }
    if (field === null || isOther || taken.has(field)) return { field: null, unit };
    taken.add(field);
    return field === 'size' && isHeightFirst ? { field, unit, isHeightFirst } : { field, unit };
  });
}

/** Whether the table is a cut list: lengths and widths, and no height that says which way a piece stands. */
export function isCutList(headings: readonly string[]): boolean {
  const names = headings.map((heading) => cleaned(heading).name);
  const has = (...wanted: string[]) => wanted.some((one) => names.includes(one));
  return (
    has('l', 'length', 'len', 'länge') &&
    has('w', 'width', 'breite', 'b') &&
    !has('h', 'height', 'höhe', 'ht')
  );
}

/** What tables with the same headings have in common, whatever their case and spacing. */
export function headingsSignature(headings: readonly string[]): string {
  return headings
    .map((heading) => heading.trim().toLowerCase().replace(/\s+/g, ' '))
    .join('|')
    .slice(0, 2000);
}
