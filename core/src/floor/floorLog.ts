import { effectiveLog, isStepItself, type LogEntry } from '../jobs/index.ts';
import type { PlanSnapshot } from '../planning/index.ts';
import { does, type Step } from '../systems/index.ts';

/** What happened so lately stays as it was logged: films of it may still dry, and somebody may want to take it back. In days. */
const KEPT_DAYS = 3;
const DAY_MS = 24 * 60 * 60 * 1000;

const SIDES = ['front', 'back', 'edges'] as const;

/** The sides that an entry tells of. */
function sidesOf({ side }: Pick<LogEntry, 'side'>): readonly (typeof SIDES)[number][] {
  return side === 'all' ? SIDES : [side];
}

/** What the floor reads of a job to know which of its log it can do without. */
export interface FloorLogJob {
  steps: readonly Pick<Step, 'id' | 'position' | 'operation'>[];
  plan: { madeAt: string; loads: readonly Pick<PlanSnapshot['loads'][number], 'id' | 'pieceIds'>[] } | null;
  log: readonly LogEntry[];
}

/** The place in its zone's sequence of the last film on each side of each piece. */
function lastFilms(entries: readonly LogEntry[], ranks: ReadonlyMap<string, Rank>): Map<string, number> {
  const films = new Map<string, number>();
  for (const entry of entries.filter(isStepItself)) {
    const rank = ranks.get(entry.stepId);
    if (!rank?.isFilm) continue;
    for (const pieceId of entry.pieceIds)
      for (const side of sidesOf(entry)) {
        const key = `${pieceId} ${side}`;
        films.set(key, Math.max(films.get(key) ?? -1, rank.position));
      }
  }
  return films;
}

interface Rank {
  position: number;
  isFilm: boolean;
}

/** Entries that no longer count, less those whose going would bring one back that they put right. */
function gone(log: readonly LogEntry[], counting: ReadonlySet<string>, isOld: (entry: LogEntry) => boolean) {
  const left = new Set(log.filter((entry) => !counting.has(entry.id) && isOld(entry)).map(({ id }) => id));
  const known = new Map(log.map((entry) => [entry.id, entry]));
  for (let isSettled = false; !isSettled; ) {
    isSettled = true;
    for (const id of left) {
      const corrected = known.get(id)?.correctsId ?? null;
      if (corrected === null || !known.has(corrected) || left.has(corrected)) continue;
      left.delete(id);
      isSettled = false;
    }
  }
  return left;
}

/**
 * The log of a job as the floor needs it: whole since its plan was made and for the last three days; of what is older, under a
 * later film on the same side, one entry for each load and task, with the moment at which the last of it was done. What the plan,
 * the floor and the films make of it is the same. What was taken back before is left out.
 * @param now in milliseconds since 1970.
 * @returns entries in the order in which they were written; all of them where there is no plan.
 */
export function floorLog({ steps, plan, log }: FloorLogJob, now: number): LogEntry[] {
  if (!plan) return [...log];
  const since = new Date(now - KEPT_DAYS * DAY_MS).toISOString();
  const isOld = (entry: LogEntry) => entry.loggedAt < plan.madeAt && entry.doneAt < since;
  const effective = effectiveLog(log);
  const ranks = new Map(
    steps.map((step): [string, Rank] => [
      step.id,
      { position: step.position, isFilm: does(step, 'laysFilm') },
    ]),
  );
  const films = lastFilms(effective, ranks);
  const isUnderFilm = (entry: LogEntry) => {
    const rank = ranks.get(entry.stepId)?.position ?? Number.POSITIVE_INFINITY;
    return entry.pieceIds.every((piece) =>
      sidesOf(entry).every((side) => (films.get(`${piece} ${side}`) ?? -1) > rank),
    );
  };
  const loadOf = new Map(
    plan.loads.flatMap(({ id, pieceIds }) => pieceIds.map((piece) => [piece, id] as const)),
  );
  /** By what they tell of, what was done last of it, and the pieces that it was done to. */
  const joined = new Map<string, { last: LogEntry; pieceIds: Set<string> }>();
  const into = new Map<string, string>();
  for (const entry of effective) {
    // What put something right stays as it is: without it, what it put right would count again.
    if (!isOld(entry) || !isUnderFilm(entry) || entry.correctsId !== null) continue;
    const loads = new Set(entry.pieceIds.map((piece) => loadOf.get(piece) ?? piece));
    const key = [entry.stepId, entry.side, entry.action, ...[...loads].sort()].join(' ');
    const known = joined.get(key);
    // In the order in which the work ended: each is later than those before it.
    joined.set(key, { last: entry, pieceIds: new Set([...(known?.pieceIds ?? []), ...entry.pieceIds]) });
    into.set(entry.id, key);
  }
  const left = gone(log, new Set(effective.map(({ id }) => id)), isOld);
  return log.flatMap((entry) => {
    if (left.has(entry.id)) return [];
    const key = into.get(entry.id);
    const one = key === undefined ? null : joined.get(key);
    if (!one) return [entry];
    return one.last.id === entry.id ? [{ ...entry, pieceIds: [...one.pieceIds] }] : [];
  });
}
