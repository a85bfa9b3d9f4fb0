/** What the planning thread does; its calls are the names exported here. */
import type { Outcome } from '@upholder/core/outcome';
import type { PlanSnapshot, ShopForPlanning } from '@upholder/core/planning';
import { type JobInTurn, type PlanOrder, planInTurn, planToKeep } from './make.ts';

export function one(order: PlanOrder): Outcome<PlanSnapshot> {
  return planToKeep(order);
}

/** Several jobs and the shop that they share, for `planInTurn`. */
export interface TurnOrder {
  jobs: readonly JobInTurn[];
  shop: ShopForPlanning;
  now: Date;
}

export function inTurn({ jobs, shop, now }: TurnOrder): Outcome<PlanSnapshot>[] {
  return planInTurn(jobs, shop, now);
}
