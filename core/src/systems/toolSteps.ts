import type { Applicator, ProductSheet } from '../catalogue/sheet.ts';
import { withToolInMoves } from './moves.ts';
import type { StepDraft } from './step.ts';
import { placeAndLabourOf, startingThinning } from './steps.ts';

/**
 * A step as it is done with another tool than it names, because the one that it names has failed: place, labour and thinning
 * follow. Without another tool, or for the same one, the step as it is.
 */
export function withTool<S extends StepDraft>(
  step: S,
  tool: Applicator | null | undefined,
  sheet: ProductSheet | undefined,
): S {
  if (!tool || tool === step.applicator) return step;
  return {
    ...step,
    applicator: tool,
    applications: withToolInMoves(step.applications, step.applicator, tool),
    ...placeAndLabourOf(tool),
    ...(sheet && { thinning: startingThinning(tool, sheet) }),
  };
}
