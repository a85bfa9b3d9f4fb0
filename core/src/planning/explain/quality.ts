import { lengthOf, localDate, type Minute } from '../../shop/calendar.ts';
import type { PlannedOp } from '../keep/snapshot.ts';
import { NIGHT_MIN } from '../problem/guns.ts';
import { isOtherWork, type Person } from '../problem/model.ts';

/** How a plan spends the hours besides the work itself, and how little it could be. */
export interface PlanQuality {
  /** Null where nothing is sprayed. */
  gun: {
    /** Minutes of paint in the air and of handling what is sprayed. */
    sprayingMin: Minute;
    /** Minutes of setting up, mixing, filling up and changing over. */
    setUpMin: Minute;
    /** Minutes of cleaning at the end of the day. */
    cleaningMin: Minute;
    /** How often a gun is set up. */
    sessions: number;
    /** How often it is only filled up. */
    refills: number;
    /** How often it would be set up if each paint were sprayed in one go on each day on which it is. */
    leastSessions: number;
  } | null;
  /** Visits to the client to take pieces down, and to refit them. */
  takeDowns: number;
  refits: number;
  /** How many of each would do if everybody went and nothing had to wait; null where nobody's hours are known. */
  least: { takeDowns: number; refits: number } | null;
  /** Working hours on the days with work, and what of them no task of the plan takes; null where nobody's hours are known. */
  hours: { workingMin: Minute; freeMin: Minute } | null;
  /** How often somebody changes to other work on another load, in the middle of all days that people work; null where nobody does. */
  switches: number | null;
}

type QualityOp = Pick<
  PlannedOp,
  'loadId' | 'stepKey' | 'personId' | 'segments' | 'start' | 'end' | 'gun' | 'setupMin' | 'trip'
>;

type Staff = Pick<Person, 'work'>;

/** A pause on site that is shorter than this does not make another trip. */
const TRIP_PAUSE_MIN = 120;

function visits(ops: readonly QualityOp[]): number {
  const spans = ops.flatMap(({ segments }) => segments).sort((a, b) => a.start - b.start);
  let count = 0;
  let until = Number.NEGATIVE_INFINITY;
  for (const { start, end } of spans) {
    if (start > until + TRIP_PAUSE_MIN) count += 1;
    until = Math.max(until, end);
  }
  return count;
}

function gunHours(ops: readonly QualityOp[], timeZone: string): PlanQuality['gun'] {
  const uses = ops
    .flatMap(({ gun, ...op }) => (gun ? [{ ...op, gun }] : []))
    .sort((a, b) => a.start - b.start);
  if (uses.length === 0) return null;
  const days = new Set<string>();
  let [sprayingMin, setUpMin, cleaningMin, sessions] = [0, 0, 0, 0];
  uses.forEach((use, index) => {
    const { gun, setupMin } = use;
    days.add(`${gun.applicator} ${gun.material} ${localDate(use.start, timeZone)}`);
    setUpMin += setupMin;
    sprayingMin += use.end - use.start - setupMin;
    if (!gun.goesOn) sessions += 1;
    const next = uses
      .slice(index + 1)
      .find((other) => other.gun.applicator === gun.applicator && other.gun.number === gun.number);
    if (!next || next.start - use.end >= NIGHT_MIN) cleaningMin += gun.cleanMin;
  });
  const refills = uses.length - sessions;
  return {
    sprayingMin,
    setUpMin,
    cleaningMin,
    sessions,
    refills,
    leastSessions: Math.min(sessions, days.size),
  };
}

/** Times that each person changes to other work on another load, day by day. */
function switchesOf(ops: readonly QualityOp[], timeZone: string): number[] {
  const days = new Map<string, { start: Minute; loadId: string; stepKey: string }[]>();
  for (const { personId, segments, loadId, stepKey } of ops)
    for (const { start } of segments) {
      const key = `${personId} ${localDate(start, timeZone)}`;
      days.set(key, [...(days.get(key) ?? []), { start, loadId, stepKey }]);
    }
  return [...days.values()].map((work) => {
    work.sort((a, b) => a.start - b.start);
    return work.filter((one, index) => {
      const before = work[index - 1];
      return before && isOtherWork(before, one);
    }).length;
  });
}

/** Everybody's working hours by day, from the first task of a plan on to its last. */
function hoursByDay(
  ops: readonly QualityOp[],
  people: readonly Staff[],
  timeZone: string,
): Map<string, Minute> {
  const from = Math.min(...ops.map(({ start }) => start));
  const until = Math.max(...ops.map(({ end }) => end));
  const days = new Map<string, Minute>();
  for (const { work } of people)
    for (const span of work) {
      const [start, end] = [Math.max(span.start, from), Math.min(span.end, until)];
      const date = localDate(span.start, timeZone);
      if (end > start) days.set(date, (days.get(date) ?? 0) + end - start);
    }
  return days;
}

/** How many days with everybody there so much work takes at the least. */
function leastTrips(ops: readonly QualityOp[], dayMin: Minute): number {
  const minutes = lengthOf(ops.flatMap(({ segments }) => segments));
  return minutes === 0 ? 0 : Math.max(1, Math.ceil(minutes / Math.max(1, dayMin)));
}

/**
 * How a plan spends the hours besides the work itself.
 * @param ops of a plan; what is done already does not count.
 * @param people with their working hours, as far as the plan reaches; nothing is said of free hours without them.
 */
export function planQuality(
  ops: readonly QualityOp[],
  timeZone: string,
  people: readonly Staff[] = [],
): PlanQuality {
  const planned = ops.filter(({ personId }) => personId !== null);
  const isKnown = people.length > 0 && planned.length > 0;
  const days = isKnown ? hoursByDay(planned, people, timeZone) : new Map<string, Minute>();
  const dayMin = Math.max(0, ...days.values());
  const out = planned.filter(({ trip }) => trip === 'out');
  const back = planned.filter(({ trip }) => trip === 'back');
  const workingMin = [...days.values()].reduce((sum, minutes) => sum + minutes, 0);
  const taken = lengthOf(planned.flatMap(({ segments }) => segments));
  const switches = switchesOf(planned, timeZone).sort((a, b) => a - b);
  return {
    gun: gunHours(planned, timeZone),
    takeDowns: visits(out),
    refits: visits(back),
    least: isKnown ? { takeDowns: leastTrips(out, dayMin), refits: leastTrips(back, dayMin) } : null,
    hours: isKnown ? { workingMin, freeMin: Math.max(0, workingMin - taken) } : null,
    switches: switches[Math.floor(switches.length / 2)] ?? null,
  };
}
