import type { StepDraft } from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import type { SequenceEdit } from './model.ts';

/**
 * Repeat once more of a loop that goes on until somebody is content: the steps of its last round again, after it.
 * @returns no change when the loop is not there or has had as many rounds as it may.
 */
export function anotherRepeat(steps: readonly StepDraft[], group: string): SequenceEdit[] {
  const own = steps.filter(({ repeat }) => repeat?.group === group);
  const last = Math.max(0, ...own.map(({ repeat }) => repeat?.number ?? 0));
  const max = own[0]?.repeat?.max ?? 0;
  const latest = own.filter(({ repeat }) => repeat?.number === last);
  const end = latest.at(-1);
  if (!end || last >= max) return [];
  const before = steps[steps.indexOf(end) + 1]?.key ?? null;
  const next = (text: string) =>
    text.replace(new RegExp(`\\b${last}\\b(?!.*\\b${last}\\b)`), String(last + 1));
  return latest.map((step) => ({
    kind: 'insert',
    before,
    step: {
      ...step,
      key: next(step.key),
      name: does(step, 'flattens') ? step.name : next(step.name),
      waitFor: does(step, 'fillsPores') ? 'sand' : step.waitFor,
      repeat: { group, number: last + 1, max },
    },
  }));
}
