import type { Supply } from '../catalogue/supplies.ts';
import type { StepDraft } from './step.ts';

/**
 * Another grit for a step, with the abrasive that goes with it: of the same form where the stores have one, else of any
 * form, else none named.
 */
export function gritPart(
  step: Pick<StepDraft, 'name' | 'supplyKey'>,
  grit: number,
  supplies: Readonly<Record<string, Supply>>,
): Pick<StepDraft, 'grit' | 'name' | 'supplyKey'> {
  const name = step.name.replace(/P\d+/, `P${grit}`);
  const before = step.supplyKey === null ? undefined : supplies[step.supplyKey];
  if (before?.kind !== 'abrasive') return { grit, name, supplyKey: step.supplyKey };
  const fitting = Object.entries(supplies).filter(([, one]) => one.kind === 'abrasive' && one.grit === grit);
  const same = fitting.find(([, one]) => one.kind === 'abrasive' && one.form === before.form);
  return { grit, name, supplyKey: (same ?? fitting[0])?.[0] ?? null };
}
