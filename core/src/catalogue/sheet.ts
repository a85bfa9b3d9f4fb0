import { z } from 'zod';
import { SUBSTRATES } from './substrates.ts';

/** What a product does in a build-up. */
export const PRODUCT_ROLES = ['filler', 'primer', 'stain', 'colour', 'decor', 'clear'] as const;

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

/** How readily its vapour burns. */
export const FLASH_CLASSES = ['not flammable', 'combustible', 'flammable', 'highly flammable'] as const;

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

/** What the number of a thinning means, in words that cannot be misread. */
export const CONVENTION_WORDS: Record<Thinning['convention'], string> = {
  'on-paint': '% on paint',
  'of-mix': '% of mix',
  parts: 'parts of paint to 1',
  'by-weight': '% by weight of paint',
};

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
    sheen: z.enum(SHEET_SHEENS).default(''),
    vocGL: z
      .number()
      .min(0, 'VOC starts at 0 g/L.')
      .max(1200, 'VOC ends at 1200 g/L.')
      .nullable()
      .default(null),
    /** Wet film in µm from which it sags on a vertical; null: 1.3 times the thickest. */
    sagWftUm: z.number().min(5).max(2000).nullable().default(null),
    /** The same on a flat piece; null: 2 times the thickest. */
    sagFlatWftUm: z.number().min(5).max(2000).nullable().default(null),
    /** As the sheet states it, in m² per litre; the film gives its own. */
    statedSpreadM2L: z.number().min(0.5).max(100).nullable().default(null),
    /** A first window, wet on wet, up to so many minutes after the coat; then closed until “recoat from”. */
    wetOnWetMaxMin: minutes('The wet-on-wet window').nullable().default(null),
    wetEdgeMin: minutes('The wet edge').nullable().default(null),
    surfaceMinC: z.number().min(-10).max(50).nullable().default(null),
    materialMinC: z.number().min(-10).max(50).nullable().default(null),
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
            message: 'The longest time is below the shortest.',
            path: ['toS'],
          }),
      )
      .max(10)
      .default([]),
    /** Parts of paint to one part of hardener, by volume and, where the sheet has it, by weight. */
    hardener: z
      .object({
        name: z.string().trim().min(1, 'Name the hardener.').max(80),
        partsByVolume: z.number().gt(0, 'Parts are above 0.').max(100),
        partsByWeight: z.number().gt(0, 'Parts are above 0.').max(100).nullable(),
        /** kg/L; null: nobody entered it, and 1.1 is taken. */
        densityKgL: z.number().min(0.6).max(2.5).nullable().default(null),
      })
      .nullable()
      .default(null),
    /** At 23 °C; null when it keeps. */
    potLifeMin: minutes('Pot life').nullable().default(null),
    inductionMin: minutes('The induction time').default(0),
    conditionerName: z.string().trim().max(80).default(''),
    conditionerMaxPct: z.number().min(0).max(50).nullable().default(null),
    /** kg/L; null: nobody entered it, and 1.0 is taken. */
    conditionerDensityKgL: z.number().min(0.6).max(2.5).nullable().default(null),
    /** What is added of the conditioner is part of the thinning that the sheet allows. */
    conditionerCountsAsThinner: z.boolean().default(false),
    /** Thinner is reckoned on the paint alone, not on paint and hardener. */
    thinsBaseOnly: z.boolean().default(false),
    /** Added by the drop; null where the sheet names none. */
    accelerator: z
      .object({
        name: z.string().trim().min(1, 'Name the accelerator.').max(80),
        maxDropsPerL: z.number().gt(0, 'Drops are above 0.').max(1000),
      })
      .nullable()
      .default(null),
    /** How long it may rest in a sealed gun or lined cup; null where the sheet does not say. */
    gunRestMin: minutes('The rest in the gun').nullable().default(null),
    gunHint: z.string().trim().max(200, 'Keep the hint to 200 characters.').default(''),
    /** Grounds that the sheet allows; empty: it names none. */
    substrates: z.array(z.enum(SUBSTRATES)).default([]),
    fillsGrain: z.boolean().default(false),
    isSelfPriming: z.boolean().default(false),
    yellows: z.boolean().default(false),
    /** Shellac without its wax goes under films that ordinary shellac does not. */
    isDewaxed: z.boolean().default(false),
    cleanUp: z.string().trim().max(120).default(''),
    flash: z.enum(FLASH_CLASSES).default('not flammable'),
    hazards: z.array(z.string().max(200)).max(20).default([]),
    respirator: z.string().trim().max(120).default(''),
    /** Rags soaked with it heat themselves. */
    hasHotRags: z.boolean().default(false),
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
    if (sheet.sagWftUm !== null && sheet.sagWftUm < sheet.wftTypUm)
      problem(['sagWftUm'], 'It would sag below its typical wet film.');
    if (sheet.sagFlatWftUm !== null && sheet.sagFlatWftUm < (sheet.sagWftUm ?? 0))
      problem(['sagFlatWftUm'], 'A flat piece holds at least as much as a vertical one.');
    if (sheet.wetOnWetMaxMin !== null && sheet.wetOnWetMaxMin >= recoatMinMin)
      problem(['wetOnWetMaxMin'], 'The wet-on-wet window ends before “recoat from”.');
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
