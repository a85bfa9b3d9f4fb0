import type { SideState } from '@upholder/core/floor';
import { describe, expect, it } from 'vitest';
import { stateWords } from './PieceGlyph.tsx';

const side = (state: SideState['state'], wetUntil: number | null = null): SideState => ({
  state,
  wetUntil,
  isColour: false,
});

describe('the states of a piece in words', () => {
  it.each([
    [side('bare'), side('bare'), 'both sides bare'],
    [side('wet', 142), side('primed'), 'front wet, 42 min; back primed'],
    [side('wet', 142), side('wet', 160), 'front wet, 42 min; back wet, 60 min'.replace('60 min', '1 h')],
    [side('wet', 142), side('wet', 142), 'both sides wet, 42 min'],
    [side('dry'), null, 'front dry'],
    [null, side('cured'), 'back cured'],
  ])('%#', (front, back, words) => {
    expect(stateWords({ front, back }, 100)).toBe(words);
  });
});
