export { type Behind, behindPlan } from './behind.ts';
export { type Bound, lowerBound } from './bound.ts';
export { checkPlan, type Violation } from './check.ts';
export { bindingClock, clockStart } from './clocks.ts';
export { type ChainLink, criticalChain } from './critical.ts';
export { deliveriesOf } from './deliveries.ts';
export { finishedAt } from './finished.ts';
export { changeMinutes, GunBook, type GunCounts, type GunUse, type Paint, paintOf } from './guns.ts';
export type { EarlierPlan, JobForPlanning, ShopForPlanning } from './input.ts';
export { type Cut, WHOLE_LOADS } from './loads.ts';
export * from './model.ts';
export {
  compareScores,
  labourMinutes,
  OBJECTIVES,
  type Objective,
  roomMinutes,
  scoreOf,
} from './objective.ts';
export { clocksOfCoat, lagsOf } from './operations.ts';
export {
  type AnsweredPlan,
  answerOf,
  comparePlans,
  type Move,
  type PlanQuestion,
  planAsBefore,
  planByRecipe,
  planJob,
  quickPlan,
  searchPlan,
  sketchPlan,
  triesAtOnce,
} from './plan.ts';
export { buildProblem, piecesInWords } from './problem.ts';
export {
  type Freeing,
  freeings,
  type PlanFacts,
  type Relief,
  reliefsFor,
  weigh,
  withReliefs,
} from './relief.ts';
export { isPlanStale, loggedEnd, ReservationSchema, reservationsOf } from './reserve.ts';
export { makePlan, placeInOrder } from './schedule.ts';
export { type Found, type PlanRecipe, PlanSearch } from './search.ts';
export {
  duePins,
  PLAIN_WISH,
  type PlannedOp,
  PlanRecipeSchema,
  type PlanSnapshot,
  PlanSnapshotSchema,
  snapshotOf,
  type Wish,
  WishSchema,
} from './snapshot.ts';
export { joinWaits, type WaitNames, waitWords } from './words.ts';
