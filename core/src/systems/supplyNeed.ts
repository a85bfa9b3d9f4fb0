import { type Supply, type SupplyAmount, supplyAmount } from '../catalogue/supplies.ts';
import { hingesOf, type Piece, partsAreaM2, profileLengthMm, type WorkPart } from '../pieces/index.ts';
import { METRIC, showQuantity, type UnitPrefs } from '../units/index.ts';
import { movesOf } from './moves.ts';
import { does } from './operations.ts';
import { type StepDraft, sideOf, stepAppliesTo } from './step.ts';

/** Tape round the plate and the arm of a hinge, in metres. */
const TAPE_PER_HINGE_M = 0.25;

/**
 * How much of its supply a step takes for the pieces that it concerns; null where that is not counted.
 * @param parts those that it is used on; all of a piece where they are left out.
 */
export function supplyNeed(
  step: StepDraft,
  supply: Supply,
  pieces: readonly Piece[],
  parts?: readonly WorkPart[],
): SupplyAmount | null {
  const own = pieces.filter((piece) => stepAppliesTo(step, piece));
  const side = sideOf(step);
  const areaM2 = own.reduce((sum, piece) => sum + partsAreaM2(piece, side, parts), 0);
  const profileM = own.reduce((sum, piece) => sum + profileLengthMm(piece), 0) / 1000;
  // Hinges that stay are wrapped, so many to a door by its height; fixed work is taped along its outline.
  if (supply.kind === 'masking' && step.key.startsWith('mask-hinges')) {
    const hinges = own.reduce((sum, piece) => sum + hingesOf(piece), 0);
    return hinges === 0 ? null : { amount: hinges * TAPE_PER_HINGE_M, unit: 'm' };
  }
  // Gloss and old lacquer load the paper; raw stock and primer do not.
  const isOnOldFinish = does(step, 'keysGround') && (step.grit ?? 0) <= 220;
  return supplyAmount(supply, areaM2, profileM, isOnOldFinish, own.length);
}

/** A supply of a step, with how much of it. */
export interface StepSupply {
  key: string;
  supply: Supply;
  need: SupplyAmount | null;
}

/** Everything from the stores that a step takes: its own supply, or what each of its moves sands with, for the parts of all of them. */
export function suppliesOfStep(
  step: StepDraft,
  supplies: Readonly<Record<string, Supply>>,
  pieces: readonly Piece[],
): StepSupply[] {
  const parts = new Map<string, Set<WorkPart>>();
  for (const { supplyKey, parts: own } of movesOf(step)) {
    if (supplyKey === null) continue;
    const known = parts.get(supplyKey) ?? new Set();
    for (const part of own) known.add(part);
    parts.set(supplyKey, known);
  }
  return [...parts].flatMap(([key, own]) => {
    const supply = supplies[key];
    if (!supply) return [];
    return [{ key, supply, need: supplyNeed(step, supply, pieces, [...own]) }];
  });
}

/** `2.20 L`, `14`, `6.5 m`: an amount of a supply in words. */
export function supplyWords({ amount, unit }: SupplyAmount, units: UnitPrefs = METRIC): string {
  if (unit === 'pieces') return `${amount}`;
  return showQuantity(unit === 'm' ? 'run' : 'volume', amount, units);
}
