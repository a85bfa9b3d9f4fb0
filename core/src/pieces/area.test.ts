import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  CONSTRUCTIONS,
  EDGES,
  type Geometry,
  PIECE_DEFAULTS,
  type PieceSpec,
  PieceSpecSchema,
  panelSizeMm,
  pieceAreas,
  profileLengthMm,
  sideAreaM2,
  totalAreas,
} from './index.ts';

const door: PieceSpec = { ...PIECE_DEFAULTS, tag: 'D1', widthMm: 400, heightMm: 720 };

interface Worked {
  name: string;
  piece: Partial<PieceSpec>;
  /** Worked out by hand, in mm². Parts that are left out are 0. */
  parts: Partial<Record<'front' | 'back' | 'edges' | 'walls' | 'profiles' | 'interior', number>>;
}

const WORKED: Worked[] = [
  {
    // faces 400·720; edges 2·1120·20
    name: 'slab',
    piece: { construction: 'slab' },
    parts: { front: 288_000, back: 288_000, edges: 44_800 },
  },
  {
    // panel 280 × 600, perimeter 1760, × 8 on both sides
    name: 'recessed panel',
    piece: {},
    parts: { front: 288_000, back: 288_000, edges: 44_800, walls: 28_160 },
  },
  {
    // recess 10 on the front only: the back is flat
    name: 'recessed panel with a flat back',
    piece: { recessMm: 10, recessBackMm: 0 },
    parts: { front: 288_000, back: 288_000, edges: 44_800, walls: 17_600 },
  },
  {
    // two panels of 280 × (720 − 180)/2 = 270: perimeter 1100 each, × 8, front and back
    name: 'two panels with a mid rail',
    piece: { panelsDown: 2 },
    parts: { front: 288_000, back: 288_000, edges: 44_800, walls: 35_200 },
  },
  {
    // stiles 60, top 70, bottom 110, mid rail 80: panels 280 × (720 − 260)/2 = 230; perimeter 1020, two, × 8, × 2
    name: 'rails of their own widths',
    piece: { panelsDown: 2, topRailMm: 70, bottomRailMm: 110, midRailMm: 80 },
    parts: { front: 288_000, back: 288_000, edges: 44_800, walls: 32_640 },
  },
  {
    // 2 × 2 panels, mid stile 40: (400 − 160)/2 = 120 by (720 − 180)/2 = 270; perimeter 780, four, × 8, front only
    name: 'four panels with a mid stile, front only',
    piece: { panelsAcross: 2, panelsDown: 2, midStileMm: 40, finishBack: false },
    parts: { front: 288_000, edges: 44_800, walls: 24_960 },
  },
  {
    // bevel 6 over recess 8: mean perimeter 1760 − 24 = 1736; plan 10 416 off the face; wall 1736 · √(36+64) = 17 360
    name: 'bevelled recess, front only',
    piece: { bevelMm: 6, finishBack: false },
    parts: { front: 277_584, edges: 44_800, walls: 17_360 },
  },
  {
    // margin 40, rise 9: √(1600+81) = 41; mean perimeter 1760 − 160 = 1600; plan 64 000; slope 65 600
    name: 'raised panel, front only',
    piece: { construction: 'raised-panel', marginMm: 40, raiseMm: 9, finishBack: false },
    parts: { front: 224_000, edges: 44_800, walls: 14_080, profiles: 65_600 },
  },
  {
    // bead of girth 15 round the panel: 1760 · 15 · 1.2
    name: 'beaded panel with a deep profile, front only',
    piece: { construction: 'beaded', girthMm: 15, profileFactor: 1.2, finishBack: false },
    parts: { front: 288_000, edges: 44_800, walls: 14_080, profiles: 31_680 },
  },
  {
    // glass 280 × 600 out of both faces
    name: 'glazed door',
    piece: { construction: 'glazed', glazedPanels: 1 },
    parts: { front: 120_000, back: 120_000, edges: 44_800, walls: 28_160 },
  },
  {
    // upper one of two panels is glass: 280 × 270 = 75 600
    name: 'door with a glazed top and a wooden bottom, front only',
    piece: { construction: 'glazed', panelsDown: 2, glazedPanels: 1, finishBack: false },
    parts: { front: 212_400, edges: 44_800, walls: 17_600 },
  },
  {
    // one long edge finished: 900 · 18
    name: 'shelf with its front edge finished',
    piece: {
      kind: 'shelf',
      construction: 'slab',
      widthMm: 900,
      heightMm: 300,
      thicknessMm: 18,
      bareEdges: ['top', 'left', 'right'],
    },
    parts: { front: 270_000, back: 270_000, edges: 16_200 },
  },
  {
    // routed edge of girth 28 all round instead of the plain edge: 2240 · 28
    name: 'slab with a routed edge, front only',
    piece: { construction: 'slab', girthMm: 28, finishBack: false },
    parts: { front: 288_000, profiles: 62_720 },
  },
  {
    // 2400 of cornice, developed girth 145, no further factor
    name: 'moulding run',
    piece: {
      kind: 'cornice',
      construction: 'moulding',
      widthMm: 2400,
      heightMm: 80,
      girthMm: 145,
      finishBack: false,
      finishEdges: false,
    },
    parts: { profiles: 348_000 },
  },
  {
    // 1000 × 800, members 50, two openings across: (1000 − 150)/2 = 425 × 700; wood 800 000 − 595 000;
    // inner edges 2 · 2250 · 20; outer edges left out
    name: 'face frame from its openings',
    piece: {
      kind: 'face-frame',
      construction: 'open-frame',
      widthMm: 1000,
      heightMm: 800,
      frameMm: 50,
      panelsAcross: 2,
      finishBack: false,
      bareEdges: [...EDGES],
    },
    parts: { front: 205_000, walls: 90_000 },
  },
  {
    // 2 stiles 50 × 800 and 3 rails 50 × 900 between them: 80 000 + 135 000; long edges 2 · (1600 + 2700) · 22
    name: 'face frame from listed members',
    piece: {
      kind: 'face-frame',
      construction: 'open-frame',
      widthMm: 1000,
      heightMm: 800,
      thicknessMm: 22,
      finishBack: false,
      members: [
        { count: 2, widthMm: 50, lengthMm: 800 },
        { count: 3, widthMm: 50, lengthMm: 900 },
      ],
    },
    parts: { front: 215_000, edges: 189_200 },
  },
  {
    // 600·720 + 2·600·560 + 2·720·560
    name: 'box inside',
    piece: {
      kind: 'box-interior',
      construction: 'box',
      widthMm: 600,
      heightMm: 720,
      depthMm: 560,
      finishBack: false,
      finishEdges: false,
    },
    parts: { interior: 1_910_400 },
  },
];

describe('areas worked out by hand', () => {
  it.each(WORKED)('$name', ({ piece: change, parts }) => {
    const piece = { ...door, ...change };
    expect(PieceSpecSchema.safeParse(piece).success).toBe(true);
    const areas = pieceAreas(piece);
    const { front = 0, back = 0, edges = 0, walls = 0, profiles = 0, interior = 0 } = parts;
    expect(areas.frontMm2).toBeCloseTo(front, 6);
    expect(areas.backMm2).toBeCloseTo(back, 6);
    expect(areas.edgesMm2).toBeCloseTo(edges, 6);
    expect(areas.recessWallsMm2).toBeCloseTo(walls, 6);
    expect(areas.profilesMm2).toBeCloseTo(profiles, 6);
    expect(areas.interiorMm2).toBeCloseTo(interior, 6);
    expect(areas.totalMm2).toBeCloseTo(front + back + edges + walls + profiles + interior, 6);
  });

  it('measures profile length: panels, routed edges, runs', () => {
    expect(profileLengthMm(door)).toBe(1760);
    expect(profileLengthMm({ ...door, construction: 'slab' })).toBe(0);
    expect(profileLengthMm({ ...door, construction: 'slab', girthMm: 20 })).toBe(2240);
    expect(profileLengthMm({ ...door, construction: 'moulding', widthMm: 2400 })).toBe(2400);
  });

  it('totals a list', () => {
    const slab = { ...door, construction: 'slab' as const };
    expect(totalAreas([slab, slab]).totalMm2).toBe(1_241_600);
  });
});

const mm = (min: number, max: number) => fc.integer({ min, max });
const anyPiece: fc.Arbitrary<PieceSpec> = fc
  .record({
    construction: fc.constantFrom(...CONSTRUCTIONS),
    widthMm: mm(20, 3600),
    heightMm: mm(20, 3600),
    thicknessMm: mm(3, 120),
    depthMm: mm(0, 2000),
    frameMm: mm(10, 300),
    topRailMm: fc.option(mm(10, 300)),
    bottomRailMm: fc.option(mm(10, 300)),
    midRailMm: fc.option(mm(10, 300)),
    midStileMm: fc.option(mm(10, 300)),
    recessMm: mm(0, 40),
    recessBackMm: fc.option(mm(0, 40)),
    bevelMm: mm(0, 40),
    marginMm: mm(0, 150),
    raiseMm: mm(0, 30),
    girthMm: mm(0, 600),
    panelsAcross: mm(1, 6),
    panelsDown: mm(1, 6),
    glazedPanels: mm(0, 6),
    finishFront: fc.boolean(),
    finishBack: fc.boolean(),
    finishEdges: fc.boolean(),
    bareEdges: fc.subarray([...EDGES]),
  })
  .map((sizes) => ({ ...door, ...sizes }))
  .filter((piece) => PieceSpecSchema.safeParse(piece).success);

describe('areas of any valid piece', () => {
  it('are never negative and never exceed what bounds them', () => {
    fc.assert(
      fc.property(anyPiece, (piece) => {
        const areas = pieceAreas(piece);
        const face = piece.widthMm * piece.heightMm + 1e-6;
        for (const part of Object.values(areas)) expect(part).toBeGreaterThanOrEqual(0);
        expect(areas.frontMm2).toBeLessThanOrEqual(face);
        expect(areas.backMm2).toBeLessThanOrEqual(face);
        expect(areas.edgesMm2).toBeLessThanOrEqual(2 * (piece.widthMm + piece.heightMm) * piece.thicknessMm);
        const { widthMm, heightMm } = panelSizeMm(piece);
        const outlines = 2 * (widthMm + heightMm) * piece.panelsAcross * piece.panelsDown;
        const deepest = Math.max(piece.recessMm, piece.recessBackMm ?? piece.recessMm, piece.thicknessMm);
        if (areas.recessWallsMm2 > 0)
          expect(areas.recessWallsMm2).toBeLessThanOrEqual(2 * outlines * (deepest + piece.bevelMm) + 1e-6);
      }),
      { numRuns: 2000, seed: 11 },
    );
  });

  it('are the same whichever way the piece is split into tasks', () => {
    fc.assert(
      fc.property(anyPiece, (piece) => {
        const whole = sideAreaM2(piece, 'all');
        expect(sideAreaM2(piece, 'front') + sideAreaM2(piece, 'back')).toBeCloseTo(whole, 9);
        expect(whole).toBeCloseTo(pieceAreas(piece).totalMm2 / 1e6, 9);
        expect(sideAreaM2(piece, 'edges')).toBeLessThanOrEqual(whole + 1e-9);
      }),
      { numRuns: 500, seed: 12 },
    );
  });

  it('grow with a deeper recess and shrink with glass', () => {
    const total = (change: Partial<Geometry>) => pieceAreas({ ...door, ...change }).totalMm2;
    expect(total({ recessMm: 12 })).toBeGreaterThan(total({}));
    expect(total({ construction: 'glazed', glazedPanels: 1 })).toBeLessThan(total({}));
    expect(total({ bevelMm: 10 })).toBeLessThan(total({}) + 1);
  });
});
