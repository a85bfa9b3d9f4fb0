import { OPERATIONS, type Operation } from '../systems/operations.ts';
import { type Step, SURFACES, type Surface } from '../systems/step.ts';
import type { LogEntry, WorkRecord } from './log.ts';

/** What a step says, in the form that the log keeps. @param place row of the plan that it was done in; @param gun its name. */
export function workOf(step: Step, place: string | null = null, gun: string | null = null): WorkRecord {
  const { operation, resultingSurface, productKey, supplyKey, grit, applicator, thinning, wftUm, dryingMin } =
    step;
  const { conditionerPct, applications, passes } = step;
  return {
    stepName: step.name,
    operation,
    resultingSurface,
    productKey,
    supplyKey,
    grit,
    applicator,
    gun,
    thinning,
    wftUm,
    conditionerPct,
    passes,
    applications,
    place: place ?? step.place,
    dryingMin,
    minutes: null,
    tookMin: null,
  };
}

function known<T extends string>(words: readonly T[], word: string | null): T | null {
  return words.find((one) => one === word) ?? null;
}

/** A step as it was when an entry was logged for it; as it stands where the entry does not say. */
export function stepAsLogged(step: Step, entry: Pick<LogEntry, 'work'> | undefined): Step {
  const work = entry?.work;
  if (!work) return step;
  const operation: Operation = known(OPERATIONS, work.operation) ?? step.operation;
  const resultingSurface: Surface | null = known(SURFACES, work.resultingSurface);
  const { stepName, productKey, supplyKey, grit, applicator, thinning, wftUm, dryingMin } = work;
  const { conditionerPct, applications, passes } = work;
  return {
    ...step,
    name: stepName,
    operation,
    resultingSurface,
    productKey,
    supplyKey,
    grit,
    applicator,
    thinning,
    wftUm,
    conditionerPct,
    passes,
    applications,
    dryingMin,
  };
}
