import { effectiveLog, isStepItself, type LogEntry, stepAsLogged } from '../jobs/index.ts';
import {
  clocksOfCoat,
  coatAirOf,
  type JobForPlanning,
  type JobSite,
  lagsOf,
  type ShopAir,
  type ShopForPlanning,
} from '../planning/index.ts';
import { toMinute } from '../shop/calendar.ts';
import { type Step, waitOf } from '../systems/index.ts';

/** An entry that can hardly have been as it was logged. */
export interface Implausible {
  /** Name of the step that lies under it. */
  under: string;
  /** Minutes that lay between the two, by the log. */
  after: number;
  /** Minutes that the step under it asks for before this one, in the climate logged with it. */
  needed: number;
}

/** Less than this share of what a film asks for is no haste any more, but a slip of the log. */
const FAR_UNDER = 0.5;

const overlaps = (a: LogEntry, b: LogEntry) => a.side === 'all' || b.side === 'all' || a.side === b.side;

/**
 * Entries that came far too early on what lies under them: less than half of its minimum. They are kept, and marked, as a
 * wrong time is more likely than a ruined coat, and either wants a look.
 * @returns by entry id, for each the shortest of its pieces.
 */
export function implausibleEntries(
  { job, steps, pieces, log }: Pick<JobForPlanning, 'steps' | 'pieces' | 'log'> & { job: JobSite },
  shop: Pick<ShopForPlanning, 'sheets'> & ShopAir,
): Map<string, Implausible> {
  const byId = new Map<string, Step>(steps.map((step) => [step.id, step]));
  const pieceOf = new Map(pieces.map((piece) => [piece.id, piece]));
  const entries = effectiveLog(log).filter(isStepItself);
  const found = new Map<string, Implausible>();
  for (const entry of entries) {
    const step = byId.get(entry.stepId);
    const wait = step ? waitOf(step) : 'none';
    if (!step || wait === 'none') continue;
    for (const pieceId of entry.pieceIds) {
      const before = entries.findLast((other) => {
        const under = byId.get(other.stepId);
        if (!under || under.position >= step.position || !other.pieceIds.includes(pieceId)) return false;
        const done = stepAsLogged(under, other);
        return overlaps(other, entry) && (done.productKey !== null || done.dryingMin > 0);
      });
      const under = before && byId.get(before.stepId);
      if (!before || !under) continue;
      const piece = pieceOf.get(pieceId);
      if (!piece) continue;
      const clocks = clocksOfCoat(under, shop, coatAirOf(piece, shop, job), before);
      const done = stepAsLogged(under, before);
      const needed = lagsOf(clocks, done.dryingMin)?.[wait] ?? 0;
      const after = toMinute(entry.doneAt) - toMinute(before.doneAt);
      if (needed === 0 || after >= needed * FAR_UNDER) continue;
      const known = found.get(entry.id);
      if (!known || after < known.after) found.set(entry.id, { under: done.name, after, needed });
    }
  }
  return found;
}
