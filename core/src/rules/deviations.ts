import { said } from '../said/index.ts';
import { benchStep, coatStepOf, dustStep, type StepDraft, sandStep, YARDSTICKS } from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import { oneMoreCoat } from './fixes.ts';
import type { RuleContext, SequenceEdit } from './model.ts';

/** What a few pieces of a zone may need beyond the others. */
export const DEVIATIONS = {
  'more-coat': said('rule.one-more-coat-of-the-last'),
  knots: said('rule.seal-knots-and-stains-first'),
  patch: said('rule.fill-sand-flush-and-spot-prime'),
} as const;
export type Deviation = keyof typeof DEVIATIONS;

const SEALER = 'shellac-block-primer';

/** The step before which the shared films of a zone begin: the first whole film, with the dusting that belongs to it. */
function beforeFirstFilm(steps: readonly StepDraft[]): string | null {
  const film = steps.findIndex(
    ({ operation, isEdgesOnly, pieceIds, appliesTo }) =>
      does(operation, 'laysFilm') && !isEdgesOnly && pieceIds.length === 0 && appliesTo !== 'new',
  );
  const dust = steps[film - 1];
  return (does(dust, 'takesDust') ? dust : steps[film])?.key ?? null;
}

/**
 * The changes that give single pieces a treatment of their own, in the sequence that all share. Nothing is copied: the
 * added steps name their pieces.
 * @returns no change where the sequence has no film, or the stores no sealer, to do it with.
 */
export function deviate(
  deviation: Deviation,
  steps: readonly StepDraft[],
  pieceIds: readonly string[],
  sheets: RuleContext['sheets'],
): SequenceEdit[] {
  const own = { pieceIds: [...pieceIds] };
  switch (deviation) {
    case 'more-coat':
      return oneMoreCoat(steps, sheets, 'colour', {
        ...own,
        why: said('rule.worn-or-thin-places-want-more'),
      });
    case 'knots': {
      const sheet = sheets[SEALER];
      const before = beforeFirstFilm(steps);
      if (!sheet || before === null) return [];
      const seal = coatStepOf(
        'knots',
        said('rule.seal-knots-and-stains'),
        SEALER,
        sheet,
        'brush',
        said('rule.resin-and-dye-come-through-later'),
      );
      return [
        {
          kind: 'insert',
          before,
          step: { ...seal, ...own, isEdgesOnly: true, resultingSurface: null, labour: YARDSTICKS.spots },
        },
      ];
    }
    case 'patch': {
      const before = beforeFirstFilm(steps);
      if (before === null) return [];
      const fill = benchStep(
        'patch',
        'Fill',
        'repair',
        YARDSTICKS.repair,
        said('rule.dents-old-holes-and-chipped-edges'),
        { ...own, supplyKey: 'filler-two-part', dryingMin: 60 },
      );
      const sand = sandStep(
        'patch-sand',
        180,
        said('rule.the-patches'),
        YARDSTICKS.spots,
        said('rule.flush-with-the-wood-around-them'),
        {
          ...own,
          name: said('rule.sand-the-patches-flush-p', { grit: 180 }),
          waitFor: 'none',
          resultingSurface: null,
        },
      );
      const dust = {
        ...dustStep('patch-dust'),
        ...own,
        name: said('rule.dust-off-the-patches'),
        waitFor: 'none' as const,
      };
      const prime = benchStep(
        'patch-prime',
        said('rule.spot-prime-the-patches'),
        'repair',
        YARDSTICKS.spots,
        said('rule.filler-drinks-paint-and-would-show'),
        { ...own, dryingMin: 45 },
      );
      return [
        { kind: 'insert', before, step: fill },
        { kind: 'insert', before, step: sand },
        { kind: 'insert', before, step: dust },
        { kind: 'insert', before, step: prime },
      ];
    }
  }
}
