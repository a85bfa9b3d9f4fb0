import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  doorEquivalents,
  nextTag,
  PIECE_DEFAULTS,
  PieceSpecSchema,
  panelPerimeterMm,
  pieceAreas,
  sideAreaM2,
  tagTakenBy,
  totalAreas,
} from './index.ts';

const door = { ...PIECE_DEFAULTS, tag: 'D1', widthMm: 400, heightMm: 720 };
const slab = { ...door, construction: 'slab' as const };

describe('pieceAreas', () => {
  it('counts a slab by hand', () => {
    // faces 400·720 = 288 000; edges 2·1120·20 = 44 800
    expect(pieceAreas(slab)).toEqual({
      frontMm2: 288_000,
      backMm2: 288_000,
      edgesMm2: 44_800,
      recessWallsMm2: 0,
      totalMm2: 620_800,
    });
  });

  it('adds the recess walls of a five-piece door on both sides', () => {
    // panel 280 × 600: perimeter 1760; × 8 mm × 2 sides = 28 160
    expect(panelPerimeterMm(door)).toBe(1760);
    expect(pieceAreas(door).recessWallsMm2).toBe(28_160);
  });

  it('splits two panels by a mid rail', () => {
    // panels 280 × (720 − 180)/2 = 270: perimeter 1100 each, two of them
    expect(panelPerimeterMm({ ...door, panelsDown: 2 })).toBe(2200);
  });

  it('leaves out what is not finished', () => {
    const areas = pieceAreas({ ...door, finishBack: false, finishEdges: false });
    expect(areas).toMatchObject({ backMm2: 0, edgesMm2: 0, recessWallsMm2: 14_080 });
  });

  it('splits a visit per side so that back and front make the whole', () => {
    expect(sideAreaM2(door, 'front') + sideAreaM2(door, 'back')).toBeCloseTo(sideAreaM2(door, 'all'), 9);
    expect(sideAreaM2(door, 'edges')).toBeCloseTo(0.0448, 9);
  });

  it('never goes negative and never exceeds what the faces, edges and walls can hold', () => {
    fc.assert(
      fc.property(
        fc.record({
          widthMm: fc.integer({ min: 20, max: 3600 }),
          heightMm: fc.integer({ min: 20, max: 3600 }),
          thicknessMm: fc.integer({ min: 3, max: 120 }),
          frameMm: fc.integer({ min: 10, max: 300 }),
          recessMm: fc.integer({ min: 0, max: 40 }),
          panelsAcross: fc.integer({ min: 1, max: 6 }),
          panelsDown: fc.integer({ min: 1, max: 6 }),
          construction: fc.constantFrom('slab' as const, 'five-piece' as const),
          finishFront: fc.boolean(),
          finishBack: fc.boolean(),
          finishEdges: fc.boolean(),
        }),
        (sizes) => {
          const piece = { ...door, ...sizes };
          fc.pre(PieceSpecSchema.safeParse(piece).success);
          const areas = pieceAreas(piece);
          const face = piece.widthMm * piece.heightMm;
          for (const part of Object.values(areas)) expect(part).toBeGreaterThanOrEqual(0);
          expect(areas.frontMm2 + areas.backMm2).toBeLessThanOrEqual(2 * face);
          const panels = piece.panelsAcross * piece.panelsDown;
          const outline = 2 * (piece.widthMm + piece.heightMm);
          expect(areas.recessWallsMm2).toBeLessThanOrEqual(2 * panels * outline * piece.recessMm);
        },
      ),
    );
  });

  it('totals a list', () => {
    expect(totalAreas([slab, slab]).totalMm2).toBe(1_241_600);
  });
});

describe('PieceSpecSchema', () => {
  function messagesFor(change: object) {
    const parsed = PieceSpecSchema.safeParse({ ...door, ...change });
    return parsed.success
      ? {}
      : Object.fromEntries(parsed.error.issues.map((issue) => [issue.path[0], issue.message]));
  }

  it('refuses a piece 4 mm wide, at the width', () => {
    expect(messagesFor({ widthMm: 4 })).toEqual({
      widthMm: '4 mm width cannot be right: pieces start at 20 mm.',
    });
  });

  it('refuses a frame that leaves no panel', () => {
    expect(messagesFor({ widthMm: 110 }).frameMm).toMatch(/leaves no room/);
  });

  it('refuses a recess through the piece and a piece without a side', () => {
    expect(messagesFor({ recessMm: 20 }).recessMm).toBeDefined();
    expect(
      messagesFor({ finishFront: false, finishBack: false, finishEdges: false }).finishFront,
    ).toBeDefined();
  });

  it('accepts the ordinary door', () => {
    expect(messagesFor({})).toEqual({});
  });
});

describe('door equivalents', () => {
  it.each([
    [{ widthMm: 400, heightMm: 180 }, 0.5],
    [{ widthMm: 400, heightMm: 720 }, 1],
    [{ widthMm: 600, heightMm: 2000 }, 2],
    [{ widthMm: 500, heightMm: 900, panelsAcross: 2, panelsDown: 2 }, 2],
  ])('%j counts %d', (size, count) => {
    expect(doorEquivalents({ ...door, ...size })).toBe(count);
  });
});

describe('tags', () => {
  it.each([
    ['D7', [], 'D8'],
    ['N3-B', [], 'N4-B'],
    ['D09', [], 'D10'],
    ['D7', ['d8', 'D9'], 'D10'],
    ['End', [], 'End2'],
  ])('after %s with %j comes %s', (tag, taken, next) => {
    expect(nextTag(tag, taken)).toBe(next);
  });

  it('finds a duplicate whatever its case', () => {
    const pieces = [
      { id: '1', tag: 'D1' },
      { id: '2', tag: 'D2' },
    ];
    expect(tagTakenBy(pieces, ' d1 ')?.id).toBe('1');
    expect(tagTakenBy(pieces, 'D1', '1')).toBeUndefined();
  });
});
