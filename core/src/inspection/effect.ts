import { type PlanRequest, searchPlan } from '../planning/index.ts';
import { applyEdits, type SequenceEdit } from '../rules/index.ts';
import type { Minute } from '../shop/index.ts';
import type { Step } from '../systems/index.ts';

/** What a repair does to the plan of its job. */
export interface CureEffect {
  /** When the job is finished with it. */
  completion: Minute;
  /** So many minutes later than without; below 0 where the new plan happens to be better. */
  laterMin: number;
}

/** Tries of the search on each plan: enough that the repairs can be told apart, not only the luck of a rule. */
const TRIES = 24;

/** When the best plan ends that a short search finds; null where there is none. */
function endOf(question: PlanRequest): Minute | null {
  const search = searchPlan(question, { objective: 'earliest', seed: 1, pins: new Map() });
  if (!search.ok) return null;
  for (let tries = 0; tries < TRIES; tries += 1) search.value.step();
  return search.value.found?.plan.completion ?? null;
}

/** A stand-in for the id that a step gets once it is kept. */
const idOf = (zoneId: string, number: number) =>
  `${zoneId.slice(0, 24)}${number.toString(16).padStart(12, 'f')}`;

/** The steps of a job with edits of the sequence of one of its zones. */
function editedSteps(steps: readonly Step[], zoneId: string, edits: readonly SequenceEdit[]): Step[] {
  const known = steps.filter((step) => step.zoneId === zoneId).sort((a, b) => a.position - b.position);
  const byKey = new Map(known.map(({ key, id }) => [key, id]));
  const drafts = known.map(({ id: _id, zoneId: _zone, position: _position, ...draft }) => draft);
  return [
    ...steps.filter((step) => step.zoneId !== zoneId),
    ...applyEdits(drafts, edits).map(
      (draft, position): Step => ({
        ...draft,
        id: byKey.get(draft.key) ?? idOf(zoneId, position),
        zoneId,
        position,
      }),
    ),
  ];
}

/**
 * What each of some repairs does to the end of a job, each by itself: the job is planned with it and without.
 * @param zoneId zone of the piece. @param edits of its sequence, for each repair.
 * @returns null for one with which the job cannot be planned.
 */
export function cureEffects(
  question: PlanRequest,
  zoneId: string,
  edits: readonly (readonly SequenceEdit[])[],
): (CureEffect | null)[] {
  const base = endOf(question);
  if (base === null) return edits.map(() => null);
  return edits.map((one) => {
    if (one.length === 0) return { completion: base, laterMin: 0 };
    const steps = editedSteps(question.input.steps, zoneId, one);
    const completion = endOf({ ...question, input: { ...question.input, steps } });
    return completion === null ? null : { completion, laterMin: completion - base };
  });
}
