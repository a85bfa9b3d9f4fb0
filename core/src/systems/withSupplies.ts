import type { Supply } from '../catalogue/supplies.ts';
import type { StepDraft } from './step.ts';

/** Supply that a step of the usual kind is done with, by key; null where it needs none. */
function usualSupply({ key, operation, grit }: StepDraft): string | null {
  switch (operation) {
    case 'clean':
      return /^clean-1/.test(key) ? 'cleaner-alkaline' : 'cleaner-alcohol';
    case 'degloss':
      return 'deglosser-liquid';
    case 'key':
    case 'ease':
    case 'sand': {
      if (operation === 'key' && grit === 320) return 'pad-320';
      const isScuff = /^sand-(colour|clear|before)/.test(key);
      if (isScuff && (grit === 220 || grit === 320)) return `foam-${grit}`;
      return `disc-${grit}`;
    }
    case 'repair':
      return key === 'repair' ? 'filler-two-part' : null;
    case 'caulk':
      return 'caulk-acrylic';
    case 'mask':
      return 'tape-delicate';
    case 'dust':
      return 'cloth-tack';
    default:
      return null;
  }
}

/** What a supply needs to dry before the next coat, in minutes. */
export function restOf(supply: Supply | undefined): number {
  switch (supply?.kind) {
    case 'cleaner':
      return supply.dryMin;
    case 'filler':
    case 'caulk':
      return supply.coatAfterMin;
    default:
      return 0;
  }
}

/**
 * Names the supply of every step that has none yet and lets what must dry rest by its label. Supplies that the stores
 * lack are not named.
 */
export function withSupplies(
  steps: readonly StepDraft[],
  supplies: Readonly<Record<string, Supply>>,
): StepDraft[] {
  return steps.map((step) => {
    const wanted = step.supplyKey ?? usualSupply(step);
    const supplyKey = wanted !== null && supplies[wanted] ? wanted : null;
    const supply = supplyKey === null ? undefined : supplies[supplyKey];
    return { ...step, supplyKey, restMin: Math.max(step.restMin, restOf(supply)) };
  });
}
