import { failure, type Outcome, success } from '../base/outcome.ts';
import { said, saidMoment } from '../said/index.ts';
import { lengthOf, type Minute } from '../shop/calendar.ts';
import { explainWaits } from './explain/explain.ts';
import type { PlannedOp, PlanSnapshot } from './keep/snapshot.ts';
import { driedAt } from './problem/hourly.ts';
import {
  type EarlierPlan,
  type JobForPlanning,
  NO_EARLIER_PLAN,
  type ShopForPlanning,
} from './problem/input.ts';
import { type Cut, WHOLE_LOADS } from './problem/loads.ts';
import {
  goingOn,
  type Plan,
  type PlanOp,
  type PlanProblem,
  repairId,
  type ScheduledOp,
  workMinutes,
} from './problem/model.ts';
import { buildProblem, peopleOf } from './problem/problem.ts';
import { repairOp } from './problem/repairs.ts';
import { type RoomWishes, roomShut, roomWishesOf, shutAsReserved } from './problem/room.ts';
import { freeOf } from './solve/bound.ts';
import type { PinTrouble } from './solve/builder.ts';
import type { Objective } from './solve/objective.ts';
import { LoadProgress } from './solve/progress.ts';
import { makePlan, type PinFailure, placeInOrder } from './solve/schedule.ts';
import { distinct, MANY_RESERVED, type PlanRecipe, PlanSearch, waysOf } from './solve/search.ts';
import { longestInRoom } from './solve/workdays.ts';

// Longer than other files: the ways to a plan share how large jobs are cut and how far ahead is planned.

/** From so many pieces on only the largest loads are tried, and halves of them. */
const LARGE = 300;
/** Load sizes that are tried: as large as the places allow, then more of them, and such that fit side by side. */
const SPLITS: readonly Cut[] = [
  { atLeast: 1, share: 1 },
  { atLeast: 2, share: 1 },
  { atLeast: 3, share: 1 },
  { atLeast: 1, share: 2 },
  { atLeast: 1, share: 3 },
];
/** Days that calendars reach; the long one is tried only when the short one is not enough. */
const HORIZONS_DAYS = [75, 500];

/** A plan that went beyond the short calendars before is not looked for within them again. */
function horizonsFor({ now, earlier }: PlanRequest): readonly number[] {
  const last = earlier.ops.reduce((latest, { end }) => Math.max(latest, end), now);
  return HORIZONS_DAYS.filter(
    (days, index) => index === HORIZONS_DAYS.length - 1 || now + days * 1440 >= last,
  );
}

/** So long a film holds a place beyond the last day of work, at most, in minutes. */
const LONGEST_FILM = 60 * 1440;

/** A plan together with the question that it answers. */
export interface SolvedPlan {
  problem: PlanProblem;
  plan: Plan;
}

function isBetter(a: Plan, b: Plan): boolean {
  if (a.completion !== b.completion) return a.completion < b.completion;
  return a.ops.length < b.ops.length;
}

/**
 * Plans a job from now on: tries a few load sizes and keeps the earliest handover; ties go to fewer operations.
 * Every wait of the plan is explained.
 * Deterministic for the same input.
 */
export function planJob(
  input: JobForPlanning,
  shop: ShopForPlanning,
  now: Minute,
  earlier: EarlierPlan = NO_EARLIER_PLAN,
): Outcome<SolvedPlan> {
  const best = quickPlan({ input, shop, now, earlier });
  if (!best.ok) return best;
  // One rule told which load size is best; the others are tried on that one alone.
  const { problem, plan: first } = best.value;
  const others = makePlan(problem, undefined, undefined, 1);
  const plan = others.ok && others.value.plan.completion < first.completion ? others.value.plan : first;
  return success(answerOf({ problem, plan }));
}

/** From so many pieces on, splitting further multiplies the work and gains nothing: the places are full anyway. */
const LARGE_SPLITS: readonly Cut[] = [
  { atLeast: 1, share: 1 },
  { atLeast: 1, share: 2 },
];

/** Jobs above this many pieces get their first plan untried. */
const SMALL = 120;

/** Tries of a search that a first plan gets at once; the rest of a search is done beside the page. */
const TRIES = 20;

/**
 * @param pieces of the job. @param reserved how much others take of the shop.
 * @returns how many tries of a search a first plan gets at once.
 */
export function triesAtOnce(pieces: number, reserved: number): number {
  if (pieces > SMALL) return 0;
  return reserved <= MANY_RESERVED ? TRIES : Math.ceil((TRIES * MANY_RESERVED) / reserved);
}

/** What a search is for. */
export interface SearchOptions {
  objective: Objective;
  /** The same seed and as many tries give the same plan. */
  seed: number;
  /** Starts that somebody set by hand, by operation. */
  pins: ReadonlyMap<string, Minute>;
}

const PLAIN: SearchOptions = { objective: 'earliest', seed: 1, pins: new Map() };

/** Load sizes that a search tries; what holds a pin keeps the loads that it was set on. */
const SEARCHED_SPLITS: readonly Cut[] = [...SPLITS, { atLeast: 1, share: 4 }];
/** Still smaller ones, where the places are filled several times over: they fit more exactly, and a refill costs little. */
const FINE_SPLITS: readonly Cut[] = [
  { atLeast: 1, share: 5 },
  { atLeast: 1, share: 6 },
];
/** Whole loads from which on that is worth it. */
const FILLED_OVER = 6;

/** A job, the shop around it, the moment, and the plan before. */
export interface PlanRequest extends Partial<RoomWishes> {
  input: JobForPlanning;
  shop: ShopForPlanning;
  now: Minute;
  earlier: EarlierPlan;
}

/** Whether the work alone is more than what others leave of everybody's hours, up to where the calendars reach. */
function isTooMuch({ loads, people, reserved }: PlanProblem): boolean {
  const open = loads.flatMap(({ ops }) => ops).filter(({ done }) => !done);
  const asked = open.reduce((sum, { perPieceMin, pieceIds }) => sum + perPieceMin * pieceIds.length, 0);
  return asked > people.reduce((sum, person) => sum + lengthOf(freeOf(reserved, person)), 0);
}

/** Whether anything is still to be done in the client's room. */
function isInRoom({ loads }: PlanProblem): boolean {
  return loads.some(({ ops }) => ops.some(({ row, done }) => row === 'room' && !done));
}

/** The question stated once for each way of cutting; none where these days cannot be enough. */
function problemsOf(
  { input, shop: given, now, earlier, ...wishes }: PlanRequest,
  splits: readonly Cut[],
  pins: ReadonlyMap<string, Minute>,
  days: number,
): Outcome<{ cut: Cut; problem: PlanProblem }[]> {
  const horizon = now + days * 1440;
  const room = roomWishesOf(wishes);
  const { oneZoneAtATime, refitTogether } = room;
  const shut = roomShut(room, given.timeZone, now, horizon);
  const { settings } = given;
  const shop: ShopForPlanning = {
    ...given,
    // What others take later meets nothing of this: nobody works beyond the calendars, and films hold their places not much longer.
    reserved: [
      ...given.reserved.filter(({ start }) => start < horizon + LONGEST_FILM),
      ...shutAsReserved(shut),
    ],
    // What is brought back in one go is a trip, also where the way there takes no time worth naming.
    settings: { ...settings, tripMin: Math.max(room.tripMin ?? settings.tripMin, refitTogether ? 1 : 0) },
  };
  const people = peopleOf(shop, now, horizon);
  const inRoom = room.roomHours ? longestInRoom(people, shut) : null;
  const span = { now, horizon, people, oneZoneAtATime, ...(inRoom && { inRoom }) };
  const problems: { cut: Cut; problem: PlanProblem }[] = [];
  for (const cut of pins.size > 0 ? splits.slice(0, 1) : splits) {
    const problem = buildProblem(input, shop, span, earlier, cut, pins.size > 0 ? 'all' : 'started');
    if (!problem.ok) return problem;
    if (inRoom === 0 && isInRoom(problem.value))
      return failure(said('plan.nobody-works-while-the-room-is-open'));
    if (problems.length === 0 && days !== HORIZONS_DAYS.at(-1) && isTooMuch(problem.value))
      return success([]);
    const asked = refitTogether ? { ...problem.value, refitTogether } : problem.value;
    problems.push({ cut, problem: asked });
  }
  return success(problems);
}

function startsOf({ ops }: EarlierPlan): Map<string, Minute> {
  return new Map(ops.map(({ id, start }) => [id, start]));
}

/**
 * Begins a search for a better plan than the first one; its first plans are there at once.
 * @param recipes of plans for much the same question, to begin from as well.
 */
export function searchPlan(
  question: PlanRequest,
  planOptions: SearchOptions = PLAIN,
  recipes: readonly PlanRecipe[] = [],
): Outcome<PlanSearch> {
  const before = { starts: startsOf(question.earlier), recipes };
  const splits = question.input.pieces.length > LARGE ? LARGE_SPLITS : SEARCHED_SPLITS;
  let refusal: Outcome<PlanSearch> = failure(said('plan.there-is-nothing-to-plan'));
  for (const days of horizonsFor(question)) {
    const problems = problemsOf(question, splits, planOptions.pins, days);
    if (!problems.ok) return problems;
    const isFilled =
      (problems.value[0]?.problem.loads.length ?? 0) > FILLED_OVER && planOptions.pins.size === 0;
    const fine =
      isFilled && splits !== LARGE_SPLITS ? problemsOf(question, FINE_SPLITS, planOptions.pins, days) : null;
    const search = new PlanSearch(
      [...problems.value, ...(fine?.ok ? fine.value.map((one) => ({ ...one, isLate: true })) : [])],
      planOptions.objective,
      planOptions.seed,
      planOptions.pins,
      before,
    );
    if (search.found) return success(search);
    refusal = failure(refusalWords(search.failure));
    // More days do not help against a pin.
    if (search.failure && search.failure.troubles.length > 0) return refusal;
  }
  return refusal;
}

/** Whether a question has a plan at all with these pins, and what stands in the way of the pins where it has none. */
export function tryPlan(
  question: PlanRequest,
  pins: ReadonlyMap<string, Minute>,
): { isPossible: boolean; troubles: readonly PinTrouble[] } {
  let troubles: readonly PinTrouble[] = [];
  for (const days of HORIZONS_DAYS) {
    const problems = problemsOf(question, SPLITS.slice(0, 1), pins, days);
    if (!problems.ok) return { isPossible: false, troubles };
    const problem = problems.value[0]?.problem;
    if (!problem) continue;
    const made = makePlan(problem, 1, { notBefore: new Map(), who: new Map(), pins });
    if (made.ok) return { isPossible: true, troubles: [] };
    troubles = made.troubles;
    // More days do not help against a pin.
    if (troubles.length > 0) break;
  }
  return { isPossible: false, troubles };
}

/**
 * What a plan would be with these pins, at once: as good as a first plan is, its waits not explained. For showing what
 * follows from a task that is being moved.
 */
export function previewPlan(
  question: PlanRequest,
  pins: ReadonlyMap<string, Minute>,
  objective: Objective = PLAIN.objective,
): Outcome<Plan> {
  let refusal: Outcome<Plan> = failure(said('plan.there-is-nothing-to-plan'));
  for (const days of HORIZONS_DAYS) {
    const problems = problemsOf(question, SPLITS.slice(0, 1), pins, days);
    if (!problems.ok) return problems;
    const problem = problems.value[0]?.problem;
    if (!problem) continue;
    const before = { starts: startsOf(question.earlier), recipes: [] };
    const search = new PlanSearch([{ cut: WHOLE_LOADS, problem }], objective, PLAIN.seed, pins, before);
    for (
      let number = 0;
      number < triesAtOnce(question.input.pieces.length, question.shop.reserved.length);
      number += 1
    )
      search.step();
    if (search.found) return success(search.found.plan);
    refusal = failure(refusalWords(search.failure));
    // More days do not help against a pin.
    if (search.failure && search.failure.troubles.length > 0) return refusal;
  }
  return refusal;
}

/**
 * The best of a few plans that are made in one go, one for each size of loads and by one rule: what a choice comes to, several
 * times a second. Places, hours, clocks and what others have reserved hold in it as in any plan; nothing is searched, nothing
 * explained.
 */
export function quickPlan(question: PlanRequest): Outcome<SolvedPlan> {
  const splits = question.input.pieces.length > LARGE ? LARGE_SPLITS : SPLITS;
  let refusal: Outcome<SolvedPlan> = failure(said('plan.there-is-nothing-to-plan'));
  for (const days of HORIZONS_DAYS) {
    const problems = problemsOf(question, splits, PLAIN.pins, days);
    if (!problems.ok) return problems;
    let best: SolvedPlan | null = null;
    for (const { problem } of distinct(problems.value)) {
      const made = makePlan(problem, 1);
      if (!made.ok) refusal = failure(refusalWords(made));
      else if (!best || isBetter(made.value.plan, best.plan)) best = { problem, plan: made.value.plan };
    }
    if (best) return success(best);
  }
  return refusal;
}

function refusalWords(failed: PinFailure | null): string {
  if (!failed) return said('plan.there-is-nothing-to-plan');
  const [pin] = failed.troubles;
  if (!pin) return failed.message;
  const when = (at: Minute) => saidMoment('when', at);
  const why = {
    hours: said('plan.that-is-outside-working-hours-or'),
    taken: said('plan.people-or-place-are-taken-by'),
    clock: said('plan.what-comes-before-it-is-not'),
    window: said('plan.the-window-of-the-coat-before'),
    delivery: said('plan.its-new-pieces-are-not-here'),
    section: said('plan.the-zones-of-the-room-that'),
  }[pin.reason];
  const instead = pin.earliest === null ? '' : said('plan.it-could-start', { earliest: when(pin.earliest) });
  return said('plan.cannot-start', { name: pin.name, at: when(pin.at), why, instead });
}

/** A plan with the reasons of all its waits. */
export function answerOf({ problem, plan }: SolvedPlan): SolvedPlan {
  return { problem, plan: { ...plan, ops: explainWaits(problem, plan.ops) } };
}

/** The plan that a recipe makes, with its waits explained; made again, so that whoever keeps it need not believe it. */
export function planByRecipe(
  question: PlanRequest,
  recipe: PlanRecipe,
  pins: ReadonlyMap<string, Minute> = PLAIN.pins,
): Outcome<SolvedPlan> {
  let refusal: Outcome<SolvedPlan> = failure(said('plan.there-is-nothing-to-plan'));
  for (const days of HORIZONS_DAYS) {
    const problems = problemsOf(question, [recipe.cut], pins, days);
    if (!problems.ok) return problems;
    const problem = problems.value[0]?.problem;
    if (!problem) continue;
    const guide = {
      pins,
      notBefore: new Map(Object.entries(recipe.notBefore)),
      who: new Map(Object.entries(recipe.who)),
      ...waysOf(recipe),
    };
    const made = placeInOrder(problem, recipe.order, guide);
    if (made.ok) {
      return success(answerOf({ problem, plan: made.value.plan }));
    }
    refusal = failure(refusalWords(made));
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
    // What was under way starts again at the moment of planning, but ends as before: it has not moved.
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

/** The placement of an earlier task, as far as it is needed to put it back where it was. */
export type EarlierOp = Pick<
  PlanSnapshot['ops'][number],
  'id' | 'personId' | 'start' | 'end' | 'segments' | 'gun'
>;

/** An operation as it was placed: without a set-up where it went straight on, with its gun and what changing that took. */
function asPlaced(op: PlanOp, before: EarlierOp): PlanOp {
  const changeMin = before.gun?.changeMin ?? 0;
  const goesOn = before.gun?.goesOn ?? false;
  const gun =
    before.gun && op.paint ? { gun: { ...op.paint, number: before.gun.number, changeMin, goesOn } } : {};
  if (goesOn) return { ...goingOn(op), ...gun };
  const worked = lengthOf(before.segments);
  const hands = op.perPieceMin * op.pieceIds.length;
  const isWhole = worked + 1 > hands + op.setupMin + op.cleanupMin + changeMin;
  return isWhole
    ? { ...op, ...gun, setupMin: op.setupMin + changeMin }
    : { ...op, ...gun, setupMin: changeMin + (op.refillMin ?? 0), cleanupMin: 0 };
}

/**
 * What is left of a task that the earlier plan has under way: by the same person until it was to end; null where that has passed
 * or was not to be by then. Its work is cut to the rest already.
 */
function underWay(op: PlanOp, before: EarlierOp, now: Minute): ScheduledOp | null {
  const { personId, end } = before;
  const segments = before.segments
    .filter((segment) => segment.end > now)
    .map((segment) => ({ ...segment, start: Math.max(segment.start, now) }));
  const start = segments[0]?.start;
  if (start === undefined || Math.abs(lengthOf(segments) - workMinutes(op)) >= 1) return null;
  const last = segments.length - 1;
  const whole = segments.map((segment, index) => ({
    ...segment,
    pieces: index === last ? op.pieceIds.length : 0,
  }));
  const placed = driedAt(op, end);
  const occupiedUntil = placed.hold ? end + placed.hold.minutes : null;
  return { op: placed, personId, start, end, segments: whole, occupiedUntil, waits: [] };
}

/**
 * The plan before, kept where it stands: every task that is still to come is done when it was planned, by the same
 * person. What other jobs have taken since was free around it, so an unchanged job need not end later than it did.
 * Whoever takes it has to check it: what has changed since may not go with the old times. Its waits are not explained.
 * @returns no plan where a task is new, or should be through already.
 */
export function planAsBefore(question: PlanRequest, earlier: readonly EarlierOp[]): Outcome<SolvedPlan> {
  const refusal: Outcome<SolvedPlan> = failure(said('plan.the-earlier-plan-cannot-be-kept'));
  const before = new Map(earlier.filter(({ personId }) => personId !== null).map((op) => [op.id, op]));
  // Any pin keeps the loads as they were cut.
  const held = new Map([...before].map(([id, { start }]): [string, Minute] => [id, start]));
  if (held.size === 0) return refusal;
  for (const days of HORIZONS_DAYS) {
    const problems = problemsOf(question, SPLITS.slice(0, 1), held, days);
    if (!problems.ok) return problems;
    const problem = problems.value[0]?.problem;
    if (!problem) continue;
    const ops: ScheduledOp[] = [];
    for (const load of problem.loads) {
      ops.push(...new LoadProgress(load).placed);
      for (const op of load.ops) {
        if (op.done) continue;
        const repairs = (['scuff', 'dust'] as const).flatMap((action) => {
          const old = before.get(repairId(op.id, action));
          return old ? [{ op: repairOp(op, action), old }] : [];
        });
        const own = before.get(op.id);
        if (!own) return refusal;
        for (const { op: one, old } of [...repairs, { op, old: own }]) {
          if (old.start < question.now) {
            const rest = underWay(one, old, question.now);
            if (!rest) return refusal;
            ops.push(rest);
            continue;
          }
          const placed = driedAt(asPlaced(one, old), old.end);
          const occupiedUntil = placed.hold ? old.end + placed.hold.minutes : null;
          const { personId, start, end, segments } = old;
          ops.push({ op: placed, personId, start, end, segments, occupiedUntil, waits: [] });
        }
      }
    }
    const completion = ops.reduce((latest, { end }) => Math.max(latest, end), question.now);
    return success({ problem, plan: { ops, completion } });
  }
  return refusal;
}
