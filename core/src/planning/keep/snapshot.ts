import { z } from 'zod';
import { APPLICATORS } from '../../catalogue/sheet.ts';
import { type Climate, ClimateSchema } from '../../drying/climate.ts';
import { LOG_ACTIONS } from '../../jobs/actions.ts';
import { ROOM_TASKS } from '../../jobs/room.ts';
import { WORKED_WAYS } from '../../pieces/ways.ts';
import { SHOP_PLACE } from '../../places/index.ts';
import type { Minute } from '../../shop/calendar.ts';
import { GunUseSchema } from '../problem/guns.ts';
import { stairsOf } from '../problem/holds.ts';
import { isRepair, type Plan, type PlanProblem } from '../problem/model.ts';
import { NO_ROOM_WISHES, ROOM_WISHES } from '../problem/room.ts';
import { headLength } from '../problem/tripOps.ts';
import type { Bound } from '../solve/bound.ts';
import { OBJECTIVES, type Objective } from '../solve/objective.ts';

const Span = { start: z.int(), end: z.int() };
const ClockName = z.enum(['touch', 'sand', 'recoat', 'handle', 'pack', 'refit']);
/** Plans from before anything waited for a touch dry film do not name it. */
const LagsSchema = z.object({
  touch: z.int().default(0),
  sand: z.int(),
  recoat: z.int(),
  handle: z.int(),
  pack: z.int(),
  refit: z.int(),
});

const WaitSchema = z.object({
  ...Span,
  why: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('clock'), clock: ClockName, opId: z.string() }),
    z.object({ kind: z.literal('resource'), resourceId: z.string(), by: z.string() }),
    z.object({ kind: z.literal('people'), by: z.array(z.string()) }),
    z.object({ kind: z.literal('closed') }),
    z.object({ kind: z.literal('delivery') }),
    z.object({ kind: z.literal('section'), by: z.string() }),
    z.object({ kind: z.literal('air'), why: z.string() }),
    z.object({ kind: z.literal('trip') }),
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
  /** The place that it is done in; `shop`, `room`, or one of the shop's other places. */
  placeId: z.string().default('shop'),
  /** What of the client's room it covers or clears; null for a task of a step. */
  task: z.enum(ROOM_TASKS).nullable().default(null),
  /** The tool that its pieces went on with, where that is another than the step names. */
  tool: z.enum(APPLICATORS).nullable().default(null),
  isCoat: z.boolean(),
  /** Null for what was done before the plan was made. */
  personId: z.uuid().nullable(),
  ...Span,
  segments: z.array(z.object({ ...Span, pieces: z.int() })),
  occupiedUntil: z.int().nullable(),
  /** Where the load dries, and how much of that place it takes. */
  hold: z
    .object({
      resourceId: z.string(),
      amount: z.number(),
      /** The parts in which it is let go, and how many minutes before the last of it; in plans from before, all at once. */
      stairs: z.array(z.object({ amount: z.number(), before: z.int().min(0) })).default([]),
    })
    .nullable(),
  /** The spray gun that it has, and what changing that over takes; null where it sprays nothing. */
  gun: GunUseSchema.nullable().default(null),
  /** Minutes of setting up in it; 0 in plans from before that was kept. */
  setupMin: z.number().min(0).default(0),
  /** Whether it is done on a trip to the client: taking down, or bringing back. */
  trip: z.enum(['out', 'back']).nullable().default(null),
  lags: LagsSchema.nullable(),
  windowMax: z.int().nullable(),
  waits: z.array(WaitSchema),
});
export type PlannedOp = z.infer<typeof PlannedOpSchema>;

/** What a plan was made for: what it is to be best at, starts that were set by hand, by operation, and what the client asks for the room. */
export const PlanOptionsSchema = z.object({
  objective: z.enum(Object.keys(OBJECTIVES) as [Objective, ...Objective[]]).default('earliest'),
  pins: z.record(z.string().max(200), z.int()).default({}),
  ...ROOM_WISHES,
});
export type PlanOptions = z.infer<typeof PlanOptionsSchema>;

/** What is wished where nobody said anything. */
export const DEFAULT_PLAN_OPTIONS: PlanOptions = {
  objective: 'earliest',
  pins: {},
  ...NO_ROOM_WISHES,
};

/** The pins of a wish that still bind: those whose time is to come, on operations that do not come and go. */
export function activePins({ pins }: Pick<PlanOptions, 'pins'>, now: Minute): Map<string, Minute> {
  return new Map(Object.entries(pins).filter(([id, at]) => at >= now && !isRepair(id)));
}

/** How a search made its plan, as it is sent to be made again where it is kept. */
export const PlanRecipeSchema = z.object({
  cut: z.object({ atLeast: z.int().min(1).max(50), share: z.int().min(1).max(50) }),
  order: z.array(z.int().min(-1).max(10_000)).max(100_000),
  takeDowns: z.int().min(1).max(10).default(1),
  isFree: z.boolean().default(false),
  setUpWithin: z.int().min(0).max(1440).optional(),
  notBefore: z.record(z.string().max(200), z.int()),
  who: z.record(z.string().max(200), z.string().max(60)),
});

const BoundSchema = z.object({
  at: z.int(),
  because: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('chain'), loadId: z.string() }),
    z.object({ kind: z.literal('people') }),
    z.object({ kind: z.literal('place'), resourceId: z.string() }),
    z.object({ kind: z.literal('done') }),
  ]),
});

/** A plan as it is kept: read as a whole, never changed. All times are whole minutes since 1970 in UTC. */
export const PlanSnapshotSchema = z.object({
  id: z.uuid(),
  madeAt: z.iso.datetime(),
  climate: ClimateSchema,
  completion: z.int(),
  planOptions: PlanOptionsSchema.default(() => DEFAULT_PLAN_OPTIONS),
  /** What no plan can end before, as far as the planner can tell; null where nobody asked. */
  bound: BoundSchema.nullable().default(null),
  loads: z.array(
    z.object({
      id: z.string(),
      zoneId: z.uuid(),
      label: z.string(),
      lie: z.enum(['hung', 'flat', 'fixed']),
      pieceIds: z.array(z.uuid()),
      /** Where and how it is worked, and the rail or rack that it dries on, in plans that know of several. */
      placeId: z.string().default('shop'),
      way: z.enum(WORKED_WAYS).nullable().default(null),
      area: z.string().default(''),
      holderId: z.string().nullable().default(null),
    }),
  ),
  ops: z.array(PlannedOpSchema),
  /** What planning read of each step, by its id; empty in plans from before that was kept. */
  stepMarks: z.record(z.uuid(), z.string().max(2000)).default({}),
});
export type PlanSnapshot = z.infer<typeof PlanSnapshotSchema>;

/** Puts a plan into the form in which it is kept. */
export function snapshotOf(
  id: string,
  madeAt: string,
  climate: Climate,
  { problem, plan }: { problem: PlanProblem; plan: Plan },
  planOptions: PlanOptions = DEFAULT_PLAN_OPTIONS,
  bound: Bound | null = null,
): PlanSnapshot {
  const heads = new Set(
    problem.loads.flatMap(({ ops }) => ops.slice(0, headLength(ops)).map(({ id: opId }) => opId)),
  );
  return {
    id,
    madeAt,
    climate,
    completion: plan.completion,
    stepMarks: {},
    planOptions,
    bound: bound !== null && bound.at <= plan.completion ? bound : null,
    loads: problem.loads.map(
      ({ id: loadId, zoneId, label, lie, pieceIds, placeId, way, area, holderId }) => ({
        id: loadId,
        zoneId,
        label,
        lie,
        pieceIds,
        placeId: placeId ?? SHOP_PLACE,
        way: way ?? null,
        area: area ?? '',
        holderId: holderId ?? null,
      }),
    ),
    ops: plan.ops.map(({ op, personId, start, end, segments, occupiedUntil, waits }) => ({
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
      placeId: op.placeId ?? SHOP_PLACE,
      task: op.task ?? null,
      tool: op.tool ?? null,
      isCoat: op.isCoat,
      personId,
      start,
      end,
      segments,
      occupiedUntil,
      hold: op.hold
        ? { resourceId: op.hold.resourceId, amount: op.hold.amount, stairs: [...stairsOf(op)] }
        : null,
      gun: op.gun ?? null,
      setupMin: op.setupMin,
      trip: op.isTrip ? (heads.has(op.id) ? 'out' : 'back') : null,
      lags: op.lags,
      windowMax: op.windowMax,
      waits,
    })),
  };
}
