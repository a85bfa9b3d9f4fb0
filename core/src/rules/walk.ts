import type { ProductSheet } from '../catalogue/index.ts';
import { dryFilmUm } from '../film/index.ts';
import { thinningFraction } from '../mixing/index.ts';
import type { StepDraft } from '../systems/index.ts';
import type { RuleContext } from './model.ts';

/** A step that lays a film over the whole piece, with its sheet. */
export interface Film {
  step: StepDraft;
  sheet: ProductSheet;
  index: number;
  /** Dry film in µm. */
  dftUm: number;
}

export function isAbrasive({ operation }: Pick<StepDraft, 'operation'>): boolean {
  return operation === 'sand' || operation === 'key' || operation === 'ease';
}

export function isCleaning({ operation }: Pick<StepDraft, 'operation'>): boolean {
  return operation === 'clean';
}

/** Dust is gone after either. */
export function removesDust({ operation }: Pick<StepDraft, 'operation'>): boolean {
  return operation === 'dust' || operation === 'clean';
}

/** The sequences that pieces of a zone go through: one for old stock, one for raw replacements where there are any. */
export function strandsOf(steps: readonly StepDraft[]): StepDraft[][] {
  const old = steps.filter(({ stock }) => stock !== 'new');
  const hasNew = steps.some(({ stock }) => stock === 'new');
  return hasNew ? [old, steps.filter(({ stock }) => stock === 'new' || stock === 'any')] : [old];
}

/** Films of a strand, in order; edge coats and spots are left out. */
export function filmsOf(strand: readonly StepDraft[], sheets: RuleContext['sheets']): Film[] {
  return strand.flatMap((step, index) => {
    const sheet = step.productKey === null ? undefined : sheets[step.productKey];
    if (!sheet || step.isEdgesOnly) return [];
    const fraction = step.thinning ? thinningFraction(step.thinning, sheet) : 0;
    const dftUm = dryFilmUm(step.wftUm ?? sheet.wftTypUm, sheet.volumeSolidsPct, fraction);
    return [{ step, sheet, index, dftUm }];
  });
}

/** Strands with their films, for rules that look at neighbours. */
export function filmStrands(context: RuleContext): { strand: StepDraft[]; films: Film[] }[] {
  return strandsOf(context.steps).map((strand) => ({ strand, films: filmsOf(strand, context.sheets) }));
}

/** Findings at the same place for the same reason, said once even when two strands share the step. */
export function once<T extends { at: string | null; why: string }>(found: readonly T[]): T[] {
  const seen = new Set<string>();
  return found.filter(({ at, why }) => {
    const key = `${at} ${why}`;
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}
