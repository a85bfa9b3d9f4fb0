import { describe, expect, it } from 'vitest';
import { seeded } from '../base/random.ts';
import { doorsSideBySide, inTurns } from './index.ts';

/** An opening of 600 × 720 on the first wall, unless it says otherwise. */
const opening = (id: string, xMm: number, change: object = {}) => ({
  id,
  wallId: 'north',
  xMm,
  yMm: 100,
  widthMm: 600,
  heightMm: 720,
  ...change,
});
const door = (id: string, openingId: string | null = null) => ({ id, openingId });
const ids = (turns: { id: string }[][]) => turns.map((turn) => turn.map(({ id }) => id));

describe('doors side by side', () => {
  it('are one after the other in the take-off where there is no map', () => {
    const doors = ['a', 'b', 'c'].map((id) => door(id));
    expect(doorsSideBySide(doors, [])).toEqual([
      ['a', 'b'],
      ['b', 'c'],
    ]);
    expect(ids(inTurns(doors, doorsSideBySide(doors, [])))).toEqual([['a', 'c'], ['b']]);
    expect(doorsSideBySide([door('a')], [])).toEqual([]);
  });

  it('go by the map where they are on it, whatever the order of the take-off', () => {
    const openings = [opening('o1', 0), opening('o2', 604), opening('o3', 1208)];
    // Listed 1, 3, 2: the first two hang apart, and both hang beside the last.
    const doors = [door('a', 'o1'), door('c', 'o3'), door('b', 'o2')];
    const pairs = doorsSideBySide(doors, openings);
    expect(pairs.map((pair) => pair.join())).toEqual(expect.arrayContaining(['a,b', 'b,c']));
    expect(pairs).toHaveLength(2);
    expect(ids(inTurns(doors, pairs))).toEqual([['a', 'c'], ['b']]);
  });

  it('are two in one opening, and the outer one of it with the next on its right', () => {
    const openings = [opening('o1', 0, { widthMm: 1000 }), opening('o2', 1004)];
    const doors = [door('left', 'o1'), door('right', 'o1'), door('next', 'o2')];
    expect(doorsSideBySide(doors, openings)).toEqual([
      ['left', 'right'],
      ['right', 'next'],
    ]);
  });

  it('are never one above the other, around a corner, or across an appliance', () => {
    const base = opening('base', 0);
    const apart: [string, object][] = [
      ['above', opening('other', 0, { yMm: 1400 })],
      ['up right', opening('other', 604, { yMm: 1400 })],
      ['around the corner', opening('other', 604, { wallId: 'east' })],
      ['across an oven', opening('other', 604 + 600)],
    ];
    for (const [where, other] of apart)
      expect([
        where,
        doorsSideBySide([door('a', 'base'), door('b', 'other')], [base, other as typeof base]),
      ]).toEqual([where, []]);
    // A larder door beside both of two that hang one above the other.
    const tall = opening('tall', 604, { heightMm: 2100 });
    const upper = opening('upper', 0, { yMm: 1400, heightMm: 600 });
    const doors = [door('low', 'base'), door('high', 'upper'), door('larder', 'tall')];
    expect(doorsSideBySide(doors, [base, upper, tall])).toEqual([
      ['low', 'larder'],
      ['high', 'larder'],
    ]);
    expect(ids(inTurns(doors, doorsSideBySide(doors, [base, upper, tall])))).toEqual([
      ['low', 'high'],
      ['larder'],
    ]);
  });

  it('wait for one another where one of them is in no opening', () => {
    const doors = [door('a', 'o1'), door('b'), door('c', 'gone')];
    expect(doorsSideBySide(doors, [opening('o1', 0)])).toEqual([
      ['a', 'b'],
      ['b', 'c'],
    ]);
  });
});

it('never two side by side in one turn, and everyone in one of them, on 200 random walls', () => {
  for (let seed = 1; seed <= 200; seed += 1) {
    const random = seeded(seed);
    const openings = Array.from({ length: 12 }, (_, index) =>
      opening(`o${index}`, Math.floor(random() * 8) * 300, {
        yMm: Math.floor(random() * 3) * 600,
        widthMm: 300 + Math.floor(random() * 3) * 300,
        heightMm: 400 + Math.floor(random() * 3) * 600,
      }),
    );
    const doors = Array.from({ length: 20 }, (_, index) =>
      door(`d${index}`, random() < 0.8 ? `o${Math.floor(random() * 12)}` : null),
    );
    const pairs = doorsSideBySide(doors, openings);
    const turns = ids(inTurns(doors, pairs));
    expect(turns.flat().sort()).toEqual(doors.map(({ id }) => id).sort());
    for (const [a, b] of pairs)
      expect(turns.some((turn) => turn.includes(a) && turn.includes(b))).toBe(false);
  }
});
