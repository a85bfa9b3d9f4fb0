import type { PlanOp } from './model.ts';

/** Number of operations at the end of a load that are done on a trip to the client, refitting. */
export function tailLength(ops: readonly PlanOp[]): number {
  let length = 0;
  while (length < ops.length && ops[ops.length - 1 - length]?.isTrip) length += 1;
  return length === ops.length ? 0 : length;
}

/** Number of operations at the beginning of a load that are done on a trip to the client, taking down. */
export function headLength(ops: readonly PlanOp[]): number {
  let length = 0;
  while (length < ops.length && ops[length]?.isTrip) length += 1;
  return length === ops.length ? 0 : length;
}
