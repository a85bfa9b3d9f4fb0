import { isSprayed, type ProductSheet } from '../catalogue/sheet.ts';
import type { StepDraft } from './step.ts';

/**
 * Whether a step is wiped on and off, as stain, glaze and wax are by hand: both sides at once, the piece held or leaned meanwhile.
 */
export function isWiped(
  { applicator }: Pick<StepDraft, 'applicator'>,
  sheet: Pick<ProductSheet, 'role'> | undefined,
): boolean {
  return (sheet?.role === 'stain' || sheet?.role === 'decor') && !isSprayed(applicator);
}
