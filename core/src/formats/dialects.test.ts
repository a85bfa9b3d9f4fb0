import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PIECE_DEFAULTS, type PieceSpec, parseFastLine } from '../pieces/index.ts';
import { orderLines, parseTable, readTakeoff, writeOrder } from './index.ts';

interface Row {
  tag: string;
  widthMm: number;
  heightMm: number;
}

/** The same rows as different programs and people write them. */
const dialect = fc.record({
  delimiter: fc.constantFrom(',', ';', '\t', '|'),
  newline: fc.constantFrom('\n', '\r\n'),
  hasByteOrderMark: fc.boolean(),
  isDecimalComma: fc.boolean(),
  unit: fc.constantFrom('mm' as const, 'cm' as const, 'in' as const),
  isSwapped: fc.boolean(),
  isShouting: fc.boolean(),
  blankEvery: fc.integer({ min: 0, max: 3 }),
});
const rows = fc
  .array(
    fc.record({ widthMm: fc.integer({ min: 120, max: 900 }), heightMm: fc.integer({ min: 120, max: 2200 }) }),
    {
      minLength: 2,
      maxLength: 12,
    },
  )
  .map((sizes) => sizes.map((size, index): Row => ({ tag: `T${index + 1}`, ...size })));

function write(list: readonly Row[], how: typeof dialect extends fc.Arbitrary<infer T> ? T : never): string {
  const isComma = how.isDecimalComma && how.delimiter !== ',';
  const length = (mm: number) => {
    const value = how.unit === 'mm' ? mm : how.unit === 'cm' ? mm / 10 : Math.round((mm / 25.4) * 1e4) / 1e4;
    return isComma ? String(value).replace('.', ',') : String(value);
  };
  const headings = ['Tag', `Width (${how.unit})`, `Height (${how.unit})`];
  const cells = list.map(({ tag, widthMm, heightMm }) => [tag, length(widthMm), length(heightMm)]);
  const order = how.isSwapped ? [2, 0, 1] : [0, 1, 2];
  const lines = [headings.map((heading) => (how.isShouting ? heading.toUpperCase() : heading)), ...cells].map(
    (row) => order.map((at) => row[at]).join(how.delimiter),
  );
  const spaced =
    how.blankEvery === 0
      ? lines
      : lines.flatMap((line, index) => (index > 0 && index % how.blankEvery === 0 ? [line, ''] : [line]));
  return `${how.hasByteOrderMark ? '\uFEFF' : ''}${spaced.join(how.newline)}${how.newline}`;
}

describe('one table in many dialects', () => {
  it('gives the same pieces', () => {
    fc.assert(
      fc.property(rows, dialect, (list, how) => {
        const table = readTakeoff(write(list, how));
        expect(table.problem).toBeNull();
        const read = table.rows.map(({ pieces }) => pieces[0]);
        expect(read.map((piece) => piece?.tag)).toEqual(list.map(({ tag }) => tag));
        for (const [index, piece] of read.entries()) {
          expect(Math.abs((piece?.widthMm ?? 0) - (list[index]?.widthMm ?? 0))).toBeLessThan(0.02);
          expect(Math.abs((piece?.heightMm ?? 0) - (list[index]?.heightMm ?? 0))).toBeLessThan(0.02);
        }
      }),
      { numRuns: 400, seed: 51 },
    );
  });

  it('is never too strange to be read without falling over', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), (text) => {
        const table = readTakeoff(text);
        for (const row of table.rows)
          expect(row.pieces.length > 0 || Object.keys(row.errors).length > 0).toBe(true);
        parseTable(text);
      }),
      { numRuns: 500, seed: 52 },
    );
  });
});

describe('typed lines', () => {
  it('answer anything with pieces or a sentence', () => {
    const word = fc.constantFrom(
      '12',
      '×',
      'x',
      '400',
      '720',
      '400×720',
      'shaker',
      'frame',
      '60',
      'both sides',
      '3/4"',
      'door',
      ',',
      'tag',
      'N1',
      '//',
      'left',
      '-',
      '0',
      "1'-3",
    );
    fc.assert(
      fc.property(fc.array(fc.oneof(word, fc.string({ maxLength: 6 })), { maxLength: 10 }), (words) => {
        const entry = parseFastLine(words.join(' '));
        if (entry.ok) {
          expect(entry.value.count).toBeGreaterThanOrEqual(1);
          expect(entry.value.count).toBeLessThanOrEqual(200);
          expect(entry.value.said).toMatch(/mm/);
        } else expect(entry.message.length).toBeGreaterThan(10);
      }),
      { numRuns: 1000, seed: 53 },
    );
  });
});

describe('an order for new pieces', () => {
  const piece: PieceSpec & { material: string } = {
    ...PIECE_DEFAULTS,
    tag: 'D1',
    widthMm: 400,
    heightMm: 1200,
    treatment: 'replace',
    material: 'MDF',
  };

  it('gathers like pieces, whatever their tags, hands and places', () => {
    const lines = orderLines([
      piece,
      { ...piece, tag: 'D2', hingeSide: 'left', note: 'swollen' },
      { ...piece, tag: 'D3', widthMm: 500 },
      { ...piece, tag: 'D4', material: 'wood' },
      { ...piece, tag: 'D5', treatment: 'repair' },
    ]);
    expect(lines.map(({ quantity, tags, material }) => [quantity, tags.join(), material])).toEqual([
      [2, 'D1,D2', 'MDF'],
      [1, 'D3', 'MDF'],
      [1, 'D4', 'wood'],
    ]);
  });

  it('says what whoever builds them has to know', () => {
    const [heading, line] = writeOrder(orderLines([piece])).split('\r\n');
    expect(heading).toBe(
      'quantity,tags,kind,width (mm),height (mm),thickness (mm),material,hinge bores,description',
    );
    expect(line).toMatch(/^1,D1,door,400,1200,20,MDF,3,"1 door 400 × 1200 × 20 mm, recessed panel, frame 60/);
  });
});
