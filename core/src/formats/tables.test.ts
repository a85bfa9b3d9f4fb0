import { readFileSync } from 'node:fs';
import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { PIECE_DEFAULTS } from '../pieces/index.ts';
import {
  decodeText,
  orderLines,
  readTakeoff,
  type TakeoffTable,
  tableNotes,
  writeOrder,
  writeTakeoff,
} from './index.ts';

/** Reads one of the awkward tables that joiners, clients and spreadsheets really make. */
function table(name: string, answers: Record<string, string> = {}): TakeoffTable {
  const bytes = readFileSync(new URL(`../../test/tables/${name}.csv`, import.meta.url));
  return readTakeoff(decodeText(bytes).text, [], undefined, answers);
}

/** Tag, width, height of every piece, rounded to whole mm. */
const sizes = ({ rows }: TakeoffTable) =>
  rows.flatMap(({ pieces }) =>
    pieces.map(({ tag, widthMm, heightMm }) => `${tag} ${Math.round(widthMm)}×${Math.round(heightMm)}`),
  );
const pieces = ({ rows }: TakeoffTable) => rows.flatMap((row) => row.pieces);
const errors = ({ rows }: TakeoffTable) => rows.flatMap((row) => Object.values(row.errors));

describe('awkward tables', () => {
  it('01, 32: a kind or zone that stands once holds for the blank cells below it, shown as inherited', () => {
    for (const name of ['01-merged-cells', '32-merged-header-first']) {
      const read = table(name);
      expect(errors(read)).toEqual([]);
      expect(
        pieces(read)
          .slice(0, 5)
          .map(({ tag, kind }) => `${tag} ${kind}`),
      ).toEqual(
        name.startsWith('01')
          ? ['A1 door', 'A2 door', 'A3 door', 'B1 drawer-front', 'B2 drawer-front']
          : ['A1 door', 'A2 door', 'B1 drawer-front', 'B2 drawer-front', 'B3 drawer-front'],
      );
      expect(read.rows[1]?.zoneName).toBe('Island');
      expect(Object.values(read.rows[1]?.inherited ?? {})).toContain('Doors');
      expect(Object.values(read.rows[0]?.inherited ?? {})).toEqual([]);
    }
    expect(table('01-merged-cells').rows.at(-1)?.zoneName).toBe('Wall');
  });

  it('03: the headings are found below title lines', () => {
    const read = table('03-header-row-3');
    expect(read.table?.dialect.headingLine).toBe(3);
    expect(sizes(read)).toEqual(['D1 396×716', 'D2 446×716']);
    expect(pieces(read)[0]?.thicknessMm).toBe(19);
    expect(read.table?.notes[0]).toContain('2 lines above the headings');
  });

  it('05: every cell keeps its own unit, and bare numbers beside inches are asked about as a group', () => {
    const read = table('05-mixed-units');
    expect(sizes(read)).toEqual(['M1 419×724', 'M2 419×724', 'M3 419×724', 'M4 419×724', 'M5 457×762']);
    expect(read.questions).toEqual([
      expect.objectContaining({ id: 'unit', chosen: 'in', text: expect.stringContaining('beside inches') }),
    ]);
    expect(read.rows[0]?.doubts).toEqual({ 2: 'Read as inches.' });
    expect(read.rows[2]?.doubts).toEqual({});
    expect(read.rows[3]?.doubts).toEqual({ 2: 'Read as cm.' });
  });

  it('05b, 30, 21: bare inches are recognised from the whole table, a row of units is read as units', () => {
    const bare = table('05b-bare-inches');
    expect(sizes(bare)).toEqual(['I1 394×724', 'I2 457×762', 'I3 610×762']);
    expect(pieces(bare).map(({ thicknessMm }) => thicknessMm)).toEqual([19.05, 19.05, 19.05]);
    expect(bare.questions).toMatchObject([{ id: 'unit', chosen: 'in' }]);
    const whole = table('30-bare-inches-no-thickness');
    expect(sizes(whole)).toEqual(['I1 610×762', 'I2 597×749', 'I3 914×2134']);
    expect(whole.questions).toMatchObject([{ id: 'unit', chosen: 'in' }]);
    // Somebody who knows better says so, and every size follows.
    expect(sizes(table('30-bare-inches-no-thickness', { unit: 'cm' }))[0]).toBe('I1 240×300');
    const units = table('21-unit-row');
    expect(sizes(units)).toEqual(['D1 397×714', 'D2 610×762']);
    expect(units.questions).toEqual([]);
    expect(units.table?.notes).toEqual(['Line 2 is read as the units of the columns.']);
  });

  it('06, 06c: height before width, in columns and in a size', () => {
    expect(sizes(table('06-swapped'))).toEqual(['S1 400×720', 'S2 400×140']);
    expect(sizes(table('06c-size-hxw'))).toEqual(['S1 400×720', 'S2 400×140']);
  });

  it('07: totals are left out, also the one without a word', () => {
    const read = table('07-totals');
    expect(pieces(read)).toHaveLength(6);
    expect(read.leftOut.map(({ line }) => line)).toEqual([4, 5]);
  });

  it('10: UTF-16 and 8-bit text are recognised; nothing is stored broken', () => {
    const read = table('10-utf16le');
    expect(sizes(read)).toEqual(['D1 400×720', 'D2 450×720']);
    expect(pieces(read)[0]?.note).toBe('café');
    const latin = decodeText(Uint8Array.from([...'caf'].map((one) => one.charCodeAt(0)).concat(0xe9)));
    expect(latin).toEqual({ text: 'café', encoding: 'Windows-1252' });
    expect(decodeText(new TextEncoder().encode('café')).text).toBe('café');
    const big = Uint8Array.from([0, 0x54, 0, 0x61, 0, 0x67, 0, 0x0a]);
    expect(decodeText(big)).toEqual({ text: 'Tag\n', encoding: 'UTF-16' });
  });

  it('10b: sep= is obeyed', () => {
    expect(sizes(table('10b-sep-line'))).toEqual(['D1 400×720']);
  });

  it('12b: real tags go before a running number, and headings doubled in two units are one pair', () => {
    const read = table('12b-dup-heading-names');
    expect(sizes(read)).toEqual(['D1 400×720', 'D2 450×720']);
    expect(tableNotes(read.table!, read.mapping).join(' ')).toContain('in another unit');
  });

  it('14: 2x, x3, 4 pcs and 2.0 are quantities; 1,000 is asked about; the rest says what is wrong', () => {
    const read = table('14-quantities');
    expect(read.rows.map(({ pieces: made }) => made.length)).toEqual([2, 3, 4, 2, 1, 0, 0, 0, 2]);
    expect(read.questions).toMatchObject([{ id: 'quantity 6', text: expect.stringContaining('1 or 1000') }]);
    expect(table('14-quantities', { 'quantity 6': '1000' }).rows[4]?.pieces).toHaveLength(1000);
    expect(errors(read)).toHaveLength(3);
  });

  it('16: fractions that are one character, glued or spaced', () => {
    const read = table('16-unicode-fractions');
    expect(
      pieces(read).map(({ widthMm, heightMm, thicknessMm }) => [widthMm, heightMm, thicknessMm]),
    ).toEqual([
      [419.1, 717.55, 19.05],
      [419.1, 717.55, 19.05],
      [600.08, 758.83, 19.05],
      [419.1, 717.55, 19.05],
    ]);
  });

  it('18: French and German headings, kinds and decimal commas', () => {
    const french = table('18-french');
    expect(
      pieces(french).map(({ kind, widthMm, heightMm, thicknessMm }) => [
        kind,
        widthMm,
        heightMm,
        thicknessMm,
      ]),
    ).toEqual([
      ['door', 396, 716, 19],
      ['door', 396, 716, 19],
      ['drawer-front', 396, 140, 19],
    ]);
    expect(pieces(french)[0]?.note).toBe('abîmé');
    const german = table('18c-german');
    expect(pieces(german).map(({ kind, heightMm }) => [kind, heightMm])).toEqual([
      ['door', 716.5],
      ['door', 716.5],
      ['drawer-front', 140],
    ]);
    expect(new Set(pieces(german).map(({ tag }) => tag)).size).toBe(3);
  });

  it('19: a decimal comma in a comma file is one clear sentence that says where', () => {
    const read = table('19-comma-in-comma');
    expect(read.rows).toEqual([]);
    expect(read.problem).toBe(
      'The columns do not match. Lines 2 to 3 have 5 cells under 3 headings. A decimal comma in a file with commas between the cells looks like this. Save it with semicolons, or with decimal points.',
    );
  });

  it('22: a cut list’s length and width are asked about, by kind as the guess', () => {
    const read = table('22-cutlist');
    expect(read.questions).toMatchObject([{ id: 'cut list', chosen: 'by kind' }]);
    expect(sizes(read)).toEqual(['1 396×720', '2 396×720', '3 396×140']);
    expect(pieces(read).map(({ kind, hingeSide }) => [kind, hingeSide])).toEqual([
      ['door', 'left'],
      ['door', 'right'],
      ['drawer-front', 'none'],
    ]);
    expect(sizes(table('22-cutlist', { 'cut list': 'length is width' }))[0]).toBe('1 720×396');
  });

  it('25: everyday words for sides, hinges, condition and construction', () => {
    const read = table('25-words');
    expect(errors(read)).toEqual([]);
    expect(
      pieces(read).map(({ construction, hingeSide, treatment, finishFront, finishBack, finishEdges }) => [
        construction,
        hingeSide,
        treatment,
        [finishFront && 'front', finishBack && 'back', finishEdges && 'edges'].filter(Boolean).join(' '),
      ]),
    ).toEqual([
      ['five-piece', 'left', 'finish', 'front back edges'],
      ['five-piece', 'left', 'finish', 'front back edges'],
      ['slab', 'left', 'replace', 'front edges'],
      ['raised-panel', 'right', 'repair', 'front back edges'],
    ]);
  });

  it('34, 44: thousands by apostrophe, point and comma; a moulding by its own geometry', () => {
    expect(sizes(table('34-swiss'))).toEqual(['D1 600×2100', 'D2 600×1240']);
    const mouldings = pieces(table('44-moulding'));
    expect(
      mouldings.map(({ kind, construction, widthMm, heightMm, girthMm }) => [
        kind,
        construction,
        widthMm,
        heightMm,
        girthMm,
      ]),
    ).toEqual([
      ['moulding', 'moulding', 1240, 40, 90],
      ['moulding', 'moulding', 1240, 40, 90],
      ['cornice', 'moulding', 2400, 90, 120],
    ]);
    expect(mouldings.every(({ finishBack }) => !finishBack)).toBe(true);
  });

  it('36: made-up tags never collide with tags further down', () => {
    const read = table('36-qty-clash');
    expect(errors(read)).toEqual([]);
    expect(pieces(read).map(({ tag }) => tag)).toEqual(['D1', 'D4', 'D5', 'D6', 'D2', 'D3']);
  });

  it('37: headings with the piece in them', () => {
    const read = table('37-headings-typical');
    expect(sizes(read)).toHaveLength(2);
    expect(pieces(read)[0]).toMatchObject({ tag: 'B1', widthMm: 400, heightMm: 720, hingeSide: 'left' });
  });

  it('50: an unclosed quotation mark is told with its line, and no row vanishes', () => {
    const read = table('50-unbalanced-quote');
    expect(sizes(read)).toEqual(['D1 381×711', 'D2 400×720', 'D3 450×720', 'D4 500×720']);
    expect(read.table?.notes).toEqual([
      'Line 3: a quotation mark is never closed. The line is read as written.',
    ]);
    expect(read.rows[1]?.doubts[-1]).toContain('never closed');
    expect(pieces(read)[0]?.note).toBe('12" deep');
  });
});

describe('tables of other shapes', () => {
  it.each([
    ['', /table is empty/],
    ['\n \n', /table is empty/],
    ['Tag,Width,Height', /headings, but no rows/],
    ['Tag;Colour\nD1;red', /Say which columns/],
  ])('%j says in a sentence what is missing', (text, message) => {
    expect(readTakeoff(text).problem).toMatch(message);
  });

  it.each([
    ['Etiqueta;Cant.;Ancho;Alto;Tipo\nP1;2;396;716;puerta\nP2;1;396;140;cajón', 'door', 'drawer-front'],
    ['Merk;Aantal;Breedte;Hoogte;Soort\nP1;2;396;716;deur\nP2;1;396;140;lade', 'door', 'drawer-front'],
    [
      'Sigla;Quantità;Larghezza;Altezza;Tipo\nP1;2;396;716;anta\nP2;1;396;140;cassetto',
      'door',
      'drawer-front',
    ],
  ])('other tongues: %#', (text, first, last) => {
    const made = pieces(readTakeoff(text));
    expect(made.map(({ kind, widthMm }) => [kind, widthMm])).toEqual([
      [first, 396],
      [first, 396],
      [last, 396],
    ]);
  });

  it('centimetres without a word are asked about, with cm as the guess', () => {
    const read = readTakeoff('Tag,Width,Height,Thickness\nD1,39.6,71.6,1.9\nD2,44.6,71.6,1.9');
    expect(read.questions).toMatchObject([{ id: 'unit', chosen: 'cm' }]);
    expect(sizes(read)).toEqual(['D1 396×716', 'D2 446×716']);
    expect(pieces(read)[0]?.thicknessMm).toBe(19);
  });

  it('inches with the board in mm: 24 × 30, 19 thick', () => {
    expect(pieces(readTakeoff('Tag,Width,Height,Thickness\nD1,24,30,19'))[0]).toMatchObject({
      widthMm: 609.6,
      thicknessMm: 19,
    });
  });

  it('small drawer fronts and plinths among doors stay mm and raise no question', () => {
    const read = readTakeoff(
      'Tag,Kind,Width,Height\nD1,door,400,720\nF1,drawer front,396,96\nK1,toe kick,2400,100',
    );
    expect(read.questions).toEqual([]);
    expect(sizes(read)).toEqual(['D1 400×720', 'F1 396×96', 'K1 2400×100']);
  });

  it('what stands fixed shows one face, whatever the row above it was', () => {
    const made = pieces(
      readTakeoff(
        'Tag,Kind,Width,Height\nD1,door,400,720\nF1,face frame,900,720\nK1,plinth,2400,100\nC1,crown,2400,90\nM1,moulding,1800,40\nD2,door,400,720',
      ),
    );
    expect(made.map(({ construction, finishBack }) => [construction, finishBack])).toEqual([
      ['slab', true],
      ['open-frame', false],
      ['slab', false],
      ['moulding', false],
      ['moulding', false],
      ['slab', true],
    ]);
  });

  it('a row whose tag is missing gets one, and says so', () => {
    const read = readTakeoff('Tag,Width,Height\nD1,400,720\n,450,700\nD3,500,720');
    expect(pieces(read).map(({ tag }) => tag)).toEqual(['D1', 'D2', 'D3']);
    expect(read.rows[1]?.doubts).toEqual({ 0: 'No tag given; it becomes D2.' });
  });

  it('a note over two lines is one cell; rows inside of quotation marks are rows', () => {
    const note = readTakeoff('Tag,Width,Height,Note\nD1,400,720,"first\nsecond"\nD2,400,720,');
    expect(pieces(note).map(({ note: said }) => said)).toEqual(['first second', '']);
    const swallowed = readTakeoff(
      'Tag,Width,Height,Note\nD1,400,720,"open\nD2,400,720,\nD3,400,720,"closed"\nD4,400,720,',
    );
    expect(pieces(swallowed).map(({ tag }) => tag)).toEqual(['D1', 'D2', 'D3', 'D4']);
  });

  it('five thousand rows are all read', () => {
    const lines = Array.from({ length: 5000 }, (_, index) => `T${index + 1};${396 + (index % 7)};716`);
    const read = readTakeoff(['Tag;Width;Height', ...lines].join('\n'));
    expect(pieces(read)).toHaveLength(5000);
    expect(errors(read)).toEqual([]);
  });
});

describe('exported cells', () => {
  it.each(['=1+1', '+44', '-3 mm off', '@home', "'=quoted", "''=twice"])(
    '%s is inert, and comes back as it was',
    (note) => {
      const piece = {
        ...PIECE_DEFAULTS,
        tag: 'D1',
        widthMm: 400,
        heightMm: 720,
        note,
        zoneName: '=cmd',
        openingTag: '',
      };
      const csv = writeTakeoff([piece]);
      const [, row = ''] = csv.split('\r\n');
      expect(row.split(',').filter((cell) => /^"?[=+@]/.test(cell))).toEqual([]);
      expect(row).toContain(`'${note}`);
      const [read] = readTakeoff(csv).rows;
      expect([read?.pieces[0]?.note, read?.zoneName]).toEqual([note, '=cmd']);
      const order = writeOrder(
        orderLines([{ ...piece, tag: '=A1', treatment: 'replace', material: '=HYPERLINK("x")' }]),
      );
      expect(order).toContain("'=A1");
      expect(order).toContain("'=HYPERLINK");
    },
  );
});
