import type { Minute } from '../shop/calendar.ts';
import { Builder, collides, type Guide, type LoadProgress, NO_GUIDE, type PinTrouble } from './builder.ts';
import type { Load, Plan, PlanProblem } from './model.ts';

/** Orders loads that could start at the same minute. Larger goes first. */
type Priority = (load: Load, remaining: Minute) => number;

const PRIORITIES: Priority[] = [(_load, remaining) => remaining, () => 0];

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

/** Always places what could start first; ties go by priority. */
function greedy(problem: PlanProblem, priority: Priority, guide: Guide): Made {
  const builder = new Builder(problem, guide);
  const { all, open } = builder;
  const order: number[] = [];
  if (builder.troubles.length > 0) return { ok: false, message: '', troubles: builder.troubles };
  while (open.size > 0) {
    let best: LoadProgress | null = null;
    for (const progress of open) {
      // Time only fills up: a place that is still free is still the earliest one.
      progress.candidate ??= builder.candidate(progress);
      if (!progress.candidate) return refused(builder, progress);
      const isEarlier = best === null || progress.start < best.start;
      const isTie = best !== null && progress.start === best.start;
      if (
        isEarlier ||
        (isTie && best && priority(progress.load, progress.remaining) > priority(best.load, best.remaining))
      ) {
        best = progress;
      }
    }
    if (!best?.candidate) break;
    const { op: done } = best.candidate;
    order.push(all.indexOf(best));
    const placements = builder.commit(best, best.candidate);
    for (const other of open) {
      if (!other.candidate) continue;
      const wanted = [...other.candidate.repairs, { op: other.candidate.op, slot: other.candidate.slot }];
      const mayJoin = done.shareKey !== null && other.op?.shareKey === done.shareKey;
      if (mayJoin || wanted.some((one) => placements.some((two) => collides(one, two))))
        other.candidate = null;
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
    if (!progress?.op) continue;
    const candidate = builder.candidate(progress);
    if (!candidate) return refused(builder, progress);
    builder.commit(progress, candidate);
    placed.push(index);
  }
  return { ok: true, value: { plan: builder.plan(), order: placed } };
}

/**
 * Makes a first plan: serial schedule generation over the loads, once for each of a few priority rules; the earliest
 * hand-over wins, ties go to the earlier rule. Deterministic. Where a recoat window shuts or dust grows old before a coat
 * can start, scuff and dust are put in before it.
 *
 * @param rules how many of the priority rules to try.
 * @returns the plan, its waits not yet explained, or a sentence why no plan exists.
 */
export function makePlan(problem: PlanProblem, rules = PRIORITIES.length, guide: Guide = NO_GUIDE): Made {
  let best: Ordered | null = null;
  let refusal: PinFailure = { ok: false, message: 'There is nothing to plan.', troubles: [] };
  for (const priority of PRIORITIES.slice(0, rules)) {
    const made = greedy(problem, priority, guide);
    if (!made.ok) refusal = made;
    else if (!best || made.value.plan.handOver < best.plan.handOver) best = made.value;
  }
  return best ? { ok: true, value: best } : refusal;
}
