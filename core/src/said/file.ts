import { form } from './plural.ts';

type Text = string | number | null | undefined;

/** Files: what is wrong with one, and how a table was read. */
export const FILE = {
  // core/src/formats/jobFile.ts
  'file.this-is-not-an-upholder-job': 'This is not an Upholder job file.',
  'file.this-job-file-is-of-a': 'This job file was written by a newer version.',
  'file.a-job-file-may-have-at-most': (p: { name: Text; most: Text; count: Text }) =>
    `“${p.name}” has ${p.count} entries; a job file may have at most ${p.most}.`,
  'file.this-is-not-a-job-file': 'This is not a job file.',
  'file.an-opening-belongs-to-a-wall': 'An opening belongs to a wall that is not in the file.',
  'file.piece-belongs-to-an-opening-that': (p: { tag: Text }) =>
    `Piece ${p.tag} belongs to an opening that is not in the file.`,
  'file.a-finding-belongs-to-a-piece': 'A finding belongs to a piece that is not in the file.',
  'file.a-decision-or-a-picture-belongs':
    'A decision or a picture belongs to a zone that is not in the file.',
  'file.piece-belongs-to-a-zone-that': (p: { tag: Text }) =>
    `Piece ${p.tag} belongs to a zone that is not in the file.`,
  'file.a-step-belongs-to-a-zone': 'A step belongs to a zone that is not in the file.',
  'file.the-log-entry-of-corrects-an': (p: { doneAt: Text }) =>
    `The log entry of ${p.doneAt} corrects an entry that is not in the file.`,
  'file.the-log-entry-of-names-a': (p: { doneAt: Text }) =>
    `The log entry of ${p.doneAt} names a step that is not in the file.`,
  'file.the-log-entry-of-names-a-2': (p: { doneAt: Text }) =>
    `The log entry of ${p.doneAt} names a piece that is not in the file.`,
  // core/src/formats/takeoffRows.ts
  'file.is-not-known-here-use': (p: { text: Text; words: Text }) =>
    `“${p.text}” is not recognised. Use ${p.words}.`,
  'file.is-not-a-size-type-400': (p: { text: Text }) =>
    `“${p.text}” is not a size. Type 400 × 720 or 400 × 720 × 20.`,
  'file.is-not-a-choice-of-sides': (p: { sidesText: Text }) =>
    `“${p.sidesText}” is not a set of sides. Type front, back, edges or both.`,
  'file.is-none-of': (p: { strayEdge: Text; EDGES: Text }) => `“${p.strayEdge}” is none of ${p.EDGES}.`,
  'file.adds-up-the-rows-above': (p: { named: Text }) => `“${p.named}” is a total of the rows above.`,
  'file.it-has-no-tag-and-its': 'It has no tag, and its numbers are the totals of those above.',
  'file.column-says-again-in-another-unit': (p: { index: Text; heading: Text; first: Text }) =>
    `Column ${p.index} repeats “${p.heading}” in another unit; column ${p.first} is used.`,
  'file.two-columns-are-called-column-is': (p: { heading: Text; first: Text }) =>
    `Two columns are called “${p.heading}”: column ${p.first} is used. Choose the other one above if needed.`,
  'file.a-cut-list-says-length-and': 'A cut list gives length and width. Which way up are the pieces?',
  'file.doors-and-panels-longer-is-the':
    'doors and panels: longer is the height; fronts, shelves and runs: longer is the width',
  'file.length-is-the-height-width-the': 'length is the height, width the width',
  'file.length-is-the-width-width-the': 'length is the width, width the height',
  'file.tag-is-already-taken': (p: { ownTag: Text }) => `Tag ${p.ownTag} is already taken.`,
  'file.no-tag-stands-here-it-becomes': (p: { first: Text }) => `No tag given; it becomes ${p.first}.`,
  'file.line-is-or-pieces': (p: { line: Text; text: Text; few: Text; many: Text }) =>
    `Line ${p.line}: is “${p.text}” ${p.few} or ${p.many} pieces?`,
  'file.read-as': (p: { chosen: Text }) => `Read as ${p.chosen}.`,
  'file.is-not-a-number-of-pieces': (p: { text: Text }) =>
    `“${p.text}” is not a number of pieces. Type a whole number, such as 4.`,
  'file.a-row-must-be-between-1': (p: { MOST_PER_ROW: Text }) =>
    `A row must be between 1 and ${p.MOST_PER_ROW} pieces.`,
  'file.say-which-columns-hold-width-and':
    'Say which columns hold width and height, or which one holds the size.',
  'file.the-table-is-empty-paste-rows': 'The table is empty. Paste rows with headings, or choose a file.',
  // core/src/formats/takeoffUnits.ts
  'file.bare-from-to-no-unit-and': (p: { count: number; min: Text; max: Text; is: boolean }) =>
    `${p.count} bare ${form(p.count, 'number', 'numbers')} from ${p.min} to ${p.max}${p.is ? ', some beside inches,' : ''} ${form(p.count, 'names', 'name')} no unit and ${form(p.count, 'is', 'are')} too small for mm. What are they in?`,
  'file.read-as-2': (p: { unit: Text }) => `Read as ${p.unit}.`,
  // core/src/formats/takeoffTable.ts
  'file.a-decimal-comma-in-a-file':
    ' A decimal comma in a file with commas between the cells looks like this. Save it with semicolons, or with decimal points.',
  'file.check-the-file-each-row-needs':
    ' Check the file: each row needs as many cells as there are headings.',
  'file.the-columns-do-not-match-cells': (p: { lines: Text; cells: Text; length: Text; why: Text }) =>
    `The columns do not match. ${p.lines} ${p.cells} cells under ${p.length} headings.${p.why}`,
  'file.line-above-the-headings-is-left': (p: { line: Text }) =>
    `Line ${p.line} above the headings is skipped.`,
  'file.lines-above-the-headings-are-left': (p: { length: Text }) =>
    `${p.length} lines above the headings are skipped.`,
  'file.line-is-read-as-the-units': (p: { line: Text }) =>
    `Line ${p.line} is read as the units of the columns.`,
  'file.line-a-quotation-mark-opens-and': (p: { line: Text }) =>
    `Line ${p.line}: a quotation mark is never closed. The line is read as written.`,
  'file.a-quotation-mark-opens-here-and':
    'A quotation mark is never closed here; the line is read as written.',
  'file.there-are-headings-but-no-rows':
    'There are headings, but no rows below them. Paste the rows as well.',
  'file.cells-between': (p: { name: Text }) => `cells between ${p.name}`,
  'file.byte-order-mark': 'byte-order mark',
  'file.no-line-of-headings': 'no line of headings',
  'file.headings-on-line': (p: { headingLine: Text }) => `headings on line ${p.headingLine}`,
  'file.repeated-headings-skipped': 'repeated headings skipped',
};
