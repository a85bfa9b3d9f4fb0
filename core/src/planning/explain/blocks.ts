import type { Interval, Minute } from '../../shop/calendar.ts';
import type { PlannedOp } from '../keep/snapshot.ts';

/** Work that a person does in one go, as a foreman would say it: the same thing to one load after another. */
export interface WorkBlock extends Interval {
  personId: string;
  /** In the order of time. */
  ops: PlannedOp[];
}

/** Who does like work again within this has not left it. */
const SAME_BLOCK_MIN = 60;

/** What is sprayed out of one gun without setting it up goes together whatever coat it is; all else by its step. */
function isLike(before: PlannedOp, op: PlannedOp): boolean {
  if (op.gun?.goesOn && before.gun)
    return before.gun.material === op.gun.material && before.gun.number === op.gun.number;
  return before.stepKey === op.stepKey && before.action === op.action && before.name === op.name;
}

/**
 * The planned work of a day, or of any stretch, in few blocks: what each person does in one go, in the order of time.
 * @param ops whose work is planned; what is done is left out.
 */
export function workBlocks(ops: readonly PlannedOp[], within: Interval): WorkBlock[] {
  const blocks: WorkBlock[] = [];
  const last = new Map<string, WorkBlock>();
  const parts = ops.flatMap((op) =>
    op.segments
      .filter(({ start, end }) => start < within.end && end > within.start)
      .map(({ start, end }) => ({ op, start, end })),
  );
  parts.sort((a, b) => a.start - b.start);
  for (const { op, start, end } of parts) {
    if (op.personId === null) continue;
    const open = last.get(op.personId);
    const before = open?.ops.at(-1);
    if (open && before && isLike(before, op) && start - open.end <= SAME_BLOCK_MIN) {
      open.end = Math.max(open.end, end);
      if (!open.ops.includes(op)) open.ops.push(op);
      continue;
    }
    const block = { personId: op.personId, start, end, ops: [op] };
    blocks.push(block);
    last.set(op.personId, block);
  }
  return blocks;
}

/** How long the hands are really at work in a block. */
export function blockMinutes({ ops, personId, start, end }: WorkBlock): Minute {
  return ops
    .filter((op) => op.personId === personId)
    .flatMap(({ segments }) => segments)
    .reduce((sum, part) => sum + Math.max(0, Math.min(part.end, end) - Math.max(part.start, start)), 0);
}
