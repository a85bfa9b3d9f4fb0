import { z } from 'zod';
import { dateField, nameField } from '../fields/index.ts';
import { said } from '../said/index.ts';
import { LAYER_CLASSES, type LayerClass, type ProductSheet } from './sheet.ts';

/** What is known of one film over another. `scuffed`: yes, once the lower one is sanded. */
export const LAYER_ANSWERS = ['yes', 'scuffed', 'no', 'not known'] as const;
export type LayerAnswer = (typeof LAYER_ANSWERS)[number];

/** One film over another, with the reason. */
export interface LayerVerdict {
  answer: LayerAnswer;
  why: string;
}

interface LayerRule extends LayerVerdict {
  under: readonly LayerClass[];
  over: readonly LayerClass[];
}

const WATERBORNE_PRIMERS = ['acrylic-primer', 'bonding-primer', 'build-primer'] as const;
const WATERBORNE_TOPS = ['acrylic-enamel', 'alkyd-hybrid', 'clear', 'mineral'] as const;
const SOLVENT_LACQUERS = ['sealer', 'precat'] as const;
const SLOW_OILS = ['alkyd-primer', 'oil-enamel', 'alkyd-hybrid', 'stain'] as const;

/** The first rule that fits a pair answers it. Practice of the trade, from how the films form. */
const RULES: readonly LayerRule[] = [
  { under: ['wax'], over: ['wax'], answer: 'yes', why: said('sheet.wax-takes-wax-once-it-is') },
  {
    under: ['wax'],
    over: LAYER_CLASSES.filter((layerClass) => layerClass !== 'unknown'),
    answer: 'no',
    why: said('sheet.nothing-holds-on-wax-it-is'),
  },
  {
    under: [
      'acrylic-enamel',
      'alkyd-hybrid',
      'oil-enamel',
      'mineral',
      'clear',
      'precat',
      'two-part',
      'glaze',
      'stain',
    ],
    over: ['wax'],
    answer: 'yes',
    why: said('sheet.wax-goes-over-any-dry-film'),
  },
  {
    under: ['acrylic-enamel', 'alkyd-hybrid', 'oil-enamel', 'mineral', 'clear'],
    over: ['glaze'],
    answer: 'scuffed',
    why: said('sheet.glaze-lies-on-a-closed-dulled'),
  },
  { under: ['glaze'], over: ['clear'], answer: 'yes', why: said('sheet.a-clear-coat-protects-the-glaze') },
  {
    under: ['shellac'],
    over: ['conversion'],
    answer: 'no',
    why: said('sheet.acid-cured-films-let-go-of'),
  },
  {
    under: ['sealer', 'conversion'],
    over: ['conversion'],
    answer: 'scuffed',
    why: said('sheet.acid-cured-films-go-over-their'),
  },
  {
    under: [
      'bonding-primer',
      'acrylic-primer',
      'build-primer',
      'alkyd-primer',
      'oil-enamel',
      'acrylic-enamel',
      'alkyd-hybrid',
    ],
    over: ['conversion'],
    answer: 'no',
    why: said('sheet.acid-and-lacquer-solvent-lift-films'),
  },
  {
    under: [...WATERBORNE_PRIMERS, 'alkyd-primer', 'shellac', 'latex'],
    over: ['latex'],
    answer: 'yes',
    why: said('sheet.wall-paint-holds-on-primers-it'),
  },
  {
    under: SLOW_OILS,
    over: SOLVENT_LACQUERS,
    answer: 'no',
    why: said('sheet.lacquer-solvent-lifts-a-film-that'),
  },
  {
    under: ['acrylic-enamel', ...WATERBORNE_PRIMERS],
    over: SOLVENT_LACQUERS,
    answer: 'no',
    why: said('sheet.lacquer-solvent-bites-into-a-waterborne'),
  },
  {
    under: ['shellac'],
    over: ['two-part'],
    answer: 'no',
    why: said('sheet.two-part-films-let-go-of'),
  },
  {
    under: ['alkyd-primer', 'oil-enamel', 'mineral', 'acrylic-primer', 'build-primer'],
    over: ['two-part'],
    answer: 'not known',
    why: said('sheet.two-part-films-go-only-over'),
  },
  {
    under: ['mineral'],
    over: ['clear', 'mineral'],
    answer: 'yes',
    why: said('sheet.mineral-paint-is-porous-the-next'),
  },
  {
    under: ['clear', 'precat', 'two-part'],
    over: ['clear', 'precat', 'two-part'],
    answer: 'scuffed',
    why: said('sheet.a-hard-film-wants-a-fine'),
  },
  {
    under: ['shellac'],
    over: [
      ...WATERBORNE_PRIMERS,
      ...WATERBORNE_TOPS,
      'shellac',
      'sealer',
      'precat',
      'oil-enamel',
      'alkyd-primer',
    ],
    answer: 'yes',
    why: said('sheet.shellac-goes-under-nearly-everything'),
  },
  {
    under: ['alkyd-primer'],
    over: [...WATERBORNE_PRIMERS, ...WATERBORNE_TOPS],
    answer: 'scuffed',
    why: said('sheet.waterborne-over-a-solvent-primer-holds'),
  },
  {
    under: ['alkyd-primer', ...WATERBORNE_PRIMERS, 'shellac'],
    over: ['alkyd-primer', ...WATERBORNE_PRIMERS, 'shellac'],
    answer: 'yes',
    why: said('sheet.primers-build-on-each-other-within'),
  },
  {
    under: WATERBORNE_PRIMERS,
    over: [...WATERBORNE_TOPS, 'oil-enamel'],
    answer: 'yes',
    why: said('sheet.what-these-primers-are-for'),
  },
  {
    under: WATERBORNE_PRIMERS,
    over: ['two-part'],
    answer: 'yes',
    why: said('sheet.usual-under-two-part-waterborne-see'),
  },
  {
    under: ['sealer'],
    over: ['sealer', 'precat', 'two-part'],
    answer: 'yes',
    why: said('sheet.what-sealers-are-for'),
  },
  {
    under: ['sealer'],
    over: WATERBORNE_TOPS,
    answer: 'scuffed',
    why: said('sheet.waterborne-over-sealer-wants-a-scuff'),
  },
  {
    under: ['filler'],
    over: ['alkyd-primer', ...WATERBORNE_PRIMERS, 'shellac', 'sealer', 'filler'],
    answer: 'scuffed',
    why: said('sheet.filler-is-sanded-level-and-then'),
  },
  {
    under: ['filler'],
    over: [...WATERBORNE_TOPS, 'oil-enamel', 'precat', 'two-part'],
    answer: 'no',
    why: said('sheet.filler-drinks-paint-without-a-primer'),
  },
  {
    under: ['acrylic-enamel', 'alkyd-hybrid', 'oil-enamel', 'mineral'],
    over: ['acrylic-enamel', 'alkyd-hybrid', 'oil-enamel', 'mineral', 'clear'],
    answer: 'scuffed',
    why: said('sheet.paint-over-paint-of-its-kind'),
  },
  {
    under: ['stain'],
    over: ['clear', 'shellac', 'oil-enamel'],
    answer: 'yes',
    why: said('sheet.dry-stain-takes-a-clear-coat'),
  },
];

/** What is known of one class of film over another; pairs that no rule names ask for a test piece. */
export function layerVerdict(under: LayerClass, over: LayerClass): LayerVerdict {
  const rule = RULES.find((candidate) => candidate.under.includes(under) && candidate.over.includes(over));
  if (rule) return { answer: rule.answer, why: rule.why };
  return { answer: 'not known', why: said('sheet.no-data-on-this-combination-make') };
}

/** How a test piece of one film over another came out. */
export const TestPanelSchema = z.object({
  /** How it was prepared and tried, e.g. `P320, 7 days, cross-cut and tape`. */
  method: nameField('how', 300, 3),
  madeOn: dateField(),
  held: z.boolean(),
});
export type TestPanel = z.infer<typeof TestPanelSchema>;

/**
 * What a shop knows better than the table: of two classes, or of two products of its stores. A logged test piece
 * settles a pair that nobody knew.
 */
export const ShopLayerSchema = z.object({
  id: z.uuid(),
  kind: z.enum(['class', 'product']),
  under: z.string().min(1).max(60),
  over: z.string().min(1).max(60),
  answer: z.enum(LAYER_ANSWERS),
  why: nameField('reason', 300, 3),
  test: TestPanelSchema.nullable(),
});
export type ShopLayer = z.infer<typeof ShopLayerSchema>;

/** A film as the table looks it up. */
export interface LayerEnd {
  productKey: string;
  sheet: Pick<ProductSheet, 'layerClass' | 'isDewaxed'>;
}

/** A verdict with where it comes from. */
export interface KnownLayer extends LayerVerdict {
  source: 'table' | 'shop' | 'test panel';
}

/**
 * What is known of one product over another: first what the shop settled for these two products, then for their
 * classes, then the table. The latest answer of the shop counts.
 */
export function productLayerVerdict(
  under: LayerEnd,
  over: LayerEnd,
  shop: readonly ShopLayer[] = [],
): KnownLayer {
  const own = (kind: ShopLayer['kind'], a: string, b: string) =>
    shop.findLast((entry) => entry.kind === kind && entry.under === a && entry.over === b);
  const found =
    own('product', under.productKey, over.productKey) ??
    own('class', under.sheet.layerClass, over.sheet.layerClass);
  if (found) return { answer: found.answer, why: found.why, source: found.test ? 'test panel' : 'shop' };
  const { layerClass } = over.sheet;
  const takesDewaxed = layerClass === 'two-part' || layerClass === 'conversion';
  if (under.sheet.layerClass === 'shellac' && under.sheet.isDewaxed && takesDewaxed) {
    return {
      answer: 'scuffed',
      why: said('sheet.dewaxed-shellac-scuffed-see-that-the'),
      source: 'table',
    };
  }
  return { ...layerVerdict(under.sheet.layerClass, layerClass), source: 'table' };
}
