import type { Applicator } from '../catalogue/applicators.ts';
import type { ProductSheet } from '../catalogue/sheet.ts';
import { appliedMl, residueMl } from '../film/spray.ts';
import { type CoatSide, type Piece, workedWay } from '../pieces/index.ts';
import { applicatorInPlace } from '../systems/generate.ts';
import { type MixOfMoves, mixesOf, toolsOfMoves } from '../systems/moves.ts';
import type { StepDraft } from '../systems/step.ts';
import { type MixAmounts, splitMix, sumOfMixes } from './thinning.ts';

/** One mix of a coat: what goes on out of it, and how much of each is in it. */
export interface CoatMix extends MixOfMoves {
  amounts: MixAmounts;
}

/**
 * What a tool takes against what its class does for the same film, by what the shop learned: 1.1 a tenth more. 1 where it is left out.
 */
export type Thirst = (tool: Applicator) => number;

/**
 * The mixes that a coat on these pieces takes, in mL, by the film method: each move with its own tool on its own parts, what its
 * tool keeps back included. What stays in the room while the rest is in the shop is rolled, out of the first mix. None for a step that
 * lays no film.
 *
 * @param thirst what the shop learned of its tools.
 * @param isOnSite everything is worked in the client's room, in the one way that the step names.
 */
export function coatMixes(
  step: StepDraft,
  sheet: ProductSheet,
  pieces: readonly Piece[],
  side: CoatSide,
  isOnSite: boolean,
  thirst: Thirst = () => 1,
): CoatMix[] {
  if (step.wftUm === null || step.applicator === null || step.thinning === null) return [];
  const isLeft = (piece: Piece) => workedWay(piece, isOnSite) === 'left';
  const rolled = applicatorInPlace(step, true) ?? step.applicator;
  const isRolled = rolled !== step.applicator;
  const inRoom = isRolled ? pieces.filter(isLeft) : [];
  const loose = isRolled ? pieces.filter((piece) => !isLeft(piece)) : pieces;
  const inRoomApplied = appliedMl(inRoom, side, step.wftUm, rolled);
  const inRoomMl = inRoomApplied === 0 ? 0 : inRoomApplied * thirst(rolled) + residueMl(rolled);
  return mixesOf(step).map((mix, index): CoatMix => {
    const applied = mix.moves.map(({ applicator, wftUm, parts }) => ({
      applicator,
      ml: appliedMl(loose, side, wftUm ?? 0, applicator ?? rolled, parts) * thirst(applicator ?? rolled),
    }));
    // Each tool that paints keeps its share back, once.
    const kept = toolsOfMoves(applied.filter(({ ml }) => ml > 0)).map(residueMl);
    const ml = [...applied.map((one) => one.ml), ...kept].reduce(
      (sum, part) => sum + part,
      index === 0 ? inRoomMl : 0,
    );
    const mixMl = ml / (1 - step.extraLossPct / 100);
    const thinning = mix.thinning ?? { convention: 'on-paint' as const, value: 0 };
    return { ...mix, amounts: splitMix(mixMl, thinning, sheet, mix.conditionerPct) };
  });
}

/** Paint, thinner and conditioner of all mixes of a coat together; see {@link coatMixes}. Null for a step that lays no film. */
export function coatAmounts(
  step: StepDraft,
  sheet: ProductSheet,
  pieces: readonly Piece[],
  side: CoatSide,
  isOnSite: boolean,
  thirst?: Thirst,
): MixAmounts | null {
  const mixes = coatMixes(step, sheet, pieces, side, isOnSite, thirst);
  return mixes.length === 0 ? null : sumOfMixes(mixes.map(({ amounts }) => amounts));
}
