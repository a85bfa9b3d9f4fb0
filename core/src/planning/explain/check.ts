import { said } from '../../said/index.ts';
import type { Interval, Minute } from '../../shop/calendar.ts';
import { changeMinutes, type GunUse, gunKindOf, NIGHT_MIN, pauseOf } from '../problem/guns.ts';
import {
  DUST_KEEPS_MINUTES,
  justBefore,
  mayDo,
  type Plan,
  type PlanProblem,
  type Reservation,
  type ScheduledOp,
} from '../problem/model.ts';
import { tailLength } from '../problem/tripOps.ts';
import { checkPlaces } from './checkPlaces.ts';
import { metIn } from './met.ts';
import type { Violation } from './violation.ts';

// Longer than other files: the checker is read as a whole, apart from all that it checks.

/**
 * Verifies a plan against its problem: every operation once, within working hours, one thing per person at a time, wet
 * passes whole, clocks and windows kept, places never over-full. Written apart from the scheduler, on a sweep over
 * events instead of slots, so that the two do not share their mistakes.
 *
 * @param pins starts that were set by hand, by operation; those of operations that are gone or done bind nothing.
 * @returns every violation found; empty for a sound plan.
 */
export function checkPlan(
  problem: PlanProblem,
  plan: Plan,
  pins: ReadonlyMap<string, Minute> = new Map(),
): Violation[] {
  return [
    ...checkPins(plan, pins),
    ...checkPresence(problem, plan),
    ...plan.ops.filter(({ personId }) => personId !== null).flatMap((item) => checkWork(problem, item)),
    ...checkSessions(problem, plan),
    ...checkGuns(problem, plan),
    ...checkPeople(problem, plan),
    ...problem.loads.flatMap((load) =>
      checkSequence(
        load.ops.map(({ id }) => id),
        plan.ops.filter(({ op }) => op.loadId === load.id),
      ),
    ),
    ...checkBegins(problem, plan),
    ...checkRefit(problem, plan),
    ...checkCapacity(problem, plan),
    ...checkPlaces(problem, plan),
    ...checkCompletion(problem, plan),
  ];
}

function checkPresence(problem: PlanProblem, plan: Plan): Violation[] {
  const seen = new Map<string, number>();
  for (const { op } of plan.ops) seen.set(op.id, (seen.get(op.id) ?? 0) + 1);
  const wanted = new Set(problem.loads.flatMap((load) => load.ops.map(({ id }) => id)));
  const violations: Violation[] = [];
  for (const id of wanted) {
    if (!seen.has(id))
      violations.push({ code: 'missing', opId: id, message: said('plan.is-not-in-the-plan') });
  }
  for (const [id, count] of seen) {
    if (count > 1)
      violations.push({ code: 'twice', opId: id, message: said('plan.is-planned-times', { count }) });
    if (!wanted.has(id) && !wanted.has(id.split('#')[0] ?? '')) {
      violations.push({ code: 'unknown', opId: id, message: said('plan.was-never-asked-for') });
    }
  }
  return violations;
}

function checkWork(problem: PlanProblem, item: ScheduledOp): Violation[] {
  const { op, segments } = item;
  const violations: Violation[] = [];
  const add = (code: Violation['code'], message: string) => violations.push({ code, opId: op.id, message });
  if (item.start < problem.now)
    add('past', said('plan.starts-min-before-now', { now: problem.now - item.start }));
  const person = problem.people.find(({ id }) => id === item.personId);
  if (!person) add('person', said('plan.has-nobody-called', { personId: item.personId }));
  else if (!mayDo(person, op)) add('person', said('plan.is-given-to-who-may-not', { name: person.name }));
  for (const air of op.badAir ?? [])
    if (item.start < air.end && item.end > air.start)
      add('air', said('plan.is-laid-on-in-air-that', { why: air.why }));
  if (op.isWet && segments.length !== 1)
    add('cut', said('plan.is-wet-work-cut-into-parts', { length: segments.length }));
  let pieces = 0;
  let minutes = 0;
  for (const segment of segments) {
    pieces += segment.pieces;
    minutes += segment.end - segment.start;
    const isInHours = person?.work.some(({ start, end }) => start <= segment.start && segment.end <= end);
    if (!isInHours)
      add('calendar', said('plan.works-outside-working-hours', { start: segment.start, end: segment.end }));
    // Of a task that is under way pieces may be half done: only the whole of it can be held against its work.
    if (!op.isUnderWay && segment.end - segment.start + 1e-6 < segment.pieces * op.perPieceMin) {
      add(
        'work',
        said('plan.does-pieces-in-min', { pieces: segment.pieces, end: segment.end - segment.start }),
      );
    }
  }
  if (pieces !== op.pieceIds.length) add('work', `covers ${pieces} of ${op.pieceIds.length} pieces`);
  const least = op.setupMin + op.cleanupMin + op.perPieceMin * op.pieceIds.length;
  if (minutes + 1e-6 < least) add('work', said('plan.takes-min-where-are-needed', { minutes, least }));
  if (segments[0]?.start !== item.start || segments.at(-1)?.end !== item.end)
    add('work', said('plan.start-and-end-differ-from-its'));
  if (op.hold && (item.occupiedUntil === null || item.occupiedUntil < item.end + op.hold.minutes)) {
    add('hold', said('plan.leaves-its-place-before-it-is'));
  }
  return violations;
}

function checkPins(plan: Plan, pins: ReadonlyMap<string, Minute>): Violation[] {
  return plan.ops.flatMap(({ op, personId, start }) => {
    const at = pins.get(op.id);
    if (at === undefined || personId === null || at === start) return [];
    return [
      { code: 'pin' as const, opId: op.id, message: said('plan.was-pinned-to-and-starts-at', { at, start }) },
    ];
  });
}

/** Set-up and clean-up may only be left out where the same person goes straight on with like work. */
function checkSessions(problem: PlanProblem, plan: Plan): Violation[] {
  const asked = new Map(problem.loads.flatMap(({ ops }) => ops.map((op) => [op.id, op] as const)));
  return plan.ops.flatMap((item): Violation[] => {
    const { op, personId, start } = item;
    const wanted = asked.get(op.id);
    if (personId === null || !wanted) return [];
    // What goes on with a gun is held against the gun.
    const isWhole =
      (op.setupMin >= wanted.setupMin && op.cleanupMin >= wanted.cleanupMin) || op.gun?.goesOn === true;
    const isJoined = () =>
      plan.ops.some(
        (other) =>
          other !== item &&
          (other.op.done?.by ?? other.personId) === personId &&
          other.end <= start &&
          start <= other.end + (wanted.restMin ?? 0) &&
          wanted.shareKey !== null &&
          asked.get(other.op.id)?.shareKey === wanted.shareKey,
      );
    if (op.perPieceMin !== wanted.perPieceMin || op.pieceIds.length !== wanted.pieceIds.length)
      return [{ code: 'work', opId: op.id, message: said('plan.is-not-the-work-that-was') }];
    return isWhole || (op.setupMin >= (wanted.refillMin ?? 0) && isJoined())
      ? []
      : [{ code: 'session', opId: op.id, message: said('plan.has-no-set-up-and-goes') }];
  });
}

/** A stretch for which a gun is in use; without an operation where another job has it, or where it is history. */
interface GunStretch {
  start: Minute;
  end: Minute;
  gun: GunUse;
  item: ScheduledOp | null;
}

/**
 * One paint at a time through a gun; filled up only where the same paint rests in it as its sheet allows; and time to clean it and
 * to change it over where something else was in it the same day.
 */
function checkGuns({ guns, loads, reserved }: PlanProblem, { ops }: Plan): Violation[] {
  if (!guns) return [];
  const violations: Violation[] = [];
  const add = (opId: string, message: string) => violations.push({ code: 'gun', opId, message });
  const through = new Map<string, GunStretch[]>();
  const note = (stretch: GunStretch) => {
    const key = `${gunKindOf(stretch.gun, guns.counts)} ${stretch.gun.number}`;
    const known = through.get(key);
    if (known) known.push(stretch);
    else through.set(key, [stretch]);
  };
  for (const { gun, start, end } of reserved) if (gun) note({ gun, start, end, item: null });
  const asked = new Map(loads.flatMap((load) => load.ops.map((op) => [op.id, op] as const)));
  for (const item of ops) {
    const { op, personId, start, end } = item;
    const wanted = asked.get(op.id);
    if (personId === null && op.paint)
      note({ gun: { ...op.paint, number: 0, changeMin: 0, goesOn: false }, start, end, item: null });
    if (personId === null || !wanted?.paint) continue;
    if (!op.gun) add(op.id, said('plan.sprays-and-has-no-gun'));
    else if (op.gun.number >= (guns.counts[gunKindOf(op.gun, guns.counts)] ?? 1))
      add(op.id, said('plan.has-gun-which-the-shop-has', { number: op.gun.number }));
    else note({ gun: op.gun, start, end, item });
    const least = op.gun?.goesOn ? (wanted.refillMin ?? 0) : wanted.setupMin + (op.gun?.changeMin ?? 0);
    if (op.gun && op.setupMin + 1e-9 < least) add(op.id, said('plan.has-no-time-for-the-change'));
  }
  for (const uses of through.values()) {
    uses.sort((a, b) => a.start - b.start);
    let began = 0;
    uses.forEach((use, index) => {
      const before = uses[index - 1];
      const opened = began;
      if (!use.gun.goesOn || !before) began = use.start;
      // Whatever other jobs have promised among themselves is not this plan's doing.
      if (!use.item && !before?.item) return;
      const name = use.item?.op.id ?? before?.item?.op.id ?? '';
      if (before && before.end > use.start) add(name, said('plan.has-a-gun-that-is-in'));
      // What another job does after a night, or goes on with from something later, is not touched by what was before that.
      const isTheirs = !use.item && before !== undefined;
      if (isTheirs && use.start - before.end >= (use.gun.goesOn ? pauseOf(use.gun) + 1 : NIGHT_MIN)) return;
      if (use.gun.goesOn) {
        if (!before || !restsBetween(before, use) || outlives(use, began))
          add(name, said('plan.goes-on-with-a-gun-that'));
        return;
      }
      if (!before || (restsBetween(before, use) && !outlives(use, opened))) return;
      const isCleaned = use.start - before.end >= NIGHT_MIN;
      const minutes = changeMinutes(before.gun, use.gun, guns.change) + (isCleaned ? 0 : before.gun.cleanMin);
      if (minutes > use.gun.changeMin)
        add(name, said('plan.leaves-of-min-to-change-the', { changeMin: use.gun.changeMin, minutes }));
    });
  }
  return violations;
}

/** Whether the paint of one stretch may still be in the gun at the next. */
function restsBetween(before: GunStretch, use: GunStretch): boolean {
  const pause = use.start - before.end;
  return before.gun.material === use.gun.material && pause <= pauseOf(before.gun);
}

/** Whether a mix that was begun then has set before a stretch is over. */
function outlives({ gun, end }: GunStretch, began: Minute): boolean {
  return gun.lifeMin !== null && end - began > gun.lifeMin;
}

/** A stretch of somebody's time, by this plan or by what others were promised. */
interface Busy extends Interval {
  id: string;
  isOwn: boolean;
}

function checkPeople({ reserved }: PlanProblem, plan: Plan): Violation[] {
  const byPerson = new Map<string, Busy[]>();
  for (const { op, personId, segments } of plan.ops) {
    if (personId === null) continue;
    const own = byPerson.get(personId) ?? [];
    for (const { start, end } of segments) own.push({ start, end, id: op.id, isOwn: true });
    byPerson.set(personId, own);
  }
  return [...byPerson].flatMap(([person, own]) => {
    const taken = metIn(
      reserved.filter(({ personId }) => personId === person),
      own,
    );
    const spans = [...own, ...taken.map(({ start, end, by }) => ({ start, end, id: by, isOwn: false }))];
    spans.sort((a, b) => a.start - b.start);
    const violations: Violation[] = [];
    let latest: Busy | null = null;
    for (const span of spans) {
      // Whatever other jobs have promised among themselves is not this plan's doing.
      if (latest && span.start < latest.end && (span.isOwn || latest.isOwn))
        violations.push({
          code: 'person',
          opId: span.id,
          message: said('plan.overlaps-for-the-same-person', { id: latest.id }),
        });
      if (latest === null || span.end > latest.end) latest = span;
    }
    return violations;
  });
}

/** No load is begun before its pieces are here, or before the loads that it is to follow are through. */
function checkBegins({ loads }: PlanProblem, { ops }: Plan): Violation[] {
  const violations: Violation[] = [];
  for (const { id, from = 0, after = [] } of loads) {
    if (from === 0 && after.length === 0) continue;
    const before = ops.filter(({ op }) => after.includes(op.loadId));
    const through = Math.max(0, ...before.map(({ end }) => end));
    for (const { op, personId, start } of ops) {
      if (op.loadId !== id || personId === null) continue;
      const add = (code: Violation['code'], message: string) =>
        violations.push({ code, opId: op.id, message });
      if (start < from)
        add('delivery', said('plan.starts-min-before-its-pieces-are', { from: from - start }));
      if (start < through)
        add('section', said('plan.starts-min-before-what-it-is', { through: through - start }));
    }
  }
  return violations;
}

/** Where all is to come back in one go, nothing comes back before the last of it is hard enough; zones in turn do so by themselves. */
function checkRefit({ refitTogether = false, loads }: PlanProblem, { ops }: Plan): Violation[] {
  if (!refitTogether) return [];
  const returns = loads.map(({ id, after = [], ops: asked }) => {
    const own = ops.filter(({ op }) => op.loadId === id);
    const back = new Set(asked.slice(asked.length - tailLength(asked)).map((op) => op.id));
    const tail = own.filter(({ op }) => back.has(op.id));
    const waitFor = tail[0]?.op.waitFor ?? 'none';
    const ready = own
      .filter(({ op }) => !back.has(op.id))
      .map(({ op, end }) => end + (waitFor === 'none' ? 0 : (op.lags?.[waitFor] ?? 0)));
    return { id, after, tail, ready: Math.max(0, ...ready) };
  });
  const byId = new Map(returns.map((one) => [one.id, one]));
  const comesAfter = (one: string, other: string): boolean =>
    (byId.get(one)?.after ?? []).some((id) => id === other || comesAfter(id, other));
  return returns.flatMap(({ id, tail }) =>
    tail.flatMap(({ op, personId, start }): Violation[] => {
      if (personId === null) return [];
      const isEarly = returns.some(
        (other) => other.tail.length > 0 && other.ready > start && !comesAfter(other.id, id),
      );
      return isEarly
        ? [{ code: 'refit', opId: op.id, message: said('plan.comes-back-before-all-is-ready') }]
        : [];
    }),
  );
}

function checkSequence(order: readonly string[], ops: readonly ScheduledOp[]): Violation[] {
  const violations: Violation[] = [];
  const rank = new Map(order.map((id, index) => [id, index]));
  const rankOf = ({ op }: ScheduledOp) => {
    const own = rank.get(op.id);
    if (own !== undefined) return own;
    const [coatId, repair] = op.id.split('#');
    const base = rank.get(coatId ?? '') ?? -1;
    if (repair === undefined) return base;
    return repair === 'scuff' ? base - 0.5 : base - 0.25;
  };
  const line = [...ops].sort((a, b) => rankOf(a) - rankOf(b));
  line.forEach((item, index) => {
    // What is done is history: it may have broken every rule, and nothing can be planned about it.
    if (item.personId === null) return;
    const { op, start } = item;
    const abraded = new Set<string>();
    for (let back = index - 1; back >= 0; back -= 1) {
      const before = line[back];
      if (!before) continue;
      if (before.end > start)
        violations.push({
          code: 'order',
          opId: op.id,
          message: said('plan.starts-before-ends', { id: before.op.id }),
        });
      const isOtherSide = op.waitFor === 'recoat' && before.op.stepId === op.stepId;
      if (before.op.lags && op.waitFor !== 'none' && !isOtherSide) {
        const open = before.end + before.op.lags[op.waitFor];
        if (start < open) {
          violations.push({
            code: 'clock',
            opId: op.id,
            message: said('plan.starts-min-too-early-for', { open: open - start, waitFor: op.waitFor }),
          });
        }
      }
      if (before.op.abrades) for (const id of before.op.pieceIds) abraded.add(id);
      const isKept = !before.op.pieceIds.some((id) => op.pieceIds.includes(id) && !abraded.has(id));
      if (op.waitFor === 'recoat' && before.op.windowMax !== null && !isOtherSide && !isKept) {
        if (start > before.end + before.op.windowMax) {
          violations.push({
            code: 'window',
            opId: op.id,
            message: said('plan.starts-after-the-window-of-shut', { id: before.op.id }),
          });
        }
      }
    }
    const previous = justBefore(line.slice(0, index), op);
    if (op.isCoat && previous?.op.cleans && start - previous.end > DUST_KEEPS_MINUTES) {
      violations.push({
        code: 'dust',
        opId: op.id,
        message: said('plan.is-coated-on-dust-that-settled'),
      });
    }
  });
  return violations;
}

interface Event {
  at: Minute;
  load: string;
  delta: number;
  opId: string;
  /** Whether this plan decides it; history and other jobs' promises are only given. */
  isOwn: boolean;
}

/** Something of a place taken at the start of a stretch, and let go at its end. */
function takenAndLetGo(
  { start, end }: Interval,
  amount: number,
  event: Pick<Event, 'load' | 'opId' | 'isOwn'>,
): Event[] {
  return end > start
    ? [
        { ...event, at: start, delta: amount },
        { ...event, at: end, delta: -amount },
      ]
    : [];
}

function capacityEvents(reserved: readonly Reservation[], plan: Plan, resourceId: string): Event[] {
  const planned: Event[] = [];
  const mine: Interval[] = [];
  const add = (start: Minute, end: Minute, amount: number, event: Pick<Event, 'load' | 'opId' | 'isOwn'>) => {
    planned.push(...takenAndLetGo({ start, end }, amount, event));
    if (event.isOwn) mine.push({ start, end });
  };
  for (const { op, personId, start, end, occupiedUntil } of plan.ops) {
    const event = { load: op.loadId, opId: op.id, isOwn: personId !== null };
    if (event.isOwn) {
      for (const use of op.uses) if (use.resourceId === resourceId) add(start, end, use.amount, event);
    }
    if (op.hold?.resourceId !== resourceId || occupiedUntil === null) continue;
    // Piece by piece: a slot is let go when its own piece may be handled, not before.
    const { each } = op.hold;
    const ends = op.done
      ? op.done.ends
      : op.pieceIds.map((_, left) => end - (op.pieceIds.length - 1 - left) * op.perPieceMin);
    if (each?.length === op.pieceIds.length && ends?.length === each.length)
      each.forEach((amount, piece) => {
        add(start, Math.ceil((ends[piece] ?? end) - end - 1e-9) + occupiedUntil, amount, event);
      });
    else add(start, occupiedUntil, op.hold.amount, event);
  }
  const others = reserved.filter(({ use }) => use?.resourceId === resourceId);
  // While the plan takes nothing of a place, it cannot overfill it.
  const given = metIn(others, mine).flatMap(({ use, start, end, by }, index) =>
    takenAndLetGo({ start, end }, use?.amount ?? 0, { load: `reserved ${index}`, opId: by, isOwn: false }),
  );
  return [...given, ...planned].sort((a, b) => a.at - b.at || a.delta - b.delta);
}

/** Amounts below this are rounding errors. */
const NOTHING = 1e-9;

function checkCapacity(problem: PlanProblem, plan: Plan): Violation[] {
  return problem.resources.flatMap((resource) => {
    const events = capacityEvents(problem.reserved, plan, resource.id);
    const held = new Map<string, Map<string, { amount: number; isOwn: boolean }>>();
    const violations: Violation[] = [];
    let own = 0;
    const sumOf = (counts: (one: { isOwn: boolean }) => boolean) =>
      [...held.values()].reduce(
        (total, own) => total + Math.max(0, ...[...own.values()].filter(counts).map(({ amount }) => amount)),
        0,
      );
    events.forEach((event, index) => {
      const amounts = held.get(event.load) ?? new Map<string, { amount: number; isOwn: boolean }>();
      const before = amounts.get(event.opId)?.amount ?? 0;
      const amount = before + event.delta;
      // What is let go is forgotten: of a year of other jobs only what is held at the moment is added up.
      if (Math.abs(amount) < NOTHING) amounts.delete(event.opId);
      else amounts.set(event.opId, { amount, isOwn: event.isOwn });
      if (amounts.size === 0) held.delete(event.load);
      else held.set(event.load, amounts);
      if (event.isOwn) own += event.delta;
      if (events[index + 1]?.at === event.at || own <= 0 || event.delta <= 0) return;
      const sum = sumOf(() => true);
      // What was overfull before this plan and is not fuller by it is not its fault.
      if (sum <= resource.capacity || sum <= sumOf(({ isOwn }) => !isOwn)) return;
      const message = `overfills ${resource.name}: ${sum} of ${resource.capacity}`;
      violations.push({ code: 'capacity', opId: event.opId, message });
    });
    return violations;
  });
}

function checkCompletion(problem: PlanProblem, plan: Plan): Violation[] {
  const last = plan.ops.reduce((latest, { end }) => Math.max(latest, end), problem.now);
  if (plan.completion === last) return [];
  return [
    {
      code: 'completion',
      opId: '',
      message: said('plan.says-but-the-last-work-ends', { completion: plan.completion, last }),
    },
  ];
}
