import { describe, expect, it } from 'vitest';
import { tagRanges, tagsOf } from './index.ts';

describe('tags to pick pieces up by', () => {
  it.each([
    [[], ''],
    [['U01'], 'U01'],
    [['U01', 'U02'], 'U01, U02'],
    [['U01', 'U02', 'U03'], 'U01–U03'],
    [['U03', 'U01', 'U02', 'U09', 'U10'], 'U01–U03, U09, U10'],
    [['U08', 'U09', 'U10', 'U11'], 'U08–U11'],
    [['U98', 'U99', 'U100'], 'U98–U100'],
    [['D1', 'D2', 'D10', 'D3'], 'D1–D3, D10'],
    [['U01', 'L01', 'U02', 'L02', 'U03', 'L03'], 'L01–L03, U01–U03'],
    [['A1', 'A01', 'A2', 'A02'], 'A1, A01, A2, A02'],
    [['N3-B', 'N4-B', 'N5-B'], 'N3-B, N4-B, N5-B'],
    [['pantry', 'Sink', '7', '8', '9'], '7–9, pantry, Sink'],
    [['U01', 'U01', 'U02', 'U03'], 'U01–U03'],
  ])('%j: %s', (tags, words) => {
    expect(tagRanges(tags)).toBe(words);
  });

  it('are those of the pieces that are meant', () => {
    const pieces = ['U01', 'U02', 'U03', 'U04'].map((tag) => ({ id: `id of ${tag}`, tag }));
    expect(tagsOf(pieces, ['id of U04', 'id of U02', 'id of nothing'])).toBe('U02, U04');
  });
});
