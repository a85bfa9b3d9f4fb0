import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { sampleId } from '../../test/sample.ts';
import { hingesFor, PIECE_DEFAULTS, PIECE_KINDS, type Piece } from '../pieces/index.ts';
import { DEFAULT_SHOP_SETTINGS } from '../shop/index.ts';
import {
  hardwareOf,
  layoutFromTags,
  NO_HARDWARE,
  type Opening,
  overlaps,
  proposeTags,
  readTag,
  snapOpening,
  tagPlace,
  takeoffChecks,
  type Wall,
} from './index.ts';

let minted = 0;
const mint = () => {
  minted += 1;
  return sampleId(0xe1e, minted);
};

function door(tag: string, change: Partial<Piece> = {}): Piece {
  return {
    ...PIECE_DEFAULTS,
    id: mint(),
    zoneId: sampleId(1, 1),
    position: 0,
    tag,
    widthMm: 400,
    heightMm: 720,
    ...change,
  };
}

const wall: Wall = { id: mint(), position: 0, name: 'North', letter: 'N', widthMm: 3000, heightMm: 2400 };

function opening(tag: string, xMm: number, yMm: number, change: Partial<Opening> = {}): Opening {
  return {
    id: mint(),
    wallId: wall.id,
    tag,
    xMm,
    yMm,
    widthMm: 400,
    heightMm: 720,
    hardware: NO_HARDWARE,
    baggedAt: null,
    returnedAt: null,
    ...change,
  };
}

describe('snapping', () => {
  const box = (xMm: number, yMm: number) => ({ xMm, yMm, widthMm: 400, heightMm: 720 });
  const neighbour = box(1000, 100);

  it.each([
    ['edge to edge', box(1412, 500), { xMm: 1400, lineX: 1400 }],
    ['left edges in line', box(985, 900), { xMm: 1000, lineX: 1000 }],
    ['nowhere near: whole centimetres', box(533, 1403), { xMm: 530, lineX: null, yMm: 1400, lineY: null }],
    ['the floor', box(533, 14), { yMm: 0, lineY: 0 }],
    ['the end of the wall', box(2590, 1400), { xMm: 2600, lineX: 3000 }],
    ['back into the wall', box(5000, -400), { xMm: 2600, yMm: 0 }],
    ['on top of the neighbour', box(1000, 828), { yMm: 820, lineY: 820 }],
  ])('%s', (_what, moved, expected) => {
    expect(snapOpening(moved, [neighbour], wall)).toMatchObject(expected);
  });
});

describe('a first layout', () => {
  it('puts runs on walls of their own, in order, without overlaps, and stacks drawers', () => {
    const drawers = [1, 2, 3].map((row) => door(`N2-${row}`, { kind: 'drawer-front', heightMm: 180 }));
    const pieces = [door('N3'), door('N1'), ...drawers, door('S1', { widthMm: 600 })];
    const { walls, openings, assigned } = layoutFromTags(pieces, [], [], mint);
    expect(walls.map(({ letter }) => letter)).toEqual(['N', 'S']);
    expect(assigned.size).toBe(6);
    const at = (tag: string) => openings.find((candidate) => candidate.tag === tag)!;
    expect(at('N1').xMm).toBeLessThan(at('N2-1').xMm);
    expect(at('N2-1').xMm).toBe(at('N2-3').xMm);
    expect(at('N2-1').yMm).toBeGreaterThan(at('N2-3').yMm);
    expect(at('N3').xMm).toBeGreaterThan(at('N2-1').xMm);
    for (const { id, wallId, xMm, yMm, widthMm, heightMm } of openings) {
      const own = walls.find((candidate) => candidate.id === wallId)!;
      expect(xMm + widthMm).toBeLessThanOrEqual(own.widthMm);
      expect(yMm + heightMm).toBeLessThanOrEqual(own.heightMm);
      for (const other of openings)
        if (other.id !== id && other.wallId === wallId)
          expect(overlaps(other, { xMm, yMm, widthMm, heightMm })).toBe(false);
    }
    const placed = pieces.map((piece) => ({ ...piece, openingId: assigned.get(piece.id) ?? null }));
    expect(takeoffChecks({ pieces: placed, walls, openings }, DEFAULT_SHOP_SETTINGS)).toEqual([]);
  });

  it('leaves what is on the map alone and adds to the right of it', () => {
    const first = layoutFromTags([door('N1')], [], [], mint);
    const added = layoutFromTags([door('N2')], first.walls, first.openings, mint);
    expect(added.walls).toEqual([]);
    expect(added.openings[0]!.xMm).toBeGreaterThanOrEqual(first.openings[0]!.xMm + 400);
  });

  it('counts hinges by height', () => {
    expect([720, 900, 1200, 1900, 2200].map(hingesFor)).toEqual([2, 2, 3, 4, 5]);
    expect(hardwareOf({ kind: 'drawer-front', heightMm: 180 })).toMatchObject({ hinges: 0, pulls: 1 });
  });
});

describe('tags from the map', () => {
  const openings = [
    opening('a', 0, 100),
    opening('b', 430, 1000),
    opening('c', 430, 100),
    opening('d', 860, 100, { widthMm: 800 }),
  ];
  const pieces = [
    door('P1', { openingId: openings[0]!.id }),
    door('P2', { openingId: openings[1]!.id }),
    door('P3', { openingId: openings[2]!.id }),
    door('P4', { openingId: openings[3]!.id, hingeSide: 'right' }),
    door('P5', { openingId: openings[3]!.id, hingeSide: 'left' }),
  ];

  it('read as a place: run, position, top or bottom, left or right', () => {
    const proposed = proposeTags(pieces, [wall], openings);
    expect(proposed.map(({ from, to }) => `${from} ${to}`)).toEqual([
      'P1 N1',
      'P2 N2-T',
      'P3 N2-B',
      'P4 N3-R',
      'P5 N3-L',
    ]);
    expect(proposed.map(({ openingTag }) => openingTag)).toEqual(['N1', 'N2-T', 'N2-B', 'N3', 'N3']);
  });

  it('stay as they are when a piece is added, and stay unique', () => {
    const tagged = pieces.map((piece, index) => ({
      ...piece,
      tag: ['N1', 'N2-T', 'N2-B', 'N3-R', 'N3-L'][index]!,
    }));
    const inserted = opening('new', 200, 1400, { widthMm: 100 });
    const added = door('P9', { openingId: inserted.id });
    const proposed = proposeTags([...tagged, added], [wall], [...openings, inserted]);
    expect(proposed).toHaveLength(1);
    expect(proposed[0]).toMatchObject({ from: 'P9' });
    const all = [...tagged.map(({ tag }) => tag), proposed[0]!.to];
    expect(new Set(all).size).toBe(all.length);
  });

  it('are short enough for a label on a wall of a hundred openings', () => {
    const many = Array.from({ length: 100 }, (_, index) =>
      opening(`o${index}`, index * 30, 100, { widthMm: 20 }),
    );
    const each = many.map(({ id }, index) => door(`P${index}`, { openingId: id }));
    const tags = proposeTags(each, [wall], many).map(({ to }) => to);
    expect(new Set(tags).size).toBe(100);
    expect(Math.max(...tags.map((tag) => tag.length))).toBeLessThanOrEqual(8);
  });

  it('are taken apart again', () => {
    expect(readTag('N3-B')).toEqual({ letter: 'N', place: 3, rest: 'B' });
    expect(readTag('u07')).toEqual({ letter: 'U', place: 7, rest: '' });
    expect(readTag('12')).toEqual({ letter: '', place: 12, rest: '' });
  });

  it('have a place on every kind of piece that no paint covers', () => {
    for (const kind of PIECE_KINDS) expect(tagPlace({ kind, finishBack: true }).length).toBeGreaterThan(10);
  });
});

describe('counting checks', () => {
  const one = opening('N1', 0, 100);
  const check = (pieces: Piece[], openings: Opening[] = [one]) =>
    takeoffChecks({ pieces, walls: [wall], openings }, DEFAULT_SHOP_SETTINGS);
  const codes = (pieces: Piece[], openings?: Opening[]) => check(pieces, openings).map(({ code }) => code);
  const inside = (tag: string, change: Partial<Piece> = {}) => door(tag, { openingId: one.id, ...change });

  it('are silent when everything adds up, and before there is a map', () => {
    expect(codes([inside('N1')])).toEqual([]);
    expect(codes([door('D1')], [])).toEqual([]);
  });

  it('miss the opening of a drawer front, and offer the one with its tag', () => {
    const other = opening('N2', 430, 100);
    const stray = door('N2', { kind: 'drawer-front' });
    const found = check([inside('N1'), stray], [one, other]);
    expect(found.map(({ code }) => code)).toEqual(['no-opening', 'empty-opening']);
    expect(found[0]!.fix).toEqual({
      label: 'Put it in N2',
      pieceId: stray.id,
      piece: { openingId: other.id },
    });
  });

  it('see two pieces in one opening, unless they are a pair of doors', () => {
    expect(codes([inside('N1'), inside('N2', { kind: 'drawer-front' })])).toContain('shared-opening');
    const pair = { widthMm: 200 };
    expect(
      codes([inside('L', { ...pair, hingeSide: 'left' }), inside('R', { ...pair, hingeSide: 'right' })]),
    ).toEqual([]);
  });

  it('ask which door of a pair is left, and fix it', () => {
    const [left, right] = [inside('A', { widthMm: 200, hingeSide: 'left' }), inside('B', { widthMm: 200 })];
    const found = check([left, right]);
    expect(found.map(({ code }) => code)).toEqual(['hand-missing']);
    expect(found[0]!.fix).toMatchObject({ pieceId: right.id, piece: { hingeSide: 'right' } });
    expect(codes([left, { ...right, ...(found[0]!.fix as { piece: Partial<Piece> }).piece }])).toEqual([]);
    expect(codes([left, { ...right, hingeSide: 'left' }])).toEqual(['hand-twice']);
  });

  it('notice a size that is turned, too large, or meant in another unit', () => {
    const turned = check([inside('N1', { widthMm: 720, heightMm: 400 })]);
    expect(turned[0]).toMatchObject({ code: 'size', fix: { label: 'Swap width and height' } });
    expect(codes([inside('N1', { heightMm: 1200 })])).toEqual(['size']);
    expect(check([inside('N1', { widthMm: 40, heightMm: 72, frameMm: 10 })])[0]!.say).toMatch(/cm or inches/);
    expect(codes([door('E1', { kind: 'end-panel', heightMm: 2800 })], [])).toEqual(['rack']);
  });

  it('count hinges, and find openings over each other and beyond the wall', () => {
    const lame = { ...one, hardware: { ...NO_HARDWARE, hinges: 1 } };
    expect(check([inside('N1')], [lame])[0]).toMatchObject({ code: 'hinges', fix: { label: 'Make it 2' } });
    const over = opening('N2', 200, 300);
    const beyond = opening('N3', 2900, 100);
    expect(codes([inside('N1')], [one, over, beyond]).sort()).toEqual([
      'empty-opening',
      'empty-opening',
      'outside-wall',
      'overlap',
    ]);
  });

  it('see a bag that came back without having been packed', () => {
    expect(codes([inside('N1')], [{ ...one, returnedAt: '2026-11-23T08:00:00.000Z' }])).toEqual(['bag']);
  });
});
