import { said } from '../../said/index.ts';
import type { Minute } from '../../shop/calendar.ts';
import { clockStart } from '../problem/clocks.ts';
import { driedAt } from '../problem/hourly.ts';
import {
  DUST_KEEPS_MINUTES,
  goingOn,
  justBefore,
  mayDo,
  type Plan,
  type PlanOp,
  type PlanProblem,
  type ScheduledOp,
  workMinutes,
} from '../problem/model.ts';
import { repairOp } from '../problem/repairs.ts';
import { type Candidate, LoadProgress } from './progress.ts';
import {
  earliestPlacement,
  earliestSlot,
  firstIndexEndingAfter,
  type Hands,
  type Placement,
  type Slot,
  Timetable,
} from './timetable.ts';
import { returnTrips, takeDownTrips } from './trips.ts';
import { stretchesOf } from './workdays.ts';

// Longer than other files: one search for a place in time, with the state that it keeps.

/** Whether an operation works on all pieces of another. */
function coversAll(one: PlanOp, other: PlanOp): boolean {
  if (one.pieceIds === other.pieceIds) return true;
  // Nearly always the same pieces in the same order.
  return other.pieceIds.every((id, index) => one.pieceIds[index] === id || one.pieceIds.includes(id));
}

/** The coat whose recoat window has shut on a piece of `op` when it starts at `start` with nothing abrading it since, if any. */
export function shutWindow(earlier: readonly ScheduledOp[], op: PlanOp, start: Minute): ScheduledOp | null {
  if (op.waitFor !== 'recoat') return null;
  let abraded: Set<string> | null = null;
  for (let index = earlier.length - 1; index >= 0; index -= 1) {
    const before = earlier[index];
    if (!before) return null;
    if (before.op.abrades) {
      if (coversAll(before.op, op)) return null;
      abraded ??= new Set();
      for (const id of before.op.pieceIds) abraded.add(id);
      continue;
    }
    const { windowMax, stepId } = before.op;
    if (windowMax === null || stepId === op.stepId || start <= before.end + windowMax) continue;
    const isOpen = (id: string) => before.op.pieceIds.includes(id) && !abraded?.has(id);
    if (op.pieceIds.some(isOpen)) return before;
  }
  return null;
}

function isDustStale(placed: readonly ScheduledOp[], op: PlanOp, start: Minute): boolean {
  const before = justBefore(placed, op);
  return op.isCoat && before?.op.cleans === true && start - before.end > DUST_KEEPS_MINUTES;
}

/** Where the sessions end that others may join, by share key. */
type Sessions = Map<string, { personId: string; end: Minute }[]>;

/**
 * Joins a like operation: the same person goes straight on, or unwraps the brush again while it is still good, with the set-up there
 * and one clean-up for both. Null when no session can be joined, or joining would end later than going alone.
 */
function joinSession(
  problem: PlanProblem,
  table: Timetable,
  sessions: Sessions,
  op: PlanOp,
  ready: Minute,
  alone: Slot,
  who: string | undefined,
): Candidate | null {
  if (op.shareKey === null) return null;
  const { restMin = 0 } = op;
  const joined = goingOn(op);
  for (const { personId, end } of sessions.get(op.shareKey) ?? []) {
    if (end + restMin < ready || end > alone.end || (who !== undefined && personId !== who)) continue;
    const people = problem.people.filter(({ id }) => id === personId);
    const slot = earliestSlot(problem, table, joined, Math.max(ready, end), { people });
    if (slot && slot.start <= end + restMin && slot.end <= alone.end)
      return { op: joined, slot, repairs: [] };
  }
  return null;
}

/** Decisions that are taken before a plan is made. */
export interface Guide {
  /** Earliest starts beyond what clocks ask for, by operation: waiting so that a window stays open, or a room stays free. */
  notBefore: ReadonlyMap<string, Minute>;
  /** Starts that somebody set by hand, by operation. */
  pins: ReadonlyMap<string, Minute>;
  /** Who is to do it, by operation; whoever can start first where nobody is named. */
  who: ReadonlyMap<string, string>;
  /** On how many days pieces are taken down at the client; on the first one where it is left out. */
  takeDowns?: number;
  /** Whoever is free first takes the next task, whoever had the load before. */
  isFree?: boolean;
  /** A gun is only set up within so many minutes of an opening or the end of a break; whenever it is needed where it is left out. */
  setUpWithin?: Minute | undefined;
}

/** So much longer is waited for whoever had a load before. */
const STAY_MIN = 10;

export const NO_GUIDE: Guide = { notBefore: new Map(), pins: new Map(), who: new Map() };

/** Why a pinned operation cannot start when it was to. */
export interface PinTrouble {
  opId: string;
  name: string;
  at: Minute;
  /** From when it could; null where no start is known to do. */
  earliest: Minute | null;
  reason: 'hours' | 'taken' | 'clock' | 'window' | 'delivery' | 'section';
}

/** A plan in the making: places operations one by one at the earliest time that everything before leaves free. */
export class Builder {
  readonly all: LoadProgress[];
  readonly open: Set<LoadProgress>;
  /** What stands in the way of pins; a plan with any is none. */
  readonly troubles: PinTrouble[] = [];
  private readonly table: Timetable;
  private readonly sessions: Sessions = new Map();
  private readonly pinned = new Map<string, Placement>();
  /** Earliest starts for the sake of trips, by load. */
  private readonly tripFrom = new Map<LoadProgress, Minute>();

  constructor(
    private readonly problem: PlanProblem,
    private readonly guide: Guide = NO_GUIDE,
  ) {
    this.table = Timetable.from(problem);
    this.all = problem.loads.map((load) => new LoadProgress(load));
    const byId = new Map(this.all.map((progress) => [progress.load.id, progress]));
    for (const progress of this.all)
      progress.after = (progress.load.after ?? []).flatMap((id) => byId.get(id) ?? []);
    for (const progress of this.all)
      for (const before of progress.placed) {
        this.table.hold(before);
        this.table.sprayed(before);
      }
    this.open = new Set(this.all.filter((progress) => progress.op));
    if (guide.pins.size > 0) this.bookPins();
  }

  /** Pinned operations are in their places before anything else, in the order of their times. */
  private bookPins(): void {
    const wanted = this.problem.loads
      .flatMap(({ ops }) => ops)
      .flatMap((op) => {
        const at = this.guide.pins.get(op.id);
        return at === undefined || op.done || at < this.problem.now ? [] : [{ op, at }];
      })
      .sort((a, b) => a.at - b.at);
    for (const { op, at } of wanted) {
      const placed = earliestPlacement(this.problem, this.table, op, at);
      if (placed?.slot.start === at) {
        this.table.book(placed.op, placed.slot);
        this.pinned.set(op.id, placed);
        continue;
      }
      const alone = earliestSlot(this.problem, Timetable.from(this.problem), op, at);
      this.troubles.push({
        opId: op.id,
        name: op.name,
        at,
        earliest: placed?.slot.start ?? null,
        reason: alone?.start === at ? 'taken' : 'hours',
      });
    }
  }

  /**
   * The loads that are taken down at the client, in the order of these; nobody begins to sand what still hangs there, so that this
   * comes first.
   */
  takenDown(order: Iterable<LoadProgress>): LoadProgress[] {
    const loads = [...order].filter(
      (progress) => progress.op?.isTrip && progress.isAtHead && !progress.isHeldUp && this.open.has(progress),
    );
    const from = takeDownTrips(this.problem, loads, this.guide.takeDowns ?? 1);
    for (const [progress, at] of from) this.tripFrom.set(progress, at);
    return loads;
  }

  /** The loads of which nothing but refitting is left, in the order in which they are brought back. */
  broughtBack(): LoadProgress[] {
    const loads = [...this.open].filter((progress) => progress.isAtTail && !progress.isHeldUp);
    return returnTrips(this.problem, this.table, loads).map(({ progress, from }) => {
      this.tripFrom.set(progress, from);
      return progress;
    });
  }

  /** Where the next operation of a load would go now; null when it finds no place, or its pin does not hold. */
  candidate(progress: LoadProgress): Candidate | null {
    const { op } = progress;
    if (!op) return null;
    const placed = this.pinned.get(op.id);
    return placed ? this.pinnedCandidate(progress, placed) : this.freeCandidate(progress, op);
  }

  private pinnedCandidate(progress: LoadProgress, { op, slot }: Placement): Candidate | null {
    const ready = clockStart(progress.placed, op);
    const trouble = (reason: PinTrouble['reason'], earliest: Minute | null): null => {
      this.troubles.push({ opId: op.id, name: op.name, at: slot.start, earliest, reason });
      return null;
    };
    if (progress.floor > slot.start) return trouble('delivery', progress.floor);
    if (progress.turn > slot.start) return trouble('section', progress.turn);
    if (ready > slot.start) return trouble('clock', ready);
    const needed = neededRepairs(progress.earlier, op, slot.start);
    if (needed.length === 0) return { op, slot, repairs: [] };
    const repairs = this.repairsFor(op, needed, progress.earlier, ready, slot.start);
    const end = repairs?.at(-1)?.slot.end ?? Number.POSITIVE_INFINITY;
    if (!repairs || end > slot.start) return trouble('window', Number.isFinite(end) ? end : null);
    return { op, slot, repairs };
  }

  /** Scuff and dust as close before a coat as they fit: a day early they would only collect new dust. */
  private repairsFor(
    op: PlanOp,
    needed: readonly ('scuff' | 'dust')[],
    earlier: readonly ScheduledOp[],
    ready: Minute,
    start: Minute,
  ): Placement[] | null {
    const labour = needed.reduce((sum, action) => sum + workMinutes(repairOp(op, action)), 0);
    let from = Math.max(ready, start - labour - DUST_KEEPS_MINUTES / 6);
    const repairs: Placement[] = [];
    for (const action of needed) {
      const repair = repairOp(op, action);
      // Sanding may have to wait longer for a film than the next coat has.
      const slot = earliestSlot(
        this.problem,
        this.table,
        repair,
        Math.max(from, clockStart(earlier, repair)),
        { stay: earlier.at(-1)?.personId },
      );
      if (!slot) return null;
      repairs.push({ op: repair, slot });
      from = slot.end;
    }
    return repairs;
  }

  private freeCandidate(progress: LoadProgress, op: PlanOp): Candidate | null {
    const { table, problem } = this;
    const wanted = this.guide.who.get(op.id);
    const people = wanted === undefined ? problem.people : problem.people.filter(({ id }) => id === wanted);
    // Going on from a session may start before the first time that is free to go alone.
    const readyToJoin = Math.max(
      problem.now,
      progress.placed.length === 0 ? (progress.load.from ?? 0) : 0,
      progress.turn,
      clockStart(progress.placed, op),
      this.guide.notBefore.get(op.id) ?? 0,
      op.isTrip ? (this.tripFrom.get(progress) ?? 0) : 0,
    );
    const ready = Math.max(readyToJoin, progress.floor);
    const stay = progress.placed.at(-1)?.personId;
    const hands = { people, stay, stayMin: this.guide.isFree ? 0 : STAY_MIN };
    let placed = earliestPlacement(problem, table, op, ready, hands);
    if (!placed) return null;
    // Whoever had the load before may have been waited for: another could begin that much sooner.
    progress.floor = placed.slot.start - hands.stayMin;
    placed = this.withOthers(op, placed, hands);
    for (let attempt = 0; attempt < 4; attempt += 1) {
      const { slot } = placed;
      const needed = neededRepairs(progress.earlier, op, slot.start);
      if (needed.length === 0) {
        const joined = joinSession(problem, table, this.sessions, op, readyToJoin, slot, wanted);
        // Going on from a session starts a little later than going alone: not past a window.
        const isKept = joined && neededRepairs(progress.earlier, op, joined.slot.start).length === 0;
        return isKept ? joined : { ...placed, repairs: [] };
      }
      const repairs = this.repairsFor(op, needed, progress.earlier, readyToJoin, slot.start);
      if (!repairs) return null;
      // Scuffing and dusting take people, but no place.
      const busy = table.withBusy(repairs.map((repair) => repair.slot));
      const from = repairs.at(-1)?.slot.end ?? readyToJoin;
      const after = earliestPlacement(problem, busy, op, from, hands);
      if (!after) return null;
      // Dusting takes time too: a window that was still open may have shut over it.
      const isShutNow =
        !needed.includes('scuff') && shutWindow(progress.earlier, op, after.slot.start) !== null;
      if (!isShutNow && after.slot.start - from <= DUST_KEEPS_MINUTES) return { ...after, repairs };
      placed = after;
    }
    return null;
  }

  /** A coat that would set a gun up at any time of the day waits for the next opening or the end of a break, for others to join it there. */
  private withOthers(op: PlanOp, first: Placement, hands: Hands): Placement {
    const { setUpWithin } = this.guide;
    if (setUpWithin === undefined || !op.paint || first.op.gun?.goesOn) return first;
    const stretches = stretchesOf(this.problem.people);
    const at = firstIndexEndingAfter(stretches, first.slot.start);
    const [stretch, next] = [stretches[at], stretches[at + 1]];
    if (!stretch || !next || first.slot.start - stretch.start <= setUpWithin) return first;
    return earliestPlacement(this.problem, this.table, op, next.start, hands) ?? first;
  }

  /** Puts a candidate of a load into the plan; what was put there, repairs first. */
  commit(progress: LoadProgress, candidate: Candidate): Placement[] {
    const { op, slot, repairs } = candidate;
    const placements = [...repairs, { op, slot }];
    if (op.shareKey !== null)
      this.sessions.set(op.shareKey, [...(this.sessions.get(op.shareKey) ?? []), slot]);
    for (const placement of placements) {
      if (!this.pinned.has(placement.op.id)) this.table.book(placement.op, placement.slot);
      progress.placed.push({ op: driedAt(placement.op, placement.slot.end), ...placement.slot, waits: [] });
    }
    progress.next += 1;
    progress.floor = 0;
    progress.skipDone();
    progress.candidate = null;
    progress.start = 0;
    if (!progress.op) this.open.delete(progress);
    return placements;
  }

  /** The plan when nothing is open any more. */
  plan(): Plan {
    const ops = this.all.flatMap((progress) => progress.placed);
    return { ops, completion: ops.reduce((latest, { end }) => Math.max(latest, end), this.problem.now) };
  }

  /** Why an operation finds no place, in words. */
  refusal(op: PlanOp): string {
    return tooLong(this.problem, op);
  }
}

function neededRepairs(placed: readonly ScheduledOp[], op: PlanOp, start: Minute): ('scuff' | 'dust')[] {
  if (shutWindow(placed, op, start)) return ['scuff', 'dust'];
  return isDustStale(placed, op, start) ? ['dust'] : [];
}

function tooLong(problem: PlanProblem, op: PlanOp): string {
  const longest = problem.people
    .flatMap((person) => person.work)
    .reduce((most, { start, end }) => Math.max(most, end - start), 0);
  if (problem.people.length === 0 || longest === 0) return said('plan.nobody-has-working-hours-set-them');
  if (!problem.people.some((person) => mayDo(person, op)))
    return said('plan.no-one-is-assigned-the-skill', { name: op.name });
  if (op.isWet && workMinutes(op) > longest) {
    return said('plan.takes-min-in-one-go-but', { name: op.name, op: workMinutes(op), longest });
  }
  if (op.row === 'room' && problem.inRoom !== undefined && workMinutes(op) > problem.inRoom)
    return said('plan.takes-longer-than-the-room-is', {
      name: op.name,
      minutes: workMinutes(op),
      open: problem.inRoom,
    });
  const short = op.hold
    ? problem.resources.find(({ id, capacity }) => id === op.hold?.resourceId && capacity < op.hold.amount)
    : undefined;
  if (short) return said('plan.one-piece-of-is-larger-than', { name: op.name, name2: short.name });
  return said('plan.finds-no-place-within-days', {
    name: op.name,
    horizon: Math.round((problem.horizon - problem.now) / 1440),
  });
}
