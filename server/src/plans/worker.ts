import type { Outcome } from '@upholder/core/outcome';
import {
  type PackedReservations,
  type PlanOrder,
  type PlanSnapshot,
  planToKeep,
  unpackReservations,
} from '@upholder/core/planning';

// What the planning thread does; its calls are the names exported here.

export { planSequentially as inTurn } from '@upholder/core/planning';

/** An order to plan one job as it crosses to the thread. */
export interface SentOrder extends PlanOrder {
  /** What others take, packed; the shop comes without. */
  taken: PackedReservations;
}

export function one({ taken, ...order }: SentOrder): Outcome<PlanSnapshot> {
  return planToKeep({ ...order, shop: { ...order.shop, reserved: unpackReservations(taken) } });
}
