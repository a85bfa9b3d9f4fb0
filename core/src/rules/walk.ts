import type { ProductSheet } from '../catalogue/index.ts';
import { dryFilmOf } from '../mixing/index.ts';
import { bareStock, type StepDraft } from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import type { RuleContext } from './model.ts';

/** A step that lays a film over the whole piece, with its sheet. */
export interface Film {
  step: StepDraft;
  sheet: ProductSheet;
  index: number;
  /** Dry film in µm. */
  dftUm: number;
}

/** Whether nothing was ever laid on the zone's pieces, so that there is nothing to wash or to key. */
export function isBare({ substrate, existing }: RuleContext['facts']): boolean {
  return bareStock({ substrate: substrate ?? null, survey: { existing } }) !== null;
}

export function isAbrasive(step: Pick<StepDraft, 'operation'>): boolean {
  return does(step, 'abrades');
}

export function isCleaning(step: Pick<StepDraft, 'operation'>): boolean {
  return does(step, 'washes');
}

export function removesDust(step: Pick<StepDraft, 'operation'>): boolean {
  return does(step, 'leavesNoDust');
}

/** Steps that single pieces have to themselves: one list for every set of them that some piece goes through. */
function deviations(steps: readonly StepDraft[]): Set<string>[] {
  const own = new Map<string, string[]>();
  for (const { key, pieceIds } of steps)
    for (const id of pieceIds) own.set(id, [...(own.get(id) ?? []), key]);
  const seen = new Map([...own.values()].map((keys) => [keys.join(' '), new Set(keys)]));
  return [...seen.values()];
}

/** A strand as the front sees it and as the back does, where any film is limited to one of them. */
function byFace(strand: StepDraft[]): StepDraft[][] {
  if (strand.every(({ faces }) => faces === 'both')) return [strand];
  return [strand.filter(({ faces }) => faces !== 'back'), strand.filter(({ faces }) => faces !== 'front')];
}

/**
 * The sequences that pieces of a zone go through: one for old stock, one for raw replacements where there are any, one
 * for every set of steps that single pieces have to themselves; each for front and back where they differ.
 */
export function strandsOf(steps: readonly StepDraft[]): StepDraft[][] {
  const isOld = ({ appliesTo }: StepDraft) => appliesTo !== 'new';
  const general = steps.filter(({ pieceIds }) => pieceIds.length === 0);
  const raw = general.filter(({ appliesTo }) => appliesTo === 'new' || appliesTo === 'any');
  return [
    general.filter(isOld),
    ...(general.some(({ appliesTo }) => appliesTo === 'new') ? [raw] : []),
    ...deviations(steps).map((keys) =>
      steps.filter((step) => isOld(step) && (step.pieceIds.length === 0 || keys.has(step.key))),
    ),
  ].flatMap(byFace);
}

/** What a table has under a step's product; nothing where it has none. */
export function sheetAt<T>(sheets: Readonly<Record<string, T>>, productKey: string | null): T | undefined {
  return productKey === null ? undefined : sheets[productKey];
}

/** Films of a strand, in order; edge coats and spots are left out, and whatever was stripped again. */
export function filmsOf(strand: readonly StepDraft[], sheets: RuleContext['sheets']): Film[] {
  const stripped = strand.findLastIndex((step) => isAbrasive(step) && step.resultingSurface === 'bare');
  return strand.flatMap((step, index) => {
    if (index < stripped) return [];
    const sheet = sheetAt(sheets, step.productKey);
    if (!sheet || step.isEdgesOnly) return [];
    return [{ step, sheet, index, dftUm: dryFilmOf(step, sheet) }];
  });
}

/** Strands with their films, for rules that look at neighbours. */
export function filmStrands(context: RuleContext): { strand: StepDraft[]; films: Film[] }[] {
  return strandsOf(context.steps).map((strand) => ({ strand, films: filmsOf(strand, context.sheets) }));
}

/** Neighbouring films of every strand with what lies between them. */
export function neighbours(context: RuleContext): { under: Film; over: Film; between: StepDraft[] }[] {
  return filmStrands(context).flatMap(({ strand, films }) =>
    films.slice(1).flatMap((over, index) => {
      const under = films[index];
      return under ? [{ under, over, between: strand.slice(under.index + 1, over.index) }] : [];
    }),
  );
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
