import type { Outcome } from '@upholder/core/outcome';
import {
  type PlanOrder,
  type PlanSnapshot,
  type PriorityOrder,
  packReservations,
} from '@upholder/core/planning';
import { Thread } from '../threads/thread.ts';
import type * as worker from './worker.ts';

/** A plan of 2,000 pieces takes a quarter of this; beyond it the thread ends with an error, and the server lives on. */
const MOST_MEMORY_MB = 1024;

/**
 * The thread in which plans are made, so that the floor is answered while a large job is planned. It starts with the first
 * plan and takes one order after the other.
 */
export interface PlanningThread {
  /**
   * Plans one job. Rejects when the checker objects to the plan, when the thread ran out of memory, or when the signal says that
   * nobody waits any more: then the thread is free for whoever comes next.
   */
  one(order: PlanOrder, signal?: AbortSignal): Promise<Outcome<PlanSnapshot>>;
  /** Plans several jobs, the first with the whole shop, each later one with what those before it have left. */
  inTurn(order: PriorityOrder, signal?: AbortSignal): Promise<Outcome<PlanSnapshot>[]>;
  /** Ends the thread, whatever it is at. */
  stop(): Promise<void>;
}

/** @param onError told when the thread breaks while it has no order that could be refused. */
export function startPlanningThread(onError: (error: Error) => void): PlanningThread {
  const thread = new Thread('planning', { mostMemoryMb: MOST_MEMORY_MB }, onError);
  const run = <T>(order: unknown, name: keyof typeof worker, signal?: AbortSignal): Promise<T> =>
    thread.run(order, name, signal);
  return {
    one: ({ shop, ...order }, signal) => {
      const sent: worker.SentOrder = {
        ...order,
        shop: { ...shop, reserved: [] },
        taken: packReservations(shop.reserved),
      };
      return run(sent, 'one', signal);
    },
    inTurn: (order, signal) => run(order, 'inTurn', signal),
    stop: () => thread.stop(),
  };
}
