import type { Dossier } from '@upholder/core/api';
import type { Climate, ClimateSource } from '@upholder/core/drying';
import { failure, type Outcome, success } from '@upholder/core/outcome';
import {
  type AnsweredPlan,
  answerOf,
  type Bound,
  checkPlan,
  compareScores,
  duePins,
  type Objective,
  PLAIN_WISH,
  type PlanQuestion,
  type PlanRecipe,
  type PlanSnapshot,
  planByRecipe,
  type Reservation,
  reservationsOf,
  type ShopForPlanning,
  scoreOf,
  searchPlan,
  snapshotOf,
  triesAtOnce,
  type Wish,
} from '@upholder/core/planning';
import { minuteAt, toMinute } from '@upholder/core/shop';
import type { Queryable } from '../db/database.ts';
import { planningClimate } from '../devices/station.ts';
import { ApiError } from '../http/errors.ts';
import { openDossiers } from '../jobs/store.ts';
import { gunCounts } from '../pots/store.ts';
import { crewOf, findShop, sheetsOf } from '../shop/store.ts';
import { suppliesOf } from '../stores/store.ts';

/** Hours of the forecast that planning looks at; further out nobody knows. */
const FORECAST_HOURS = 72;

/** The air as planning reckons with it: its mean for the clocks, and hour by hour for what must not be laid on when. */
export interface PlanningAir {
  climate: Climate;
  forecast: NonNullable<ShopForPlanning['forecast']>;
}

export async function planningAir(source: ClimateSource, now: Date): Promise<PlanningAir> {
  const [climate, hours] = await Promise.all([
    planningClimate(source, now),
    source.expectation(now, FORECAST_HOURS),
  ]);
  return {
    climate,
    forecast: hours.map(({ at, airC, rhPct, surfaceC }) => ({
      at: toMinute(at),
      climate: { airC, rhPct, ...(surfaceC !== undefined && { surfaceC }) },
    })),
  };
}

/** The shop without any job in it. */
async function emptyShop(db: Queryable, shopId: string, air: PlanningAir): Promise<ShopForPlanning> {
  const [shop, crew, sheets, supplies, guns] = await Promise.all([
    findShop(db, shopId),
    crewOf(db, shopId),
    sheetsOf(db, shopId),
    suppliesOf(db, shopId),
    gunCounts(db, shopId),
  ]);
  return {
    timeZone: shop.timeZone,
    settings: shop.settings,
    crew,
    sheets,
    supplies: Object.fromEntries(supplies.map(({ key, supply }) => [key, supply])),
    guns,
    ...air,
    reserved: [],
  };
}

/** What came of planning one job among all. */
export interface PlannedAmongAll {
  dossier: Dossier;
  outcome: Outcome<MadePlan>;
}

/**
 * Plans several jobs one after the other: the first has the whole shop, each later one what those before it have left. A job
 * that cannot be planned keeps what its standing plan has taken.
 * @param dossiers in the order of their priority.
 */
export async function planInTurn(
  db: Queryable,
  shopId: string,
  dossiers: readonly Dossier[],
  air: PlanningAir,
  now: Date,
  /** Throws where something stands in the way of planning a job. */
  assertMayPlan: (dossier: Dossier, shop: ShopForPlanning) => void,
): Promise<PlannedAmongAll[]> {
  const shop = await emptyShop(db, shopId, air);
  const reserved: Reservation[] = [];
  return dossiers.map((dossier) => {
    const mine = { ...shop, reserved: [...reserved] };
    const outcome = tryToPlan(dossier, mine, now, assertMayPlan);
    const plan = outcome.ok ? keepable(dossier.job.id, outcome.value, air.climate, now) : dossier.plan;
    if (plan) reserved.push(...reservationsOf(plan, dossier.log, toMinute(now), dossier.job.name));
    return { dossier, outcome };
  });
}

function tryToPlan(
  dossier: Dossier,
  shop: ShopForPlanning,
  now: Date,
  assertMayPlan: (dossier: Dossier, shop: ShopForPlanning) => void,
): Outcome<MadePlan> {
  try {
    assertMayPlan(dossier, shop);
  } catch (error) {
    if (error instanceof ApiError) return failure(error.message);
    throw error;
  }
  return planDossier(dossier, shop, now);
}

/** The shop as planning sees it, with what all other open jobs still take of it. */
export async function shopForPlanning(
  db: Queryable,
  shopId: string,
  exceptJobId: string,
  air: PlanningAir,
  now: Date,
): Promise<ShopForPlanning> {
  const [shop, others] = await Promise.all([emptyShop(db, shopId, air), openDossiers(db, shopId)]);
  const reserved = others
    .filter(({ job, plan }) => job.id !== exceptJobId && plan !== null)
    .flatMap(({ job, plan, log }) => (plan ? reservationsOf(plan, log, toMinute(now), job.name) : []));
  return { ...shop, reserved };
}

/** A plan that was made, and what it is known about how good it is. */
export interface MadePlan {
  answer: AnsweredPlan;
  wish: Wish;
  bound: Bound | null;
}

/** The question that planning a job asks: from now, or from its start if that is still to come. */
export function questionOf(
  dossier: Dossier,
  shop: ShopForPlanning,
  now: Date,
  { roomClosed }: Wish = PLAIN_WISH,
): PlanQuestion {
  const start = minuteAt(dossier.job.startOn, '00:00', shop.timeZone);
  return {
    input: dossier,
    shop,
    now: Math.max(toMinute(now), start),
    earlier: dossier.plan ?? { loads: [], ops: [] },
    roomClosed,
  };
}

/**
 * Plans a job and verifies the plan with the independent checker. Pins whose time has come or whose operation is gone
 * fall away.
 * @param recipe of a plan that was found elsewhere; it is made anew here, not believed.
 * @throws Error when the checker finds a broken promise: better no plan than a wrong one.
 */
export function planDossier(
  dossier: Dossier,
  shop: ShopForPlanning,
  now: Date,
  wish: Wish = dossier.plan?.wish ?? PLAIN_WISH,
  recipe: PlanRecipe | null = null,
): Outcome<MadePlan> {
  const question = questionOf(dossier, shop, now, wish);
  const pins = duePins(wish, question.now);
  const search = searchPlan(question, { objective: wish.objective, seed: 1, pins });
  if (!search.ok) return search;
  const tries = recipe === null ? triesAtOnce(dossier.pieces.length) : 0;
  for (let number = 0; number < tries && !search.value.isProven; number += 1) search.value.step();
  const { found, bound } = search.value;
  let answer = found && answerOf(found);
  if (recipe !== null) {
    const made = planByRecipe(question, recipe, pins);
    // What was found a minute ago may have become worse than what can be had now.
    if (made.ok && (!answer || isNoWorse(made.value, answer, wish.objective))) answer = made.value;
  }
  if (!answer) return failure('There is nothing to plan.');
  const violations = checkPlan(answer.problem, answer.plan, pins);
  if (violations.length > 0)
    throw new Error(`the plan breaks its own rules: ${JSON.stringify(violations.slice(0, 5))}`);
  const known = new Set(answer.plan.ops.map(({ op }) => op.id));
  const kept = Object.fromEntries([...pins].filter(([id]) => known.has(id)));
  return success({ answer, wish: { ...wish, pins: kept }, bound });
}

function isNoWorse(a: AnsweredPlan, b: AnsweredPlan, objective: Objective): boolean {
  return compareScores(scoreOf(a.plan, objective), scoreOf(b.plan, objective)) <= 0;
}

/** The plan in the form in which it is kept. */
export function keepable(
  id: string,
  { answer, wish, bound }: MadePlan,
  climate: Climate,
  now: Date,
): PlanSnapshot {
  return snapshotOf(
    id,
    now.toISOString(),
    climate,
    answer,
    wish,
    wish.objective === 'earliest' ? bound : null,
  );
}
