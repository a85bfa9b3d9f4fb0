import type { Minute } from '../../shop/calendar.ts';
import { type Load, type Plan, type PlanProblem, sessionOf } from '../problem/model.ts';
import { Builder, type Guide, NO_GUIDE, type PinTrouble } from './builder.ts';
import type { Candidate, LoadProgress } from './progress.ts';

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

/** Larger jobs are looked at in smaller groups as well: where few loads are under way together, each is through sooner. */
const FEW_AT_ONCE: readonly number[] = [4, 8, 10, 12];

/**
 * Further first plans, one for each number of loads that are looked at together and each way of breaking ties; none where
 * there are no more loads than the smallest of these numbers.
 */
export function fewAtOnce(problem: PlanProblem): ((guide: Guide) => Ordered | null)[] {
  return FEW_AT_ONCE.filter((atOnce) => atOnce < problem.loads.length).flatMap((atOnce) =>
    RULES.slice(0, 2).map(({ priority }) => (guide: Guide) => {
      const made = greedy(problem, { priority, atOnce }, guide);
      return made.ok ? made.value : null;
    }),
  );
}

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

/** Places operations in a builder, and notes in which order. */
class Placing {
  readonly builder: Builder;
  readonly order: number[] = [];
  private readonly indexOf: Map<LoadProgress, number>;

  constructor(problem: PlanProblem, guide: Guide) {
    this.builder = new Builder(problem, guide);
    this.indexOf = new Map(this.builder.all.map((progress, index) => [progress, index]));
  }

  /** Puts where it goes what a load has next. @returns whether there was a place for it. */
  place(progress: LoadProgress): boolean {
    const candidate = this.builder.candidate(progress);
    if (!candidate) return false;
    this.commit(progress, candidate);
    return true;
  }

  commit(progress: LoadProgress, candidate: Candidate): void {
    this.order.push(this.indexOf.get(progress) ?? 0);
    this.builder.commit(progress, candidate);
  }

  /** Takes down what is to be taken down. @returns the load that found no place, if any. */
  takeDown(ranks: Iterable<LoadProgress>): LoadProgress | null {
    for (const progress of this.builder.takenDown(ranks))
      while (progress.isAtHead) if (!this.place(progress)) return progress;
    return null;
  }

  /**
   * Brings back what is through; where others wait for that, they come after it, by `rest`.
   * @returns the load that found no place, if any.
   */
  bringBack(rest: () => LoadProgress | null): LoadProgress | null {
    for (let left = this.builder.broughtBack(); left.length > 0; left = this.builder.broughtBack()) {
      for (const progress of left) while (progress.op) if (!this.place(progress)) return progress;
      const stuck = rest();
      if (stuck) return stuck;
    }
    return null;
  }

  made(stuck: LoadProgress | null): Made {
    if (stuck) return refused(this.builder, stuck);
    return { ok: true, value: { plan: this.builder.plan(), order: this.order } };
  }
}

/**
 * Always places what could start first; ties go by priority. Time only fills up, so what was worked out before other things
 * were placed still says from when at the earliest: only what comes first by that is worked out again.
 */
function greedy(problem: PlanProblem, { priority, atOnce }: Rule, guide: Guide): Made {
  const placing = new Placing(problem, guide);
  const { builder, order } = placing;
  const { open } = builder;
  if (builder.troubles.length > 0) return { ok: false, message: '', troubles: builder.troubles };
  const byStart = (): LoadProgress | null => {
    for (;;) {
      let best: LoadProgress | null = null;
      let seen = 0;
      for (const progress of open) {
        if (progress.isHeldUp || progress.isAtTail) continue;
        seen += 1;
        if (seen > atOnce && progress.isUntouched) continue;
        if (best === null || progress.start < best.start) best = progress;
        else if (
          progress.start === best.start &&
          priority(progress.load, progress.remaining) > priority(best.load, best.remaining)
        )
          best = progress;
      }
      if (!best) return null;
      if (best.candidate === null || best.seen !== order.length) {
        best.candidate = builder.candidate(best);
        best.seen = order.length;
        if (!best.candidate) return best;
        best.start = best.candidate.repairs[0]?.slot.start ?? best.candidate.slot.start;
        continue;
      }
      const { op: done } = best.candidate;
      placing.commit(best, best.candidate);
      // What may go straight on from it could start earlier than by itself.
      const session = sessionOf(done);
      if (session !== null)
        for (const other of open) {
          if (!other.op || sessionOf(other.op) !== session) continue;
          other.candidate = null;
          other.start = 0;
        }
    }
  };
  return placing.made(placing.takeDown(open) ?? byStart() ?? placing.bringBack(byStart));
}

/**
 * The plan that comes from placing operations in a given order, each at the earliest time that is free then; later ones
 * may slip in before earlier ones. What is taken down at the client comes first and what is brought back last, each in the same
 * order; what the order does not name follows load by load.
 *
 * @param order index of a load for each operation; entries too many are passed over.
 */
export function placeInOrder(problem: PlanProblem, order: readonly number[], guide: Guide = NO_GUIDE): Made {
  const placing = new Placing(problem, guide);
  const { builder } = placing;
  if (builder.troubles.length > 0) return { ok: false, message: '', troubles: builder.troubles };
  const rest = builder.all.flatMap(({ load }, index) => load.ops.map(() => index));
  const ranks = [...order, ...rest].flatMap((index) => builder.all[index] ?? []);
  const byRank = (): LoadProgress | null => {
    for (const progress of ranks) {
      if (!progress.op || progress.isHeldUp || progress.isAtTail) continue;
      if (!placing.place(progress)) return progress;
    }
    return null;
  };
  return placing.made(placing.takeDown(new Set(ranks)) ?? byRank() ?? placing.bringBack(byRank));
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
