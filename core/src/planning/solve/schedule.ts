import type { Minute } from '../../shop/calendar.ts';
import type { Load, Plan, PlanProblem } from '../problem/model.ts';
import { Builder, type Guide, type LoadProgress, NO_GUIDE, type PinTrouble } from './builder.ts';

/** How a first plan is made. */
interface Rule {
  /** Orders loads that could start at the same minute. Larger goes first. */
  priority: (load: Load, remaining: Minute) => number;
  /** So many loads are looked at together; further ones are begun when one of them is through. */
  atOnce: number;
}

/** Loads looked at together: enough to fill every place, few enough that a long job takes no longer a piece than a short one. */
const AT_ONCE = 16;

/** From so many loads on nothing is tried with all of them together. */
const MANY_LOADS = 60;

const RULES: Rule[] = [
  { priority: (_load, remaining) => remaining, atOnce: AT_ONCE },
  { priority: () => 0, atOnce: AT_ONCE },
  { priority: (_load, remaining) => remaining, atOnce: MANY_LOADS },
];

/** A plan, and the order in which its operations were placed: the index of a load for each of them. */
export interface Ordered {
  plan: Plan;
  order: number[];
}

/** A plan that cannot be made because of pins. */
export interface PinFailure {
  ok: false;
  message: string;
  troubles: PinTrouble[];
}

function refused(builder: Builder, progress: LoadProgress): PinFailure {
  return {
    ok: false,
    message: progress.op ? builder.refusal(progress.op) : 'There is nothing to plan.',
    troubles: builder.troubles,
  };
}

type Made = { ok: true; value: Ordered } | PinFailure;

/**
 * Always places what could start first; ties go by priority. Time only fills up, so what was worked out before other things
 * were placed still says from when at the earliest: only what comes first by that is worked out again.
 */
function greedy(problem: PlanProblem, { priority, atOnce }: Rule, guide: Guide): Made {
  const builder = new Builder(problem, guide);
  const { all, open } = builder;
  const order: number[] = [];
  if (builder.troubles.length > 0) return { ok: false, message: '', troubles: builder.troubles };
  const indexOf = new Map(all.map((progress, index) => [progress, index]));
  while (open.size > 0) {
    let best: LoadProgress | null = null;
    let seen = 0;
    for (const progress of open) {
      if (progress.isHeldUp) continue;
      seen += 1;
      if (seen > atOnce && progress.placed.length === 0) continue;
      if (best === null || progress.start < best.start) best = progress;
      else if (
        progress.start === best.start &&
        priority(progress.load, progress.remaining) > priority(best.load, best.remaining)
      )
        best = progress;
    }
    if (!best) break;
    if (best.candidate === null || best.seen !== order.length) {
      best.candidate = builder.candidate(best);
      best.seen = order.length;
      if (!best.candidate) return refused(builder, best);
      best.start = best.candidate.repairs[0]?.slot.start ?? best.candidate.slot.start;
      continue;
    }
    const { op: done } = best.candidate;
    order.push(indexOf.get(best) ?? 0);
    builder.commit(best, best.candidate);
    // What may go straight on from it could start earlier than by itself.
    if (done.shareKey !== null)
      for (const other of open) {
        if (other.op?.shareKey !== done.shareKey) continue;
        other.candidate = null;
        other.start = 0;
      }
  }
  return { ok: true, value: { plan: builder.plan(), order } };
}

/**
 * The plan that comes from placing operations in a given order, each at the earliest time that is free then; later ones
 * may slip in before earlier ones. What the order does not name follows load by load.
 *
 * @param order index of a load for each operation; entries too many are passed over.
 */
export function placeInOrder(problem: PlanProblem, order: readonly number[], guide: Guide = NO_GUIDE): Made {
  const builder = new Builder(problem, guide);
  const placed: number[] = [];
  if (builder.troubles.length > 0) return { ok: false, message: '', troubles: builder.troubles };
  const rest = builder.all.flatMap(({ load }, index) => load.ops.map(() => index));
  for (const index of [...order, ...rest]) {
    const progress = builder.all[index];
    if (!progress?.op || progress.isHeldUp) continue;
    const candidate = builder.candidate(progress);
    if (!candidate) return refused(builder, progress);
    builder.commit(progress, candidate);
    placed.push(index);
  }
  return { ok: true, value: { plan: builder.plan(), order: placed } };
}

/**
 * Makes a first plan: serial schedule generation over the loads, once for each of a few rules; the earliest
 * handover wins, ties go to the earlier rule. Deterministic. Where a recoat window shuts or dust grows old before a coat
 * can start, scuff and dust are put in before it.
 *
 * @param rules how many of the priority rules to try.
 * @returns the plan, its waits not yet explained, or a sentence why no plan exists.
 */
export function makePlan(problem: PlanProblem, rules = RULES.length, guide: Guide = NO_GUIDE): Made {
  let best: Ordered | null = null;
  let refusal: PinFailure = { ok: false, message: 'There is nothing to plan.', troubles: [] };
  for (const rule of RULES.slice(0, rules)) {
    if (best && rule.atOnce > AT_ONCE && problem.loads.length > MANY_LOADS) continue;
    const made = greedy(problem, rule, guide);
    if (!made.ok) refusal = made;
    else if (!best || made.value.plan.completion < best.plan.completion) best = made.value;
  }
  return best ? { ok: true, value: best } : refusal;
}
