import { z } from 'zod';
import { type Climate, ClimateSchema } from '../drying/climate.ts';
import { LOG_ACTIONS } from '../jobs/log.ts';
import type { Plan, PlanProblem } from './model.ts';

const Span = { start: z.int(), end: z.int() };
const ClockName = z.enum(['sand', 'recoat', 'handle', 'pack', 'refit']);

const WaitSchema = z.object({
  ...Span,
  why: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('clock'), clock: ClockName, opId: z.string() }),
    z.object({ kind: z.literal('resource'), resourceId: z.string(), by: z.string() }),
    z.object({ kind: z.literal('people'), by: z.array(z.string()) }),
    z.object({ kind: z.literal('closed') }),
    z.object({ kind: z.literal('too-long'), minutes: z.int() }),
  ]),
});

const PlannedOpSchema = z.object({
  id: z.string(),
  loadId: z.string(),
  zoneId: z.uuid(),
  stepId: z.uuid(),
  stepKey: z.string(),
  name: z.string(),
  side: z.enum(['all', 'front', 'back', 'edges']),
  action: z.enum(LOG_ACTIONS),
  pieceIds: z.array(z.uuid()),
  row: z.enum(['bench', 'booth', 'rail', 'rack', 'room']),
  isCoat: z.boolean(),
  /** Null for what was done before the plan was made. */
  personId: z.uuid().nullable(),
  ...Span,
  segments: z.array(z.object({ ...Span, pieces: z.int() })),
  holdUntil: z.int().nullable(),
  /** Where the load dries, and how much of that place it takes. */
  hold: z.object({ resourceId: z.string(), amount: z.number() }).nullable(),
  lags: z.record(ClockName, z.int()).nullable(),
  windowMax: z.int().nullable(),
  waits: z.array(WaitSchema),
});
export type PlannedOp = z.infer<typeof PlannedOpSchema>;

/** A plan as it is kept: read as a whole, never changed. All times are whole minutes since 1970 in UTC. */
export const PlanSnapshotSchema = z.object({
  id: z.uuid(),
  madeAt: z.iso.datetime(),
  climate: ClimateSchema,
  handOver: z.int(),
  loads: z.array(
    z.object({
      id: z.string(),
      zoneId: z.uuid(),
      label: z.string(),
      lie: z.enum(['hung', 'flat', 'fixed']),
      pieceIds: z.array(z.uuid()),
    }),
  ),
  ops: z.array(PlannedOpSchema),
});
export type PlanSnapshot = z.infer<typeof PlanSnapshotSchema>;

/** Puts a plan into the form in which it is kept. */
export function snapshotOf(
  id: string,
  madeAt: string,
  climate: Climate,
  { problem, plan }: { problem: PlanProblem; plan: Plan },
): PlanSnapshot {
  return {
    id,
    madeAt,
    climate,
    handOver: plan.handOver,
    loads: problem.loads.map(({ id: loadId, zoneId, label, lie, pieceIds }) => ({
      id: loadId,
      zoneId,
      label,
      lie,
      pieceIds,
    })),
    ops: plan.ops.map(({ op, personId, start, end, segments, holdUntil, waits }) => ({
      id: op.id,
      loadId: op.loadId,
      zoneId: op.zoneId,
      stepId: op.stepId,
      stepKey: op.stepKey,
      name: op.name,
      side: op.side,
      action: op.action,
      pieceIds: op.pieceIds,
      row: op.row,
      isCoat: op.isCoat,
      personId,
      start,
      end,
      segments,
      holdUntil,
      hold: op.hold ? { resourceId: op.hold.resourceId, amount: op.hold.amount } : null,
      lags: op.lags,
      windowMax: op.windowMax,
      waits,
    })),
  };
}
