import type { ProductSheet } from '../catalogue/index.ts';
import { type SandedOff, sandedOffUm } from '../film/index.ts';
import { dryFilmOf } from '../mixing/index.ts';
import type { StepDraft } from '../systems/index.ts';
import { does } from '../systems/operations.ts';

/** A film of a build-up: what of it dries, and what is left of it when everything after it has been sanded. */
export interface BuiltFilm {
  step: StepDraft;
  sheet: ProductSheet;
  /** Dry film in µm as it is applied. */
  dftUm: number;
  /** What sanding leaves of it, in µm dry. */
  leftUm: number;
}

/** What a step sands off the films under it. */
export interface SandedStep {
  step: StepDraft;
  /** Dry film in µm that all its passes are reckoned to take off. */
  offUm: number;
  /** What there was to take, in µm dry; where this is less, it goes through to what lies under the films. */
  thereUm: number;
}

/** Dry film in µm that all passes of a step take off; 0 where it sands no film. */
export function takenOffUm(
  step: Pick<StepDraft, 'operation' | 'grit' | 'passes' | 'isEdgesOnly'>,
  table: readonly SandedOff[] | undefined,
): number {
  if (!does(step, 'flattens') || step.grit === null || step.isEdgesOnly) return 0;
  return step.passes * sandedOffUm(step.grit, table);
}

/** Whether a coat builds a film of one thickness, and is not worked into pores or onto edges and spots. */
function builds(step: StepDraft): boolean {
  return does(step, 'laysFilm') && !step.isEdgesOnly && step.resultingSurface !== 'filled';
}

/**
 * The films of a strand in the order in which they go on, with what sanding takes off them again: each pass takes from the
 * topmost film, and from the one below where nothing is left of it.
 * @param table of the shop; the usual one where it is left out.
 */
export function builtUp(
  strand: readonly StepDraft[],
  sheets: Readonly<Record<string, ProductSheet>>,
  table?: readonly SandedOff[],
): { films: BuiltFilm[]; sanded: SandedStep[] } {
  const films: BuiltFilm[] = [];
  const sanded: SandedStep[] = [];
  let isFilled = false;
  for (const step of strand) {
    const sheet = step.productKey === null ? undefined : sheets[step.productKey];
    if (sheet && builds(step)) {
      const dftUm = dryFilmOf(step, sheet);
      films.push({ step, sheet, dftUm, leftUm: dftUm });
      isFilled = false;
    } else if (does(step, 'fillsPores') || (does(step, 'laysFilm') && !step.isEdgesOnly)) {
      // What was filled all over is sanded first, and stands above the film.
      isFilled = true;
    }
    if (does(step, 'abrades') && step.resultingSurface === 'bare') {
      films.length = 0;
      continue;
    }
    const offUm = isFilled ? 0 : takenOffUm(step, table);
    if (does(step, 'flattens')) isFilled = false;
    if (offUm === 0 || films.length === 0) continue;
    sanded.push({ step, offUm, thereUm: films.reduce((sum, { leftUm }) => sum + leftUm, 0) });
    let rest = offUm;
    for (const film of films.toReversed()) {
      const taken = Math.min(rest, film.leftUm);
      film.leftUm -= taken;
      rest -= taken;
    }
  }
  return { films, sanded };
}
