import { describe, expect, it } from 'vitest';
import {
  GENERIC_PRODUCTS,
  GENERIC_SUPPLIES,
  type ProductSheet,
  ProductSheetSchema,
  productLayerVerdict,
  type ShopLayer,
  ShopLayerSchema,
  SupplySchema,
  sheetInconsistencies,
  solidsDensityKgL,
  spreadM2L,
  supplyAmount,
} from './index.ts';

const enamel = GENERIC_PRODUCTS['alkyd-enamel-satin']!;
const doubts = (change: Partial<ProductSheet>) =>
  sheetInconsistencies({ ...enamel, ...change }).map(({ field }) => field);

describe('a sheet against itself', () => {
  it('works out the spreading rate: 75 µm → 13.3 m²/L', () => {
    expect(spreadM2L(75)).toBeCloseTo(13.333, 3);
    // 1 US gallon at 1 mil covers 1604 ft².
    expect((spreadM2L(25.4) * 3.785411784) / 0.09290304).toBeCloseTo(1604.2, 1);
  });

  it('works out the density of the solids', () => {
    // Half solids in water, 1.25 kg/L: (1.25 − 0.5) / 0.5.
    expect(solidsDensityKgL({ densityKgL: 1.25, volumeSolidsPct: 50, thinnerDensityKgL: 1 })).toBeCloseTo(
      1.5,
      9,
    );
  });

  it.each(Object.entries(GENERIC_PRODUCTS))('%s agrees with itself', (_key, sheet) => {
    expect(sheetInconsistencies(sheet)).toEqual([]);
  });

  it.each<[string, Partial<ProductSheet>, Partial<ProductSheet>]>([
    // 105 µm typical: 9.52 m²/L; 15 % either way is 8.1 to 10.95.
    ['statedSpreadM2L', { statedSpreadM2L: 11 }, { statedSpreadM2L: 10.9 }],
    ['statedSpreadM2L', { statedSpreadM2L: 8 }, { statedSpreadM2L: 8.2 }],
    // 40 % solids leave 0.6 × 1000 g/L for water or solvent, and a tenth for rounding.
    ['vocGL', { vocGL: 661 }, { vocGL: 660 }],
    ['densityKgL', { densityKgL: 2.1 }, { densityKgL: 2.0 }],
    ['clocks.sandMin', { clocks: { ...enamel.clocks, sandMin: 5 * 60 } }, {}],
    ['clocks.recoatMinMin', { clocks: { ...enamel.clocks, recoatMinMin: 15 * 60 } }, {}],
    ['clocks.refitMin', { clocks: { ...enamel.clocks, refitMin: 40 * 60 } }, {}],
    ['clocks.cureMin', { clocks: { ...enamel.clocks, cureMin: 23 * 60 } }, {}],
    ['maxTotalDftUm', { maxTotalDftUm: 83 }, { maxTotalDftUm: 84 }],
    ['sagWftUm', { sagWftUm: 124 }, { sagWftUm: 125 }],
    [
      'potLifeMin',
      { hardener: { name: 'hardener', partsByVolume: 5, partsByWeight: null, densityKgL: null } },
      {
        hardener: { name: 'hardener', partsByVolume: 5, partsByWeight: null, densityKgL: null },
        potLifeMin: 180,
      },
    ],
    ['hardener', { isIsocyanate: true }, {}],
    ['flash', { base: 'alcohol' }, { base: 'alcohol', flash: 'flammable' }],
    [
      'isSelfHeating',
      { drying: 'oxidative', isSelfHeating: false },
      { drying: 'oxidative', isSelfHeating: true },
    ],
    ['targets', { applicators: ['roller'] }, { applicators: ['turbine', 'airless'] }],
  ])('doubts %s', (field, wrong, right) => {
    expect(doubts(wrong)).toContain(field);
    expect(doubts(right)).not.toContain(field);
  });

  it('refuses what cannot be: sagging below the typical film, or a first window that outlasts the second', () => {
    const refused = (change: Partial<ProductSheet>) =>
      !ProductSheetSchema.safeParse({ ...enamel, ...change }).success;
    expect(refused({ sagWftUm: 104 })).toBe(true);
    expect(refused({ wetOnWetMaxMin: 16 * 60 })).toBe(true);
    expect(refused({ wetOnWetMaxMin: 2 * 60 })).toBe(false);
    expect(refused({ targets: [{ applicator: 'turbine', cup: 'ISO 4', fromS: 30, toS: 25 }] })).toBe(true);
  });
});

describe('supplies', () => {
  it.each(Object.entries(GENERIC_SUPPLIES))('%s passes its own checks', (_key, supply) => {
    expect(SupplySchema.parse(supply)).toEqual(supply);
  });

  it('are counted from the area: cleaner in mL, discs and cloths whole, caulk by the metre', () => {
    const of = (key: string, isOld = false) => supplyAmount(GENERIC_SUPPLIES[key]!, 10, 25, isOld);
    expect(of('cleaner-alkaline')).toEqual({ amount: 1200, unit: 'mL' });
    // One disc per m² on an old finish, one per 3 m² on primer.
    expect(of('disc-180', true)).toEqual({ amount: 10, unit: 'pieces' });
    expect(of('disc-180')).toEqual({ amount: 4, unit: 'pieces' });
    expect(of('cloth-tack')).toEqual({ amount: 1, unit: 'pieces' });
    expect(of('caulk-acrylic')).toEqual({ amount: 200, unit: 'mL' });
    // A filler goes by the pieces that it mends, whatever their size; none for none.
    expect(of('filler-acrylic')).toBeNull();
    expect(supplyAmount(GENERIC_SUPPLIES['filler-two-part']!, 10, 25, true, 7)).toEqual({
      amount: 140,
      unit: 'mL',
    });
    expect(supplyAmount(GENERIC_SUPPLIES['disc-180']!, 0, 0, true)).toBeNull();
  });
});

describe('what the shop knows of layers', () => {
  const end = (productKey: string) => ({ productKey, sheet: GENERIC_PRODUCTS[productKey]! });
  const answer = (part: Partial<ShopLayer>): ShopLayer => ({
    id: '00000000-0000-4000-8000-000000000001',
    kind: 'class',
    under: 'build-primer',
    over: 'two-part',
    answer: 'scuffed',
    why: 'Held.',
    test: null,
    ...part,
  });
  const pair = [end('build-primer'), end('two-part-enamel-satin')] as const;

  it('counts before the table, products before classes, the latest before the earlier', () => {
    expect(productLayerVerdict(...pair)).toMatchObject({ answer: 'not known', source: 'table' });
    expect(productLayerVerdict(...pair, [answer({})])).toMatchObject({ answer: 'scuffed', source: 'shop' });
    const product = answer({
      kind: 'product',
      under: 'build-primer',
      over: 'two-part-enamel-satin',
      answer: 'no',
    });
    expect(productLayerVerdict(...pair, [product, answer({})])).toMatchObject({ answer: 'no' });
    expect(productLayerVerdict(...pair, [answer({}), answer({ answer: 'no' })])).toMatchObject({
      answer: 'no',
    });
  });

  it('says when a test panel settled it', () => {
    const test = { method: 'P320, seven days, cross-cut', madeOn: '2026-11-02', held: true };
    expect(productLayerVerdict(...pair, [answer({ test })]).source).toBe('test panel');
    expect(ShopLayerSchema.safeParse(answer({ test: { ...test, method: '' } })).success).toBe(false);
  });

  it('lets dewaxed shellac under two-part films, and ordinary shellac not', () => {
    const shellac = end('shellac-block-primer');
    const dewaxed = { ...shellac, sheet: { ...shellac.sheet, isDewaxed: true } };
    expect(productLayerVerdict(shellac, end('two-part-enamel-satin')).answer).toBe('no');
    expect(productLayerVerdict(dewaxed, end('two-part-enamel-satin')).answer).toBe('scuffed');
    expect(productLayerVerdict(dewaxed, end('conversion-lacquer-satin')).answer).toBe('scuffed');
  });
});
