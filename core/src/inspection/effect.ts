import { type Plan, type PlanRequest, searchPlan } from '../planning/index.ts';
import { applyEdits, type SequenceEdit } from '../rules/index.ts';
import type { Minute } from '../shop/index.ts';
import { draftOf, type Step } from '../systems/index.ts';
import { does } from '../systems/operations.ts';

/** What a repair does to the plan of its job. */
export interface CureEffect {
  /** When the job is finished with it. */
  completion: Minute;
  /** So many minutes later than without; below 0 where the new plan happens to be better. */
  laterMin: number;
  /**
   * Whether the piece gets the last coat of its zone together with others, so that sheen and colour match: in one load, or
   * one right after the other from the same mix. Null where no such coat is still to come for it.
   */
  rejoins: boolean | null;
}

/** A repair in both ways of planning it. */
export interface CureEffects {
  /** The whole load waits for the piece. */
  withLoad: CureEffect | null;
  /** The piece leaves its load. */
  alone: CureEffect | null;
}

/** Tries of the search on each plan: enough that the repairs can be told apart, not only the luck of a rule. */
const TRIES = 24;

/** Coats that follow one another this closely come from one mix. */
const ONE_MIX_MINUTES = 60;

/** The best plan that a short search finds; null where there is none. */
function planOf(question: PlanRequest): Plan | null {
  const search = searchPlan(question, { objective: 'earliest', seed: 1, pins: new Map() });
  if (!search.ok) return null;
  for (let tries = 0; tries < TRIES; tries += 1) search.value.step();
  return search.value.found?.plan ?? null;
}

/** Whether a piece gets the last coat that all of its zone get together with others; see {@link CureEffect}. */
function rejoins({ ops }: Plan, steps: readonly Step[], zoneId: string, pieceId: string): boolean | null {
  const last = steps
    .filter(
      (step) =>
        step.zoneId === zoneId && step.pieceIds.length === 0 && does(step, 'laysFilm') && !step.isEdgesOnly,
    )
    .sort((a, b) => a.position - b.position)
    .at(-1);
  const coats = ops.filter(({ op, personId }) => op.isCoat && op.stepId === last?.id && personId !== null);
  const own = coats.filter(({ op }) => op.pieceIds.includes(pieceId));
  if (own.length === 0) return null;
  if (own.some(({ op }) => op.pieceIds.length > 1)) return true;
  return own.some((coat) =>
    coats.some(
      (other) =>
        !own.includes(other) &&
        other.start - coat.end <= ONE_MIX_MINUTES &&
        coat.start - other.end <= ONE_MIX_MINUTES,
    ),
  );
}

/** A stand-in for the id that a step gets once it is kept. */
const idOf = (zoneId: string, number: number) =>
  `${zoneId.slice(0, 24)}${number.toString(16).padStart(12, 'f')}`;

/** The steps of a job with edits of the sequence of one of its zones. */
export function editedSteps(steps: readonly Step[], zoneId: string, edits: readonly SequenceEdit[]): Step[] {
  const known = steps.filter((step) => step.zoneId === zoneId).sort((a, b) => a.position - b.position);
  const byKey = new Map(known.map(({ key, id }) => [key, id]));
  const drafts = known.map(draftOf);
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
 * What each of some repairs does to the end of a job, each by itself: the job is planned with it and without, once with the
 * whole load waiting and once with the piece on its own.
 * @param zoneId zone of the piece. @param edits of its sequence, for each repair.
 */
export function cureEffects(
  question: PlanRequest,
  zoneId: string,
  pieceId: string,
  edits: readonly (readonly SequenceEdit[])[],
): CureEffects[] {
  const base = planOf(question);
  if (base === null) return edits.map(() => ({ withLoad: null, alone: null }));
  const effectOf = (one: readonly SequenceEdit[]): CureEffect | null => {
    const steps = one.length === 0 ? question.input.steps : editedSteps(question.input.steps, zoneId, one);
    const plan = one.length === 0 ? base : planOf({ ...question, input: { ...question.input, steps } });
    return (
      plan && {
        completion: plan.completion,
        laterMin: plan.completion - base.completion,
        rejoins: rejoins(plan, steps, zoneId, pieceId),
      }
    );
  };
  return edits.map((one) => ({
    withLoad: effectOf(one),
    alone: one.length === 0 ? null : effectOf(alone(one)),
  }));
}

/** The same edits with the piece on its own. */
function alone(edits: readonly SequenceEdit[]): SequenceEdit[] {
  return edits.map((edit) =>
    edit.kind === 'insert' ? { ...edit, step: { ...edit.step, goesAlone: true } } : edit,
  );
}
