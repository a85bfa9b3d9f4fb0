import type { PlanOp, PlanProblem } from '../src/planning/index.ts';
import type { Interval, Minute } from '../src/shop/index.ts';
import { sampleId, seeded } from './sample.ts';

// An exact planner for problems so small that every order can be tried: depth first over "who does which load's next
// operation", each at the earliest minute that is free. It shares no code with the planner that it is held against.

interface Placed {
  op: PlanOp;
  person: number;
  parts: Interval[];
  start: Minute;
  end: Minute;
  until: Minute;
}

const lengthOf = (op: PlanOp) => op.setupMin + op.cleanupMin + op.perPieceMin * op.pieceIds.length;

/** Fills a person's hours from a minute on, piece by piece; null when they do not reach. */
function fill(op: PlanOp, hours: readonly Interval[], from: Minute): Interval[] | null {
  const whole = lengthOf(op);
  if (op.isWet) {
    const span = hours.find(({ start, end }) => end - Math.max(start, from) >= whole);
    if (!span) return null;
    const start = Math.max(span.start, from);
    return [{ start, end: start + whole }];
  }
  const parts: Interval[] = [];
  let pieces = op.pieceIds.length;
  let before = op.setupMin;
  for (const span of hours) {
    const start = Math.max(span.start, from);
    const room = span.end - start;
    if (room <= 0) continue;
    const fits = Math.min(pieces, Math.floor((room - before) / op.perPieceMin));
    if (fits <= 0) continue;
    pieces -= fits;
    const minutes = before + fits * op.perPieceMin;
    before = 0;
    parts.push({ start, end: start + minutes });
    if (pieces === 0) return parts;
  }
  return null;
}

function touches(a: Interval, b: Interval): boolean {
  return a.start < b.end && b.start < a.end;
}

/** Most that is held of a place by others at any minute of a stretch. */
function heldBy(placed: readonly Placed[], op: PlanOp, resourceId: string, span: Interval): number {
  const claims = placed
    .filter((one) => one.op.loadId !== op.loadId)
    .flatMap(({ op: other, start, end, until }) => [
      ...other.uses
        .filter((use) => use.resourceId === resourceId)
        .map(({ amount }) => ({ amount, start, end, loadId: other.loadId })),
      ...(other.hold?.resourceId === resourceId
        ? [{ amount: other.hold.amount, start, end: until, loadId: other.loadId }]
        : []),
    ])
    .filter((claim) => touches(claim, span));
  const minutes = [span.start, ...claims.map(({ start }) => start)].filter((at) => at >= span.start);
  return minutes.reduce((most, at) => {
    const now = new Map<string, number>();
    for (const { amount, start, end, loadId } of claims)
      if (start <= at && end > at) now.set(loadId, Math.max(now.get(loadId) ?? 0, amount));
    return Math.max(
      most,
      [...now.values()].reduce((sum, amount) => sum + amount, 0),
    );
  }, 0);
}

function earliest(
  problem: PlanProblem,
  placed: readonly Placed[],
  op: PlanOp,
  person: number,
  ready: Minute,
): Placed | null {
  const own = placed.filter((one) => one.person === person).flatMap(({ parts }) => parts);
  const hours = problem.people[person]?.work ?? [];
  // Nothing changes but where something ends, begins, or the hours do.
  const moments = new Set([ready]);
  for (const { end } of [...own, ...hours]) moments.add(end);
  for (const { start } of hours) moments.add(start);
  for (const { end, until } of placed) moments.add(end).add(until);
  for (const from of [...moments].filter((at) => at >= ready).sort((a, b) => a - b)) {
    const parts = fill(op, hours, from);
    const start = parts?.[0]?.start;
    const end = parts?.at(-1)?.end;
    if (!parts || start === undefined || end === undefined) return null;
    if (parts.some((part) => own.some((other) => touches(part, other)))) continue;
    const until = end + (op.hold?.minutes ?? 0);
    const fits = [
      ...op.uses.map((use) => ({ use, span: { start, end } })),
      ...(op.hold ? [{ use: op.hold, span: { start, end: until } }] : []),
    ].every(({ use, span }) => {
      const capacity = problem.resources.find(({ id }) => id === use.resourceId)?.capacity ?? 0;
      return heldBy(placed, op, use.resourceId, span) + use.amount <= capacity;
    });
    if (fits) return { op, person, parts, start, end, until };
  }
  return null;
}

/** The earliest handover that any plan for a small problem can have. */
export function exactCompletion(problem: PlanProblem, knownBest: Minute): Minute {
  let best = knownBest;
  /** When a load ends at the earliest if its next operation starts then: by the longest hours anybody has. */
  const hours = problem.people.flatMap(({ work }) => work).sort((a, b) => a.start - b.start || b.end - a.end);
  const endFrom = (ops: readonly PlanOp[], index: number, start: Minute): Minute => {
    let at = start;
    for (let each = index; each < ops.length; each += 1) {
      const op = ops[each] as PlanOp;
      const minutes = lengthOf(op);
      if (op.isWet) {
        const span = hours.find((one) => one.end - Math.max(one.start, at) >= minutes);
        if (!span) return Number.POSITIVE_INFINITY;
        at = Math.max(at, span.start) + minutes;
      } else {
        const span = hours.find((one) => one.end > at);
        if (!span) return Number.POSITIVE_INFINITY;
        at = Math.max(at, span.start) + Math.min(minutes, span.end - Math.max(at, span.start));
      }
      const next = ops[each + 1];
      if (next && op.lags && next.waitFor !== 'none') at += op.lags[next.waitFor];
    }
    return at;
  };
  const left = problem.loads.map(({ ops }) => {
    const minutes = [0];
    for (let index = ops.length - 1; index >= 0; index -= 1) {
      const next = ops[index + 1];
      const op = ops[index] as PlanOp;
      const lag = next && op.lags && next.waitFor !== 'none' ? op.lags[next.waitFor] : 0;
      minutes.unshift((minutes[0] ?? 0) + lag + lengthOf(op));
    }
    return minutes;
  });
  const seen = new Set<string>();
  function go(placed: Placed[], next: number[]): void {
    // The same partial plan, come to in another order, leads nowhere new.
    const key = placed
      .map(({ op, person, start }) => `${op.id} ${person} ${start}`)
      .sort()
      .join(';');
    if (seen.has(key)) return;
    seen.add(key);
    if (problem.loads.every(({ ops }, load) => next[load] === ops.length)) {
      best = Math.min(best, Math.max(...placed.map(({ end }) => end)));
      return;
    }
    for (const [index, load] of problem.loads.entries()) {
      const op = load.ops[next[index] ?? 0];
      if (!op) continue;
      const own = placed.filter((one) => one.op.loadId === load.id);
      const ready = own.reduce((latest, { op: before, end }) => {
        const lag = before.lags && op.waitFor !== 'none' ? before.lags[op.waitFor] : 0;
        return Math.max(latest, end + lag);
      }, problem.now);
      for (let person = 0; person < problem.people.length; person += 1) {
        const slot = earliest(problem, placed, op, person, ready);
        if (!slot || slot.start + (left[index]?.[next[index] ?? 0] ?? 0) >= best) continue;
        const follows = (next[index] ?? 0) + 1;
        const lag =
          op.lags && load.ops[follows] && load.ops[follows].waitFor !== 'none'
            ? op.lags[load.ops[follows].waitFor]
            : 0;
        if (endFrom(load.ops, follows, slot.end + lag) >= best) continue;
        go([...placed, slot], next.with(index, (next[index] ?? 0) + 1));
      }
    }
  }
  go(
    [],
    problem.loads.map(() => 0),
  );
  return best;
}

const NOW = 0;
const DAY = 1440;

/** A problem of 8 to 12 operations with drying, nights, a booth and a rack that is too small for all. */
export function tinyProblem(seed: number): PlanProblem {
  const random = seeded(seed * 7919);
  const upTo = (most: number) => Math.floor(random() * (most + 1));
  const people = Array.from({ length: 1 + upTo(1) }, (_, index) => ({
    id: sampleId(9, index + 1),
    name: `Person ${index + 1}`,
    work: Array.from({ length: 20 }, (__, day) => day)
      .filter((day) => day % 7 < 5 && !(index === 1 && day === 1))
      .flatMap((day) => [
        { start: day * DAY + 480, end: day * DAY + 720 },
        { start: day * DAY + 765, end: day * DAY + 990 },
      ]),
  }));
  const loadCount = people.length === 1 ? 3 : 2 + upTo(1);
  const perLoad = loadCount === 3 ? 3 + upTo(people.length === 1 ? 1 : 0) : 4 + upTo(1);
  const loads = Array.from({ length: loadCount }, (_, load) => {
    const loadId = `load ${load}`;
    const pieces = 2 + upTo(4);
    const ops = Array.from({ length: perLoad }, (__, index): PlanOp => {
      const isCoat = index % 2 === 1;
      const sand = 30 + upTo(300);
      return {
        id: `${loadId}/${index}`,
        loadId,
        zoneId: sampleId(1, 1),
        stepId: sampleId(2, load * 10 + index),
        stepKey: isCoat ? 'prime' : 'sand',
        name: `Operation ${index}`,
        side: 'all',
        action: 'do',
        pieceIds: Array.from({ length: pieces }, (___, piece) => sampleId(3, load * 20 + piece)),
        row: isCoat ? 'booth' : 'bench',
        waitFor: index === 0 ? 'none' : isCoat ? 'none' : 'sand',
        isWet: isCoat,
        isCoat,
        abrades: false,
        cleans: false,
        setupMin: 5 + upTo(10),
        perPieceMin: 5 + upTo(20),
        cleanupMin: 0,
        uses: isCoat ? [{ resourceId: 'booth', amount: 1 }] : [],
        hold: isCoat ? { resourceId: 'rack', amount: pieces, minutes: sand + upTo(400) } : null,
        lags: isCoat ? { touch: 0, sand, recoat: sand, handle: sand, pack: sand, refit: sand } : null,
        windowMax: null,
        shareKey: null,
        done: null,
      };
    });
    return {
      id: loadId,
      zoneId: sampleId(1, 1),
      label: loadId,
      lie: 'flat' as const,
      pieceIds: ops[0]?.pieceIds ?? [],
      ops,
    };
  });
  const widest = Math.max(...loads.map(({ pieceIds }) => pieceIds.length));
  return {
    now: NOW,
    horizon: 20 * DAY,
    people,
    resources: [
      { id: 'booth', name: 'Booth', capacity: 1 },
      { id: 'rack', name: 'Rack', capacity: widest + upTo(4) },
    ],
    loads,
    reserved: [],
  };
}
