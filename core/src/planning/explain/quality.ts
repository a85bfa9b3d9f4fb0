import { localDate, type Minute } from '../../shop/calendar.ts';
import type { PlannedOp } from '../keep/snapshot.ts';
import { NIGHT_MIN } from '../problem/guns.ts';

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
  /** How often somebody changes to other work on another load, in the middle of all days that people work; null where nobody does. */
  switches: number | null;
}

type QualityOp = Pick<
  PlannedOp,
  'loadId' | 'stepKey' | 'personId' | 'segments' | 'start' | 'end' | 'gun' | 'setupMin' | 'trip'
>;

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
      return before && before.loadId !== one.loadId && before.stepKey !== one.stepKey;
    }).length;
  });
}

/**
 * How a plan spends the hours besides the work itself.
 * @param ops of a plan; what is done already does not count.
 */
export function planQuality(ops: readonly QualityOp[], timeZone: string): PlanQuality {
  const planned = ops.filter(({ personId }) => personId !== null);
  const switches = switchesOf(planned, timeZone).sort((a, b) => a - b);
  return {
    gun: gunHours(planned, timeZone),
    takeDowns: visits(planned.filter(({ trip }) => trip === 'out')),
    refits: visits(planned.filter(({ trip }) => trip === 'back')),
    switches: switches[Math.floor(switches.length / 2)] ?? null,
  };
}
