import type { PieceKind } from '../pieces/kinds.ts';
import { type PieceWay, staysBuiltIn } from '../pieces/ways.ts';
import { said } from '../said/index.ts';
import { does } from './operations.ts';
import type { SystemContext } from './phases.ts';
import { type StepDraft, stepAppliesTo } from './step.ts';
import { benchStep, draft, startingThinning } from './steps.ts';
import { YARDSTICKS } from './yardsticks.ts';

/** What of a piece decides where it is worked. */
export interface SitePart {
  kind: PieceKind;
  way: PieceWay;
  placeId: string | null;
}

const HINGES: PieceWay[] = ['hinges'];

const isWholeFilm = (step: StepDraft) => does(step, 'laysFilm') && !step.isEdgesOnly;

/** Hinges that stay on are masked once the grease is off. */
function maskHinges(steps: readonly StepDraft[]): StepDraft[] {
  if (steps.some(({ key }) => key === 'mask-hinges')) return [...steps];
  const washed = steps.findIndex((step) => does(step, 'washes'));
  const at = washed === -1 ? steps.findIndex(isWholeFilm) : washed + 1;
  return steps.toSpliced(
    Math.max(0, at),
    0,
    draft({
      key: 'mask-hinges',
      name: said('step.mask-the-hinges'),
      operation: 'mask',
      labour: YARDSTICKS.maskHinges,
      why: said('step.the-doors-stay-on-them'),
      supplyKey: 'tape-delicate',
      ways: HINGES,
    }),
  );
}

/** Doors come off once, so that backs, edges and the edges of the frame get their last coat lying; and go back on when they may. */
function offForLast(steps: readonly StepDraft[]): StepDraft[] {
  const last = steps.findLastIndex(isWholeFilm);
  if (last === -1) return [...steps];
  const off = benchStep(
    'take-off',
    said('step.take-the-doors-off'),
    'remove',
    YARDSTICKS.takeOff,
    said('step.backs-and-edges-lie-for-the-last'),
    { place: 'room', waitFor: 'handle', ways: HINGES },
  );
  const on = draft({
    key: 'rehang',
    name: said('step.rehang-the-doors'),
    operation: 'refit',
    labour: YARDSTICKS.rehang,
    waitFor: 'refit',
    place: 'room',
    why: said('step.by-tag-on-their-own-hinges'),
    ways: HINGES,
  });
  return [...steps.toSpliced(last, 0, off), on];
}

/** Beside the hinges and on drawer edges nothing was reached: a small brush at the end. */
function touchUp(steps: readonly StepDraft[], { colour, clear }: SystemContext): StepDraft[] {
  const last = steps.findLastIndex(isWholeFilm);
  const film = steps[last];
  const slot = [colour, clear].find(({ productKey }) => productKey === film?.productKey);
  if (!film || !slot) return [...steps];
  return steps.toSpliced(
    last + 1,
    0,
    draft({
      key: 'touch-up',
      name: said('step.touch-up-at-hinges'),
      operation: 'coat',
      productKey: slot.productKey,
      applicator: 'brush',
      wftUm: slot.sheet.wftTypUm,
      thinning: startingThinning('brush', slot.sheet),
      labour: YARDSTICKS.touchUp,
      isEdgesOnly: true,
      waitFor: 'recoat',
      place: 'room',
      why: said('step.edges-beside-the-hinges-and-of'),
      cautions: slot.sheet.cautions,
      ways: HINGES,
    }),
  );
}

/** Parts of new furniture are looked over and handed to whoever puts them together. */
function delivery(steps: readonly StepDraft[]): StepDraft[] {
  return [
    ...steps,
    draft({
      key: 'deliver',
      name: said('step.deliver-to-assembly'),
      operation: 'deliver',
      labour: YARDSTICKS.deliver,
      waitFor: 'pack',
      why: said('step.counted-face-to-face-with-foam'),
      ways: ['assembly'],
    }),
  ];
}

/** A piece of a kind that is worked in a way, as far as a step asks who it is for. */
function sample({ kind, way }: SitePart, treatment: 'finish' | 'repair' | 'replace') {
  return { id: '', kind, way, treatment, finishFront: true, finishBack: true };
}

const WAY_STEPS = ['remove', 'hang', 'pack', 'refit'];

/**
 * Fits a sequence to how the pieces of a zone are worked: what stays on its hinges is masked there and touched up, or comes off for
 * its last coat; parts before assembly end with their delivery; and taking down, hooks, packing and refitting fall away where no
 * piece needs them.
 */
export function withWays(
  steps: readonly StepDraft[],
  context: SystemContext,
  parts: readonly SitePart[],
): StepDraft[] {
  if (parts.length === 0) return [...steps];
  const ways = new Set(parts.map((part) => (staysBuiltIn(part) ? 'fixed' : part.way)));
  let fitted = [...steps];
  if (ways.has('hinges')) {
    fitted = maskHinges(fitted);
    fitted = context.options.offForLast ? offForLast(fitted) : touchUp(fitted, context);
  }
  if (ways.has('assembly')) fitted = delivery(fitted);
  const isForNobody = (step: StepDraft) =>
    WAY_STEPS.includes(step.operation) &&
    !parts.some((part) =>
      (['finish', 'repair', 'replace'] as const).some((treatment) =>
        stepAppliesTo({ ...step, pieceIds: [] }, sample(part, treatment)),
      ),
    );
  return fitted.filter((step) => !isForNobody(step));
}
