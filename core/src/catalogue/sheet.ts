import { z } from 'zod';

/** What a product does in a build-up. */
export const PRODUCT_ROLES = ['filler', 'primer', 'stain', 'colour', 'clear'] as const;

/** What thins and cleans it. */
export const PRODUCT_BASES = ['water', 'mineral-spirit', 'alcohol', 'lacquer'] as const;
export type ProductBase = (typeof PRODUCT_BASES)[number];

/** How the film forms; decides how climate stretches its clocks. */
export const DRYING_MODES = ['evaporation', 'oxidative', 'two-part', 'fast-solvent', 'hybrid'] as const;
export type DryingMode = (typeof DRYING_MODES)[number];

export const APPLICATORS = ['turbine', 'airless', 'roller', 'brush', 'blade'] as const;
export type Applicator = (typeof APPLICATORS)[number];

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
  'oil-enamel',
  'mineral',
  'clear',
  'stain',
] as const;
export type LayerClass = (typeof LAYER_CLASSES)[number];

/** Words on screen for each applicator. */
export const APPLICATOR_WORDS: Record<Applicator, string> = {
  turbine: 'turbine gun',
  airless: 'airless, fine-finish tip',
  roller: 'brush and roller',
  brush: 'brush',
  blade: 'filling blade',
};

/** Spraying throws mist; it needs the booth. */
export function isSprayed(applicator: Applicator | null): boolean {
  return applicator === 'turbine' || applicator === 'airless';
}

/** A thinning amount, never without its convention. */
export const ThinningSchema = z.object({
  convention: z.enum(['on-paint', 'of-mix', 'parts', 'by-weight']),
  /** Percent for on-paint, of-mix and by-weight; parts of paint to one of thinner for parts. 0 = unthinned. */
  value: z.number().min(0, 'Thinning is 0 or more.').max(100, 'Thinning ends at 100.'),
});
export type Thinning = z.infer<typeof ThinningSchema>;

const minutes = (what: string) =>
  z
    .int({ error: `Enter ${what} as a time span.` })
    .min(0, `${what} is 0 or longer.`)
    .max(120 * 1440, `${what} is longer than 120 days.`);

/** The clocks of a film, independent lags from the end of a coat, all in minutes at the sheet's climate. */
export const SheetClocksSchema = z.object({
  touchMin: minutes('Touch dry'),
  sandMin: minutes('Dry to sand'),
  recoatMinMin: minutes('Recoat from'),
  /** When the recoat window shuts; null when the sheet sets no end. */
  recoatMaxMin: minutes('Recoat until').nullable(),
  handleMin: minutes('Dry to handle'),
  packMin: minutes('Dry to pack'),
  refitMin: minutes('Refit'),
  cureMin: minutes('Full cure'),
});
export type SheetClocks = z.infer<typeof SheetClocksSchema>;

/**
 * A product's data sheet, as far as planning, mixing and drying need it.
 * Every number counts at `sheetAirC` / `sheetRhPct` and at the typical wet film.
 */
export const ProductSheetSchema = z
  .object({
    name: z.string().trim().min(1, 'Give the product a name.').max(80, 'Keep the name to 80 characters.'),
    className: z.string().trim().max(80).default(''),
    role: z.enum(PRODUCT_ROLES),
    base: z.enum(PRODUCT_BASES),
    drying: z.enum(DRYING_MODES),
    isCatalysed: z.boolean(),
    volumeSolidsPct: z.number().gt(0, 'Volume solids are above 0 %.').max(100, 'Volume solids end at 100 %.'),
    densityKgL: z.number().min(0.6, 'Density starts at 0.6 kg/L.').max(2.5, 'Density ends at 2.5 kg/L.'),
    thinnerName: z.string().trim().min(1, 'Name the thinner.').max(80),
    thinnerDensityKgL: z.number().min(0.6).max(1.2),
    maxThinning: ThinningSchema,
    wftMinUm: z.number().min(5, 'A wet film starts at 5 µm.').max(1000),
    wftTypUm: z.number().min(5, 'A wet film starts at 5 µm.').max(1000),
    wftMaxUm: z.number().min(5, 'A wet film starts at 5 µm.').max(1000),
    clocks: SheetClocksSchema,
    airMinC: z.number().min(-10).max(50),
    airMaxC: z.number().min(-10).max(50),
    rhMaxPct: z.number().min(10).max(100),
    applicators: z.array(z.enum(APPLICATORS)).min(1, 'Choose at least one applicator.'),
    /** Share of a black-and-white card's contrast that a dry film hides (ISO 6504-3), and that film in µm. */
    contrastRatio: z
      .number()
      .min(0, 'A contrast ratio starts at 0.')
      .max(1, 'A contrast ratio ends at 1.')
      .default(0.93),
    contrastDftUm: z.number().min(5, 'A dry film starts at 5 µm.').max(500).default(35),
    blocksStain: z.enum(['no', 'partly', 'yes']).default('no'),
    resistsSkinOil: z.boolean().default(true),
    layerClass: z.enum(LAYER_CLASSES).default('unknown'),
    /** Dry film in µm that all coats of it together may reach before it cracks; null when the sheet sets none. */
    maxTotalDftUm: z.number().min(10).max(2000).nullable().default(null),
    /** Hardened with isocyanate: supplied air and trained people only. */
    isIsocyanate: z.boolean().default(false),
    /** Minor currency units per litre; null when nobody entered it. */
    pricePerLitre: z.int().min(0, 'A price is 0 or more.').max(10_000_000).nullable().default(null),
    cautions: z.array(z.string().max(300)).default([]),
    source: z.enum(['class default', 'entered from sheet', 'measured here']),
  })
  .superRefine((sheet, context) => {
    const problem = (path: (string | number)[], message: string) =>
      context.addIssue({ code: 'custom', path, message, input: sheet });
    const { recoatMinMin, recoatMaxMin, handleMin, packMin, touchMin } = sheet.clocks;
    if (recoatMaxMin !== null && recoatMaxMin <= recoatMinMin) {
      problem(
        ['clocks', 'recoatMaxMin'],
        'The recoat window shuts before it opens: “until” must be later than “from”.',
      );
    }
    if (handleMin < touchMin) problem(['clocks', 'handleMin'], 'Dry to handle comes after touch dry.');
    if (packMin < handleMin) problem(['clocks', 'packMin'], 'Dry to pack comes after dry to handle.');
    if (sheet.wftMinUm > sheet.wftTypUm)
      problem(['wftMinUm'], 'The thinnest wet film is above the typical one.');
    if (sheet.wftTypUm > sheet.wftMaxUm)
      problem(['wftMaxUm'], 'The thickest wet film is below the typical one.');
    if (sheet.airMinC >= sheet.airMaxC) problem(['airMaxC'], 'The warmest air is not above the coldest.');
  });
export type ProductSheet = z.infer<typeof ProductSheetSchema>;

/** A catalogue entry: the sheet under a short key that systems refer to. */
export const ProductSchema = z.object({
  id: z.uuid(),
  key: z.string().regex(/^[a-z0-9-]{2,60}$/, 'A key is lower-case letters, digits and hyphens.'),
  sheet: ProductSheetSchema,
});
export type Product = z.infer<typeof ProductSchema>;
