export { blockMinutes, type WorkBlock, workBlocks } from './explain/blocks.ts';
export { checkPlan } from './explain/check.ts';
export { type ChainLink, criticalChain } from './explain/critical.ts';
export {
  closings,
  fullestNight,
  RESTING_PLACES,
  type Resting,
  type RestingPlace,
  restingAt,
} from './explain/overnight.ts';
export { type PlanQuality, planQuality } from './explain/quality.ts';
export type { Violation } from './explain/violation.ts';
export { type PersonDay, type RoomDay, type WeekDay, type WeekJob, weekOf } from './explain/week.ts';
export { joinWaits, type WaitNames, waitWords } from './explain/words.ts';
export {
  applyImprovements,
  type Improvement,
  improvementsFor,
  type PlanFacts,
  type StandingPlan,
  standingIn,
  type Unblocker,
  unblockersFor,
  weigh,
} from './improvements.ts';
export { finishedAt } from './keep/finished.ts';
export { type PackedReservations, packReservations, unpackReservations } from './keep/packed.ts';
export { isPlanStale, loggedEnd, ReservationSchema, reservationsOf } from './keep/reserve.ts';
export { type Slip, scheduleSlip } from './keep/slip.ts';
export {
  activePins,
  DEFAULT_PLAN_OPTIONS,
  type PlannedOp,
  type PlanOptions,
  PlanOptionsSchema,
  PlanRecipeSchema,
  type PlanSnapshot,
  PlanSnapshotSchema,
  snapshotOf,
} from './keep/snapshot.ts';
export { withTicks } from './keep/ticked.ts';
export {
  type PlanOrder,
  type PriorityOrder,
  planningStart,
  planSequentially,
  planToKeep,
  questionOf,
} from './make.ts';
export {
  answerOf,
  comparePlans,
  type Move,
  type PlanRequest,
  planAsBefore,
  planByRecipe,
  planJob,
  previewPlan,
  quickPlan,
  type SolvedPlan,
  searchPlan,
} from './plan.ts';
export { bindingClock, clockStart } from './problem/clocks.ts';
export {
  type CoatAir,
  clocksOfCoat,
  coatAirIn,
  coatAirOf,
  type JobSite,
  lagsOf,
  type ShopAir,
} from './problem/coatClocks.ts';
export { deliveriesOf } from './problem/deliveries.ts';
export {
  changeMinutes,
  GunBook,
  type GunCounts,
  type GunUse,
  type Paint,
  paintOf,
  tiedKind,
} from './problem/guns.ts';
export type { EarlierPlan, JobForPlanning, ShopForPlanning } from './problem/input.ts';
export { CLIENT_ROOM, type Cut, lieInPlace, placeIdOf, WHOLE_LOADS } from './problem/loads.ts';
export * from './problem/model.ts';
export { beforeWrapUp, buildProblem, peopleOf, piecesInWords } from './problem/problem.ts';
export { NO_ROOM_WISHES, type RoomWishes, roomWishesOf } from './problem/room.ts';
export { withoutSurplus } from './problem/surplus.ts';
export { type Bound, lowerBound } from './solve/bound.ts';
export {
  compareScores,
  labourMinutes,
  OBJECTIVES,
  type Objective,
  roomMinutes,
  scoreOf,
} from './solve/objective.ts';
export { makePlan, placeInOrder } from './solve/schedule.ts';
export { type Found, type PlanRecipe, PlanSearch } from './solve/search.ts';
