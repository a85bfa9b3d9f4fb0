import type { Minute } from '../../shop/calendar.ts';
import { type Load, type Plan, type PlanOp, type PlanProblem, sessionOf } from '../problem/model.ts';
import { Builder, type Guide, NO_GUIDE, type PinTrouble } from './builder.ts';
import type { Candidate, LoadProgress } from './progress.ts';
import { firstIndexEndingAfter, type Placement } from './timetable.ts';
import { Waves } from './waves.ts';
import { workdaysOf } from './workdays.ts';

/** How a first plan is made. */
export interface Rule {
  /** Orders loads that could start at the same minute. Larger goes first. */
  priority: (load: Load, remaining: Minute) => number;
  /** So many loads are looked at together; further ones are begun when one of them is through. */
  atOnce: number;
  /** The order decides among all that could start on the same day of work, not only at the same minute. */
  byDay?: boolean;
  /** Days by waves of coats: what can have two of them today goes first. */
  inWaves?: boolean;
}

/** Loads looked at together: enough to fill every place, few enough that a long job takes no longer a piece than a short one. */
export const AT_ONCE = 16;

/** Loads looked at together at the most. */
export const MANY_LOADS = 60;

/** First come, first served; what stands first in the list goes first. */
export const asListed: Rule['priority'] = () => 0;
/** What takes longest from here on goes first. */
export const longestLeft: Rule['priority'] = (_load, remaining) => remaining;

/** Days by waves of coats, whatever stands first in the list. */
export const IN_WAVES: Rule = { priority: asListed, atOnce: MANY_LOADS, inWaves: true };

const RULES: readonly Rule[] = [
  { priority: longestLeft, atOnce: AT_ONCE },
  { priority: asListed, atOnce: AT_ONCE },
];
/** Everything together: only worth its time where there is little. */
const WIDE: Rule = { priority: longestLeft, atOnce: MANY_LOADS };

/** From so many loads on rail and rack are filled many times over, and what dries there a night decides. */
const FILLED_OFTEN = 18;

/** The rules that are worth trying, the best first: waves where the places are filled many times over. */
function rulesFor({ loads }: PlanProblem): readonly Rule[] {
  return loads.length >= FILLED_OFTEN ? [IN_WAVES, ...RULES] : [...RULES, WIDE, IN_WAVES];
}

/** The plan that one rule makes; null where it makes none. */
export function planByRule(problem: PlanProblem, rule: Rule, guide: Guide): Ordered | null {
  const made = greedy(problem, rule, guide);
  return made.ok ? made.value : null;
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

/** Whether an operation goes by itself: where a gun is free, or which session is joined, depends on all that was placed since. */
function isAlone({ op }: Candidate, asked: PlanOp | undefined): boolean {
  return op === asked && !op.paint;
}

/** Whether a place in time is as free as it was: nothing since has taken its person, its room, its gun or what dries there. */
function isUntouched({ op, slot, repairs }: Candidate, log: readonly Placement[], from: number): boolean {
  if (repairs.length > 0) return false;
  const until = slot.occupiedUntil ?? slot.end;
  for (let at = from; at < log.length; at += 1) {
    const since = log[at];
    if (!since) break;
    if (since.slot.personId === slot.personId && since.slot.start < slot.end && slot.start < since.slot.end)
      return false;
    if (since.slot.start >= until || slot.start >= (since.slot.occupiedUntil ?? since.slot.end)) continue;
    if (takesSame(op, since.op)) return false;
  }
  return true;
}

function takesSame(one: PlanOp, other: PlanOp): boolean {
  const takes = ({ uses, hold }: PlanOp, id: string) =>
    hold?.resourceId === id || uses.some(({ resourceId }) => resourceId === id);
  return (
    one.uses.some(({ resourceId }) => takes(other, resourceId)) ||
    (one.hold !== null && takes(other, one.hold.resourceId))
  );
}

/** Places operations in a builder, and notes in which order. */
class Placing {
  readonly builder: Builder;
  readonly order: number[] = [];
  /** What was put where, repairs included, in the order of placing. */
  private readonly log: Placement[] = [];
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
    this.log.push(...this.builder.commit(progress, candidate));
  }

  /** Works out where a load goes on, where that is not known any more: time only fills up, so nothing else can have moved it. */
  refresh(progress: LoadProgress): void {
    const { candidate } = progress;
    const isKnown =
      candidate !== null &&
      isAlone(candidate, progress.op) &&
      isUntouched(candidate, this.log, progress.seen);
    progress.seen = this.log.length;
    if (isKnown) return;
    progress.candidate = this.builder.candidate(progress);
    const { candidate: found } = progress;
    if (found) progress.start = found.repairs[0]?.slot.start ?? found.slot.start;
  }

  isFresh({ candidate, seen }: LoadProgress): boolean {
    return candidate !== null && seen === this.log.length;
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
function greedy(
  problem: PlanProblem,
  { priority, atOnce, byDay = false, inWaves = false }: Rule,
  guide: Guide,
): Made {
  const placing = new Placing(problem, guide);
  const { builder } = placing;
  const { open } = builder;
  if (builder.troubles.length > 0) return { ok: false, message: '', troubles: builder.troubles };
  const workdays = byDay || inWaves ? workdaysOf(problem.people) : null;
  const turnOf = (start: Minute) => (workdays ? firstIndexEndingAfter(workdays, start) : start);
  const waves = inWaves ? new Waves(problem) : null;
  const goesBefore = (one: LoadProgress, other: LoadProgress): boolean => {
    const sooner = turnOf(one.start) - turnOf(other.start);
    if (sooner !== 0) return sooner < 0;
    const wave = waves?.compare(one, other) ?? 0;
    if (wave !== 0) return wave < 0;
    const more = priority(one.load, one.remaining) - priority(other.load, other.remaining);
    return more !== 0 ? more > 0 : one.start < other.start;
  };
  const byStart = (): LoadProgress | null => {
    for (;;) {
      let best: LoadProgress | null = null;
      let seen = 0;
      for (const progress of open) {
        if (progress.isHeldUp || progress.isAtTail) continue;
        seen += 1;
        if (seen > atOnce && progress.isUntouched) continue;
        if (best === null || goesBefore(progress, best)) best = progress;
      }
      if (!best) return null;
      if (!placing.isFresh(best)) {
        placing.refresh(best);
        if (!best.candidate) return best;
        continue;
      }
      const { op: done } = best.candidate as Candidate;
      placing.commit(best, best.candidate as Candidate);
      waves?.placed(best);
      // What may go straight on from it could start earlier than by itself.
      const session = sessionOf(done);
      if (session !== null)
        for (const other of open) if (other.op && sessionOf(other.op) === session) other.forget();
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
  // What is taken down comes before all else: the first entries of its load stand for that.
  const ahead = new Map<LoadProgress, number>();
  const byRank = (): LoadProgress | null => {
    for (const progress of ranks) {
      const taken = ahead.get(progress) ?? 0;
      if (taken > 0) {
        ahead.set(progress, taken - 1);
        continue;
      }
      if (!progress.op || progress.isHeldUp || progress.isAtTail) continue;
      if (!placing.place(progress)) return progress;
    }
    return null;
  };
  const stuck = placing.takeDown(new Set(ranks));
  for (const index of placing.order) {
    const progress = builder.all[index];
    if (progress) ahead.set(progress, (ahead.get(progress) ?? 0) + 1);
  }
  return placing.made(stuck ?? byRank() ?? placing.bringBack(byRank));
}

/**
 * Makes a first plan: serial schedule generation over the loads, once for each of a few rules; the earliest
 * handover wins, ties go to the earlier rule. Deterministic. Where a recoat window shuts or dust grows old before a coat
 * can start, scuff and dust are put in before it.
 *
 * @param rules how many of the priority rules to try. @param from the first of them.
 * @returns the plan, its waits not yet explained, or a sentence why no plan exists.
 */
export function makePlan(problem: PlanProblem, rules?: number, guide: Guide = NO_GUIDE, from = 0): Made {
  let best: Ordered | null = null;
  let refusal: PinFailure = { ok: false, message: 'There is nothing to plan.', troubles: [] };
  for (const rule of rulesFor(problem).slice(from, rules)) {
    const made = greedy(problem, rule, guide);
    if (!made.ok) refusal = made;
    else if (!best || made.value.plan.completion < best.plan.completion) best = made.value;
  }
  return best ? { ok: true, value: best } : refusal;
}
