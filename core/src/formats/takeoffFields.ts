import { distance } from 'fastest-levenshtein';
import { z } from 'zod';

/** What a column of a take-off table can hold, with the headings it goes by. */
const HEADINGS = {
  tag: ['tag', 'label', 'no', 'nr', 'number', 'piece', 'id', 'mark', 'ref', 'reference', 'item'],
  quantity: ['quantity', 'qty', 'pcs', 'pieces', 'count', 'off', 'anzahl', 'stk'],
  zone: ['zone', 'area', 'colour zone', 'color zone', 'group'],
  kind: ['kind', 'type', 'part', 'what', 'description', 'art'],
  construction: ['construction', 'build', 'style', 'profile style', 'door style'],
  size: ['size', 'dimensions', 'dims', 'w x h', 'wxh', 'w×h', 'measure'],
  width: ['width', 'w', 'breadth', 'wide', 'breite', 'largeur', 'ancho', 'run', 'length of run'],
  height: ['height', 'h', 'length', 'l', 'high', 'höhe', 'hoehe', 'hauteur', 'alto'],
  thickness: ['thickness', 't', 'thick', 'thk', 'dicke', 'stärke', 'gauge'],
  depth: ['depth', 'd', 'deep', 'tiefe', 'inner depth'],
  frame: ['frame', 'stile', 'stiles', 'stile width'],
  topRail: ['top rail'],
  bottomRail: ['bottom rail'],
  midRail: ['mid rail', 'middle rail', 'lock rail'],
  midStile: ['mid stile', 'muntin', 'middle stile'],
  recess: ['recess', 'recess depth', 'panel depth'],
  recessBack: ['recess back', 'back recess'],
  bevel: ['bevel'],
  margin: ['margin', 'field margin'],
  raise: ['raise', 'rise', 'field rise'],
  girth: ['girth', 'profile girth', 'developed girth'],
  factor: ['factor', 'profile factor'],
  across: ['across', 'panels across'],
  down: ['down', 'panels down'],
  panes: ['panes', 'glass', 'glazed panels', 'glazing'],
  members: ['members', 'sticks'],
  sides: ['sides', 'finish', 'finished sides', 'coat sides', 'faces'],
  bareEdges: ['bare edges', 'unfinished edges'],
  hinge: ['hinge', 'hinge side', 'hand', 'handing', 'hinged'],
  verdict: ['verdict', 'condition', 'decision'],
  opening: ['opening', 'place', 'location', 'cabinet'],
  note: ['note', 'notes', 'remark', 'remarks', 'comment', 'comments'],
} as const;

export type TakeoffField = keyof typeof HEADINGS;
export const TAKEOFF_FIELDS = Object.keys(HEADINGS) as TakeoffField[];

export const TABLE_UNITS = ['mm', 'cm', 'in'] as const;
export type TableUnit = (typeof TABLE_UNITS)[number];

/** How one column is read; `field` null: it is not used. */
export const ColumnMappingSchema = z.object({
  field: z.enum(TAKEOFF_FIELDS as [TakeoffField, ...TakeoffField[]]).nullable(),
  unit: z.enum(TABLE_UNITS),
});
export type ColumnMapping = z.infer<typeof ColumnMappingSchema>;
/** One entry per column, in the order of the table. */
export const MappingSchema = z.array(ColumnMappingSchema).max(200);
export type Mapping = z.infer<typeof MappingSchema>;

/** Misspelt headings are still recognised when so few letters differ, for words this long. */
const FUZZY_FROM_LETTERS = 5;
/** Two letters that changed places count as two. */
const MOST_LETTERS_OFF = 2;

function cleaned(heading: string): { name: string; unit: TableUnit } {
  const text = heading.trim().toLowerCase().replace(/[_-]/g, ' ');
  const unit = /\bmm\b/.test(text)
    ? 'mm'
    : /\bcm\b/.test(text)
      ? 'cm'
      : /\bin(?:ch|ches)?\b|"|″/.test(text)
        ? 'in'
        : 'mm';
  const name = text
    .replace(/[([].*?[)\]]/g, ' ')
    .replace(/\b(mm|cm|in|inch|inches)\b|["″.:*#]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  return { name, unit };
}

function fieldOf(name: string): TakeoffField | null {
  if (name === '') return null;
  const exact = TAKEOFF_FIELDS.find((field) => (HEADINGS[field] as readonly string[]).includes(name));
  if (exact) return exact;
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

/**
 * Guesses what the columns of a table hold from their headings: known words in any order and case, misspelt by a letter
 * or two, with a unit in brackets or behind. Of two columns that claim the same field the first one gets it.
 */
export function guessMapping(headings: readonly string[]): Mapping {
  const taken = new Set<TakeoffField>();
  return headings.map((heading) => {
    const { name, unit } = cleaned(heading);
    const field = fieldOf(name);
    if (field === null || taken.has(field)) return { field: null, unit };
    taken.add(field);
    return { field, unit };
  });
}

/** What tables with the same headings have in common, whatever their case and spacing. */
export function headingsSignature(headings: readonly string[]): string {
  return headings
    .map((heading) => heading.trim().toLowerCase().replace(/\s+/g, ' '))
    .join('|')
    .slice(0, 2000);
}
