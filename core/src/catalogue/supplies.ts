import { z } from 'zod';
import {
  aboveZeroField,
  countField,
  nameField,
  numberField,
  quantityField,
  spanField,
  textField,
} from '../fields/index.ts';
import type { FieldCode } from '../said/index.ts';

/** What stands in the stores besides coatings. */
export const SUPPLY_KINDS = [
  'cleaner',
  'deglosser',
  'abrasive',
  'filler',
  'caulk',
  'masking',
  'cloth',
  'sundry',
] as const;
export type SupplyKind = (typeof SUPPLY_KINDS)[number];

export const ABRASIVE_FORMS = ['150 mm disc', 'sheet', 'foam pad', 'fine pad'] as const;
/** What a sundry is used up by. */
export const SUNDRY_USES = [
  'thinner',
  'strainer',
  'liner',
  'cover',
  'brush',
  'hook',
  'cartridge',
  'extraction-filter',
] as const;
export type SundryUse = (typeof SUNDRY_USES)[number];

export const MASKING_FORMS = ['tape', 'film', 'paper'] as const;

const minutes = (field: FieldCode) => spanField(field, 30);
const mlPerM2 = quantityField('coverage', 'coverage', 1, 2000);
const m2Each = quantityField('area-each', 'area', 0.1, 200);

const common = {
  name: nameField('name', 80),
  cautions: z.array(z.string().max(300)).max(10).default([]),
  source: z.enum(['class default', 'entered from sheet', 'measured here']),
  /** What a pack costs, in minor currency units, and what is in it: mL, pieces or metres. Null where nobody knows. */
  price: countField('price', 0, 10_000_000).nullable().default(null),
  packSize: aboveZeroField('pack-size', 100_000).nullable().default(null),
  /** Where it is bought. */
  supplier: textField('supplier', 80).default(''),
  /** What is there, in the unit of its pack; null where nobody has counted. */
  stock: numberField('stock', 0, 1_000_000).nullable().default(null),
};

/** A cleaner, abrasive, filler, caulk, tape or cloth with what its label says. */
export const SupplySchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('cleaner'),
    ...common,
    /** As on its label, e.g. `1 : 10 in warm water`. */
    dilution: z.string().trim().max(80).default('as supplied'),
    mlPerM2,
    dwellMin: minutes('dwell'),
    dryMin: minutes('drying'),
    /** Leaves something that keeps paint from bonding, unless it is rinsed or wiped off with clean water. */
    needsRinse: z.boolean(),
    dullsGlassAndMetal: z.boolean(),
    isFlammable: z.boolean(),
  }),
  z.object({
    kind: z.literal('deglosser'),
    ...common,
    mlPerM2,
    dwellMin: minutes('dwell'),
    /** The coat has to be on within this time after it was wiped off. */
    windowMin: minutes('working-window'),
    isFlammable: z.boolean(),
  }),
  z.object({
    kind: z.literal('abrasive'),
    ...common,
    form: z.enum(ABRASIVE_FORMS),
    grit: countField('grit', 24, 5000),
    /** Square metres that one of them lasts on an old finish, and on primer or between coats. */
    m2OnOldFinish: m2Each,
    m2OnPrimer: m2Each,
  }),
  z.object({
    kind: z.literal('filler'),
    ...common,
    isTwoPart: z.boolean(),
    potLifeMin: minutes('pot-life').nullable(),
    sandAfterMin: minutes('sand'),
    coatAfterMin: minutes('coat-after'),
    deepestMm: quantityField('deepest', 'length', 0.1, 100),
    /** What the holes, dents and corners of one piece take, on average. */
    mlPerPiece: quantityField('filler-each', 'volume', 0.1, 2000).default(10),
    /** Soaks up paint and flashes unless it is spot-primed. */
    drinksPaint: z.boolean(),
    needsSolventMask: z.boolean(),
  }),
  z.object({
    kind: z.literal('caulk'),
    ...common,
    isPaintable: z.boolean(),
    coatAfterMin: minutes('coat-after'),
    mlPerM: quantityField('joint', 'joint', 0.5, 200),
    widestGapMm: quantityField('widest-gap', 'length', 0.5, 30),
  }),
  z.object({
    kind: z.literal('masking'),
    ...common,
    form: z.enum(MASKING_FORMS),
    widthMm: quantityField('width', 'length', 5, 5000),
    /** Has to come off within this time, or its glue stays. */
    offWithinMin: minutes('off-within'),
  }),
  z.object({
    kind: z.literal('cloth'),
    ...common,
    m2Each,
    /** What pressing hard leaves behind. */
    leavesResidue: z.boolean(),
    /** For cleaning, or for dust before a coat. */
    isForDust: z.boolean(),
  }),
  z.object({
    kind: z.literal('sundry'),
    ...common,
    /** Thinner is matched to products by its name. */
    use: z.enum(SUNDRY_USES),
  }),
]);
export type Supply = z.infer<typeof SupplySchema>;
export type SupplyOf<K extends SupplyKind> = Extract<Supply, { kind: K }>;

/** A supply under the short key that steps refer to. */
export const SupplyEntrySchema = z.object({
  id: z.uuid(),
  key: z.string().regex(/^[a-z0-9-]{2,60}$/, 'A key is made of lower-case letters, digits and hyphens.'),
  supply: SupplySchema,
});

/** Share of a cleaner ready to use that is the cleaner itself, by its dilution: 1/11 for `1 : 10 in warm water`; 1 for none. */
export function concentrateShare(dilution: string): number {
  const [, cleaner, water] = /(\d+(?:[.,]\d+)?)\s*(?::|to|\/)\s*(\d+(?:[.,]\d+)?)/.exec(dilution) ?? [];
  if (cleaner === undefined || water === undefined) return 1;
  const [a, b] = [Number(cleaner.replace(',', '.')), Number(water.replace(',', '.'))];
  return a + b === 0 ? 1 : a / (a + b);
}

/** How much of a supply a step takes. */
export interface SupplyAmount {
  amount: number;
  unit: 'mL' | 'pieces' | 'm';
}

/**
 * What a step takes of its supply, from the area it covers in m² and the joints or edges in m. Discs and pads are
 * rounded up to whole ones; millilitres are of the cleaner ready to use.
 * @param pieces how many are filled; filler goes by them, since nobody measures a dent.
 */
export function supplyAmount(
  supply: Supply,
  areaM2: number,
  lengthM: number,
  isOnOldFinish: boolean,
  pieces = 0,
): SupplyAmount | null {
  if (areaM2 <= 0) return null;
  switch (supply.kind) {
    case 'cleaner':
    case 'deglosser':
      return { amount: areaM2 * supply.mlPerM2, unit: 'mL' };
    case 'abrasive': {
      const each = isOnOldFinish ? supply.m2OnOldFinish : supply.m2OnPrimer;
      return { amount: Math.ceil(areaM2 / each - 1e-9), unit: 'pieces' };
    }
    case 'cloth':
      return { amount: Math.ceil(areaM2 / supply.m2Each - 1e-9), unit: 'pieces' };
    case 'caulk':
      return { amount: lengthM * supply.mlPerM, unit: 'mL' };
    case 'masking':
      return { amount: lengthM, unit: 'm' };
    case 'filler':
      return pieces > 0 ? { amount: pieces * supply.mlPerPiece, unit: 'mL' } : null;
    case 'sundry':
      return null;
  }
}
