import { type Applicator, isSprayed, type ProductSheet } from '../catalogue/index.ts';
import type { StepDraft } from '../systems/index.ts';
import type { RuleContext } from './model.ts';

/** A coat that is sprayed, with its sheet and tool. */
export interface SprayedCoat {
  step: StepDraft;
  sheet: ProductSheet;
  applicator: Applicator;
}

/** The coats of a sequence that are sprayed, in its order. */
export function sprayedCoats({ steps, sheets }: Pick<RuleContext, 'steps' | 'sheets'>): SprayedCoat[] {
  return steps.flatMap((step) => {
    const sheet = step.productKey === null ? undefined : sheets[step.productKey];
    const { applicator } = step;
    return sheet && applicator !== null && isSprayed(applicator) ? [{ step, sheet, applicator }] : [];
  });
}
