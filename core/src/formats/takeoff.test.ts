import fc from 'fast-check';
import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import {
  CONSTRUCTIONS,
  constructionDefaults,
  PIECE_DEFAULTS,
  PIECE_KINDS,
  type PieceSpec,
  PieceSpecSchema,
  VERDICTS,
} from '../pieces/index.ts';
import {
  dialectWords,
  guessMapping,
  headingsSignature,
  mappingProblem,
  parseTable,
  readRows,
  readTakeoff,
  writeTakeoff,
} from './index.ts';

const piece: PieceSpec = { ...PIECE_DEFAULTS, tag: 'D1', widthMm: 400, heightMm: 720 };

/** A take-off of 200 rows as a spreadsheet of another country leaves it, with seven rows that cannot be right. */
function messyFile(): string {
  const heading = 'Tag;Width (mm);Hieght;Thickness;Kind;Style;Stile;Sides;Remarks';
  const wrong: Record<number, string> = {
    17: 'R017;wide;720;20;door;shaker;60;both;',
    43: 'R043;4;720;20;door;slab;;both;',
    77: 'R001;400;720;20;door;slab;;both;',
    101: 'R101;120;720;20;door;shaker;60;both;',
    120: 'R120;400;;20;door;slab;;both;',
    150: 'R150;400;720;20;gate;slab;;both;',
    199: 'R199;400;720;20;door;slab;;inside;',
  };
  const sizes = ['397,5;720', '15 3/4";28 1/2"', '40 cm;72 cm', '1\'-11 3/4";720', '1.240,5;420'];
  const lines: string[] = [heading];
  for (let row = 1; row <= 200; row += 1) {
    const tag = `R${String(row).padStart(3, '0')}`;
    lines.push(
      wrong[row] ??
        `${tag};${sizes[row % sizes.length]};20;${row % 3 ? 'doors' : 'Drawer front'};slab;;both;note "${row}"`,
    );
    if (row % 40 === 0) lines.push('', ';;;;;;;;', heading);
  }
  return `\uFEFF${lines.join('\r\n')}\r\n`;
}

describe('a messy table', () => {
  const { rows, table } = readTakeoff(messyFile());
  const bad = rows.filter(({ pieces }) => pieces.length === 0);

  it('takes in 193 rows and explains 7, each at its cell', () => {
    expect(rows).toHaveLength(200);
    expect(rows.filter(({ pieces }) => pieces.length === 1)).toHaveLength(193);
    const said = bad.map(({ cells, errors }) => [
      cells[0],
      ...Object.entries(errors).map(([column, why]) => `${table?.headings[Number(column)]}: ${why}`),
    ]);
    expect(said.map(([tag]) => tag)).toEqual(['R017', 'R043', 'R001', 'R101', 'R120', 'R150', 'R199']);
    const why = said.map(([, ...reasons]) => reasons.join(' | '));
    expect(why[0]).toMatch(/^Width \(mm\): “wide” is not a length/);
    expect(why[1]).toMatch(/^Width \(mm\): Width must be at least 20 mm/);
    expect(why[2]).toMatch(/^Tag: Tag R001 is already taken/);
    expect(why[3]).toMatch(/^Stile: A 60 mm frame leaves no room/);
    expect(why[4]).toMatch(/^Hieght: /);
    expect(why[5]).toMatch(/^Kind: “gate” is not recognised. Use door, drawer front/);
    expect(why[6]).toMatch(/^Sides: “inside” is not a set of sides/);
  });

  it('reads decimal commas, grouped thousands, centimetres, inches and feet', () => {
    const widths = new Set(rows.flatMap(({ pieces }) => pieces.map(({ widthMm }) => widthMm)));
    expect([...widths].sort((a, b) => a - b)).toEqual([397.5, 400, 400.05, 603.25, 1240.5]);
  });

  it('says how the text was written', () => {
    expect(dialectWords(table!.dialect)).toBe(
      'cells between semicolons, decimal comma, byte-order mark, 10 blank lines skipped, repeated headings skipped',
    );
  });

  it('takes a row in once its cell is put right, on the same line', () => {
    const mended = {
      ...table!,
      rows: table!.rows.map((row) =>
        row.cells[1] === 'wide'
          ? { ...row, cells: row.cells.map((cell, index) => (index === 1 ? '415' : cell)) }
          : row,
      ),
    };
    const again = readRows(mended, guessMapping(mended.headings));
    expect(again.find(({ cells }) => cells[0] === 'R017')?.pieces[0]?.widthMm).toBe(415);
  });
});

describe('headings', () => {
  it('are recognised in any order, case, unit and with a slip of the pen', () => {
    const mapping = guessMapping([
      'HEIGHT [cm]',
      'Widht in mm',
      'Thickness (in)',
      'Item',
      'Qty',
      'Drawer maker',
    ]);
    expect(mapping.map(({ field }) => field)).toEqual([
      'height',
      'width',
      'thickness',
      'tag',
      'quantity',
      null,
    ]);
    expect(mapping.map(({ unit }) => unit)).toEqual(['cm', 'mm', 'in', 'auto', 'auto', 'auto']);
  });

  it('go to the first of two columns that claim the same', () => {
    expect(guessMapping(['Width', 'Breadth']).map(({ field }) => field)).toEqual(['width', null]);
  });

  it('have one signature whatever their case and spacing', () => {
    expect(headingsSignature([' Width ', 'HEIGHT'])).toBe(headingsSignature(['width', 'height']));
  });

  it('may be missing: columns are numbered and can be mapped by hand', () => {
    const table = parseTable('A1\t400\t720\nA2\t400\t900')!;
    expect(table.headings).toEqual(['Column 1', 'Column 2', 'Column 3']);
    expect(table.rows).toHaveLength(2);
    expect(mappingProblem(guessMapping(table.headings))).toMatch(/width and height/);
    const mapping = (['tag', 'width', 'height'] as const).map((field) => ({ field, unit: 'mm' as const }));
    expect(readRows(table, mapping).map(({ pieces }) => pieces[0]?.heightMm)).toEqual([720, 900]);
  });
});

describe('rows', () => {
  it('with a quantity make so many pieces under counting tags', () => {
    const { rows } = readTakeoff('tag,qty,size\nN1,3,400x720\n,2,15" x 28"\nN9,zero,400x720', ['n2']);
    expect(rows[0]?.pieces.map(({ tag }) => tag)).toEqual(['N1', 'N3', 'N4']);
    expect(rows[1]?.pieces.map(({ tag, widthMm }) => [tag, widthMm])).toEqual([
      ['N5', 381],
      ['N6', 381],
    ]);
    expect(rows[2]?.errors[1]).toMatch(/not a number/);
  });

  it('clash with tags that the job has already', () => {
    expect(readTakeoff('tag,width,height\nd1,400,720', ['D1']).rows[0]?.errors[0]).toMatch(/already taken/);
  });

  it('of nothing are a problem with a sentence', () => {
    expect(readTakeoff('  \n').problem).toBe(
      'The table is empty. Paste rows with headings, or choose a file.',
    );
    expect(readTakeoff('tag,colour\nD1,green').problem).toMatch(/width and height/);
  });
});

describe('export and import', () => {
  it('are each other’s inverse for any valid piece', () => {
    const anyPiece = fc
      .record({
        kind: fc.constantFrom(...PIECE_KINDS),
        construction: fc.constantFrom(...CONSTRUCTIONS),
        widthMm: fc.integer({ min: 2000, max: 360_000 }).map((hundredths) => hundredths / 100),
        heightMm: fc.integer({ min: 20, max: 3600 }),
        frameMm: fc.integer({ min: 10, max: 80 }),
        midRailMm: fc.option(fc.integer({ min: 10, max: 80 })),
        recessBackMm: fc.option(fc.integer({ min: 0, max: 10 })),
        panelsDown: fc.integer({ min: 1, max: 3 }),
        treatment: fc.constantFrom(...VERDICTS),
        hingeSide: fc.constantFrom('none' as const, 'left' as const, 'right' as const),
        bareEdges: fc.subarray(['top', 'right', 'bottom', 'left'] as const),
        finishBack: fc.boolean(),
        note: fc.constantFrom('', 'plain', 'a "quoted", note', 'semi;colon', 'two  spaces', '= sum'),
      })
      .map((part): PieceSpec => ({ ...piece, ...constructionDefaults(part.construction), ...part }))
      .filter((candidate) => PieceSpecSchema.safeParse(candidate).success);
    fc.assert(
      fc.property(fc.array(anyPiece, { minLength: 1, maxLength: 6 }), (pieces) => {
        const tagged = pieces.map((one, index) => ({ ...one, tag: `T${index + 1}` }));
        const table = readTakeoff(
          writeTakeoff(
            tagged.map((one) => ({
              ...one,
              zoneName: 'Upper wall',
              openingTag: one.tag,
              placeName: 'Carport tent',
            })),
          ),
        );
        expect(table.rows.flatMap((row) => row.pieces)).toEqual(tagged);
        expect(table.rows.map(({ openingTag }) => openingTag)).toEqual(tagged.map(({ tag }) => tag));
        expect(new Set(table.rows.map(({ placeName }) => placeName))).toEqual(new Set(['Carport tent']));
        expect(table.mapping.every(({ field }) => field !== null)).toBe(true);
      }),
      { numRuns: 200, seed: 5 },
    );
  });
});
