import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampleId, seeded } from '../../test/sample.ts';
import { PIECE_DEFAULTS, type Piece } from '../pieces/index.ts';
import { layoutFromTags, type Opening, overlaps, proposeTags, snapOpening, type Wall } from './index.ts';

function minter() {
  let number = 0;
  return () => {
    number += 1;
    return sampleId(0xf00, number);
  };
}

function piecesFor(
  sizes: readonly { widthMm: number; heightMm: number; isDrawer: boolean; run: string }[],
): Piece[] {
  return sizes.map(({ widthMm, heightMm, isDrawer, run }, index) => ({
    ...PIECE_DEFAULTS,
    id: sampleId(3, index + 1),
    zoneId: sampleId(1, 1),
    position: index,
    tag: `${run}${index + 1}`,
    kind: isDrawer ? 'drawer-front' : 'door',
    construction: 'slab',
    widthMm,
    heightMm,
  }));
}

const anyPieces = fc
  .array(
    fc.record({
      widthMm: fc.integer({ min: 120, max: 900 }),
      heightMm: fc.integer({ min: 90, max: 2100 }),
      isDrawer: fc.boolean(),
      run: fc.constantFrom('N', 'S', 'W'),
    }),
    { minLength: 1, maxLength: 40 },
  )
  .map(piecesFor);

describe('a layout from tags, for any pieces', () => {
  it('places each one once, on a wall that holds it, over nothing else', () => {
    fc.assert(
      fc.property(anyPieces, (pieces) => {
        const { walls, openings, assigned } = layoutFromTags(pieces, [], [], minter());
        expect(assigned.size).toBe(pieces.length);
        expect(new Set(assigned.values()).size).toBe(pieces.length);
        for (const [index, opening] of openings.entries()) {
          const wall = walls.find(({ id }) => id === opening.wallId)!;
          expect(opening.xMm + opening.widthMm).toBeLessThanOrEqual(wall.widthMm);
          expect(opening.yMm + opening.heightMm).toBeLessThanOrEqual(wall.heightMm);
          for (const other of openings.slice(index + 1))
            if (other.wallId === opening.wallId) expect(overlaps(opening, other)).toBe(false);
        }
      }),
      { numRuns: 150, seed: 41 },
    );
  });

  it('does the same twice', () => {
    fc.assert(
      fc.property(anyPieces, (pieces) => {
        expect(layoutFromTags(pieces, [], [], minter())).toEqual(layoutFromTags(pieces, [], [], minter()));
      }),
      { numRuns: 30, seed: 42 },
    );
  });
});

describe('tags from the map, over a life of changes', () => {
  it('stay unique, and what was tagged stays tagged', () => {
    for (let seed = 1; seed <= 40; seed += 1) {
      const random = seeded(seed);
      const upTo = (most: number) => Math.floor(random() * (most + 1));
      const mint = minter();
      const wall: Wall = {
        id: mint(),
        position: 0,
        name: 'North',
        letter: 'N',
        widthMm: 8000,
        heightMm: 2400,
      };
      let openings: Opening[] = [];
      let pieces: Piece[] = [];
      for (let round = 0; round < 12; round += 1) {
        const count = 1 + upTo(3);
        for (let added = 0; added < count; added += 1) {
          const [piece] = piecesFor([
            { widthMm: 300 + upTo(300), heightMm: 200 + upTo(600), isDrawer: false, run: 'Q' },
          ]);
          if (!piece) throw new Error('no piece was made');
          const box = { xMm: upTo(7000), yMm: upTo(1500), widthMm: piece.widthMm, heightMm: piece.heightMm };
          const layout = layoutFromTags([piece], [], [], mint);
          const opening = {
            ...layout.openings[0]!,
            ...box,
            id: mint(),
            wallId: wall.id,
            tag: `o${round}-${added}`,
          };
          openings = [...openings, opening];
          pieces = [...pieces, { ...piece, id: mint(), tag: `Q${round}-${added}`, openingId: opening.id }];
        }
        if (random() < 0.3) {
          const gone = pieces[upTo(pieces.length - 1)]!;
          pieces = pieces.filter(({ id }) => id !== gone.id);
        }
        const before = new Map(pieces.map(({ id, tag }) => [id, tag]));
        const wanted = new Map(proposeTags(pieces, [wall], openings).map(({ pieceId, to }) => [pieceId, to]));
        pieces = pieces.map((piece) => ({ ...piece, tag: wanted.get(piece.id) ?? piece.tag }));
        expect(new Set(pieces.map(({ tag }) => tag.toLowerCase())).size).toBe(pieces.length);
        for (const { id, tag } of pieces) {
          expect(tag).toMatch(/^N\d+(-[A-Z0-9]+)?$/);
          const was = before.get(id)!;
          if (!was.startsWith('Q')) expect(tag).toBe(was);
        }
        expect(proposeTags(pieces, [wall], openings)).toEqual([]);
      }
    }
  });
});

describe('snapping, anywhere', () => {
  const wall = { widthMm: 4000, heightMm: 2400 };
  const box = fc.record({
    xMm: fc.integer({ min: -500, max: 4500 }),
    yMm: fc.integer({ min: -500, max: 3000 }),
    widthMm: fc.integer({ min: 100, max: 900 }),
    heightMm: fc.integer({ min: 100, max: 1200 }),
  });

  it('stays on the wall and near the hand', () => {
    fc.assert(
      fc.property(box, fc.array(box, { maxLength: 5 }), (moved, others) => {
        const at = snapOpening(moved, others, wall);
        expect(at.xMm).toBeGreaterThanOrEqual(0);
        expect(at.yMm).toBeGreaterThanOrEqual(0);
        expect(at.xMm + moved.widthMm).toBeLessThanOrEqual(wall.widthMm);
        expect(at.yMm + moved.heightMm).toBeLessThanOrEqual(wall.heightMm);
        const isInside = moved.xMm >= 0 && moved.xMm + moved.widthMm <= wall.widthMm;
        if (isInside) expect(Math.abs(at.xMm - moved.xMm)).toBeLessThanOrEqual(25);
      }),
      { numRuns: 500, seed: 43 },
    );
  });

  it('is at rest where it has snapped', () => {
    fc.assert(
      fc.property(box, fc.array(box, { maxLength: 4 }), (moved, others) => {
        const once = snapOpening(moved, others, wall);
        const again = snapOpening({ ...moved, ...once }, others, wall);
        if (once.lineX !== null) expect(again.xMm).toBe(once.xMm);
      }),
      { numRuns: 300, seed: 44 },
    );
  });
});
