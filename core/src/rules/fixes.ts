import { isListed, type ProductSheet } from '../catalogue/index.ts';
import { said } from '../said/index.ts';
import { coatStepOf, dustStep, type StepDraft, sandStep, YARDSTICKS } from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import type { Fix, SequenceEdit } from './model.ts';

/** A scuff and a dusting before a coat. */
export function scuffBefore(step: Pick<StepDraft, 'key' | 'appliesTo' | 'faces' | 'pieceIds'>): Fix {
  const { appliesTo, faces, pieceIds } = step;
  const made = [
    sandStep(
      `sand-before-${step.key}`,
      320,
      said('step.between-coats'),
      YARDSTICKS.scuff,
      said('rule.a-fresh-key-for-the-coat'),
      { name: said('step.scuff-p', { grit: 320 }), place: 'rest', supplyKey: 'foam-320' },
    ),
    dustStep(`dust-before-${step.key}`, { place: 'rest', supplyKey: 'cloth-tack' }),
  ];
  return {
    label: said('rule.scuff-and-dust-before-it'),
    edits: made.map((draft) => ({
      kind: 'insert',
      before: step.key,
      step: { ...draft, appliesTo, faces, pieceIds },
    })),
  };
}

/** Another product in a step, at its typical film and unthinned; the applicator stays where the sheet lists it. */
export function swapEdit(step: StepDraft, productKey: string, sheet: ProductSheet): SequenceEdit {
  const applicator =
    step.applicator && isListed(sheet.applicators, step.applicator)
      ? step.applicator
      : (sheet.applicators.find((one) => one === 'roller' || one === 'brush') ??
        sheet.applicators[0] ??
        null);
  return {
    kind: 'change',
    key: step.key,
    part: {
      productKey,
      applicator,
      wftUm: sheet.wftTypUm,
      thinning: { convention: sheet.maxThinning.convention, value: 0 },
      cautions: sheet.cautions,
    },
  };
}

/** One more coat after the last of its role, scuffed and dusted first. Nothing where no such coat is there. */
export function oneMoreCoat(
  steps: readonly StepDraft[],
  sheets: Readonly<Record<string, ProductSheet>>,
  role: ProductSheet['role'],
  part: Partial<StepDraft> = {},
): SequenceEdit[] {
  const last = steps.findLastIndex(
    ({ operation, isEdgesOnly, pieceIds, productKey }) =>
      does(operation, 'laysFilm') &&
      !isEdgesOnly &&
      pieceIds.length === 0 &&
      sheets[productKey ?? '']?.role === role,
  );
  const coat = steps[last];
  if (!coat) return [];
  const next = steps[last + 1]?.key ?? null;
  const more: StepDraft = {
    ...coat,
    key: `${coat.key}-more`,
    name: said('rule.once-more', { name: coat.name }),
    ...part,
  };
  const insert = (step: StepDraft): SequenceEdit => ({ kind: 'insert', before: next, step });
  return [
    ...scuffBefore(more).edits.flatMap((edit) => (edit.kind === 'insert' ? [insert(edit.step)] : [])),
    insert(more),
  ];
}

const SEALER = 'clear-poly-satin';

/** A clear coat over the last film, scuffed and dusted first. Nothing where the stores have no clear product. */
export function clearOver(
  steps: readonly StepDraft[],
  sheets: Readonly<Record<string, ProductSheet>>,
): Fix[] {
  const sheet = sheets[SEALER];
  const last = steps.findLastIndex(({ productKey, isEdgesOnly }) => productKey !== null && !isEdgesOnly);
  const under = steps[last];
  if (!sheet || !under) return [];
  const next = steps[last + 1]?.key ?? null;
  const applicator = sheet.applicators.find((one) => one === under.applicator) ?? 'roller';
  const clear = coatStepOf(
    'clear',
    said('step.clear-coat-2'),
    SEALER,
    sheet,
    applicator,
    said('rule.takes-hands-water-and-wear'),
  );
  return [
    {
      label: said('rule.a-clear-coat-over-it'),
      edits: [
        ...scuffBefore(clear).edits.flatMap((edit) => (edit.kind === 'insert' ? [edit.step] : [])),
        clear,
      ].map((step) => ({ kind: 'insert', before: next, step })),
    },
  ];
}
