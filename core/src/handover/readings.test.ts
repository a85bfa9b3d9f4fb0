import { describe, it } from 'vitest';
import { expect, words } from '../../test/expect.ts';
import { sampleId } from '../../test/sample.ts';
import { sampleMix } from '../../test/sampleMix.ts';
import { GENERIC_PRODUCTS } from '../catalogue/index.ts';
import { DEFAULT_READING_LIMITS } from '../shop/index.ts';
import { leftoversOf, limitsOf, limitWords, readingWords, verdictOf, wasteLines } from './index.ts';

const satin = GENERIC_PRODUCTS['urethane-enamel-satin'];
if (!satin) throw new Error('no such product');
const shop = DEFAULT_READING_LIMITS;

describe('limits of readings', () => {
  it('come from the sheet where it states one, else from the shop', () => {
    expect(limitsOf('cross-cut', satin, shop)).toEqual({ from: null, to: 1, source: 'shop' });
    expect(limitsOf('cross-cut', { ...satin, crossCutMost: 0 }, shop)).toEqual({
      from: null,
      to: 0,
      source: 'sheet',
    });
    const pencil = limitsOf('pencil', { ...satin, pencilLeast: '2H' }, shop);
    expect([words(limitWords('pencil', pencil)), pencil.source]).toEqual(['at least 2H', 'sheet']);
    expect(words(limitWords('pencil', limitsOf('pencil', satin, shop)))).toBe('at least HB');
    expect(limitsOf('moisture', undefined, shop)).toEqual({ from: 6, to: 12, source: 'shop' });
  });

  it('take gloss from the sheen, and none where the sheet names no sheen', () => {
    expect(limitsOf('gloss', { ...satin, sheen: 'satin' }, shop)).toMatchObject({ from: 20, to: 45 });
    expect(limitsOf('gloss', { ...satin, sheen: 'dead matt' }, shop)).toMatchObject({ from: 0, to: 5 });
    expect(verdictOf(50, limitsOf('gloss', { ...satin, sheen: '' }, shop))).toBe('no limit');
  });

  it.each([
    ['moisture', 6, 'within'],
    ['moisture', 12, 'within'],
    ['moisture', 12.5, 'above'],
    ['moisture', 5.9, 'below'],
    ['thumb', 0, 'within'],
    ['thumb', 1, 'above'],
    ['cross-cut', 1, 'within'],
    ['cross-cut', 2, 'above'],
    ['pencil', 6, 'within'],
    ['pencil', 5, 'below'],
    ['gloss', 19.9, 'below'],
    ['gloss', 45.1, 'above'],
  ] as const)('%s %s is %s', (reading, value, verdict) => {
    expect(verdictOf(value, limitsOf(reading, { ...satin, sheen: 'satin' }, shop))).toBe(verdict);
  });

  it('are said as people say them', () => {
    expect(readingWords('pencil', 6)).toBe('HB');
    expect(words(readingWords('thumb', 2))).toBe('soft, film moves');
    expect(readingWords('gloss', 33)).toBe('33 GU');
    expect(readingWords('moisture', 8.5)).toBe('8.5 %');
    expect(readingWords('cross-cut', 0)).toBe('0');
  });
});

describe('leftovers and waste', () => {
  const mix = { ...sampleMix(sampleId(5, 1)), productKey: 'urethane-enamel-satin' };
  const emptied = { emptiedAt: '2026-12-01T10:00:00.000Z', leftMl: 120 };
  it('lists what was left and where it went; with hardener in it, it is waste whatever was written', () => {
    const hardened = {
      ...mix,
      ...emptied,
      id: sampleId(5, 2),
      pours: [...mix.pours, { id: sampleId(5, 3), role: 'hardener' as const, ml: 20, at: mix.startedAt }],
    };
    const list = leftoversOf(
      [
        mix,
        { ...mix, ...emptied },
        { ...mix, ...emptied, leftTo: 'back into the tin' },
        hardened,
        { ...mix, ...emptied, leftMl: 0 },
      ],
      GENERIC_PRODUCTS,
    );
    expect(list.map(({ to, ml }) => [to, ml])).toEqual([
      ['keep', 120],
      ['tin', 120],
      ['waste', 120],
    ]);
    expect(list[0]?.product).toBe(satin.name);
  });

  it('speaks of each kind of waste once, and of nothing where nothing was used', () => {
    expect(wasteLines([], GENERIC_PRODUCTS)).toEqual([]);
    const water = wasteLines(['urethane-enamel-satin', 'urethane-enamel-satin'], GENERIC_PRODUCTS).map(words);
    expect(water.filter((line) => line.includes('drain'))).toHaveLength(1);
    expect(water.join(' ')).not.toContain('Rags');
    const oxidative =
      Object.entries(GENERIC_PRODUCTS).find(([, sheet]) => sheet.drying === 'oxidative')?.[0] ?? '';
    expect(wasteLines([oxidative], GENERIC_PRODUCTS).map(words).join(' ')).toMatch(
      /Rags .*filled with water/,
    );
    const twoPart = Object.entries(GENERIC_PRODUCTS).find(([, sheet]) => sheet.hardener !== null)?.[0] ?? '';
    expect(wasteLines([twoPart], GENERIC_PRODUCTS).map(words).join(' ')).toContain(
      'let it harden in an open can',
    );
  });
});
