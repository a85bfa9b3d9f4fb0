import { countWhile } from '../../base/ordered.ts';
import { said } from '../../said/index.ts';
import { type Interval, lengthOf, type Minute } from '../../shop/calendar.ts';
import { bindingClock } from '../problem/clocks.ts';
import { heldLevels } from '../problem/holds.ts';
import { driedAt } from '../problem/hourly.ts';
import { badAirIn, mayDo, type PlanProblem, type ScheduledOp, type Wait } from '../problem/model.ts';
import { union } from '../solve/supply.ts';
import { firstIndexEndingAfter } from '../solve/timetable.ts';
import { metBy } from './met.ts';

interface Taken extends Interval {
  amount: number;
  loadId: string | null;
  by: string;
}

interface Context {
  problem: PlanProblem;
  /** What is taken of each place, by the days that it touches. */
  resources: Map<string, Map<number, Taken[]>>;
  /** When anybody works at all. */
  open: Interval[];
  people: Map<string, (Interval & { by: string })[]>;
  /** What keeps a load from being begun, and until when. */
  begins: Map<string, { until: Minute; why: Wait['why'] }[]>;
  /** What is sprayed when, by kind of gun. */
  guns: Map<string, Taken[]>;
  /** Every minute at which the answer to "why not now" may change. */
  edges: Minute[];
  /** Those of them at which anybody begins or ends work. */
  hours: Minute[];
}

/** More changes than these within one wait are not looked at one by one. */
const MANY_CHANGES = 150;

const DAY = 1440;
const dayOf = (minute: Minute) => Math.floor(minute / DAY);

function buildContext(problem: PlanProblem, ops: readonly ScheduledOp[]): Context {
  const edges = new Set<Minute>();
  const resources = new Map<string, Map<number, Taken[]>>();
  const people = new Map<string, (Interval & { by: string })[]>();
  const take = (resourceId: string, taken: Taken) => {
    const days = resources.get(resourceId) ?? new Map<number, Taken[]>();
    for (let day = dayOf(taken.start); day <= dayOf(taken.end - 1); day += 1) {
      const list = days.get(day) ?? [];
      list.push(taken);
      days.set(day, list);
    }
    resources.set(resourceId, days);
    edges.add(taken.start).add(taken.end);
  };
  const occupy = (personId: string, span: Interval & { by: string }) => {
    const list = people.get(personId) ?? [];
    list.push(span);
    people.set(personId, list);
    edges.add(span.start).add(span.end);
  };
  const guns = new Map<string, Taken[]>();
  const spray = (kind: string, taken: Taken) => {
    const list = guns.get(kind) ?? [];
    list.push(taken);
    guns.set(kind, list);
  };
  for (const { start, end, personId, use, gun, by } of metBy(problem, ops)) {
    if (gun) spray(gun.applicator, { start, end, amount: 1, loadId: null, by });
    if (use) take(use.resourceId, { start, end, amount: use.amount, loadId: null, by });
    if (personId !== null) occupy(personId, { start, end, by });
  }
  const labels = new Map(problem.loads.map((load) => [load.id, load.label]));
  for (const { op, personId, segments, start, end, occupiedUntil } of ops) {
    for (const air of op.badAir ?? []) edges.add(air.start).add(air.end);
    const by = `${op.name}, ${labels.get(op.loadId) ?? ''}`;
    if (personId !== null) for (const segment of segments) occupy(personId, { ...segment, by });
    if (op.gun) spray(op.gun.applicator, { start, end, amount: 1, loadId: op.loadId, by });
    if (personId !== null) {
      for (const use of op.uses)
        take(use.resourceId, { start, end, amount: use.amount, loadId: op.loadId, by });
    }
    for (const level of heldLevels({ op, start, occupiedUntil }))
      take(op.hold?.resourceId ?? '', { ...level, loadId: op.loadId, by });
  }
  const hours = new Set(problem.people.map(({ work }) => work));
  for (const work of hours) for (const { start, end } of work) edges.add(start).add(end);
  for (const list of people.values()) list.sort((a, b) => a.start - b.start);
  const open = union([...hours]);
  return {
    problem,
    resources,
    open,
    hours: open.flatMap(({ start, end }) => [start, end]),
    people,
    begins: beginsOf(problem, ops, labels),
    guns,
    edges: [...edges].sort((a, b) => a - b),
  };
}

/** What keeps loads from being begun besides people and places: pieces that are to come, loads that come first. */
function beginsOf(
  { loads }: PlanProblem,
  ops: readonly ScheduledOp[],
  labels: ReadonlyMap<string, string>,
): Context['begins'] {
  const begins: Context['begins'] = new Map();
  for (const { id, from, after = [] } of loads) {
    if (from !== undefined) begins.set(id, [{ until: from, why: { kind: 'delivery' } }]);
    if (after.length === 0) continue;
    const last = ops
      .filter(({ op }) => after.includes(op.loadId))
      .reduce<ScheduledOp | null>((latest, one) => (latest && latest.end >= one.end ? latest : one), null);
    if (!last) continue;
    const by = labels.get(last.op.loadId) ?? '';
    begins.set(id, [...(begins.get(id) ?? []), { until: last.end, why: { kind: 'section', by } }]);
  }
  return begins;
}

/** What is taken of a place at any minute of a stretch, each once. */
function takenWithin({ resources }: Context, resourceId: string, { start, end }: Interval): Taken[] {
  const days = resources.get(resourceId);
  const found: Taken[] = [];
  const first = dayOf(start);
  for (let day = first; days && day <= dayOf(end - 1); day += 1)
    // Whatever goes on from the day before was found there.
    for (const taken of days.get(day) ?? [])
      if (taken.start < end && taken.end > start && (day === first || dayOf(taken.start) === day))
        found.push(taken);
  return found;
}

/** The load, other than the operation's own, that leaves too little of a resource during the interval. */
function blockedBy(
  context: Context,
  item: ScheduledOp,
  at: Minute,
): { resourceId: string; by: string } | null {
  const work = item.end - item.start;
  const { uses, hold } = driedAt(item.op, at + work);
  const wanted = uses.map((use) => ({ use, from: at, until: at + work }));
  const occupiedUntil = at + work + (hold?.minutes ?? 0);
  for (const { amount, start, end } of heldLevels({ op: { ...item.op, hold }, start: at, occupiedUntil }))
    wanted.push({ use: { resourceId: hold?.resourceId ?? '', amount }, from: start, until: end });
  for (const { use, from, until } of wanted) {
    const capacity = context.problem.resources.find(({ id }) => id === use.resourceId)?.capacity ?? 0;
    const others = takenWithin(context, use.resourceId, { start: from, end: until }).filter(
      ({ loadId }) => loadId !== item.op.loadId,
    );
    for (const moment of [from, ...others.map(({ start }) => start).filter((start) => start > from)]) {
      const present = others.filter(({ start, end }) => start <= moment && end > moment);
      const perLoad = new Map<string, number>();
      for (const { loadId, amount, by } of present) {
        const key = loadId ?? by;
        perLoad.set(key, Math.max(perLoad.get(key) ?? 0, amount));
      }
      const held = [...perLoad.values()].reduce((sum, amount) => sum + amount, 0);
      if (held + use.amount > capacity) return { resourceId: use.resourceId, by: present[0]?.by ?? '' };
    }
  }
  return null;
}

function spanAt<T extends Interval>(ordered: readonly T[], at: Minute): T | undefined {
  const span = ordered[firstIndexEndingAfter(ordered, at)];
  return span && span.start <= at ? span : undefined;
}

/** Index of the first minute after another one. */
function firstAfter(ordered: readonly Minute[], at: Minute): number {
  return countWhile(ordered, (minute) => minute <= at);
}

function reasonAt(context: Context, item: ScheduledOp, at: Minute): Wait['why'] {
  const here = context.problem.people.filter((person) => spanAt(person.work, at) !== undefined);
  const working = here.filter((person) => mayDo(person, item.op));
  if (working.length === 0) return { kind: 'people', by: [said('plan.whoever-may-do-it-is-off')] };
  const air = badAirIn(item.op, { start: at, end: at + item.end - item.start });
  if (air) return { kind: 'air', why: air.why };
  const blocked = blockedBy(context, item, at);
  if (blocked) return { kind: 'resource', ...blocked };
  const gun = item.op.gun;
  if (gun) {
    // In use, or what comes next in it leaves no time to change it over once more.
    const next = (context.guns.get(gun.applicator) ?? [])
      .filter((taken) => taken.end > at && taken.start < item.start)
      .sort((a, b) => a.start - b.start)[0];
    if (next && next.start < at + item.end - item.start)
      return { kind: 'resource', resourceId: `gun ${gun.applicator}`, by: next.by };
  }
  const busy = working.map((person) => spanAt(context.people.get(person.id) ?? [], at));
  if (busy.every((span) => span !== undefined)) {
    return { kind: 'people', by: busy.map((span) => span?.by ?? '') };
  }
  // Nothing stands in its way but the way to the client, which is gone once for many.
  if (item.op.isTrip) return { kind: 'trip' };
  return { kind: 'too-long', minutes: lengthOf(item.segments) };
}

function explainOne(context: Context, earlier: readonly ScheduledOp[], item: ScheduledOp): Wait[] {
  const previousEnd = earlier.reduce((latest, { end }) => Math.max(latest, end), 0);
  const begin = Math.max(context.problem.now, previousEnd);
  if (item.start <= begin) return [];
  const waits: Wait[] = [];
  let from = begin;
  for (const { until, why } of context.begins.get(item.op.loadId) ?? []) {
    const end = Math.min(item.start, until);
    if (end <= from) continue;
    waits.push({ start: from, end, why });
    from = end;
  }
  const binding = bindingClock(earlier, item.op);
  const clockEnd = Math.max(from, binding?.until ?? 0);
  if (binding && binding.until > from && item.op.waitFor !== 'none') {
    const end = Math.min(clockEnd, item.start);
    waits.push({
      start: from,
      end,
      why: { kind: 'clock', clock: item.op.waitFor, opId: binding.film.op.id },
    });
  }
  let at = Math.min(clockEnd, item.start);
  // A wait of weeks is told stretch by stretch of the working hours, not by every change within them.
  const changes = firstAfter(context.edges, item.start) - firstAfter(context.edges, at);
  const edges = changes > MANY_CHANGES ? context.hours : context.edges;
  for (let index = firstAfter(edges, at); at < item.start; ) {
    const hours = context.open[firstIndexEndingAfter(context.open, at)];
    const isClosed = !hours || hours.start > at;
    // Whatever changes while nobody is there makes no difference.
    if (isClosed) index = firstAfter(edges, (hours?.start ?? item.start) - 1);
    const end = Math.min(edges[index] ?? item.start, item.start);
    const why: Wait['why'] = isClosed ? { kind: 'closed' } : reasonAt(context, item, at);
    index += 1;
    const last = waits.at(-1);
    if (last && last.end === at && JSON.stringify(last.why) === JSON.stringify(why)) last.end = end;
    else waits.push({ start: at, end, why });
    at = end;
  }
  return waits;
}

/**
 * Gives every planned operation the reasons of its wait, without gaps: from the end of what came before it in its load
 * (or from now) to its start.
 */
export function explainWaits(problem: PlanProblem, ops: readonly ScheduledOp[]): ScheduledOp[] {
  const context = buildContext(problem, ops);
  const byLoad = new Map<string, ScheduledOp[]>();
  return ops.map((item) => {
    const earlier = byLoad.get(item.op.loadId) ?? [];
    byLoad.set(item.op.loadId, [...earlier, item]);
    return item.personId === null ? item : { ...item, waits: explainOne(context, earlier, item) };
  });
}
