import type { Minute } from '../../shop/calendar.ts';
import { type Load, type PlanOp, type ScheduledOp, workMinutes } from '../problem/model.ts';
import { headLength, tailLength } from '../problem/tripOps.ts';
import type { Placement, Slot } from './timetable.ts';

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

/** How far a load has come in a plan that is being made. */
export class LoadProgress {
  /** In the order of the sequence, also where the log tells it otherwise. */
  readonly placed: ScheduledOp[] = [];
  next = 0;
  /** Where the next operation would go; null when that has to be worked out again. */
  candidate: Candidate | null = null;
  /** When the candidate would start, repairs first; no later than it can where none is known. */
  start: Minute = 0;
  /** How much was placed when the candidate was worked out. */
  seen = 0;
  /** No earlier start than this was free last time; as time only fills up, none will be. */
  floor: Minute;
  /** Loads that have to be through before this one is begun. */
  after: readonly LoadProgress[] = [];
  private readonly head: number;
  private readonly tail: number;
  private readonly left: Minute[];
  private readonly rank: ReadonlyMap<string, number>;
  private readonly isLoggedAhead: boolean;

  constructor(readonly load: Load) {
    this.left = remainingMinutes(load.ops);
    this.head = headLength(load.ops);
    this.tail = tailLength(load.ops);
    this.rank = new Map(load.ops.map(({ id }, index) => [id, index]));
    const open = load.ops.findIndex(({ done }) => !done);
    this.isLoggedAhead = open >= 0 && load.ops.slice(open).some(({ done }) => done);
    this.floor = load.from ?? 0;
    for (const op of load.ops) {
      if (!op.done) continue;
      const occupiedUntil = op.hold ? op.done.end + op.hold.minutes : null;
      this.placed.push({
        op,
        personId: null,
        start: op.done.start,
        end: op.done.end,
        segments: [],
        occupiedUntil,
        waits: [],
      });
    }
    this.skipDone();
  }

  /**
   * What comes before the next operation in the load: without what was logged of later ones already, as where somebody
   * worked ahead of a repair.
   */
  get earlier(): readonly ScheduledOp[] {
    if (!this.isLoggedAhead) return this.placed;
    return this.placed.filter(({ op }) => (this.rank.get(op.id) ?? -1) < this.next);
  }

  get op(): PlanOp | undefined {
    return this.load.ops[this.next];
  }

  /** Whether nothing has been done to its pieces yet but to take them down. */
  get isUntouched(): boolean {
    return this.placed.length <= this.head;
  }

  /** Whether its pieces are still to be taken down. */
  get isAtHead(): boolean {
    return this.next < this.head;
  }

  /** Whether nothing is left but to bring its pieces back. */
  get isAtTail(): boolean {
    return this.op !== undefined && this.next >= this.load.ops.length - this.tail;
  }

  /** Whether it may not be begun yet, since others come first. */
  get isHeldUp(): boolean {
    return this.after.some(({ op }) => op !== undefined);
  }

  /** When the last of those that come first is through. */
  get turn(): Minute {
    return this.after.reduce(
      (latest, { placed }) => placed.reduce((most, { end }) => Math.max(most, end), latest),
      0,
    );
  }

  get remaining(): Minute {
    return this.left[this.next] ?? 0;
  }

  /** Forgets where the next operation would go: it may go sooner by now. */
  forget(): void {
    this.candidate = null;
    this.start = 0;
    this.floor = this.load.from ?? 0;
  }

  skipDone(): void {
    while (this.op?.done) this.next += 1;
  }
}

/** Where the next operation of a load would go, with what has to be done before it. */
export interface Candidate {
  /** The operation as it would be done: without a set-up of its own where it joins a session. */
  op: PlanOp;
  slot: Slot;
  repairs: Placement[];
}
