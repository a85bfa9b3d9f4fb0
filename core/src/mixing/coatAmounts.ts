import type { ProductSheet } from '../catalogue/sheet.ts';
import { coatMixMl } from '../film/spray.ts';
import { type CoatSide, type Piece, workedWay } from '../pieces/index.ts';
import { applicatorInPlace } from '../systems/generate.ts';
import type { StepDraft } from '../systems/step.ts';
import { type MixAmounts, splitMix } from './thinning.ts';

/**
 * Paint and thinner, in mL, that a coat on these pieces takes: by the film method, with the step's applicator;
 * what stays in the room while the rest is in the shop is rolled. Null for a step that lays no film.
 *
 * @param isOnSite everything is worked in the client's room, in the one way that the step names.
 */
export function coatAmounts(
  step: StepDraft,
  sheet: ProductSheet,
  pieces: readonly Piece[],
  side: CoatSide,
  isOnSite: boolean,
): MixAmounts | null {
  if (step.wftUm === null || step.applicator === null || step.thinning === null) return null;
  const isLeft = (piece: Piece) => workedWay(piece, isOnSite) === 'left';
  const inRoom = pieces.filter(isLeft);
  const loose = pieces.filter((piece) => !isLeft(piece));
  const rolled = applicatorInPlace(step, true) ?? step.applicator;
  const mixMl =
    coatMixMl(loose, side, step.wftUm, step.applicator) + coatMixMl(inRoom, side, step.wftUm, rolled);
  return splitMix(mixMl / (1 - step.extraLossPct / 100), step.thinning, sheet);
}
