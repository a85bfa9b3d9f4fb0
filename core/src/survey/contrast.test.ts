import { describe, expect, it } from 'vitest';
import { coatsToHide, contrastIn } from './index.ts';

describe('hiding by colour family', () => {
  it.each([
    ['white', '#ffffff', 0.93],
    ['an off-white', '#f4efe4', 0.93],
    ['a mid green', '#6d8a5a', 0.97],
    ['a dark blue', '#2b2f6b', 0.97],
    ['a terracotta', '#b5765a', 0.97],
    ['a clean yellow', '#f2c20d', 0.85],
    ['a clean red', '#c81e1e', 0.85],
  ])('%s (%s): %s for a sheet that states 0.93', (_name, colour, ratio) => {
    expect(contrastIn(0.93, colour)).toBeCloseTo(ratio, 3);
  });

  it('leaves a clear film clear, and a better white better', () => {
    expect(contrastIn(0, '#f2c20d')).toBe(0);
    expect(contrastIn(0.98, '#f2c20d')).toBeGreaterThan(contrastIn(0.93, '#f2c20d'));
    expect(contrastIn(1, '#f2c20d')).toBeLessThan(1);
  });

  it('takes more coats of yellow than of white over the same dark ground', () => {
    const coats = (colour: string) =>
      coatsToHide(
        '#3a2a1e',
        colour,
        { contrastRatio: contrastIn(0.93, colour), contrastDftUm: 35, dftUm: 35 },
        null,
      ).coats ?? 99;
    expect(coats('#f2c20d')).toBeGreaterThan(coats('#ffffff'));
    expect(coats('#2b2f6b')).toBeLessThanOrEqual(coats('#ffffff'));
  });
});
