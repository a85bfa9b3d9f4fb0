import type { ProductSheet } from '../catalogue/index.ts';
import { said } from '../said/index.ts';
import type { StepDraft } from '../systems/index.ts';
import { does } from '../systems/operations.ts';

type Done = Pick<StepDraft, 'operation' | 'productKey' | 'isEdgesOnly'>;

/**
 * What to look for on a piece after what it has had, and how: each in a sentence.
 * @param done steps that it has had, in order. @param later those that are still to come.
 */
export function lookFor(
  done: readonly Done[],
  later: readonly Done[],
  sheets: Readonly<Record<string, ProductSheet>>,
): string[] {
  const last = done.at(-1);
  if (!last) return [said('inspect.look-before')];
  const isFilm = (step: Done) => does(step, 'laysFilm') && !step.isEdgesOnly;
  const films = done.filter(isFilm);
  const toCome = later.filter(isFilm);
  if (films.length === 0) {
    if (does(last, 'washes')) return [said('inspect.look-clean')];
    if (does(last, 'fillsPores') || does(last, 'mends')) return [said('inspect.look-filled')];
    return does(last, 'abrades') ? [said('inspect.look-keyed')] : [said('inspect.look-before')];
  }
  if (toCome.length === 0) return [said('inspect.look-final'), said('inspect.look-final-edges')];
  const isPrimer = (step: Done) => sheets[step.productKey ?? '']?.role === 'primer';
  const firstPrimer = films.length === 1 && films.every(isPrimer);
  return [
    firstPrimer ? said('inspect.look-first-primer') : said('inspect.look-coat'),
    ...(toCome.length === 1 ? [said('inspect.look-before-last')] : []),
    ...(does(last, 'abrades') ? [said('inspect.look-sanded')] : [said('inspect.normal-now')]),
  ];
}
