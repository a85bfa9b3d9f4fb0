import { failure, type Outcome, success } from '../outcome.ts';
import type { Minute } from '../shop/calendar.ts';
import { explainWaits } from './explain.ts';
import { type EarlierPlan, type JobForPlanning, NO_EARLIER_PLAN, type ShopForPlanning } from './input.ts';
import type { Plan, PlanProblem } from './model.ts';
import { buildProblem, peopleOf } from './problem.ts';
import { makePlan } from './schedule.ts';
import type { PlannedOp } from './snapshot.ts';

/** Load sizes that are tried: as large as the places allow, then halves and thirds. */
const SPLITS = [1, 2, 3];
/** Days that calendars reach; the long one is tried only when the short one is not enough. */
const HORIZONS_DAYS = [75, 500];

/** A plan together with the question that it answers. */
export interface AnsweredPlan {
  problem: PlanProblem;
  plan: Plan;
}

function isBetter(a: Plan, b: Plan): boolean {
  if (a.handOver !== b.handOver) return a.handOver < b.handOver;
  return a.ops.length < b.ops.length;
}

/**
 * Plans a job from now on: tries a few load sizes and keeps the earliest hand-over; ties go to fewer operations.
 * Every wait of the plan is explained.
 * Deterministic for the same input.
 */
export function planJob(
  input: JobForPlanning,
  shop: ShopForPlanning,
  now: Minute,
  earlier: EarlierPlan = NO_EARLIER_PLAN,
): Outcome<AnsweredPlan> {
  // Splitting thousands of pieces further multiplies the work and gains nothing: the places are full anyway.
  const splits = input.pieces.length > 300 ? SPLITS.slice(0, 1) : SPLITS;
  let refusal: Outcome<AnsweredPlan> = failure('There is nothing to plan.');
  for (const days of HORIZONS_DAYS) {
    const horizon = now + days * 1440;
    const span = { now, horizon, people: peopleOf(shop, now, horizon) };
    let best: AnsweredPlan | null = null;
    for (const atLeast of splits) {
      const problem = buildProblem(input, shop, span, earlier, atLeast);
      if (!problem.ok) return problem;
      // One rule tells which load size is best; the others are tried on that one alone.
      const plan = makePlan(problem.value, 1);
      if (!plan.ok) refusal = plan;
      else if (!best || isBetter(plan.value, best.plan)) best = { problem: problem.value, plan: plan.value };
    }
    if (best) {
      const { problem } = best;
      const again = makePlan(problem);
      const plan = again.ok && isBetter(again.value, best.plan) ? again.value : best.plan;
      return success({ problem, plan: { ...plan, ops: explainWaits(problem, plan.ops) } });
    }
  }
  return refusal;
}

/** How one operation moved between two plans, in minutes; null where it is only in one of them. */
export interface Move {
  opId: string;
  name: string;
  loadId: string;
  before: Minute | null;
  after: Minute | null;
}

type Placed = Pick<PlannedOp, 'id' | 'name' | 'loadId' | 'start' | 'end' | 'personId'>;

/**
 * What changed between two plans: operations not yet done whose start moved, that are new, or that fell away.
 * In order of the new start.
 */
export function comparePlans(before: readonly Placed[], after: readonly Placed[]): Move[] {
  const old = new Map(before.map((op) => [op.id, op]));
  const kept = new Set(after.map(({ id }) => id));
  const moves: Move[] = [];
  for (const { id, name, loadId, start, end, personId } of after) {
    const was = old.get(id);
    // What was under way starts anew at the moment of planning, but ends as before: it has not moved.
    if (personId === null || was?.start === start || was?.end === end) continue;
    moves.push({ opId: id, name, loadId, before: was?.start ?? null, after: start });
  }
  for (const { id, name, loadId, start, personId } of before) {
    if (personId !== null && !kept.has(id))
      moves.push({ opId: id, name, loadId, before: start, after: null });
  }
  return moves.sort(
    (a, b) => (a.after ?? a.before ?? 0) - (b.after ?? b.before ?? 0) || a.opId.localeCompare(b.opId),
  );
}
