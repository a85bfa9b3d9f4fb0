import { said } from '../said/index.ts';
import { measured } from '../units/index.ts';
import type { ProductSheet } from './sheet.ts';

/** Something on a data sheet that does not agree with something else on it. */
export interface SheetDoubt {
  /** Field that it is said at. */
  field: keyof ProductSheet | `clocks.${keyof ProductSheet['clocks']}`;
  why: string;
}

/** Stated and computed spreading rate may differ by so much before somebody should look. */
const SPREAD_TOLERANCE = 0.15;
/** Solids of coatings, from unfilled resin to heavy pigment, in kg/L. */
const SOLIDS_DENSITY = { least: 0.95, most: 3.6 };

/**
 * Theoretical spreading rate in m² per litre at a wet film in µm: 1000 / WFT, as 1 m² at 1 µm takes 1 mL.
 * 75 µm → 13.3 m²/L.
 */
export function spreadM2L(wftUm: number): number {
  return 1000 / wftUm;
}

/**
 * Density of the dry film in kg/L that wet density, volume solids and carrier density imply:
 * (ρ − (1 − VS)·ρ_carrier) / VS.
 */
export function solidsDensityKgL(
  sheet: Pick<ProductSheet, 'densityKgL' | 'volumeSolidsPct' | 'thinnerDensityKgL'>,
): number {
  const solids = sheet.volumeSolidsPct / 100;
  return (sheet.densityKgL - (1 - solids) * sheet.thinnerDensityKgL) / solids;
}

/**
 * Looks across a data sheet for figures that contradict each other. What cannot be at all is refused by the schema;
 * these are doubts that a person should settle with the tin in hand.
 */
export function sheetInconsistencies(sheet: ProductSheet): SheetDoubt[] {
  const doubts: SheetDoubt[] = [];
  const doubt = (field: SheetDoubt['field'], why: string) => doubts.push({ field, why });
  const { clocks } = sheet;
  const solids = sheet.volumeSolidsPct / 100;

  if (sheet.statedSpreadM2L !== null) {
    const computed = spreadM2L(sheet.wftTypUm);
    const off = sheet.statedSpreadM2L / computed - 1;
    if (Math.abs(off) > SPREAD_TOLERANCE)
      doubt(
        'statedSpreadM2L',
        said('sheet.the-sheet-states-wet-gives', {
          statedSpreadM2L: measured('spread', sheet.statedSpreadM2L),
          wftTypUm: measured('film', sheet.wftTypUm),
          computed: measured('spread', computed),
          abs: Math.round(Math.abs(off) * 100),
          is: off > 0,
        }),
      );
  }
  const mostVoc = (1 - solids) * sheet.thinnerDensityKgL * 1000;
  if (sheet.vocGL !== null && sheet.vocGL > mostVoc * 1.1)
    doubt(
      'vocGL',
      said('sheet.of-voc-is-more-than-solids', {
        vocGL: measured('voc', sheet.vocGL),
        volumeSolidsPct: sheet.volumeSolidsPct,
        mostVoc: measured('voc', mostVoc),
      }),
    );
  const dry = solidsDensityKgL(sheet);
  if (dry < SOLIDS_DENSITY.least || dry > SOLIDS_DENSITY.most)
    doubt(
      'densityKgL',
      said('sheet.density-and-solids-make-a-dry', {
        dry: measured('density', Math.round(dry * 100) / 100),
        least: measured('density', SOLIDS_DENSITY.least),
        most: measured('density', SOLIDS_DENSITY.most),
      }),
    );
  if (clocks.sandMin < clocks.touchMin) doubt('clocks.sandMin', said('sheet.dry-to-sand-comes-before-touch'));
  if (clocks.recoatMinMin < clocks.sandMin)
    doubt('clocks.recoatMinMin', said('sheet.it-may-be-recoated-before-it'));
  if (clocks.refitMin < clocks.packMin)
    doubt('clocks.refitMin', said('sheet.refit-comes-before-dry-to-pack'));
  if (clocks.cureMin < clocks.handleMin) doubt('clocks.cureMin', said('sheet.full-cure-comes-before-dry-to'));
  const twoCoats = 2 * sheet.wftTypUm * solids;
  if (sheet.maxTotalDftUm !== null && sheet.maxTotalDftUm < twoCoats)
    doubt(
      'maxTotalDftUm',
      said('sheet.two-coats-at-the-typical-film', { twoCoats: measured('film', Math.round(twoCoats)) }),
    );
  if (sheet.sagWftUm !== null && sheet.sagWftUm < sheet.wftMaxUm)
    doubt('sagWftUm', said('sheet.it-sags-below-the-thickest-wet'));
  if (sheet.hardener && sheet.potLifeMin === null)
    doubt('potLifeMin', said('sheet.it-has-a-hardener-but-no'));
  if (!sheet.hardener && (sheet.drying === 'two-part' || sheet.isIsocyanate))
    doubt('hardener', said('sheet.a-two-part-product-without-a'));
  if (sheet.hardener && sheet.potLifeMin !== null && sheet.inductionMin >= sheet.potLifeMin)
    doubt('inductionMin', said('sheet.the-induction-time-uses-up-the'));
  if (sheet.base !== 'water' && sheet.flash === 'not flammable')
    doubt('flash', said('sheet.solvent-alcohol-or-lacquer-thinner-burns'));
  if (sheet.drying === 'oxidative' && !sheet.isSelfHeating)
    doubt('isSelfHeating', said('sheet.it-dries-by-oxygen-its-rags'));
  if (sheet.isSelfPriming && sheet.role === 'primer')
    doubt('isSelfPriming', said('sheet.a-primer-needs-no-mark-as'));
  for (const { applicator } of sheet.targets)
    if (!sheet.applicators.includes(applicator))
      doubt('targets', said('sheet.there-is-a-target-for-the', { applicator }));
  return doubts;
}
