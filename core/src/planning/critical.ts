import type { PlannedOp } from './snapshot.ts';

type ChainOp = Pick<
  PlannedOp,
  | 'id'
  | 'loadId'
  | 'personId'
  | 'start'
  | 'end'
  | 'segments'
  | 'lags'
  | 'holdUntil'
  | 'hold'
  | 'waits'
  | 'row'
>;

/** A link of the chain that decides the hand-over: an operation, and why it did not start before. */
export interface ChainLink {
  opId: string;
  /** What it had to wait for before it; `start` for the first link. */
  after: 'work' | 'drying' | 'person' | 'place' | 'start';
}

/**
 * The chain of operations that decides the hand-over: back from the last one, each time to what held it longest. Nights and
 * breaks in between count as waiting for the same thing.
 * @returns links in the order of time; empty for a plan with nothing left to do.
 */
export function criticalChain(ops: readonly ChainOp[]): ChainLink[] {
  const planned = ops.filter(({ personId }) => personId !== null);
  const links: ChainLink[] = [];
  const seen = new Set<string>();
  let op = planned.reduce<ChainOp | undefined>(
    (last, one) => (last === undefined || one.end > last.end ? one : last),
    undefined,
  );
  while (op && !seen.has(op.id)) {
    seen.add(op.id);
    const current = op;
    const held = planned.flatMap((other) => {
      if (other.id === current.id || other.start >= current.start) return [];
      const found: { other: ChainOp; until: number; after: ChainLink['after'] }[] = [];
      if (other.loadId === current.loadId && other.end <= current.start) {
        const dry = current.waits.find(({ why }) => why.kind === 'clock' && why.opId === other.id);
        found.push(
          dry ? { other, until: dry.end, after: 'drying' } : { other, until: other.end, after: 'work' },
        );
      }
      if (other.personId === current.personId && other.end <= current.start)
        found.push({ other, until: other.end, after: 'person' });
      if (
        other.loadId !== current.loadId &&
        current.waits.some(({ why }) => why.kind === 'resource') &&
        ((other.hold !== null && other.hold.resourceId === current.hold?.resourceId) ||
          other.row === current.row)
      ) {
        const until =
          other.hold?.resourceId === current.hold?.resourceId ? (other.holdUntil ?? other.end) : other.end;
        if (until <= current.start) found.push({ other, until, after: 'place' });
      }
      return found;
    });
    const latest = held.reduce<(typeof held)[number] | undefined>(
      (last, one) => (last === undefined || one.until > last.until ? one : last),
      undefined,
    );
    links.unshift({ opId: current.id, after: latest?.after ?? 'start' });
    op = latest?.other;
  }
  return links;
}
