import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  figureOf,
  PIECE_DEFAULTS,
  type PieceSpec,
  PieceSpecSchema,
  parseFastLine,
  sayPiece,
} from './index.ts';

const door: PieceSpec = { ...PIECE_DEFAULTS, tag: 'D1', widthMm: 400, heightMm: 720 };

describe('the drawing of a piece', () => {
  it('shows panels where the rails leave them', () => {
    const { panels } = figureOf({ ...door, panelsDown: 2, topRailMm: 70, bottomRailMm: 110, midRailMm: 80 });
    expect(panels).toEqual([
      { x: 60, y: 70, width: 280, height: 230, fill: 'wood' },
      { x: 60, y: 380, width: 280, height: 230, fill: 'wood' },
    ]);
  });

  it('shows glass from the top left, openings as open, and nothing on a slab', () => {
    const glazed = figureOf({
      ...door,
      construction: 'glazed',
      panelsAcross: 2,
      panelsDown: 2,
      glazedPanels: 2,
    });
    expect(glazed.panels.map(({ fill }) => fill)).toEqual(['glass', 'glass', 'wood', 'wood']);
    expect(figureOf({ ...door, construction: 'open-frame' }).panels[0]?.fill).toBe('open');
    expect(figureOf({ ...door, construction: 'slab' })).toMatchObject({
      panels: [],
      insets: [],
      backWall: null,
    });
  });

  it('shows margins, bevels and beads as lines beside the panel', () => {
    const raised = figureOf({ ...door, construction: 'raised-panel', marginMm: 40, bevelMm: 5 });
    expect(raised.insets.map(({ x }) => x)).toEqual([65, 105]);
    const beaded = figureOf({ ...door, construction: 'beaded', girthMm: 14 });
    expect(beaded.insets[0]!.x).toBeLessThan(60);
  });

  it('shows the back wall of a box and the edges that are finished', () => {
    expect(figureOf({ ...door, construction: 'box', depthMm: 500 }).backWall).toEqual({
      x: 64,
      y: 64,
      width: 272,
      height: 592,
    });
    expect(figureOf({ ...door, bareEdges: ['top', 'left'] }).finishedEdges).toEqual(['right', 'bottom']);
    expect(figureOf({ ...door, finishEdges: false }).finishedEdges).toEqual([]);
  });

  it('is a slab where the frame leaves no room, and never reaches beyond the piece', () => {
    expect(figureOf({ ...door, frameMm: 250 }).panels).toEqual([]);
    fc.assert(
      fc.property(
        fc.record({
          widthMm: fc.integer({ min: 60, max: 2000 }),
          heightMm: fc.integer({ min: 60, max: 2000 }),
          frameMm: fc.integer({ min: 10, max: 120 }),
          topRailMm: fc.option(fc.integer({ min: 10, max: 200 })),
          panelsAcross: fc.integer({ min: 1, max: 4 }),
          panelsDown: fc.integer({ min: 1, max: 4 }),
        }),
        (sizes) => {
          const piece = { ...door, ...sizes };
          for (const { x, y, width, height } of figureOf(piece).panels) {
            expect(Math.min(x, y, width, height)).toBeGreaterThan(0);
            expect(x + width).toBeLessThan(piece.widthMm + 1e-6);
            expect(y + height).toBeLessThan(piece.heightMm + 1e-6);
          }
        },
      ),
      { seed: 3 },
    );
  });
});

describe('a piece in words', () => {
  it('is understood again when it is typed', () => {
    fc.assert(
      fc.property(
        fc.record({
          construction: fc.constantFrom('slab' as const, 'five-piece' as const),
          kind: fc.constantFrom(
            'door' as const,
            'drawer-front' as const,
            'shelf' as const,
            'end-panel' as const,
          ),
          widthMm: fc.integer({ min: 201, max: 2000 }),
          heightMm: fc.integer({ min: 201, max: 2000 }),
          thicknessMm: fc.integer({ min: 12, max: 60 }),
          frameMm: fc.integer({ min: 20, max: 45 }),
          panelsAcross: fc.integer({ min: 1, max: 2 }),
          panelsDown: fc.integer({ min: 1, max: 2 }),
          finishBack: fc.boolean(),
        }),
        fc.integer({ min: 1, max: 40 }),
        (part, count) => {
          const piece = { ...door, ...part };
          if (piece.construction === 'slab')
            Object.assign(piece, { panelsAcross: 1, panelsDown: 1, frameMm: 60 });
          fc.pre(PieceSpecSchema.safeParse(piece).success);
          const { tag: _tag, ...spec } = piece;
          const words = sayPiece(spec, count).replace(/, front$/, ', front and edges');
          const read = parseFastLine(words);
          if (!read.ok) throw new Error(`${words}: ${read.message}`);
          expect(read.value.count).toBe(count);
          expect(read.value.piece).toMatchObject({
            kind: piece.kind,
            construction: piece.construction,
            widthMm: piece.widthMm,
            heightMm: piece.heightMm,
            thicknessMm: piece.thicknessMm,
            finishBack: piece.finishBack,
            panelsAcross: piece.panelsAcross,
            panelsDown: piece.panelsDown,
          });
        },
      ),
      { numRuns: 200, seed: 8 },
    );
  });
});
