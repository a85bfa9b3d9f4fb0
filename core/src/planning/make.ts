import { failure, type Outcome, success } from '../base/outcome.ts';
import type { Climate } from '../drying/index.ts';
import { isForPlanning } from '../jobs/index.ts';
import { type Minute, minuteAt, toMinute } from '../shop/index.ts';
import { checkPlan } from './explain/check.ts';
import { reservationsOf, stepMark } from './keep/reserve.ts';
import {
  activePins,
  DEFAULT_PLAN_OPTIONS,
  type PlanOptions,
  type PlanSnapshot,
  snapshotOf,
} from './keep/snapshot.ts';
import {
  answerOf,
  type PlanRequest,
  planAsBefore,
  planByRecipe,
  type SolvedPlan,
  searchPlan,
  triesAtOnce,
} from './plan.ts';
import type { JobForPlanning, ShopForPlanning } from './problem/input.ts';
import type { Reservation } from './problem/model.ts';
import { roomWishesOf } from './problem/room.ts';
import type { Bound } from './solve/bound.ts';
import { compareScores, type Objective, scoreOf } from './solve/objective.ts';
import type { PlanRecipe } from './solve/search.ts';

/** A job with the plan that it has. */
interface PlannableJob extends Omit<JobForPlanning, 'job'> {
  job: JobForPlanning['job'] & { name: string };
  plan: PlanSnapshot | null;
}

/** A job whose turn it is, and what stands in the way of planning it. */
interface QueuedJob {
  detail: PlannableJob;
  /** Null where nothing does. */
  refusal: string | null;
  /** That its plan is to be kept under. */
  planId: string;
}

/** Several jobs and the shop that they share; plain data that may cross to another thread. */
export interface PriorityOrder {
  /** In the order of their priority. */
  jobs: readonly QueuedJob[];
  /** Without any job in it. */
  shop: ShopForPlanning;
  now: Date;
}

/**
 * Plans several jobs one after the other: the first has the whole shop, each later one what those before it have left. A job
 * that cannot be planned keeps what its standing plan has taken.
 * @returns the plans in the same order, or why there is none.
 */
export function planSequentially({ jobs, shop, now }: PriorityOrder): Outcome<PlanSnapshot>[] {
  const reserved: Reservation[] = [];
  return jobs.map(({ detail, refusal, planId }) => {
    const outcome: Outcome<PlanSnapshot> =
      refusal === null
        ? planToKeep({ planId, detail, shop: { ...shop, reserved: [...reserved] }, now })
        : failure(refusal);
    const plan = outcome.ok ? outcome.value : detail.plan;
    if (plan) reserved.push(...reservationsOf(plan, detail.log, toMinute(now), detail.job.name));
    return outcome;
  });
}

/** What a plan of one job is made from; plain data that may cross to another thread. */
export interface PlanOrder {
  planId: string;
  detail: PlannableJob;
  shop: ShopForPlanning;
  now: Date;
  /** What is wished; left out: as before. */
  planOptions?: PlanOptions;
  /** Of a plan that was found elsewhere; it is made again here, not believed. */
  recipe?: PlanRecipe;
}

/**
 * Plans a job, in the form in which the plan is kept.
 * @throws Error when the checker finds a broken promise.
 */
export function planToKeep({
  planId,
  detail,
  shop,
  now,
  planOptions,
  recipe,
}: PlanOrder): Outcome<PlanSnapshot> {
  const outcome = planDetail(detail, shop, now, planOptions, recipe);
  return outcome.ok ? success(keepable(planId, outcome.value, detail, shop.climate, now)) : outcome;
}

/** A plan that was made, and what is known about how good it is. */
interface MadePlan {
  answer: SolvedPlan;
  planOptions: PlanOptions;
  bound: Bound | null;
}

/** The minute that a job is planned from: now, or its start if that is still to come. */
export function planningStart({ startOn }: JobForPlanning['job'], timeZone: string, now: Date): Minute {
  return Math.max(toMinute(now), minuteAt(startOn, '00:00', timeZone));
}

/** The question that planning a job asks. */
export function questionOf(
  detail: PlannableJob,
  shop: ShopForPlanning,
  now: Date,
  planOptions: PlanOptions = DEFAULT_PLAN_OPTIONS,
): PlanRequest {
  return {
    // Only what planning reads, so that a question stays small when it crosses to another thread.
    input: {
      job: detail.job,
      zones: detail.zones,
      steps: detail.steps,
      pieces: detail.pieces,
      log: detail.log,
      events: (detail.events ?? []).filter(isForPlanning),
    },
    shop,
    now: planningStart(detail.job, shop.timeZone, now),
    earlier: {
      loads: detail.plan?.loads ?? [],
      ops:
        detail.plan?.ops.map(({ id, start, end, segments, personId, gun }) => ({
          id,
          start,
          end,
          segments,
          personId,
          gun,
        })) ?? [],
    },
    ...roomWishesOf(planOptions),
  };
}

/**
 * Plans a job and verifies the plan with the independent checker. Pins whose time has come or whose operation is gone
 * fall away.
 * @param recipe of a plan that was found elsewhere; it is made again here, not believed.
 * @throws Error when the checker finds a broken promise: better no plan than a wrong one.
 */
function planDetail(
  detail: PlannableJob,
  shop: ShopForPlanning,
  now: Date,
  planOptions: PlanOptions = detail.plan?.planOptions ?? DEFAULT_PLAN_OPTIONS,
  recipe: PlanRecipe | null = null,
): Outcome<MadePlan> {
  const question = questionOf(detail, shop, now, planOptions);
  const pins = activePins(planOptions, question.now);
  const search = searchPlan(question, { objective: planOptions.objective, seed: 1, pins });
  if (!search.ok) return search;
  const tries = recipe === null ? triesAtOnce(detail.pieces.length, shop.reserved.length) : 0;
  for (let number = 0; number < tries && !search.value.isProven; number += 1) search.value.step();
  const { found, bound } = search.value;
  let chosen: SolvedPlan | null = found;
  if (recipe !== null) {
    const made = planByRecipe(question, recipe, pins);
    // What was found a minute ago may have become worse than what can be had now.
    if (made.ok && (!chosen || isNoWorse(made.value, chosen, planOptions.objective))) chosen = made.value;
  }
  // Planned again, an unchanged job keeps what it had where nothing earlier is found.
  const asBefore = detail.plan && recipe === null ? planAsBefore(question, detail.plan.ops) : null;
  if (
    asBefore?.ok &&
    chosen &&
    compareScores(
      scoreOf(asBefore.value.plan, planOptions.objective),
      scoreOf(chosen.plan, planOptions.objective),
    ) < 0 &&
    checkPlan(asBefore.value.problem, asBefore.value.plan, pins).length === 0
  )
    chosen = asBefore.value;
  if (!chosen) return failure('There is nothing to plan.');
  const answer = answerOf(chosen);
  const violations = checkPlan(answer.problem, answer.plan, pins);
  if (violations.length > 0)
    throw new Error(`the plan breaks its own rules: ${JSON.stringify(violations.slice(0, 5))}`);
  const known = new Set(answer.plan.ops.map(({ op }) => op.id));
  const kept = Object.fromEntries([...pins].filter(([id]) => known.has(id)));
  return success({ answer, planOptions: { ...planOptions, pins: kept }, bound });
}

function isNoWorse(a: SolvedPlan, b: SolvedPlan, objective: Objective): boolean {
  return compareScores(scoreOf(a.plan, objective), scoreOf(b.plan, objective)) <= 0;
}

/** The plan in the form in which it is kept. */
function keepable(
  id: string,
  { answer, planOptions, bound }: MadePlan,
  { steps }: PlannableJob,
  climate: Climate,
  now: Date,
): PlanSnapshot {
  const known = planOptions.objective === 'earliest' ? bound : null;
  return {
    ...snapshotOf(id, now.toISOString(), climate, answer, planOptions, known),
    stepMarks: Object.fromEntries(steps.map((step) => [step.id, stepMark(step)])),
  };
}
