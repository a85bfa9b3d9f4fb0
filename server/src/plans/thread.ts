import { fileURLToPath } from 'node:url';
import type { Outcome } from '@upholder/core/outcome';
import type { PlanSnapshot } from '@upholder/core/planning';
import { Piscina } from 'piscina';
import type { PlanOrder } from './make.ts';
import type * as worker from './worker.ts';

/** A plan of 2,000 pieces takes a quarter of this; beyond it the thread ends with an error, and the server lives on. */
const MOST_MEMORY_MB = 1024;

/**
 * The thread in which plans are made, so that the floor is answered while a large job is planned. It starts with the first
 * plan and takes one order after the other.
 */
export interface PlanningThread {
  /** Plans one job. Rejects when the checker objects to the plan, or when the thread ran out of memory. */
  one(order: PlanOrder): Promise<Outcome<PlanSnapshot>>;
  /** Plans several jobs, the first with the whole shop, each later one with what those before it have left. */
  inTurn(order: worker.TurnOrder): Promise<Outcome<PlanSnapshot>[]>;
  /** Ends the thread, whatever it is at. */
  stop(): Promise<void>;
}

/** @param onError told when the thread breaks while it has no order that could be refused. */
export function startPlanningThread(onError: (error: Error) => void): PlanningThread {
  const pool = new Piscina({
    filename: fileURLToPath(new URL('./worker.mjs', import.meta.url)),
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: Number.POSITIVE_INFINITY,
    execArgv: [],
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
  });
  pool.on('error', onError);
  return {
    one: (order) => pool.run(order, { name: 'one' satisfies keyof typeof worker }),
    inTurn: (order) => pool.run(order, { name: 'inTurn' satisfies keyof typeof worker }),
    stop: () => pool.destroy(),
  };
}
