import type { Minute } from '../../shop/calendar.ts';
import { type PlanOp, type ScheduledOp, workMinutes } from './model.ts';

/** Slots are let go in steps of so many minutes at the least: finer ones nobody would act on. */
const STAIR_MIN = 10;

/** Part of what a film takes of its rail or rack, and how long before the last of it that part is free again. */
export interface Stair {
  amount: number;
  /** Minutes before the last piece may be handled. */
  before: Minute;
}

type Held = Pick<PlanOp, 'hold' | 'pieceIds' | 'perPieceMin' | 'done'>;

/**
 * How many minutes before the last piece of a coat each of its pieces may be handled, in their order: a piece that was coated
 * first lets its slot go first. All at once where it is not known what each takes, as where the log has some of them already.
 */
export function leadsOf({ hold, pieceIds, perPieceMin, done }: Held): Minute[] | null {
  if (!hold?.each || hold.each.length !== pieceIds.length) return null;
  if (!done)
    return pieceIds.map((_, index) => Math.floor((pieceIds.length - 1 - index) * perPieceMin + 1e-9));
  const { ends, end } = done;
  return ends && ends.length === pieceIds.length ? ends.map((own) => Math.max(0, end - own)) : null;
}

/** The stairs of holds that were asked for before: planning asks for those of the same few over and over. */
const known = new WeakMap<
  object,
  Pick<Held, 'perPieceMin' | 'done'> & { count: number; stairs: readonly Stair[] }
>();

/** What a coat takes of its place, in the parts in which that is let go: the part that is free first stands first. */
export function stairsOf(op: Held): readonly Stair[] {
  const { hold, perPieceMin, done, pieceIds } = op;
  const count = pieceIds.length;
  if (!hold) return [];
  const before = known.get(hold.each ?? hold);
  if (before && before.perPieceMin === perPieceMin && before.done === done && before.count === count)
    return before.stairs;
  const stairs = madeStairs(op);
  known.set(hold.each ?? hold, { perPieceMin, done, count, stairs });
  return stairs;
}

function madeStairs(op: Held): Stair[] {
  const { hold } = op;
  if (!hold) return [];
  const leads = leadsOf(op);
  if (!leads) return [{ amount: hold.amount, before: 0 }];
  const each = leads
    .map((before, index): Stair => ({ before, amount: hold.each?.[index] ?? 0 }))
    .sort((a, b) => b.before - a.before);
  const stairs: Stair[] = [];
  // From the last one back: whatever is free less than a step sooner waits for it.
  for (const piece of each.toReversed()) {
    const last = stairs[0];
    if (last && piece.before < last.before + STAIR_MIN) last.amount += piece.amount;
    else stairs.unshift({ ...piece });
  }
  return stairs;
}

/** So much of a place is taken until then. */
interface Level {
  until: Minute;
  amount: number;
}

/** What is taken of a place from the start of a coat on, going down as its pieces dry, each level until the next. */
function levelsOf(op: Held, occupiedUntil: Minute): Level[] {
  let amount = op.hold?.amount ?? 0;
  return stairsOf(op).map(({ amount: part, before }) => {
    const level = { until: occupiedUntil - before, amount };
    amount -= part;
    return level;
  });
}

/** The levels of an operation in its place in time, each with its beginning. */
export function heldLevels({
  op,
  start,
  occupiedUntil,
}: Pick<ScheduledOp, 'op' | 'start' | 'occupiedUntil'>): (Level & { start: Minute; end: Minute })[] {
  if (!op.hold || occupiedUntil === null) return [];
  let from = start;
  return levelsOf(op, occupiedUntil).flatMap((level) => {
    const span = { ...level, start: from, end: level.until };
    from = Math.max(from, level.until);
    return span.end > span.start ? [span] : [];
  });
}

/** Minutes from the start of a coat until the first of its slots is free, when it takes so long and dries for so long. */
export function firstFree(
  op: Held & Pick<PlanOp, 'setupMin' | 'cleanupMin'>,
  minutes = workMinutes(op),
): Minute {
  const [first] = stairsOf(op);
  return minutes + (op.hold?.minutes ?? 0) - (first?.before ?? 0);
}
