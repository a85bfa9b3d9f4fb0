import { countWhile } from '../../base/ordered.ts';
import type { PlannedOp } from '../keep/snapshot.ts';

type ChainOp = Pick<
  PlannedOp,
  'id' | 'loadId' | 'personId' | 'start' | 'end' | 'occupiedUntil' | 'hold' | 'waits' | 'row'
>;

/** A link of the chain that decides the handover: an operation, and why it did not start before. */
export interface ChainLink {
  opId: string;
  /** What it had to wait for before it; `start` for the first link. */
  after: 'work' | 'drying' | 'person' | 'place' | 'start';
}

/** Something that ended, and what it kept until then. */
interface Ended {
  other: ChainOp;
  until: number;
}

/** What ended, in lists by what it kept, each in the order of its ends. */
function endedBy(
  planned: readonly ChainOp[],
  keyOf: (op: ChainOp) => string | null,
  untilsOf: (op: ChainOp) => number[],
) {
  const lists = new Map<string, Ended[]>();
  for (const other of planned) {
    const key = keyOf(other);
    if (key === null) continue;
    const list = lists.get(key) ?? [];
    for (const until of untilsOf(other)) list.push({ other, until });
    lists.set(key, list);
  }
  for (const list of lists.values()) list.sort((a, b) => a.until - b.until);
  /** The last of a list that ended by a moment and is wanted. */
  return (key: string | null, by: number, isWanted: (op: ChainOp) => boolean): Ended | undefined => {
    const list = key === null ? undefined : lists.get(key);
    if (!list) return undefined;
    for (let at = countWhile(list, ({ until }) => until <= by) - 1; at >= 0; at -= 1) {
      const ended = list[at];
      if (ended && isWanted(ended.other)) return ended;
    }
    return undefined;
  };
}

/**
 * The chain of operations that decides the handover: back from the last one, each time to what held it longest. Nights and
 * breaks in between count as waiting for the same thing.
 * @returns links in the order of time; empty for a plan with nothing left to do.
 */
export function criticalChain(ops: readonly ChainOp[]): ChainLink[] {
  const planned = ops.filter(({ personId }) => personId !== null);
  const ofLoad = new Map<string, ChainOp[]>();
  for (const one of planned) ofLoad.set(one.loadId, [...(ofLoad.get(one.loadId) ?? []), one]);
  const byPerson = endedBy(
    planned,
    ({ personId }) => personId,
    ({ end }) => [end],
  );
  const byRow = endedBy(
    planned,
    ({ row }) => row,
    ({ end }) => [end],
  );
  const byHold = endedBy(
    planned,
    ({ hold }) => hold?.resourceId ?? null,
    ({ occupiedUntil, end, hold }) =>
      (hold?.stairs.length ? hold.stairs : [{ before: 0 }]).map(
        ({ before }) => (occupiedUntil ?? end) - before,
      ),
  );
  const links: ChainLink[] = [];
  const seen = new Set<string>();
  let op = planned.reduce<ChainOp | undefined>(
    (last, one) => (last === undefined || one.end > last.end ? one : last),
    undefined,
  );
  while (op && !seen.has(op.id)) {
    seen.add(op.id);
    const { id, loadId, start, waits, personId, row, hold } = op;
    const isBefore = (other: ChainOp) => other.id !== id && other.start < start;
    const held: (Ended & { after: ChainLink['after'] })[] = [];
    for (const other of ofLoad.get(loadId) ?? []) {
      if (!isBefore(other) || other.end > start) continue;
      const dry = waits.find(({ why }) => why.kind === 'clock' && why.opId === other.id);
      held.push({ other, until: dry?.end ?? other.end, after: dry ? 'drying' : 'work' });
    }
    const person = byPerson(personId, start, isBefore);
    if (person) held.push({ ...person, after: 'person' });
    const section = waits.find(({ why }) => why.kind === 'section');
    const through = section && planned.find((other) => other.end === section.end && other.loadId !== loadId);
    if (through) held.push({ other: through, until: through.end, after: 'place' });
    if (waits.some(({ why }) => why.kind === 'resource')) {
      const isOther = (other: ChainOp) => isBefore(other) && other.loadId !== loadId;
      const place = hold?.resourceId ?? null;
      // A place that is held is free only when it is let go, whatever row the work was in.
      const inRow = byRow(row, start, (other) => isOther(other) && other.hold?.resourceId !== place);
      for (const found of [byHold(place, start, isOther), inRow])
        if (found) held.push({ ...found, after: 'place' });
    }
    const latest = held.reduce<(typeof held)[number] | undefined>(
      (last, one) => (last === undefined || one.until > last.until ? one : last),
      undefined,
    );
    links.unshift({ opId: id, after: latest?.after ?? 'start' });
    op = latest?.other;
  }
  return links;
}
