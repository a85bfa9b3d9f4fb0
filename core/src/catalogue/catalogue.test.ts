import { describe, expect, it } from 'vitest';
import { GENERIC_PRODUCTS, ProductSheetSchema } from './index.ts';

const enamel = GENERIC_PRODUCTS['alkyd-enamel-satin']!;

function problems(change: object) {
  const parsed = ProductSheetSchema.safeParse({ ...enamel, ...change });
  return parsed.success ? [] : parsed.error.issues.map((issue) => issue.path.join('.'));
}

describe('product sheets', () => {
  it.each(Object.entries(GENERIC_PRODUCTS))('%s passes its own checks', (_key, sheet) => {
    expect(ProductSheetSchema.parse(sheet)).toEqual(sheet);
  });

  it('refuses a recoat window that shuts before it opens', () => {
    expect(problems({ clocks: { ...enamel.clocks, recoatMaxMin: 600 } })).toEqual(['clocks.recoatMaxMin']);
    expect(problems({ clocks: { ...enamel.clocks, recoatMaxMin: enamel.clocks.recoatMinMin } })).toHaveLength(
      1,
    );
    expect(problems({ clocks: { ...enamel.clocks, recoatMaxMin: null } })).toEqual([]);
  });

  it('refuses clocks and films in the wrong order', () => {
    expect(problems({ clocks: { ...enamel.clocks, handleMin: 60 } })).toEqual(['clocks.handleMin']);
    expect(problems({ clocks: { ...enamel.clocks, packMin: 60 } })).toEqual(['clocks.packMin']);
    expect(problems({ wftMinUm: 110 })).toEqual(['wftMinUm']);
    expect(problems({ wftMaxUm: 100 })).toEqual(['wftMaxUm']);
    expect(problems({ airMinC: 40 })).toEqual(['airMaxC']);
  });
});
