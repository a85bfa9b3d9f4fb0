export { checkPlan, type Violation } from './check.ts';
export * from './model.ts';
export { type AnsweredPlan, comparePlans, type Move, planJob } from './plan.ts';
export {
  buildProblem,
  clocksOfCoat,
  type EarlierPlan,
  type JobForPlanning,
  piecesInWords,
  type ShopForPlanning,
} from './problem.ts';
export { isPlanStale, loggedEnd, reservationsOf } from './reserve.ts';
export { clockStart, makePlan } from './schedule.ts';
export { type PlannedOp, type PlanSnapshot, PlanSnapshotSchema, snapshotOf } from './snapshot.ts';
export { joinWaits, type WaitNames, waitWords } from './words.ts';
