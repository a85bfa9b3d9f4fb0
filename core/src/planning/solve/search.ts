import { seeded } from '../../base/random.ts';
import { LOG_ACTION_TRAITS } from '../../jobs/actions.ts';
import type { Minute } from '../../shop/calendar.ts';
import type { Cut } from '../problem/loads.ts';
import { mayDo, type Plan, type PlanProblem } from '../problem/model.ts';
import { type Bound, lowerBound } from './bound.ts';
import { type Guide, NO_GUIDE } from './builder.ts';
import { compareScores, type Objective, scoreOf } from './objective.ts';
import { makePlan, type Ordered, type PinFailure, placeInOrder } from './schedule.ts';
import { allWays, FIRST_WAYS, type Start, startsOf, type Ways } from './starts.ts';
import { workdaysOf } from './workdays.ts';

// Longer than other files: one search, with the state that it keeps.

/** Everything that tells one plan of a problem from another; the same recipe gives the same plan. */
export interface PlanRecipe {
  cut: Cut;
  /** Index of a load for each operation, in the order of placing. */
  order: number[];
  notBefore: Record<string, Minute>;
  who: Record<string, string>;
  /** On how many days pieces are taken down at the client; on the first one where it is left out. */
  takeDowns?: number | undefined;
  /** Whoever is free first takes the next task, whoever had the load before. */
  isFree?: boolean | undefined;
  /** Guns are only set up within so many minutes of an opening or the end of a break. */
  setUpWithin?: Minute | undefined;
}

/** What was planned before: where it is as good, a new plan keeps to it. */
export interface Before {
  /** Starts, by operation. */
  starts: ReadonlyMap<string, Minute>;
  /** Ways that made a good plan of much the same question. */
  recipes: readonly PlanRecipe[];
}

export const NOTHING_BEFORE: Before = { starts: new Map(), recipes: [] };

/** One way of cutting the pieces into loads, with the best plan for it so far. */
interface Line {
  cut: Cut;
  problem: PlanProblem;
  made: Ordered;
  score: number[];
  notBefore: Map<string, Minute>;
  who: Map<string, string>;
  ways: Ways;
  /** Tries since the last gain. */
  idle: number;
  /** Scores of the tries before, as many as are looked back at. */
  past: number[][];
  /** Tries that it has had in all. */
  tried: number;
}

/** One way of cutting, stated as a question. */
export interface CutProblem {
  cut: Cut;
  problem: PlanProblem;
  /** Looked at by the search alone, not for the plan that is there at once. */
  isLate?: boolean;
}

/** A first plan of a way of cutting that is only made when the search comes to it. */
interface LateStart extends Start {
  asked: CutProblem;
}

/** The best plan so far. */
export interface Found {
  problem: PlanProblem;
  plan: Plan;
  recipe: PlanRecipe;
  score: number[];
}

/** How far a shaken order may stray from the times of its plan, in minutes. */
const STRAYS: readonly Minute[] = [120, 480, 1440, 4320];
/** After so many tries without a gain a line is shaken up once. */
const PATIENCE = 80;
/** A task that starts within so many minutes of what was planned has not moved. */
const HARDLY_MOVED = 10;
/** One that goes to another half of the day has moved, no matter how far. */
const MOVED_AWAY = 300;
/** Tries that each way of cutting gets before the better ones are preferred. */
const FAIR_TRIES = 20;
/** A way of cutting whose best plan takes this much longer than the best of all is not gone on with. */
const FAR_BEHIND = 0.15;
/** The same for further first plans. */
const BEHIND = 0.08;
/** With no more loads than these the order of single tasks tells more than that of whole loads. */
const FEW_LOADS = 6;
/** In a shop of which others take more than this, each try takes longer: a first plan gets fewer of them, the search all. */
export const MANY_RESERVED = 5_000;
/** How many tries late acceptance looks back. */
const MEMORY = 12;

/**
 * A search for a better plan: begins with the first plan of each way of cutting loads, then shakes the order of placing
 * around the best ones, large neighbourhoods and small ones in turn. Progressive, to be stopped at any time, and the same
 * seed with the same number of tries gives the same plan.
 */
export class PlanSearch {
  private known: Bound | null = null;
  /** When the first day of work ends. */
  private today: Minute | null = null;
  tries = 0;
  private readonly asked: readonly CutProblem[];
  private readonly lines: Line[] = [];
  /** First plans that are still to be tried. */
  private readonly starts: LateStart[] = [];
  private readonly random: () => number;
  private best: Line | null = null;
  private bestFound: Found | null = null;
  /** Why there is no plan at all; null as soon as there is one. */
  failure: PinFailure | null = null;

  constructor(
    problems: readonly CutProblem[],
    private readonly objective: Objective,
    seed: number,
    private readonly pins: ReadonlyMap<string, Minute> = NO_GUIDE.pins,
    private readonly before: Before = NOTHING_BEFORE,
  ) {
    this.random = seeded(seed);
    this.asked = distinct(problems);
    for (const asked of this.asked) {
      const { cut, problem } = asked;
      const isLate = asked.isLate && !before.recipes.some((recipe) => isSameCut(recipe.cut, cut));
      if (isLate) continue;
      const made = makePlan(problem, 1, this.guide(new Map(), new Map()));
      this.tries += 1;
      if (made.ok) this.lines.push(this.lineOf(asked, made.value));
      else if (!this.failure || made.troubles.length > this.failure.troubles.length) this.failure = made;
    }
    for (const line of this.lines) {
      this.tryAsBefore(line);
      this.keep(line);
    }
    if (this.best && !isCrowded(this.best.problem)) this.tryAllRules(this.best);
    if (this.best) this.failure = null;
    // The finest loads first; one start of each way of cutting in turn, so that none has to wait for all of another.
    const starts = this.asked
      .toReversed()
      .map((asked) => startsOf(asked.problem).map((start) => ({ ...start, asked })));
    for (let at = 0; starts.some((own) => at < own.length); at += 1)
      for (const own of starts) {
        const start = own[at];
        if (start) this.starts.push(start);
      }
  }

  private lineOf({ cut, problem }: CutProblem, made: Ordered, ways: Ways = FIRST_WAYS): Line {
    return {
      cut,
      problem,
      made,
      score: this.rate(problem, made.plan),
      notBefore: new Map(),
      who: new Map(),
      ways,
      idle: 0,
      past: [],
      tried: 0,
    };
  }

  private guide(
    notBefore: ReadonlyMap<string, Minute>,
    who: ReadonlyMap<string, string>,
    ways: Ways = FIRST_WAYS,
  ): Guide {
    return { notBefore, who, ...ways, pins: this.pins };
  }

  /** The other rules for a first plan are only worth their time on the best way of cutting. */
  private tryAllRules(line: Line): void {
    const made = makePlan(line.problem, undefined, this.guide(new Map(), new Map()));
    if (!made.ok) return;
    this.tries += 1;
    const score = this.rate(line.problem, made.value.plan);
    if (compareScores(score, line.score) >= 0) return;
    line.made = made.value;
    line.score = score;
    this.keep(line);
  }

  private rate({ now, people }: PlanProblem, plan: Plan): number[] {
    const { starts } = this.before;
    if (starts.size === 0) return scoreOf(plan, this.objective);
    this.today ??= workdaysOf(people)[0]?.end ?? now;
    const { today } = this;
    let moved = 0;
    for (const { op, personId, start } of plan.ops) {
      const before = starts.get(op.id);
      if (personId === null || before === undefined || Math.min(start, before) >= today) continue;
      // What should have begun already moves in any case: to now at the least.
      const by = Math.abs(start - Math.max(before, now));
      if (by > HARDLY_MOVED) moved += Math.min(by, MOVED_AWAY);
    }
    return scoreOf(plan, this.objective, moved);
  }

  /** The order of the plan before, and ways that did well on much the same question, where they are no worse. */
  private tryAsBefore(line: Line): void {
    const { starts, recipes } = this.before;
    const choices = recipes.filter(({ cut }) => isSameCut(cut, line.cut));
    const order = orderOf(line.problem, starts);
    if (order)
      for (const ways of isCrowded(line.problem) ? [FIRST_WAYS] : allWays(line.problem))
        choices.push({ cut: line.cut, order, notBefore: {}, who: {}, ...ways });
    for (const way of choices) {
      const notBefore = new Map(Object.entries(way.notBefore));
      const who = new Map(Object.entries(way.who));
      const ways = waysOf(way);
      const made = placeInOrder(line.problem, way.order, this.guide(notBefore, who, ways));
      this.tries += 1;
      if (!made.ok) continue;
      const score = this.rate(line.problem, made.value.plan);
      if (compareScores(score, line.score) <= 0)
        Object.assign(line, { made: made.value, score, notBefore, who, ways });
    }
  }

  private keep(line: Line): boolean {
    if (this.bestFound && compareScores(line.score, this.bestFound.score) >= 0) return false;
    this.best = line;
    this.bestFound = {
      problem: line.problem,
      plan: line.made.plan,
      recipe: {
        cut: line.cut,
        order: [...line.made.order],
        notBefore: Object.fromEntries(line.notBefore),
        who: Object.fromEntries(line.who),
        ...line.ways,
      },
      score: line.score,
    };
    return true;
  }

  /** The best plan so far; null when there is none. */
  get found(): Found | null {
    return this.bestFound;
  }

  /** What no plan can end before, however the pieces are cut into loads. Worked out when it is first asked for. */
  get bound(): Bound {
    this.known ??= this.asked.reduce<Bound>(
      (least, { problem }) => {
        const bound = lowerBound(problem, least.at);
        return bound.at < least.at ? bound : least;
      },
      { at: Number.POSITIVE_INFINITY, because: { kind: 'done' } },
    );
    return this.known;
  }

  /** Nothing can be won any more: the handover is at its bound. */
  get isProven(): boolean {
    return (
      this.objective === 'earliest' &&
      this.bestFound !== null &&
      this.bestFound.plan.completion <= this.bound.at
    );
  }

  private pick<T>(items: readonly T[]): T {
    return items[Math.floor(this.random() * items.length)] as T;
  }

  /** The order of a line, shaken: by its times with some of them moved, or with two neighbours exchanged. */
  private shaken({ made, problem }: Line, isStrong: boolean): number[] {
    const { order } = made;
    if (
      !isStrong &&
      this.random() < (problem.loads.length > FEW_LOADS ? 0.7 : 0.1) &&
      problem.loads.length > 1
    )
      return this.reranked(order, problem.loads.length);
    if (!isStrong && this.random() < 0.3) {
      const swapped = [...order];
      const at = Math.floor(this.random() * Math.max(1, order.length - 1));
      for (let other = at + 1; other < order.length; other += 1) {
        if (swapped[other] === swapped[at]) continue;
        [swapped[at], swapped[other]] = [swapped[other] ?? 0, swapped[at] ?? 0];
        break;
      }
      return swapped;
    }
    const starts = startsInOrder(problem, made);
    const stray = isStrong ? 4320 : this.pick(STRAYS);
    const kind = this.random();
    const chosen = Math.floor(this.random() * problem.loads.length);
    const from = this.pick(starts);
    const shift = (this.random() * 2 - 1) * stray;
    const keys = starts.map((start, index) => {
      if (isStrong || kind < 0.35) return start + (this.random() * 2 - 1) * stray;
      // A load earlier or later as a whole, or only what lies about one moment.
      if (kind < 0.7) return order[index] === chosen ? start + shift : start;
      return Math.abs(start - from) <= stray ? start + (this.random() * 2 - 1) * stray : start;
    });
    return order
      .map((load, index) => ({ load, key: keys[index] ?? 0, index }))
      .sort((a, b) => a.key - b.key || a.index - b.index)
      .map(({ load }) => load);
  }

  /** Two loads that change places in the order, or one that goes through as a whole where another begins. */
  private reranked(order: readonly number[], loads: number): number[] {
    const one = Math.floor(this.random() * loads);
    const other = (one + 1 + Math.floor(this.random() * (loads - 1))) % loads;
    if (this.random() < 0.5) return order.map((load) => (load === one ? other : load === other ? one : load));
    const rest = order.filter((load) => load !== one);
    const at = this.random() < 0.5 ? rest.indexOf(other) : rest.lastIndexOf(other) + 1;
    return rest.toSpliced(Math.max(0, at), 0, ...order.filter((load) => load === one));
  }

  /** Which way of cutting is looked at next: all that are not far behind at first, then the better ones more and more. */
  private nextLine(best: Line): Line {
    const { now } = best.problem;
    const most = (best.made.plan.completion - now) * (1 + FAR_BEHIND);
    const near = this.lines.filter(({ made }) => made.plan.completion - now <= most);
    const least = near.reduce((fewest, line) => (line.tried < fewest.tried ? line : fewest), best);
    if (least.tried < FAIR_TRIES && this.random() < 0.8) return least;
    if (this.random() < 0.5) return best;
    const ranked = near.sort((a, b) => compareScores(a.score, b.score));
    return ranked[Math.floor(this.random() ** 2 * ranked.length)] ?? best;
  }

  /** The next first plan that is worth trying: ways of cutting that fell far behind get no more than their first two. */
  private nextStart(best: Line): LateStart | null {
    const { now } = best.problem;
    const most = (best.made.plan.completion - now) * (1 + BEHIND);
    for (let start = this.starts.shift(); start; start = this.starts.shift()) {
      const { asked } = start;
      const line = this.lines.find(({ problem }) => problem === asked.problem);
      if (!line || start.number < 2 || line.made.plan.completion - now <= most) return start;
    }
    return null;
  }

  /** Tries a first plan that was left for later. */
  private tryStart({ asked, ways, make }: LateStart): boolean {
    const made = make(this.guide(new Map(), new Map(), ways));
    if (!made) return false;
    const fresh = this.lineOf(asked, made, ways);
    const line = this.lines.find(({ problem }) => problem === asked.problem);
    if (!line) {
      this.lines.push(fresh);
      this.tryAsBefore(fresh);
      return this.keep(fresh);
    }
    if (compareScores(fresh.score, line.score) >= 0) return false;
    Object.assign(line, fresh, { tried: line.tried });
    return this.keep(line);
  }

  /** Starts put off: so that no window shuts, or because a room or a day should stay free; or taken back. */
  private putOff({ made, notBefore }: Line): Map<string, Minute> {
    const changed = new Map(notBefore);
    if (changed.size > 0 && this.random() < 0.4) {
      changed.delete(this.pick([...changed.keys()]));
      return changed;
    }
    const { ops } = made.plan;
    const scuffed = ops.filter(({ op, personId }) => LOG_ACTION_TRAITS[op.action].keys && personId !== null);
    if (scuffed.length > 0 && this.random() < 0.8) {
      const { op: scuff } = this.pick(scuffed);
      const coat = ops.find(({ op }) => `${op.id}#scuff` === scuff.id);
      const before = ops.findLast(
        ({ op, end, personId }) =>
          coat !== undefined &&
          personId !== null &&
          op.loadId === scuff.loadId &&
          op.windowMax !== null &&
          op.stepId !== scuff.stepId &&
          end <= coat.start,
      );
      if (coat && before && before.op.windowMax !== null)
        changed.set(before.op.id, before.start + (coat.start - before.end - before.op.windowMax));
      return changed;
    }
    if (this.objective === 'room' || this.objective === 'even') {
      const wanted = ops.filter(
        ({ op, personId }) => personId !== null && (this.objective === 'even' || op.row === 'room'),
      );
      if (wanted.length > 0) {
        const { op, start } = this.pick(wanted);
        changed.set(op.id, start + Math.ceil(this.random() * 3) * 1440 - 720);
      }
    }
    return changed;
  }

  /** One operation given to somebody else than who could start first, or set free again. */
  private reassigned({ made, problem, who }: Line): Map<string, string> {
    const changed = new Map(who);
    if (changed.size > 0 && this.random() < 0.35) {
      changed.delete(this.pick([...changed.keys()]));
      return changed;
    }
    const planned = made.plan.ops.filter(({ op, personId }) => personId !== null && !op.id.includes('#'));
    if (planned.length === 0) return changed;
    const { op, personId } = this.pick(planned);
    const others = problem.people.filter((person) => person.id !== personId && mayDo(person, op));
    if (others.length === 0) return changed;
    changed.set(op.id, this.pick(others).id);
    return changed;
  }

  /**
   * Tries one more plan.
   * @returns whether it is the best so far.
   */
  step(): boolean {
    if (!this.best || this.lines.length === 0) return false;
    this.tries += 1;
    const start = this.nextStart(this.best);
    if (start) return this.tryStart(start);
    const line = this.nextLine(this.best);
    line.tried += 1;
    const isStrong = line.idle >= PATIENCE;
    const waits = this.objective === 'room' || this.objective === 'even' ? 0.4 : 0.15;
    const kind = this.random();
    const notBefore = kind < waits ? this.putOff(line) : line.notBefore;
    const who = kind > 0.8 && line.problem.people.length > 1 ? this.reassigned(line) : line.who;
    const isSameOrder = notBefore !== line.notBefore || (who !== line.who && this.random() < 0.5);
    const order = isSameOrder ? line.made.order : this.shaken(line, isStrong);
    const ways = this.random() < 0.1 ? this.pick(allWays(line.problem)) : line.ways;
    const made = placeInOrder(line.problem, order, this.guide(notBefore, who, ways));
    line.idle += 1;
    if (!made.ok) return false;
    const score = this.rate(line.problem, made.value.plan);
    // Late acceptance (Burke and Bykov 2017): as good as it was a while ago is good enough to go on from.
    const { past } = line;
    const isGood =
      isStrong ||
      compareScores(score, line.score) <= 0 ||
      compareScores(score, past[line.idle % MEMORY] ?? line.score) <= 0;
    past[line.idle % MEMORY] = line.score;
    if (!isGood) return false;
    if (isStrong || compareScores(score, line.score) < 0) line.idle = 0;
    if (isStrong) line.past = [];
    // The line goes on from what it found, also where that is only as good: there may be a way on from there.
    line.made = made.value;
    line.score = score;
    line.notBefore = notBefore;
    line.who = who;
    line.ways = ways;
    return this.keep(line);
  }
}

const isCrowded = ({ reserved }: PlanProblem) => reserved.length > MANY_RESERVED;

/** Each way of cutting that gives loads of its own: cutting finer may give the same ones again. */
export function distinct<Way extends CutProblem>(ways: readonly Way[]): Way[] {
  const seen = new Set<string>();
  return ways.filter(({ problem }) => {
    const names = problem.loads.map(({ id }) => id).join();
    const isNew = !seen.has(names);
    seen.add(names);
    return isNew;
  });
}

/** The ways of a recipe, with what is usual where it says nothing. */
export function waysOf({ takeDowns = 1, isFree = false, setUpWithin }: Ways): Ways {
  return { takeDowns, isFree, setUpWithin };
}

function isSameCut(one: Cut, other: Cut): boolean {
  return one.atLeast === other.atLeast && one.share === other.share;
}

/** The order of placing that a plan before had; null where it knew less than half of what is to be planned. */
function orderOf({ loads }: PlanProblem, starts: ReadonlyMap<string, Minute>): number[] | null {
  let known = 0;
  const tasks = loads.flatMap(({ ops }, load) => {
    let last = 0;
    return ops
      .filter(({ done }) => !done)
      .map(({ id }) => {
        const start = starts.get(id);
        if (start !== undefined) known += 1;
        last = Math.max(last, start ?? last);
        return { load, at: last };
      });
  });
  if (tasks.length === 0 || known * 2 < tasks.length) return null;
  return tasks
    .map((task, index) => ({ ...task, index }))
    .sort((a, b) => a.at - b.at || a.index - b.index)
    .map(({ load }) => load);
}

/** The start of each operation, in the order in which they were placed. */
function startsInOrder(problem: PlanProblem, { plan, order }: Ordered): Minute[] {
  const queues = new Map<string, Minute[]>(problem.loads.map(({ id }) => [id, []]));
  for (const { op, personId, start } of plan.ops)
    if (personId !== null && !op.id.includes('#')) queues.get(op.loadId)?.push(start);
  return order.map((index) => queues.get(problem.loads[index]?.id ?? '')?.shift() ?? 0);
}
