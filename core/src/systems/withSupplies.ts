import type { Supply } from '../catalogue/supplies.ts';
import type { Operation } from './operations.ts';
import type { StepDraft } from './step.ts';

type Usual = (step: StepDraft) => string | null;
const none: Usual = () => null;

function paper({ key, grit }: StepDraft): string {
  const isScuff = /^(sand-(colour|clear|before)|station)/.test(key);
  return isScuff && (grit === 220 || grit === 320) ? `foam-${grit}` : `disc-${grit}`;
}

/** Supply that a step of the usual kind is done with, by key; null where it needs none. */
const USUAL_SUPPLY: Record<Operation, Usual> = {
  remove: none,
  mask: () => 'tape-delicate',
  clean: ({ key }) => (/^clean-1/.test(key) ? 'cleaner-alkaline' : 'cleaner-alcohol'),
  degloss: () => 'deglosser-liquid',
  key: (step) => (step.grit === 320 ? 'pad-320' : paper(step)),
  ease: paper,
  repair: ({ key }) => (key === 'repair' ? 'filler-two-part' : null),
  caulk: () => 'caulk-acrylic',
  fill: none,
  sand: paper,
  dust: () => 'cloth-tack',
  station: paper,
  hang: none,
  coat: none,
  inspect: none,
  pack: none,
  refit: none,
  deliver: none,
};

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
    const wanted = step.supplyKey ?? USUAL_SUPPLY[step.operation](step);
    const supplyKey = wanted !== null && supplies[wanted] ? wanted : null;
    const supply = supplyKey === null ? undefined : supplies[supplyKey];
    return { ...step, supplyKey, dryingMin: Math.max(step.dryingMin, restOf(supply)) };
  });
}
