import { layerVerdict } from '../catalogue/layers.ts';
import { said } from '../said/index.ts';
import { scuffStep } from './coatRuns.ts';
import type { SystemContext } from './phases.ts';
import { isWholeFilm, type StepDraft } from './step.ts';
import { coatStep, dustStep } from './steps.ts';

/**
 * Glaze over the last colour coat, under whatever clear is to come; wax over everything. Scuffed and dusted first where the layer
 * table asks for it.
 */
export function withDecor(steps: readonly StepDraft[], context: SystemContext): StepDraft[] {
  const { decor, colour, clear, stain } = context;
  if (!decor) return [...steps];
  const isWax = decor.sheet.layerClass === 'wax';
  const isUnder = (step: StepDraft) =>
    isWholeFilm(step) &&
    (isWax || step.productKey === colour.productKey || step.productKey === stain.productKey);
  const at = steps.findLastIndex(isUnder);
  const under = steps[at];
  if (!under) return [...steps];
  const sheet = [colour, clear, stain, context.primer].find(
    ({ productKey }) => productKey === under.productKey,
  )?.sheet;
  const isScuffed = sheet && layerVerdict(sheet.layerClass, decor.sheet.layerClass).answer === 'scuffed';
  const coat = coatStep(
    isWax ? 'wax' : 'glaze',
    said(isWax ? 'step.wax' : 'step.glaze'),
    decor,
    { ...context.setting, wanted: 'brush' },
    'colour',
    said(isWax ? 'step.thin-rubbed-off-last-of-all' : 'step.brushed-on-wiped-back-while-it-is-wet'),
  );
  return steps.toSpliced(
    at + 1,
    0,
    ...(isScuffed ? [scuffStep('sand-before-decor', 400), dustStep('dust-decor', { place: 'rest' })] : []),
    coat,
  );
}
