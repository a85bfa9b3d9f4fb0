import { failure, type Outcome, success } from '../outcome.ts';
import type { Interval, Minute } from '../shop/calendar.ts';
import { clockStart } from './clocks.ts';
import {
  DUST_KEEPS_MINUTES,
  type Load,
  type Plan,
  type PlanOp,
  type PlanProblem,
  type ScheduledOp,
  workMinutes,
} from './model.ts';
import { repairOp } from './repairs.ts';
import { earliestSlot, type Slot, Timetable } from './timetable.ts';

/** Orders loads that could start at the same minute. Larger goes first. */
type Priority = (load: Load, remaining: Minute) => number;

const PRIORITIES: Priority[] = [(_load, remaining) => remaining, () => 0];

/** The coat whose recoat window has shut when `op` starts at `start` with nothing abrading in between, if any. */
export function shutWindow(placed: readonly ScheduledOp[], op: PlanOp, start: Minute): ScheduledOp | null {
  if (op.waitFor !== 'recoat') return null;
  for (let index = placed.length - 1; index >= 0; index -= 1) {
    const before = placed[index];
    if (!before || before.op.abrades) return null;
    const { windowMax, stepId } = before.op;
    if (windowMax !== null && stepId !== op.stepId && start > before.end + windowMax) return before;
  }
  return null;
}

function isDustStale(placed: readonly ScheduledOp[], op: PlanOp, start: Minute): boolean {
  const before = placed.at(-1);
  return op.isCoat && before?.op.cleans === true && start - before.end > DUST_KEEPS_MINUTES;
}

/** Work and drying that is left from each operation of a chain on. */
function remainingMinutes(ops: readonly PlanOp[]): Minute[] {
  const left: Minute[] = new Array(ops.length + 1).fill(0);
  for (let index = ops.length - 1; index >= 0; index -= 1) {
    const op = ops[index];
    const next = ops[index + 1];
    const lag = op?.lags && next && next.waitFor !== 'none' ? op.lags[next.waitFor] : 0;
    left[index] = (left[index + 1] ?? 0) + (op && !op.done ? workMinutes(op) + lag : 0);
  }
  return left;
}

class LoadProgress {
  /** In the order of the sequence, also where the log tells it otherwise. */
  readonly placed: ScheduledOp[] = [];
  next = 0;
  /** Where the next operation would go; null when that has to be worked out again. */
  candidate: Candidate | null = null;
  /** No earlier start than this was free last time; as time only fills up, none will be. */
  floor: Minute = 0;
  private readonly left: Minute[];

  constructor(readonly load: Load) {
    this.left = remainingMinutes(load.ops);
    for (const op of load.ops) {
      if (!op.done) continue;
      const holdUntil = op.hold ? op.done.end + op.hold.minutes : null;
      this.placed.push({
        op,
        personId: null,
        start: op.done.start,
        end: op.done.end,
        segments: [],
        holdUntil,
        waits: [],
      });
    }
    this.skipDone();
  }

  get op(): PlanOp | undefined {
    return this.load.ops[this.next];
  }

  get remaining(): Minute {
    return this.left[this.next] ?? 0;
  }

  /** Earliest start of what the candidate would put in the plan. */
  get start(): Minute {
    return this.candidate?.repairs[0]?.slot.start ?? this.candidate?.slot.start ?? 0;
  }

  skipDone(): void {
    while (this.op?.done) this.next += 1;
  }
}

interface Placement {
  op: PlanOp;
  slot: Slot;
}

interface Candidate {
  /** The operation as it would be done: without a set-up of its own where it joins a session. */
  op: PlanOp;
  slot: Slot;
  repairs: Placement[];
}

/** Where the sessions end that others may join, by share key. */
type Sessions = Map<string, { personId: string; end: Minute }[]>;

/**
 * Joins a like operation of a zone that shares: the same person goes straight on, with the set-up there and one clean-up
 * for both. Null when no session can be joined, or joining would end later than going alone.
 */
function joinSession(
  problem: PlanProblem,
  table: Timetable,
  sessions: Sessions,
  op: PlanOp,
  ready: Minute,
  alone: Slot,
): Candidate | null {
  if (op.shareKey === null) return null;
  const joined = { ...op, setupMin: 0, cleanupMin: 0 };
  for (const { personId, end } of sessions.get(op.shareKey) ?? []) {
    if (end < ready || end > alone.end) continue;
    const people = problem.people.filter(({ id }) => id === personId);
    const slot = earliestSlot({ ...problem, people }, table, joined, end);
    if (slot?.start === end && slot.end <= alone.end) return { op: joined, slot, repairs: [] };
  }
  return null;
}

function overlaps(a: Interval, b: Interval): boolean {
  return a.start < b.end && b.start < a.end;
}

/** Whether two placements want the same person at the same time, or any of the same place. */
function collides(a: Placement, b: Placement): boolean {
  if (
    a.slot.personId === b.slot.personId &&
    a.slot.segments.some((one) => b.slot.segments.some((two) => overlaps(one, two)))
  ) {
    return true;
  }
  const span = ({ slot }: Placement) => ({ start: slot.start, end: slot.holdUntil ?? slot.end });
  if (!overlaps(span(a), span(b))) return false;
  const places = ({ op }: Placement) =>
    [...op.uses, ...(op.hold ? [op.hold] : [])].map(({ resourceId }) => resourceId);
  const others = places(b);
  return places(a).some((place) => others.includes(place));
}

function placeWithRepairs(
  problem: PlanProblem,
  table: Timetable,
  sessions: Sessions,
  progress: LoadProgress,
  op: PlanOp,
): Candidate | null {
  const ready = Math.max(problem.now, progress.floor, clockStart(progress.placed, op));
  let slot = earliestSlot(problem, table, op, ready);
  if (!slot) return null;
  progress.floor = slot.start;
  for (let attempt = 0; attempt < 4; attempt += 1) {
    const isShut = shutWindow(progress.placed, op, slot.start) !== null;
    const needed: ('scuff' | 'dust')[] = isShut
      ? ['scuff', 'dust']
      : isDustStale(progress.placed, op, slot.start)
        ? ['dust']
        : [];
    if (needed.length === 0)
      return joinSession(problem, table, sessions, op, ready, slot) ?? { op, slot, repairs: [] };
    // The repair belongs right before the coat: scuffing a day early would only collect new dust.
    const repairs: Placement[] = [];
    const labour = needed.reduce((sum, action) => sum + workMinutes(repairOp(op, action)), 0);
    let from = Math.max(ready, slot.start - labour - DUST_KEEPS_MINUTES / 6);
    for (const action of needed) {
      const repair = repairOp(op, action);
      const repairSlot: Slot | null = earliestSlot(problem, table, repair, from);
      if (!repairSlot) return null;
      repairs.push({ op: repair, slot: repairSlot });
      from = repairSlot.end;
    }
    const busy = new Timetable(table);
    for (const { op: repair, slot: repairSlot } of repairs) busy.book(repair, repairSlot);
    const after = earliestSlot(problem, busy, op, from);
    if (!after) return null;
    if (after.start - from <= DUST_KEEPS_MINUTES) return { op, slot: after, repairs };
    slot = after;
  }
  return null;
}

function scheduled(op: PlanOp, slot: Slot): ScheduledOp {
  return { op, ...slot, waits: [] };
}

function runOnce(problem: PlanProblem, priority: Priority): Outcome<Plan> {
  const table = Timetable.from(problem);
  const sessions: Sessions = new Map();
  const all = problem.loads.map((load) => new LoadProgress(load));
  for (const progress of all) for (const before of progress.placed) table.hold(before);
  const open = new Set(all.filter((progress) => progress.op));

  while (open.size > 0) {
    let best: LoadProgress | null = null;
    for (const progress of open) {
      const op = progress.op as PlanOp;
      // Time only fills up: a place that is still free is still the earliest one.
      progress.candidate ??= placeWithRepairs(problem, table, sessions, progress, op);
      if (!progress.candidate) return failure(tooLong(problem, op));
      const isEarlier = best === null || progress.start < best.start;
      const isTie = best !== null && progress.start === best.start;
      if (
        isEarlier ||
        (isTie && best && priority(progress.load, progress.remaining) > priority(best.load, best.remaining))
      ) {
        best = progress;
      }
    }
    if (!best?.candidate || !best.op) break;
    const { op: done, slot } = best.candidate;
    const placements = [...best.candidate.repairs, { op: done, slot }];
    if (done.shareKey !== null) sessions.set(done.shareKey, [...(sessions.get(done.shareKey) ?? []), slot]);
    for (const placement of placements) {
      table.book(placement.op, placement.slot);
      best.placed.push(scheduled(placement.op, placement.slot));
    }
    best.next += 1;
    best.floor = 0;
    best.skipDone();
    best.candidate = null;
    if (!best.op) open.delete(best);
    for (const other of open) {
      if (!other.candidate || !other.op) continue;
      const wanted = [...other.candidate.repairs, { op: other.op, slot: other.candidate.slot }];
      const mayJoin = done.shareKey !== null && other.op.shareKey === done.shareKey;
      if (mayJoin || wanted.some((one) => placements.some((two) => collides(one, two))))
        other.candidate = null;
    }
  }
  const ops = all.flatMap((progress) => progress.placed);
  return success({ ops, handOver: ops.reduce((latest, { end }) => Math.max(latest, end), problem.now) });
}

function tooLong(problem: PlanProblem, op: PlanOp): string {
  const longest = problem.people
    .flatMap((person) => person.work)
    .reduce((most, { start, end }) => Math.max(most, end - start), 0);
  if (problem.people.length === 0 || longest === 0) return 'Nobody has working hours: set them under Shop.';
  if (op.isWet && workMinutes(op) > longest) {
    return `“${op.name}” takes ${workMinutes(op)} min in one go, but the longest stretch of work is ${longest} min. Use smaller loads or longer hours.`;
  }
  const short = op.hold
    ? problem.resources.find(({ id, capacity }) => id === op.hold?.resourceId && capacity < op.hold.amount)
    : undefined;
  if (short) return `One piece of “${op.name}” is larger than the ${short.name.toLowerCase()} can take.`;
  return `“${op.name}” finds no place within ${Math.round((problem.horizon - problem.now) / 1440)} days.`;
}

/**
 * Makes a plan: serial schedule generation over the loads, once for each of a few priority rules; the earliest hand-over
 * wins, ties go to the earlier rule. Deterministic. Where a recoat window shuts or dust grows old before a coat can
 * start, scuff and dust are put in before it.
 *
 * @param rules how many of the priority rules to try.
 * @returns the plan, its waits not yet explained, or a sentence why no plan exists.
 */
export function makePlan(problem: PlanProblem, rules = PRIORITIES.length): Outcome<Plan> {
  let best: Plan | null = null;
  let refusal = 'There is nothing to plan.';
  for (const priority of PRIORITIES.slice(0, rules)) {
    const outcome = runOnce(problem, priority);
    if (!outcome.ok) refusal = outcome.message;
    else if (!best || outcome.value.handOver < best.handOver) best = outcome.value;
  }
  return best ? success(best) : failure(refusal);
}
