import type { Supply } from '../catalogue/supplies.ts';
import type { StepDraft } from './step.ts';

/** The name of a step with another grit in it, as the product says it by code or as a person wrote it. */
export function nameWithGrit(name: string, grit: number): string {
  return name.replace(/P\d+|"grit":"?\d+/, (found) => found.replace(/\d+/, String(grit)));
}

/**
 * Another grit for a step, with the abrasive that goes with it: of the same form where the stores have one, else of any
 * form, else none named.
 */
export function gritPart(
  step: Pick<StepDraft, 'name' | 'supplyKey'>,
  grit: number,
  supplies: Readonly<Record<string, Supply>>,
): Pick<StepDraft, 'grit' | 'name' | 'supplyKey'> {
  const name = nameWithGrit(step.name, grit);
  const before = step.supplyKey === null ? undefined : supplies[step.supplyKey];
  if (before?.kind !== 'abrasive') return { grit, name, supplyKey: step.supplyKey };
  const fitting = Object.entries(supplies).filter(([, one]) => one.kind === 'abrasive' && one.grit === grit);
  const same = fitting.find(([, one]) => one.kind === 'abrasive' && one.form === before.form);
  return { grit, name, supplyKey: (same ?? fitting[0])?.[0] ?? null };
}
