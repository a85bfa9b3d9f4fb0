import { grainFill, type SystemContext } from './phases.ts';
import type { StepDraft } from './step.ts';

/** Grain filler where the system itself brings none: after the last cleaning of an old wooden surface. */
export function fillGrainAnyway(steps: StepDraft[], context: SystemContext): StepDraft[] {
  if (steps.some(({ resultingSurface }) => resultingSurface === 'filled')) return steps;
  const at = steps.findIndex(({ key }) => key === 'clean-2');
  const wiped = steps[at];
  // Filler goes under a primer, and closed surfaces have no pores.
  const isPrimed = steps.some(({ productKey }) => productKey === context.primer.productKey);
  if (!wiped || !isPrimed || steps.some(({ key }) => key === 'clean-1b')) return steps;
  const fill = grainFill(context).map((step) => ({ ...step, appliesTo: wiped.appliesTo }));
  return steps.toSpliced(at + 1, 0, ...fill);
}

/**
 * Leaves out the scuff between two coats of one product that bonds to itself while its window is open; the dusting
 * stays. Catalysed and hard films keep their scuff: they do not bond without.
 */
export function clearSkipped(steps: StepDraft[], context: SystemContext): StepDraft[] {
  const slots = [context.colour, context.clear];
  return steps.filter((step, index) => {
    if (!/^sand-(colour|clear)-\d+$/.test(step.key)) return true;
    const under = steps.slice(0, index).findLast(({ productKey }) => productKey !== null);
    const over = steps.slice(index).find(({ productKey }) => productKey !== null);
    const sheet = slots.find(({ productKey }) => productKey === under?.productKey)?.sheet;
    return !sheet || under?.productKey !== over?.productKey || sheet.isCatalysed;
  });
}
