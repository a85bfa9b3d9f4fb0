import { describe, expect, it } from 'vitest';
import { blockLabels } from './blockLabels.ts';

const block = (key: string, left: number, right: number, name = 'Prime 1', lane = 0) => ({
  key,
  name,
  lane,
  left,
  right,
});

describe('what stands at the blocks of a row', () => {
  it('is the name of each that is wide enough', () => {
    expect([...blockLabels([block('a', 0, 60), block('b', 61, 130, 'Sand 1')])]).toEqual([
      ['a', { text: 'Prime 1', place: 'on', px: 60 }],
      ['b', { text: 'Sand 1', place: 'on', px: 69 }],
    ]);
  });

  it('goes across narrow neighbours once: their name where they are alike, else how many', () => {
    const wall = block('w', 45, 200, 'Colour 1');
    expect(blockLabels([block('a', 0, 14), block('b', 15, 29), block('c', 30, 44), wall]).get('a')).toEqual({
      text: '3 × Prime 1',
      place: 'across',
      px: 44,
    });
    const mixed = blockLabels([block('a', 0, 20), block('b', 21, 44, 'Sand 1'), wall]);
    expect(mixed.get('a')?.text).toBe('2 tasks');
    expect(mixed.has('b')).toBe(false);
  });

  it('stands to the right of a sliver where there is room, and never over a neighbour', () => {
    const alone = blockLabels([block('a', 0, 8), block('b', 400, 460)]);
    expect(alone.get('a')).toEqual({ text: 'Prime 1', place: 'beside', px: 130 });
    const close = blockLabels([block('a', 0, 8), block('b', 60, 160)]);
    expect(close.get('a')).toEqual({ text: 'Prime 1', place: 'beside', px: 49 });
    const squeezed = blockLabels([block('a', 0, 8), block('b', 20, 160)]);
    expect(squeezed.has('a')).toBe(false);
  });

  it('looks at each lane for itself', () => {
    const labels = blockLabels([block('a', 0, 8, 'Prime 1', 0), block('b', 10, 160, 'Sand 1', 25)]);
    expect(labels.get('a')?.place).toBe('beside');
    expect(labels.get('b')?.place).toBe('on');
  });
});
