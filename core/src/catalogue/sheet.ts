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
import { said } from '../said/index.ts';
import { APPLICATORS } from './applicators.ts';
import { SUBSTRATES } from './substrates.ts';

/** What a product does in a build-up. */
export const PRODUCT_ROLES = ['filler', 'primer', 'stain', 'colour', 'decor', 'clear'] as const;

/** What thins and cleans it. */
export const PRODUCT_BASES = ['water', 'mineral-spirit', 'alcohol', 'lacquer'] as const;
export type ProductBase = (typeof PRODUCT_BASES)[number];

/** How the film forms; decides how climate stretches its clocks. */
export const DRYING_MODES = ['evaporation', 'oxidative', 'two-part', 'fast-solvent', 'hybrid'] as const;
export type DryingMode = (typeof DRYING_MODES)[number];

export {
  APPLICATOR_WORDS,
  APPLICATORS,
  type Applicator,
  isListed,
  isSprayed,
} from './applicators.ts';

/** What a film is, as far as it decides what may lie over and under it. */
export const LAYER_CLASSES = [
  'unknown',
  'filler',
  'shellac',
  'alkyd-primer',
  'acrylic-primer',
  'bonding-primer',
  'build-primer',
  'sealer',
  'acrylic-enamel',
  'alkyd-hybrid',
  'precat',
  'two-part',
  'conversion',
  'oil-enamel',
  'mineral',
  'latex',
  'glaze',
  'wax',
  'clear',
  'stain',
] as const;
export type LayerClass = (typeof LAYER_CLASSES)[number];

export const SHEET_SHEENS = ['', 'dead matt', 'matt', 'eggshell', 'satin', 'semi-gloss', 'gloss'] as const;

/** Pencils from soft to hard (ISO 15184). */
export const PENCILS = [
  '6B',
  '5B',
  '4B',
  '3B',
  '2B',
  'B',
  'HB',
  'F',
  'H',
  '2H',
  '3H',
  '4H',
  '5H',
  '6H',
] as const;

/** How readily its vapour burns. */
export const FLASH_CLASSES = ['not flammable', 'combustible', 'flammable', 'highly flammable'] as const;

/** How people say how much thinner goes in. */
export const THINNING_CONVENTIONS = ['on-paint', 'of-mix', 'parts', 'by-weight'] as const;

/** A thinning amount, never without its convention. */
export const ThinningSchema = z.object({
  convention: z.enum(THINNING_CONVENTIONS),
  /** Percent for on-paint, of-mix and by-weight; parts of paint to one of thinner for parts. 0 = unthinned. */
  value: numberField('thinning', 0, 100),
});
export type Thinning = z.infer<typeof ThinningSchema>;

/** What the number of a thinning means, in words that cannot be misread. */
export const CONVENTION_WORDS: Record<Thinning['convention'], string> = {
  'on-paint': said('sheet.on-paint'),
  'of-mix': said('sheet.of-mix'),
  parts: said('sheet.parts-of-paint-to-1'),
  'by-weight': said('sheet.by-weight-of-paint'),
};

const minutes = (field: FieldCode) => spanField(field, 120);

/** The clocks of a film, independent lags from the end of a coat, all in minutes at the sheet's climate. */
export const SheetClocksSchema = z.object({
  touchMin: minutes('touch'),
  sandMin: minutes('sand'),
  recoatMinMin: minutes('recoat-from'),
  /** When the recoat window shuts; null when the sheet sets no end. */
  recoatMaxMin: minutes('recoat-until').nullable(),
  handleMin: minutes('handle'),
  packMin: minutes('pack'),
  refitMin: minutes('refit'),
  cureMin: minutes('cure'),
});
export type SheetClocks = z.infer<typeof SheetClocksSchema>;

/**
 * A product's data sheet, as far as planning, mixing and drying need it.
 * Every number counts at `sheetAirC` / `sheetRhPct` and at the typical wet film.
 */
export const ProductSheetSchema = z
  .object({
    name: nameField('product-name', 80),
    className: z.string().trim().max(80).default(''),
    role: z.enum(PRODUCT_ROLES),
    base: z.enum(PRODUCT_BASES),
    drying: z.enum(DRYING_MODES),
    isCatalysed: z.boolean(),
    volumeSolidsPct: aboveZeroField('solids', 100, ' %'),
    densityKgL: quantityField('density', 'density', 0.6, 2.5),
    thinnerName: nameField('thinner', 80),
    thinnerDensityKgL: quantityField('thinner-density', 'density', 0.6, 1.2),
    maxThinning: ThinningSchema,
    wftMinUm: quantityField('wet-film', 'film', 5, 1000),
    wftTypUm: quantityField('wet-film', 'film', 5, 1000),
    wftMaxUm: quantityField('wet-film', 'film', 5, 1000),
    clocks: SheetClocksSchema,
    airMinC: quantityField('air-from', 'temperature', -10, 50),
    airMaxC: quantityField('air-to', 'temperature', -10, 50),
    rhMaxPct: numberField('humidity', 10, 100, ' %'),
    applicators: z.array(z.enum(APPLICATORS)).min(1, said('sheet.choose-at-least-one-applicator')),
    /** Share of a black-and-white card's contrast that a dry film hides (ISO 6504-3), and that film in µm. */
    contrastRatio: numberField('contrast', 0, 1).default(0.93),
    contrastDftUm: quantityField('dry-film', 'film', 5, 500).default(35),
    blocksStain: z.enum(['no', 'partly', 'yes']).default('no'),
    resistsSkinOil: z.boolean().default(true),
    layerClass: z.enum(LAYER_CLASSES).default('unknown'),
    /** Dry film in µm that all coats of it together may reach before it cracks; null when the sheet sets none. */
    maxTotalDftUm: quantityField('dry-film', 'film', 10, 2000).nullable().default(null),
    /** Hardened with isocyanate: supplied air and trained people only. */
    isIsocyanate: z.boolean().default(false),
    /** Minor currency units per litre; null when nobody entered it. */
    pricePerLitre: countField('price', 0, 10_000_000).nullable().default(null),
    /** What it is sold in, each with its price in minor currency units where somebody knows it. */
    containers: z
      .array(
        z.object({
          ml: z
            .int({ error: said('error.whole', { what: said('field.container') }) })
            .min(10)
            .max(200_000),
          price: countField('price', 0, 10_000_000).nullable().default(null),
        }),
      )
      .max(8)
      .default([]),
    /** Where it is bought. */
    supplier: textField('supplier', 80).default(''),
    cautions: z.array(z.string().max(300)).default([]),
    sheen: z.enum(SHEET_SHEENS).default(''),
    /** Worst grade that its maker accepts in a cross-cut (ISO 2409), and the softest pencil that may scratch it (ISO 15184). */
    crossCutMost: countField('cross-cut', 0, 5).nullable().default(null),
    pencilLeast: z.enum(PENCILS).nullable().default(null),
    vocGL: quantityField('voc', 'voc', 0, 1200).nullable().default(null),
    /** Wet film in µm from which it sags on a vertical; null: 1.3 times the thickest. */
    sagWftUm: quantityField('sag', 'film', 5, 2000).nullable().default(null),
    /** The same on a flat piece; null: 2 times the thickest. */
    sagFlatWftUm: quantityField('sag', 'film', 5, 2000).nullable().default(null),
    /** As the sheet states it, in m² per litre; the film gives its own. */
    statedSpreadM2L: quantityField('spread', 'spread', 0.5, 100).nullable().default(null),
    /** A first window, wet on wet, up to so many minutes after the coat; then closed until “recoat from”. */
    wetOnWetMaxMin: minutes('wet-on-wet').nullable().default(null),
    wetEdgeMin: minutes('wet-edge').nullable().default(null),
    surfaceMinC: quantityField('surface-from', 'temperature', -10, 50).nullable().default(null),
    materialMinC: quantityField('material-from', 'temperature', -10, 50).nullable().default(null),
    /** Seconds in a cup that each applicator wants. */
    targets: z
      .array(
        z
          .object({
            applicator: z.enum(APPLICATORS),
            cup: z.string().trim().min(1).max(40),
            /** Null where only an upper limit is stated, as on most cups that come with a gun. */
            fromS: z.number().min(5).max(300).nullable(),
            toS: z.number().min(5).max(300),
          })
          .refine((target) => target.fromS === null || target.fromS <= target.toS, {
            message: said('sheet.the-longest-time-is-below-the'),
            path: ['toS'],
          }),
      )
      .max(10)
      .default([]),
    /** Parts of paint to one part of hardener, by volume and, where the sheet has it, by weight. */
    hardener: z
      .object({
        name: nameField('hardener', 80),
        partsByVolume: aboveZeroField('parts', 100),
        partsByWeight: aboveZeroField('parts', 100).nullable(),
        /** kg/L; null: nobody entered it, and 1.1 is taken. */
        densityKgL: quantityField('density', 'density', 0.6, 2.5).nullable().default(null),
      })
      .nullable()
      .default(null),
    /** At 23 °C; null when it keeps. */
    potLifeMin: minutes('pot-life').nullable().default(null),
    inductionMin: minutes('induction').default(0),
    conditionerName: z.string().trim().max(80).default(''),
    conditionerMaxPct: z.number().min(0).max(50).nullable().default(null),
    /** kg/L; null: nobody entered it, and 1.0 is taken. */
    conditionerDensityKgL: quantityField('density', 'density', 0.6, 2.5).nullable().default(null),
    /** What is added of the conditioner is part of the thinning that the sheet allows. */
    conditionerCountsAsThinner: z.boolean().default(false),
    /** Thinner is reckoned on the paint alone, not on paint and hardener. */
    thinsBaseOnly: z.boolean().default(false),
    /** Added by the drop; null where the sheet names none. */
    accelerator: z
      .object({
        name: nameField('accelerator', 80),
        maxDropsPerL: aboveZeroField('drops', 1000),
      })
      .nullable()
      .default(null),
    /** How long it may rest in a sealed gun or lined cup; null where the sheet does not say. */
    gunRestMin: minutes('gun-rest').nullable().default(null),
    gunHint: textField('gun-hint', 200).default(''),
    /** Grounds that the sheet allows; empty: it names none. */
    substrates: z.array(z.enum(SUBSTRATES)).default([]),
    fillsGrain: z.boolean().default(false),
    isSelfPriming: z.boolean().default(false),
    /** Meant to let what lies under it show: it hides nothing, and shows every patch. */
    isTranslucent: z.boolean().default(false),
    yellows: z.boolean().default(false),
    /** Shellac without its wax goes under films that ordinary shellac does not. */
    isDewaxed: z.boolean().default(false),
    cleanUp: z.string().trim().max(120).default(''),
    flash: z.enum(FLASH_CLASSES).default('not flammable'),
    hazards: z.array(z.string().max(200)).max(20).default([]),
    respirator: z.string().trim().max(120).default(''),
    /** Rags soaked with it heat themselves. */
    isSelfHeating: z.boolean().default(false),
    source: z.enum(['class default', 'entered from sheet', 'measured here']),
  })
  .superRefine((sheet, context) => {
    const problem = (path: (string | number)[], message: string) =>
      context.addIssue({ code: 'custom', path, message, input: sheet });
    const { recoatMinMin, recoatMaxMin, handleMin, packMin, touchMin } = sheet.clocks;
    if (recoatMaxMin !== null && recoatMaxMin <= recoatMinMin) {
      problem(['clocks', 'recoatMaxMin'], said('sheet.the-recoat-window-shuts-before-it'));
    }
    if (handleMin < touchMin) problem(['clocks', 'handleMin'], said('sheet.dry-to-handle-comes-after-touch'));
    if (packMin < handleMin) problem(['clocks', 'packMin'], said('sheet.dry-to-pack-comes-after-dry'));
    if (sheet.wftMinUm > sheet.wftTypUm) problem(['wftMinUm'], said('sheet.the-thinnest-wet-film-is-above'));
    if (sheet.wftTypUm > sheet.wftMaxUm) problem(['wftMaxUm'], said('sheet.the-thickest-wet-film-is-below'));
    if (sheet.sagWftUm !== null && sheet.sagWftUm < sheet.wftTypUm)
      problem(['sagWftUm'], said('sheet.it-would-sag-below-its-typical'));
    if (sheet.sagFlatWftUm !== null && sheet.sagFlatWftUm < (sheet.sagWftUm ?? 0))
      problem(['sagFlatWftUm'], said('sheet.a-flat-piece-holds-at-least'));
    if (sheet.wetOnWetMaxMin !== null && sheet.wetOnWetMaxMin >= recoatMinMin)
      problem(['wetOnWetMaxMin'], said('sheet.the-wet-on-wet-window-ends'));
    if (sheet.airMinC >= sheet.airMaxC) problem(['airMaxC'], said('sheet.the-warmest-air-is-not-above'));
  });
export type ProductSheet = z.infer<typeof ProductSheetSchema>;

/** A catalogue entry: the sheet under a short key that systems refer to. */
export const ProductSchema = z.object({
  id: z.uuid(),
  key: z.string().regex(/^[a-z0-9-]{2,60}$/, said('sheet.a-key-is-lower-case-letters')),
  sheet: ProductSheetSchema,
});
export type Product = z.infer<typeof ProductSchema>;
