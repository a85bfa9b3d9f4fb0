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
export function sheetDoubts(sheet: ProductSheet): SheetDoubt[] {
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
        `The sheet states ${measured('spread', sheet.statedSpreadM2L)}; ${measured('film', sheet.wftTypUm)} wet gives ${measured('spread', computed)}, ${Math.round(Math.abs(off) * 100)} % ${off > 0 ? 'less' : 'more'}.`,
      );
  }
  const mostVoc = (1 - solids) * sheet.thinnerDensityKgL * 1000;
  if (sheet.vocGL !== null && sheet.vocGL > mostVoc * 1.1)
    doubt(
      'vocGL',
      `${measured('voc', sheet.vocGL)} of VOC is more than ${sheet.volumeSolidsPct} % solids leave room for: at most about ${measured('voc', mostVoc)}.`,
    );
  const dry = solidsDensityKgL(sheet);
  if (dry < SOLIDS_DENSITY.least || dry > SOLIDS_DENSITY.most)
    doubt(
      'densityKgL',
      `Density and solids make a dry film of ${measured('density', Math.round(dry * 100) / 100)}; ${measured('density', SOLIDS_DENSITY.least)} to ${measured('density', SOLIDS_DENSITY.most)} is usual.`,
    );
  if (clocks.sandMin < clocks.touchMin) doubt('clocks.sandMin', 'Dry to sand comes before touch dry.');
  if (clocks.recoatMinMin < clocks.sandMin)
    doubt('clocks.recoatMinMin', 'It may be recoated before it may be sanded: only without sanding between.');
  if (clocks.refitMin < clocks.packMin) doubt('clocks.refitMin', 'Refit comes before dry to pack.');
  if (clocks.cureMin < clocks.handleMin) doubt('clocks.cureMin', 'Full cure comes before dry to handle.');
  const twoCoats = 2 * sheet.wftTypUm * solids;
  if (sheet.maxTotalDftUm !== null && sheet.maxTotalDftUm < twoCoats)
    doubt(
      'maxTotalDftUm',
      `Two coats at the typical film make ${measured('film', Math.round(twoCoats))} dry, already above this limit.`,
    );
  if (sheet.sagWftUm !== null && sheet.sagWftUm < sheet.wftMaxUm)
    doubt('sagWftUm', 'It sags below the thickest wet film that the sheet allows.');
  if (sheet.hardener && sheet.potLifeMin === null) doubt('potLifeMin', 'It has a hardener but no pot life.');
  if (!sheet.hardener && (sheet.drying === 'two-part' || sheet.isIsocyanate))
    doubt('hardener', 'A two-part product without a mixing ratio.');
  if (sheet.hardener && sheet.potLifeMin !== null && sheet.inductionMin >= sheet.potLifeMin)
    doubt('inductionMin', 'The induction time uses up the pot life.');
  if (sheet.base !== 'water' && sheet.flash === 'not flammable')
    doubt('flash', 'Solvent, alcohol or lacquer thinner burns, yet it is marked as not flammable.');
  if (sheet.drying === 'oxidative' && !sheet.hasHotRags)
    doubt('hasHotRags', 'It dries by oxygen: its rags can self-ignite.');
  if (sheet.isSelfPriming && sheet.role === 'primer')
    doubt('isSelfPriming', 'A primer needs no mark as its own primer.');
  for (const { applicator } of sheet.targets)
    if (!sheet.applicators.includes(applicator))
      doubt('targets', `There is a target for the ${applicator}, which the sheet does not list.`);
  return doubts;
}
