import type { Interval, Minute } from '../../shop/calendar.ts';
import { readyAfter } from '../problem/clocks.ts';
import {
  goingOn,
  type Load,
  type PlanOp,
  type PlanProblem,
  type ScheduledOp,
  sessionOf,
  workMinutes,
} from '../problem/model.ts';
import type { LoadProgress } from './progress.ts';
import { firstIndexEndingAfter } from './timetable.ts';
import { workdaysOf } from './workdays.ts';

/** What may become of a load on one day, from one of its operations on. */
interface Outlook {
  /** Minutes to the end of the next film; infinite where there is none. */
  first: Minute;
  /** Minutes to the end of the film after that; infinite where that is too much for a day, or goes on with another paint. */
  second: Minute;
  /** Minutes of work that the second film takes when the gun is set up, and what setting it up takes. */
  work: Minute;
  setUp: Minute;
  material: string | null;
  /** How many films from here on could be put on two a day, each after the one before it. */
  run: number;
}

/** The place that a film dries in, where it dries in one. */
function filmHold({ isCoat, hold }: PlanOp) {
  return isCoat ? hold : null;
}

/** @param day minutes of the longest day of work. */
function outlookOf(ops: readonly PlanOp[], from: number, day: Minute): Outlook {
  const outlook: Outlook = {
    first: Number.POSITIVE_INFINITY,
    second: Number.POSITIVE_INFINITY,
    work: 0,
    setUp: 0,
    material: null,
    run: 0,
  };
  const films: { op: PlanOp; end: Minute }[] = [];
  let at = 0;
  let last = 0;
  for (const op of ops.slice(from)) {
    if (op.done) continue;
    const start = readyAfter(films, op, at);
    const isFilm = filmHold(op) !== null;
    const isSame = isFilm && (outlook.run === 0 || sessionOf(op) === outlook.material);
    at = start + workMinutes(isSame ? goingOn(op) : op);
    if (op.lags) films.push({ op, end: at });
    if (!isFilm) continue;
    if (outlook.run === 0) {
      outlook.first = at;
      outlook.material = sessionOf(op);
    } else if (!isSame || at - last > day) {
      break;
    } else if (outlook.run === 1) {
      outlook.second = at;
      outlook.work = at - start;
      outlook.setUp = op.setupMin + op.cleanupMin;
    }
    outlook.run += 1;
    last = start;
  }
  return outlook;
}

/** Work and drying before the first film of a load that takes a place. */
function headMinutes(ops: readonly PlanOp[]): Minute {
  const first = ops.findIndex((op) => filmHold(op) !== null);
  return ops.slice(0, first).reduce((sum, op) => sum + workMinutes(op) + (op.lags?.sand ?? 0), 0);
}

/**
 * In which order loads take their places for the first time: those first that are soonest ready for it, and the place before the
 * others that has the most films to see, by as much as it has more. In fillings of the place.
 */
function entriesOf({ loads, resources }: PlanProblem): Map<Load, number> {
  const capacity = new Map(resources.map(({ id, capacity }) => [id, Math.max(1, capacity)]));
  const fillings = ({ ops }: Load) =>
    ops.reduce((sum, op) => {
      const hold = op.done ? null : filmHold(op);
      return sum + (hold ? hold.amount / (capacity.get(hold.resourceId) ?? 1) : 0);
    }, 0);
  const placeOf = ({ ops }: Load) => ops.map(filmHold).find((hold) => hold !== null)?.resourceId ?? '';
  const totals = new Map<string, number>();
  for (const load of loads) totals.set(placeOf(load), (totals.get(placeOf(load)) ?? 0) + fillings(load));
  const most = Math.max(0, ...totals.values());
  const filled = new Map([...totals].map(([place, total]) => [place, most - total]));
  const entries = new Map<Load, number>();
  for (const load of loads.toSorted((a, b) => headMinutes(a.ops) - headMinutes(b.ops))) {
    const place = placeOf(load);
    const before = filled.get(place) ?? 0;
    entries.set(load, before);
    filled.set(place, before + fillings(load));
  }
  return entries;
}

/** What could start on the same day; the smaller first, and those by half behind that need another paint than the wave of the day. */
const RANKS = { second: 0, pair: 1, otherPair: 1.5, rest: 2, late: 3 } as const;

/**
 * Days by waves of coats. Where films take a night to dry, rail and rack see one piece a day on each of their places, whatever is done;
 * a piece that gets two coats between opening and closing saves its place for a night. So what can have its second coat today goes
 * first, then what has the time for two if it begins now, and last a coat that would only spoil such a pair.
 */
export class Waves {
  private readonly outlooks: Map<Load, readonly Outlook[]>;
  private readonly entries: ReadonlyMap<Load, number>;
  private readonly days: readonly Interval[];
  /** The last second coat of each day so far, by index of the day. */
  private readonly seconds = new Map<number, { end: Minute; material: string | null }>();
  /** Ranks that were worked out, with what they were worked out from. */
  private readonly ranks = new Map<
    LoadProgress,
    { next: number; start: Minute; end: Minute; rank: number }
  >();

  constructor(problem: PlanProblem) {
    this.entries = entriesOf(problem);
    this.days = workdaysOf(problem.people);
    const longest = this.days.reduce((most, { start, end }) => Math.max(most, end - start), 0);
    this.outlooks = new Map(
      problem.loads.map((load) => [load, load.ops.map((_, from) => outlookOf(load.ops, from, longest))]),
    );
  }

  private rankOf(progress: LoadProgress): number {
    const { load, next, start, op, placed } = progress;
    const day = firstIndexEndingAfter(this.days, start);
    const last = this.seconds.get(day);
    const known = this.ranks.get(progress);
    if (known && known.next === next && known.start === start && known.end === (last?.end ?? 0))
      return known.rank;
    const today = this.days[day];
    const outlook = this.outlooks.get(load)?.[next];
    const rank = op && today && outlook ? rankOn(today, outlook, op, start, placed, last) : RANKS.rest;
    this.ranks.set(progress, { next, start, end: last?.end ?? 0, rank });
    return rank;
  }

  /** Below 0 when one load goes before another that could start on the same day, above 0 when after it; 0 when neither matters. */
  compare(one: LoadProgress, other: LoadProgress): number {
    const rank = this.rankOf(one) - this.rankOf(other);
    if (rank !== 0) return rank;
    if (one.candidate && other.candidate) {
      const goesOn = Number(isGoingOn(other)) - Number(isGoingOn(one));
      if (goesOn !== 0) return goesOn;
    }
    return (this.entries.get(one.load) ?? 0) - (this.entries.get(other.load) ?? 0);
  }

  /** Notes what a load was given last. */
  placed(progress: LoadProgress): void {
    const last = progress.placed.at(-1);
    if (!last || filmHold(last.op) === null) return;
    const day = firstIndexEndingAfter(this.days, last.start);
    const opening = this.days[day]?.start ?? 0;
    if (!hasFilmSince(progress.placed.slice(0, -1), opening)) return;
    const end = Math.max(this.seconds.get(day)?.end ?? 0, last.end);
    this.seconds.set(day, { end, material: sessionOf(last.op) });
  }
}

/** Whether a load has a film of this day already. */
function hasFilmSince(placed: readonly ScheduledOp[], opening: Minute): boolean {
  return placed.some(({ op, start }) => start >= opening && filmHold(op) !== null);
}

/** @param last the last second coat of the day so far. */
function rankOn(
  today: Interval,
  { first, second, work, setUp, material, run }: Outlook,
  op: PlanOp,
  start: Minute,
  placed: readonly ScheduledOp[],
  last: { end: Minute; material: string | null } | undefined,
): number {
  if (start + first <= today.end && hasFilmSince(placed, today.start)) return RANKS.second;
  // The gun is set up once for the second coats of a day, and again for another paint.
  const isOther = last?.material !== material;
  const end = Math.max(start + second, (last?.end ?? 0) + work) + (isOther ? setUp : 0);
  if (end <= today.end) return isOther ? RANKS.otherPair : RANKS.pair;
  return filmHold(op) !== null && run > 0 && run % 2 === 0 ? RANKS.late : RANKS.rest;
}

/** Whether what a load has next goes on with what is in the gun. */
function isGoingOn({ candidate }: LoadProgress): boolean {
  return candidate?.op.gun?.goesOn === true;
}
