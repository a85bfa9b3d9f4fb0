import type { Supply, SupplyAmount } from '../catalogue/supplies.ts';
import { stepAppliesTo, suppliesOfStep } from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import type { MaterialInput } from './materials.ts';

/** A consumable of the stores with what a job takes of it; null where that is not counted. */
export interface SupplyTotal {
  key: string;
  supply: Supply;
  need: SupplyAmount | null;
}

/** Cleaners, abrasives, cloths and the like that the steps of a job take, each once; whole pieces are rounded up step by step. */
export function supplyTotals({
  steps,
  pieces,
  supplies,
}: Pick<MaterialInput, 'steps' | 'pieces' | 'supplies'>): SupplyTotal[] {
  const totals = new Map<string, SupplyTotal>();
  for (const step of steps) {
    const own = pieces.filter((piece) => piece.zoneId === step.zoneId && stepAppliesTo(step, piece));
    if (own.length === 0) continue;
    for (const { key, supply, need } of suppliesOfStep(step, supplies, own)) {
      const passes = need && { ...need, amount: need.amount * (does(step, 'abrades') ? step.passes : 1) };
      const known = totals.get(key);
      totals.set(key, {
        key,
        supply,
        need:
          known?.need && passes
            ? { ...passes, amount: known.need.amount + passes.amount }
            : (known?.need ?? passes),
      });
    }
  }
  return [...totals.values()];
}
