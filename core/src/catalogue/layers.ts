import { z } from 'zod';
import { dateField, nameField } from '../fields/index.ts';
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
  { under: ['wax'], over: ['wax'], answer: 'yes', why: 'Wax takes wax once it is hard.' },
  {
    under: ['wax'],
    over: LAYER_CLASSES.filter((layerClass) => layerClass !== 'unknown'),
    answer: 'no',
    why: 'Nothing holds on wax: it is washed off, or it is the last of all.',
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
    why: 'Wax goes over any dry film, last.',
  },
  {
    under: ['acrylic-enamel', 'alkyd-hybrid', 'oil-enamel', 'mineral', 'clear'],
    over: ['glaze'],
    answer: 'scuffed',
    why: 'Glaze lies on a closed, dulled film.',
  },
  { under: ['glaze'], over: ['clear'], answer: 'yes', why: 'A clear coat protects the glaze.' },
  {
    under: ['shellac'],
    over: ['conversion'],
    answer: 'no',
    why: 'Acid-cured films let go of ordinary shellac; only dewaxed shellac named in their sheet will do.',
  },
  {
    under: ['sealer', 'conversion'],
    over: ['conversion'],
    answer: 'scuffed',
    why: 'Acid-cured films go over their own sealer, scuffed, within the window.',
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
    why: 'Acid and lacquer solvent lift films that are not named as sealers in the sheet.',
  },
  {
    under: [...WATERBORNE_PRIMERS, 'alkyd-primer', 'shellac', 'latex'],
    over: ['latex'],
    answer: 'yes',
    why: 'Wall paint holds on primers; it stays soft and blocks, so it is no finish for doors.',
  },
  {
    under: SLOW_OILS,
    over: SOLVENT_LACQUERS,
    answer: 'no',
    why: 'Lacquer solvent lifts a film that dried by oxygen, and it wrinkles.',
  },
  {
    under: ['acrylic-enamel', ...WATERBORNE_PRIMERS],
    over: SOLVENT_LACQUERS,
    answer: 'no',
    why: 'Lacquer solvent bites into a waterborne film that is not through-cured.',
  },
  {
    under: ['shellac'],
    over: ['two-part'],
    answer: 'no',
    why: 'Two-part films let go of ordinary shellac; only dewaxed shellac named in their sheet will do.',
  },
  {
    under: ['alkyd-primer', 'oil-enamel', 'mineral', 'acrylic-primer', 'build-primer'],
    over: ['two-part'],
    answer: 'not known',
    why: 'Two-part films go only over what their sheet names.',
  },
  {
    under: ['mineral'],
    over: ['clear', 'mineral'],
    answer: 'yes',
    why: 'Mineral paint is porous: the next coat sinks in.',
  },
  {
    under: ['clear', 'precat', 'two-part'],
    over: ['clear', 'precat', 'two-part'],
    answer: 'scuffed',
    why: 'A hard film wants a fine scuff before the next one.',
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
    why: 'Shellac goes under nearly everything.',
  },
  {
    under: ['alkyd-primer'],
    over: [...WATERBORNE_PRIMERS, ...WATERBORNE_TOPS],
    answer: 'scuffed',
    why: 'Waterborne over a solvent primer holds once it is past its recoat time and sanded.',
  },
  {
    under: ['alkyd-primer', ...WATERBORNE_PRIMERS, 'shellac'],
    over: ['alkyd-primer', ...WATERBORNE_PRIMERS, 'shellac'],
    answer: 'yes',
    why: 'Primers build on each other within their windows.',
  },
  {
    under: WATERBORNE_PRIMERS,
    over: [...WATERBORNE_TOPS, 'oil-enamel'],
    answer: 'yes',
    why: 'What these primers are for.',
  },
  {
    under: WATERBORNE_PRIMERS,
    over: ['two-part'],
    answer: 'yes',
    why: 'Usual under two-part waterborne; see its sheet.',
  },
  { under: ['sealer'], over: ['sealer', 'precat', 'two-part'], answer: 'yes', why: 'What sealers are for.' },
  {
    under: ['sealer'],
    over: WATERBORNE_TOPS,
    answer: 'scuffed',
    why: 'Waterborne over sealer wants a scuff.',
  },
  {
    under: ['filler'],
    over: ['alkyd-primer', ...WATERBORNE_PRIMERS, 'shellac', 'sealer', 'filler'],
    answer: 'scuffed',
    why: 'Filler is sanded level and then primed.',
  },
  {
    under: ['filler'],
    over: [...WATERBORNE_TOPS, 'oil-enamel', 'precat', 'two-part'],
    answer: 'no',
    why: 'Filler drinks paint: without a primer it shows as dull patches.',
  },
  {
    under: ['acrylic-enamel', 'alkyd-hybrid', 'oil-enamel', 'mineral'],
    over: ['acrylic-enamel', 'alkyd-hybrid', 'oil-enamel', 'mineral', 'clear'],
    answer: 'scuffed',
    why: 'Paint over paint of its kind holds when it is clean and scuffed, or within its window.',
  },
  {
    under: ['stain'],
    over: ['clear', 'shellac', 'oil-enamel'],
    answer: 'yes',
    why: 'Dry stain takes a clear coat.',
  },
];

/** What is known of one class of film over another; pairs that no rule names ask for a test piece. */
export function layerVerdict(under: LayerClass, over: LayerClass): LayerVerdict {
  const rule = RULES.find((candidate) => candidate.under.includes(under) && candidate.over.includes(over));
  if (rule) return { answer: rule.answer, why: rule.why };
  return { answer: 'not known', why: 'No data on this combination: make a test panel.' };
}

/** How a test piece of one film over another came out. */
export const TestPieceSchema = z.object({
  /** How it was prepared and tried, e.g. `P320, 7 days, cross-cut and tape`. */
  method: nameField('how', 300, 3),
  madeOn: dateField(),
  held: z.boolean(),
});
export type TestPiece = z.infer<typeof TestPieceSchema>;

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
  test: TestPieceSchema.nullable(),
});
export type ShopLayer = z.infer<typeof ShopLayerSchema>;

/** A film as the table looks it up. */
export interface LayerEnd {
  productKey: string;
  sheet: Pick<ProductSheet, 'layerClass' | 'isDewaxed'>;
}

/** A verdict with where it comes from. */
export interface KnownLayer extends LayerVerdict {
  source: 'table' | 'shop' | 'test piece';
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
  if (found) return { answer: found.answer, why: found.why, source: found.test ? 'test piece' : 'shop' };
  const { layerClass } = over.sheet;
  const takesDewaxed = layerClass === 'two-part' || layerClass === 'conversion';
  if (under.sheet.layerClass === 'shellac' && under.sheet.isDewaxed && takesDewaxed) {
    return {
      answer: 'scuffed',
      why: 'Dewaxed shellac, scuffed; see that the sheet names it.',
      source: 'table',
    };
  }
  return { ...layerVerdict(under.sheet.layerClass, layerClass), source: 'table' };
}
