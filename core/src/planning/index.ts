export { checkPlan, type Violation } from './check.ts';
export * from './model.ts';
export { type AnsweredPlan, comparePlans, type Move, planJob } from './plan.ts';
export {
  clocksOfCoat,
  type EarlierLoad,
  type JobForPlanning,
  piecesInWords,
  type ShopForPlanning,
} from './problem.ts';
export { makePlan } from './schedule.ts';
