import { isRolled, isSprayed, type ProductSheet } from '../catalogue/index.ts';
import { said } from '../said/index.ts';
import { does, isWiped, type StepDraft, toolsOf } from '../systems/index.ts';

type Sheets = Readonly<Record<string, ProductSheet>>;

function roleOf({ productKey }: StepDraft, sheets: Sheets): ProductSheet['role'] | undefined {
  return productKey === null ? undefined : sheets[productKey]?.role;
}

/** Films that come after a step, edges and spots apart. */
function filmsAfter(step: StepDraft, steps: readonly StepDraft[]): StepDraft[] {
  const at = steps.findIndex(({ key }) => key === step.key);
  return at < 0 ? [] : steps.slice(at + 1).filter((one) => does(one, 'laysFilm') && !one.isEdgesOnly);
}

/** What looks wrong on a film and is not, since something follows it. */
function normalOfFilm(
  step: StepDraft,
  sheet: ProductSheet,
  follows: readonly StepDraft[],
  sheets: Sheets,
): string[] {
  const words: string[] = [];
  const tools = toolsOf(step);
  const like = follows.filter((one) => roleOf(one, sheets) === sheet.role).length;
  if (sheet.role === 'colour' && like > 0) words.push(said('job.patchy-now', { more: like }));
  if (sheet.role === 'primer' && follows.length > 0) words.push(said('job.primer-need-not-hide'));
  if (sheet.role === 'clear') words.push(said('job.clear-looks-milky'));
  if (tools.some(isSprayed) && follows.length > 0) words.push(said('job.thin-edges-now'));
  if (tools.some(isRolled)) words.push(said('job.stipple-levels'));
  if (isWiped(step, sheet)) words.push(said('job.stain-uneven-while-wet'));
  // The last film is the one that shows.
  if (follows.length === 0 && sheet.role !== 'stain') words.push(said('job.last-film-shows'));
  return words;
}

/**
 * What may be seen at a step and needs no mending, and what the last coat does not forgive: each a sentence. None where there is
 * nothing to say.
 * @param steps the sequence of its zone, in order.
 */
export function normalNow(step: StepDraft, steps: readonly StepDraft[], sheets: Sheets): string[] {
  const follows = filmsAfter(step, steps);
  const sheet = step.productKey === null ? undefined : sheets[step.productKey];
  if (does(step, 'laysFilm') && !step.isEdgesOnly && sheet) return normalOfFilm(step, sheet, follows, sheets);
  const at = steps.findIndex(({ key }) => key === step.key);
  const isOverFilm = steps.slice(0, Math.max(0, at)).some((one) => does(one, 'laysFilm') && !one.isEdgesOnly);
  if (!does(step, 'flattens') || !isOverFilm) return [];
  return [
    follows.length > 0 ? said('job.sand-through-on-an-arris') : said('job.nothing-covers-a-sand-through'),
  ];
}
