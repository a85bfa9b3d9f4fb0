import type { PlanProblem } from '../problem/model.ts';
import type { Guide } from './builder.ts';
import {
  AT_ONCE,
  asListed,
  IN_WAVES,
  longestLeft,
  type Ordered,
  placeInOrder,
  planByRule,
  type Rule,
} from './schedule.ts';

/** Decisions of a plan besides the order of placing, the starts and the people. */
export type Ways = Pick<Guide, 'takeDowns' | 'isFree' | 'setUpWithin'>;

export const FIRST_WAYS: Ways = { takeDowns: 1, isFree: false };

/** A way to a first plan besides the one that a search begins with. */
export interface Start {
  /** How many of its kind come before it. */
  number: number;
  ways: Ways;
  make: (guide: Guide) => Ordered | null;
}

/** Where guns are set up at an opening or after a break alone: within so many minutes of it. */
const SET_UP_WITHIN = 30;

/** Most trips on which pieces are taken down. */
const MOST_TAKE_DOWNS = 3;

/**
 * Pieces taken down on one day or on several, where any hang at a client; with people who keep their loads, or take what comes,
 * where there is more than one; and with guns that are set up whenever they are needed, or for many loads together.
 */
export function allWays({ loads, people }: PlanProblem): Ways[] {
  const fetched = loads.filter(({ ops }) => ops.some(({ isTrip, done }) => isTrip && !done)).length;
  const days = Math.max(1, Math.min(MOST_TAKE_DOWNS, fetched));
  const keeping = people.length > 1 ? [false, true] : [false];
  const isSprayed = loads.some(({ ops }) => ops.some(({ paint, done }) => paint && !done));
  const setUps = isSprayed && loads.length > 1 ? [undefined, SET_UP_WITHIN] : [undefined];
  return setUps.flatMap((setUpWithin) =>
    keeping.flatMap((isFree) =>
      Array.from({ length: days }, (_, index) => ({ takeDowns: index + 1, isFree, setUpWithin })),
    ),
  );
}

/** Rules that make good first plans, those first that did best on large jobs; each with who takes the next task. */
const RULES: readonly (Rule & Pick<Ways, 'isFree' | 'setUpWithin'>)[] = [
  { ...IN_WAVES, isFree: true },
  { priority: longestLeft, atOnce: 24, isFree: true },
  { ...IN_WAVES, isFree: false },
  { priority: asListed, atOnce: AT_ONCE, isFree: false },
  { priority: longestLeft, atOnce: AT_ONCE, byDay: true, isFree: true, setUpWithin: SET_UP_WITHIN },
  { priority: asListed, atOnce: AT_ONCE, isFree: false, setUpWithin: SET_UP_WITHIN },
  { priority: longestLeft, atOnce: AT_ONCE, byDay: true, isFree: true },
  { priority: longestLeft, atOnce: AT_ONCE, isFree: true },
  { priority: asListed, atOnce: 24, isFree: true },
  { priority: longestLeft, atOnce: 8, isFree: true },
];

/** Further first plans of a question, in the order in which they are worth trying. */
export function startsOf(problem: PlanProblem): Start[] {
  const ways = allWays(problem);
  const isAlone = problem.people.length < 2;
  const trips = Math.max(...ways.map(({ takeDowns = 1 }) => takeDowns));
  const byRules = RULES.filter(
    ({ atOnce, byDay, inWaves }) => byDay || inWaves || atOnce >= AT_ONCE || atOnce < problem.loads.length,
  ).map(({ isFree = false, setUpWithin, ...rule }) => ({
    ways: { takeDowns: Math.min(2, trips), isFree: isFree && !isAlone, setUpWithin },
    make: (guide: Guide) => planByRule(problem, rule, guide),
  }));
  const inRanks = inRank(problem).map((order, at) => ({
    ways: ways[(at * 2) % ways.length] ?? FIRST_WAYS,
    make: (guide: Guide) => placed(problem, order, guide),
  }));
  return [...byRules, ...inRanks].map((start, number) => ({ ...start, number }));
}

/** A plan by an order of placing; null where there is none. */
function placed(problem: PlanProblem, order: readonly number[], guide: Guide): Ordered | null {
  const made = placeInOrder(problem, order, guide);
  return made.ok ? made.value : null;
}

/** Orders in which one load goes through after the other: as they are listed, from the last to the first, and zone by zone in turn. */
function inRank({ loads }: PlanProblem): number[][] {
  const listed = loads.map((_, index) => index);
  const places = new Map<string, number>();
  const turn = loads.map(({ zoneId, lie }) => {
    const key = `${zoneId} ${lie}`;
    const at = places.get(key) ?? 0;
    places.set(key, at + 1);
    return at;
  });
  const inTurns = [...listed].sort((a, b) => (turn[a] ?? 0) - (turn[b] ?? 0) || a - b);
  return [listed, listed.toReversed(), inTurns].map((ranks) =>
    ranks.flatMap((index) => loads[index]?.ops.filter(({ done }) => !done).map(() => index) ?? []),
  );
}
