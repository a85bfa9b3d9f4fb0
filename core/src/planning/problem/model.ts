import type { Applicator } from '../../catalogue/sheet.ts';
import type { LogAction } from '../../jobs/actions.ts';
import type { RoomTaskKind } from '../../jobs/room.ts';
import type { CoatSide } from '../../pieces/area.ts';
import type { WorkedWay } from '../../pieces/ways.ts';
import type { Interval, Minute } from '../../shop/calendar.ts';
import type { Changeover, Skill } from '../../shop/shop.ts';
import type { ClockKind } from '../../systems/step.ts';
import type { GunCounts, GunUse, Paint } from './guns.ts';

/** Rows of the day view: the place where something is done or dries. */
export type PlanPlace = 'bench' | 'booth' | 'rail' | 'rack' | 'room';

/** How the pieces of a load lie. */
export type DryingPosition = 'hung' | 'flat' | 'fixed';

/** Lags of a film, in minutes from the end of the coat, by kind of successor. */
export type Lags = Record<Exclude<ClockKind, 'none'>, Minute>;

/** Lags of a film by the hour in which its coat ends, from a minute on: outdoors nothing dries by a mean. */
export interface HourlyLags {
  from: Minute;
  hours: readonly Lags[];
}

/** A share of a resource. */
export interface Use {
  resourceId: string;
  amount: number;
}

/** A stretch in which a product must not be laid on. */
export interface BadAir extends Interval {
  why: string;
}

/** The stretch of bad air that an operation would run into, if any. */
export function badAirIn({ badAir }: Pick<PlanOp, 'badAir'>, { start, end }: Interval): BadAir | undefined {
  return badAir?.find((air) => air.start < end && air.end > start);
}

/** One task of a person to the pieces of a load. */
export interface PlanOp {
  id: string;
  loadId: string;
  zoneId: string;
  stepId: string;
  stepKey: string;
  name: string;
  side: CoatSide;
  action: LogAction;
  pieceIds: string[];
  row: PlanPlace;
  /** The tool that its pieces went on with, where that is another than the step names. */
  tool?: Applicator;
  /** What of the client's room it covers or clears; it is then no step, and has no pieces. */
  task?: RoomTaskKind;
  /** The place that it is done in, by its id; the shop where it is left out. */
  placeId?: string;
  waitFor: ClockKind;
  /** A wet pass: done in one go, never cut by a break or the end of a shift. */
  isWet: boolean;
  isCoat: boolean;
  /** Gives the film under it a new key. */
  abrades: boolean;
  /** Leaves the surface free of dust. */
  cleans: boolean;
  setupMin: number;
  perPieceMin: number;
  cleanupMin: number;
  /** Held while someone works. */
  uses: Use[];
  /**
   * Held from the start until the film is dry to handle; `least` is what the smallest of its pieces takes of it, `each` what every
   * one takes, in their order, where they let go of it one by one.
   */
  hold: (Use & { minutes: Minute; least?: number; each?: readonly number[] }) | null;
  lags: Lags | null;
  /** The same by the hour in which it ends, where it dries outdoors; `lags` is then the shortest of them until it has its place. */
  lagsBy?: HourlyLags;
  /** Minutes after its end when this coat's recoat window shuts; null when it stays open. */
  windowMax: Minute | null;
  /** Session that it may join: one set-up for like steps of zones that share; null when it shares with none. */
  shareKey: string | null;
  /** Loose pieces are taken down or refitted at the client: the way there is part of its set-up. */
  isTrip?: boolean;
  /** Set-up where it goes on with what is in the gun or on the brush; 0 where it is left out. */
  refillMin?: Minute;
  /** Minutes that a wrapped brush or roller may rest before it goes on by the same hand; 0 where it is left out. */
  restMin?: Minute;
  /** What whoever does it must be able to; anybody where it is left out. */
  skill?: Skill;
  /** When the air is not fit for it, as far as the forecast goes, and why; in order, not touching. */
  badAir?: readonly BadAir[];
  /** What it sprays; left out where it takes no gun. */
  paint?: Paint;
  /** The gun that it was given in a plan. */
  gun?: GunUse;
  /** Under way: what is left of its work; nobody knows which of its pieces are through. */
  isUnderWay?: true;
  /** What really happened, once it has: by whom, and `ends` is when each of its pieces was through, in their order. */
  done: { start: Minute; end: Minute; by?: string | null; ends?: readonly Minute[] } | null;
}

/** Pieces that go through the sequence together, with their operations in order. */
export interface Load {
  id: string;
  zoneId: string;
  label: string;
  lie: DryingPosition;
  pieceIds: string[];
  ops: PlanOp[];
  /** Where and how its pieces are worked; in the shop where it is left out. */
  placeId?: string;
  way?: WorkedWay;
  area?: string;
  /** Rail, rack or posts that it dries on, by its id. */
  holderId?: string | null;
  /** Pairs of doors side by side on their hinges: while one is open and wet, the other stays shut. */
  neighbours?: readonly (readonly [string, string])[];
  /** Its pieces are not here before that; left out where they are, or where work on them has begun. */
  from?: Minute;
  /** Loads that have to be through before it is begun; they stand before it in the list. */
  after?: string[];
}

export interface Person {
  id: string;
  name: string;
  work: Interval[];
  /** Everything where it is left out. */
  skills?: readonly Skill[];
}

/** Whether somebody may be given an operation. */
export function mayDo({ skills }: Pick<Person, 'skills'>, { skill }: Pick<PlanOp, 'skill'>): boolean {
  return skill === undefined || skills === undefined || skills.includes(skill);
}

export interface Resource {
  id: string;
  name: string;
  capacity: number;
}

/** The client's room is never too small, only closed: then all of it is taken. */
export const ROOM_CAPACITY = 100;

/** A person or a share of a resource that something outside this plan has taken. */
export interface Reservation extends Interval {
  personId: string | null;
  use: Use | null;
  /** The gun that is in use, and with what. */
  gun?: GunUse | null | undefined;
  by: string;
}

/** The whole question: what is to be done, by whom, with what, from when. */
export interface PlanProblem {
  now: Minute;
  /** Nothing is planned past this; calendars reach this far. */
  horizon: Minute;
  people: Person[];
  resources: Resource[];
  loads: Load[];
  reserved: Reservation[];
  /** Spray guns, and what changing them over takes; nothing is asked of them where it is left out. */
  guns?: { counts: GunCounts; change: Changeover };
  /** Nothing is brought back to the client before everything is ready. */
  refitTogether?: boolean;
  /** No task in the client's room may take longer in one go; any may where it is left out. */
  inRoom?: Minute;
}

/** An unbroken stretch of an operation with the number of pieces finished in it. */
export interface Segment extends Interval {
  pieces: number;
}

/** Why an operation did not start earlier, for one stretch of its wait. */
export interface Wait extends Interval {
  why:
    | { kind: 'clock'; clock: Exclude<ClockKind, 'none'>; opId: string }
    | { kind: 'resource'; resourceId: string; by: string }
    | { kind: 'people'; by: string[] }
    | { kind: 'closed' }
    | { kind: 'delivery' }
    | { kind: 'section'; by: string }
    | { kind: 'air'; why: string }
    | { kind: 'trip' }
    | { kind: 'too-long'; minutes: Minute };
}

/** An operation with its place in time. */
export interface ScheduledOp {
  op: PlanOp;
  /** Null for what is already done. */
  personId: string | null;
  start: Minute;
  end: Minute;
  segments: Segment[];
  /** End of the hold on rail or rack. */
  occupiedUntil: Minute | null;
  waits: Wait[];
}

export interface Plan {
  ops: ScheduledOp[];
  /** End of the last operation. */
  completion: Minute;
}

/** Whether somebody who goes from one task to another leaves its load for other work. */
export function isOtherWork(
  before: Pick<PlanOp, 'loadId' | 'stepKey'>,
  { loadId, stepKey }: Pick<PlanOp, 'loadId' | 'stepKey'>,
): boolean {
  return before.loadId !== loadId && before.stepKey !== stepKey;
}

/** Whether two operations of a load work on a piece in common: a repair of one piece says nothing of its neighbour. */
function sharesPiece(one: Pick<PlanOp, 'pieceIds'>, other: Pick<PlanOp, 'pieceIds'>): boolean {
  const few = one.pieceIds.length <= other.pieceIds.length ? one : other;
  const many = few === one ? other : one;
  const [first] = few.pieceIds;
  // Nearly always all pieces of a load, in the same order.
  if (first !== undefined && many.pieceIds[0] === first) return true;
  return few.pieceIds.some((id) => many.pieceIds.includes(id));
}

/**
 * What was last done to the pieces of an operation, by the clock: a dusting that was logged before steps that were put in
 * later is not what its coat finds.
 * @param earlier operations of the load before it, in their order.
 */
export function justBefore(earlier: readonly ScheduledOp[], op: PlanOp): ScheduledOp | null {
  let last: ScheduledOp | null = null;
  for (const one of earlier)
    if (sharesPiece(one.op, op) && (last === null || one.end >= last.end)) last = one;
  return last;
}

/** Scuff and dust put before a coat whose window shut are told apart by the id of that coat. */
export function repairId(coatId: string, action: 'scuff' | 'dust'): string {
  return `${coatId}#${action}`;
}

/** Whether an operation is such a repair: it comes and goes with its coat, and cannot be pinned. */
export function isRepair(opId: string): boolean {
  return opId.includes('#');
}

/** A coat must follow its dusting the same or the next working morning; older dust is wiped again. */
export const DUST_KEEPS_MINUTES = 36 * 60;

/** An operation that goes on with what is in the gun or on the brush: filled up, not set up, and cleaned by whoever began. */
export function goingOn(op: PlanOp): PlanOp {
  const known = goneOn.get(op) ?? { ...op, setupMin: op.refillMin ?? 0, cleanupMin: 0 };
  goneOn.set(op, known);
  return known;
}
/** Each operation is asked for many times while it looks for its place. */
const goneOn = new WeakMap<PlanOp, PlanOp>();

/** What makes tasks one session: the paint in the gun, or else the key that they share; null where there is none. */
export function sessionOf({ paint, shareKey }: Pick<PlanOp, 'paint' | 'shareKey'>): string | null {
  return paint?.material ?? shareKey;
}

/** Working time of an operation in minutes, set-up and clean-up included, rounded up. */
export function workMinutes(
  op: Pick<PlanOp, 'setupMin' | 'perPieceMin' | 'cleanupMin' | 'pieceIds'>,
): number {
  return Math.max(1, Math.ceil(op.setupMin + op.perPieceMin * op.pieceIds.length + op.cleanupMin - 1e-9));
}
