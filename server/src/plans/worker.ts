/** What the planning thread does; its calls are the names exported here. */
export { planSequentially as inTurn, planToKeep as one } from '@upholder/core/planning';
