import { describe, expect, it } from 'vitest';
import { GENERIC_PRODUCTS, isRolled, meantBy, ProductSheetSchema, sheetInconsistencies } from './index.ts';

const enamel = GENERIC_PRODUCTS['alkyd-enamel-satin']!;

function problems(change: object) {
  const parsed = ProductSheetSchema.safeParse({ ...enamel, ...change });
  return parsed.success ? [] : parsed.error.issues.map((issue) => issue.path.join('.'));
}

describe('product sheets', () => {
  it.each(Object.entries(GENERIC_PRODUCTS))('%s passes its own checks', (_key, sheet) => {
    expect(ProductSheetSchema.parse(sheet)).toEqual(sheet);
  });

  it.each(Object.entries(GENERIC_PRODUCTS))(
    '%s has every figure of a sheet, and none contradicts another',
    (_key, sheet) => {
      const { vocGL, statedSpreadM2L, sagWftUm, sagFlatWftUm, surfaceMinC, materialMinC } = sheet;
      expect([vocGL, statedSpreadM2L, sagWftUm, sagFlatWftUm, surfaceMinC, materialMinC]).not.toContain(null);
      expect(sheet.substrates.length).toBeGreaterThan(0);
      expect(sheet.hazards.length).toBeGreaterThan(0);
      expect(sheet.gunHint).not.toBe('');
      const isSprayed = sheet.applicators.some((one) => one === 'turbine' || one === 'airless');
      expect(sheet.gunRestMin === null).toBe(!isSprayed);
      expect(sheetInconsistencies(sheet)).toEqual([]);
      // What flows off the solids bounds the solvent: g/L ≤ (1 − VS) · density of the carrier.
      expect(vocGL ?? 0).toBeLessThanOrEqual(
        (1 - sheet.volumeSolidsPct / 100) * sheet.thinnerDensityKgL * 1000 * 1.1,
      );
      expect(sagFlatWftUm ?? 0).toBeGreaterThan(sagWftUm ?? 0);
      expect(sagWftUm ?? 0).toBeGreaterThan(sheet.wftMaxUm);
      if (sheet.base !== 'water') expect(sheet.flash).not.toBe('not flammable');
    },
  );

  it('refuses a recoat window that closes before it opens', () => {
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

describe('what a sheet’s list of applicators means', () => {
  it('is what it names, and what sprays or brushes alike', () => {
    expect(meantBy(['turbine'])).toEqual(['turbine', 'compressor', 'handheld']);
    expect(meantBy(['brush'])).toEqual(['brush', 'foam-brush']);
    // A roller is any cover; a cover that is named is that one only.
    expect(meantBy(['roller'])).toEqual([
      'roller',
      'roller-velour',
      'roller-mohair',
      'roller-microfibre',
      'roller-foam',
    ]);
    expect(meantBy(['roller-mohair'])).toEqual(['roller-mohair']);
    expect(isRolled('roller-foam')).toBe(true);
    expect(isRolled('foam-brush')).toBe(false);
  });
});
