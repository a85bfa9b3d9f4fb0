import type { ProductSheet } from '../catalogue/sheet.ts';
import { said } from '../said/index.ts';
import { measured } from '../units/index.ts';
import type { StepDraft } from './step.ts';
import { chooseApplicator, placeAndLabourOf, startingThinning } from './steps.ts';

/** A coat of another product, and what was kept and what follows the new sheet, in words. */
export interface OtherProduct {
  part: Partial<StepDraft>;
  said: string;
}

const alike = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/**
 * Puts another product into a coat. What came from the old sheet comes from the new one; what somebody set stays: a wet film
 * that was not the sheet's, a thinning that no sheet gave, cautions that were added, a thinner custom.
 */
export function otherProduct(
  step: StepDraft,
  from: ProductSheet | undefined,
  to: { key: string; sheet: ProductSheet },
): OtherProduct {
  const { sheet } = to;
  const kept: string[] = [];
  const follows: string[] = [];
  const isOwnFilm = from !== undefined && step.wftUm !== null && step.wftUm !== from.wftTypUm;
  if (isOwnFilm) kept.push(`${measured('film', step.wftUm ?? 0)} wet`);
  else follows.push(`${measured('film', sheet.wftTypUm)} wet`);
  const none = { convention: sheet.maxThinning.convention, value: 0 };
  const { thinning } = step;
  const isSheets = !thinning || (from !== undefined && alike(thinning, startingThinning('turbine', from)));
  const isUnthinned = thinning?.value === 0;
  const wanted = isUnthinned ? none : isSheets ? startingThinning('turbine', sheet) : thinning;
  (isSheets || isUnthinned ? follows : kept).push('thinning');
  const added = step.cautions.filter((caution) => !from?.cautions.includes(caution));
  if (added.length > 0) kept.push(said('step.your-cautions'));
  const applicator = step.applicator ?? sheet.applicators[0] ?? 'brush';
  const chosen = chooseApplicator({ wanted: applicator, sprayObstacle: () => null }, sheet);
  const isOther = chosen.applicator !== step.applicator;
  if (isOther) follows.push(said('step.how-it-is-applied'));
  // A reason that names the old product speaks of the new one.
  const why = from ? step.why.replaceAll(from.name, sheet.name) : step.why;
  return {
    part: {
      productKey: to.key,
      wftUm: isOwnFilm ? step.wftUm : sheet.wftTypUm,
      thinning: wanted,
      thinnerName: step.thinnerName,
      cautions: [...new Set([...sheet.cautions, ...added])],
      why,
      ...(isOther ? { applicator: chosen.applicator, ...placeAndLabourOf(chosen.applicator) } : {}),
    },
    said: [
      follows.length > 0 ? said('step.from-the-new-sheet', { follows: follows.join(', ') }) : '',
      kept.length > 0 ? `Kept: ${kept.join(', ')}.` : '',
    ]
      .filter(Boolean)
      .join(' '),
  };
}
