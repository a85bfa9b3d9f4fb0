import type { ProductSheet } from '../catalogue/sheet.ts';
import { dryFilmUm } from '../film/spray.ts';
import { paintingMoves } from '../systems/moves.ts';
import type { StepDraft } from '../systems/step.ts';
import { thinningFraction } from './thinning.ts';

type Diluted = Pick<StepDraft, 'thinning' | 'conditionerPct'>;
/** What of a step decides how thick its film is. */
export type Filmed = Diluted & Pick<StepDraft, 'applications' | 'applicator' | 'wftUm' | 'supplyKey'>;

/** Thinner and conditioner per unit of paint, by volume. */
export function dilutionOf({ thinning, conditionerPct }: Diluted, sheet: ProductSheet): number {
  return (thinning ? thinningFraction(thinning, sheet) : 0) + conditionerPct / 100;
}

/**
 * Dry film of a coat in µm, once, whatever tools lay it: of the move that does the flats where it is done in several, at its
 * wet film or the sheet's typical one.
 */
export function dryFilmOf(step: Filmed, sheet: ProductSheet): number {
  const moves = paintingMoves(step);
  const move = moves.find(({ parts }) => parts.includes('flats')) ?? moves[0];
  const { wftUm, ...diluted } = move ?? step;
  return dryFilmUm(wftUm ?? sheet.wftTypUm, sheet.volumeSolidsPct, dilutionOf(diluted, sheet));
}
