import type { ProductSheet } from '../catalogue/sheet.ts';
import { isStepItself, type Job, type LogEntry, sidesDone, type Zone } from '../jobs/index.ts';
import { availableMl, coatAmounts, type Shelf, type Thirst, takenFrom } from '../mixing/index.ts';
import type { Piece } from '../pieces/index.ts';
import type { PlanSnapshot } from '../planning/index.ts';
import type { Minute } from '../shop/index.ts';
import { type Step, withTool } from '../systems/index.ts';

/** A job with its plan, as far as its paint is asked for. */
export interface JobWithPlan {
  job: Pick<Job, 'place' | 'status'> & Partial<Pick<Job, 'id' | 'code'>>;
  zones?: readonly Pick<Zone, 'id' | 'newColour'>[];
  steps: readonly Step[];
  pieces: readonly Piece[];
  log: LogEntry[];
  plan: PlanSnapshot | null;
}

type Sheets = Readonly<Record<string, ProductSheet>>;
/** What the shop learned of its tools, by product. */
type Thirsts = (productKey: string) => Thirst | undefined;

/** A planned coat with the paint that it still asks for, in mL. */
export interface PlannedPaint {
  productKey: string;
  /** The colour that it is mixed to; null for what is not, and where nobody said. */
  colour: string | null;
  ml: number;
  at: Minute;
  /** Code of its job and name of its task. */
  jobCode: string;
  name: string;
}

/** Every planned coat of open jobs, for the pieces that the log does not have yet, by the film method; one residue a task. */
export function plannedPaint(
  jobs: readonly JobWithPlan[],
  sheets: Sheets,
  thirsts: Thirsts = () => undefined,
): PlannedPaint[] {
  return jobs.flatMap(({ job, zones, steps, pieces, log, plan }): PlannedPaint[] => {
    if (!plan || job.status !== 'open') return [];
    const sidesOf = sidesDone(log);
    const byStep = new Map(steps.map((step) => [step.id, step]));
    return plan.ops.flatMap((op): PlannedPaint[] => {
      const step = byStep.get(op.stepId);
      const sheet = sheets[step?.productKey ?? ''];
      if (!op.isCoat || !isStepItself(op) || !step?.productKey || !sheet) return [];
      const isDone = (id: string) => {
        const sides = sidesOf(op.stepId, id);
        return sides.has('all') || sides.has(op.side);
      };
      const open = new Set(op.pieceIds.filter((id) => !isDone(id)));
      const left = pieces.filter(({ id }) => open.has(id));
      const done = withTool(step, op.tool, sheet);
      const isOnSite = job.place === 'client';
      const thirst = thirsts(step.productKey);
      const ml = coatAmounts(done, sheet, left, op.side, isOnSite, thirst)?.paintMl ?? 0;
      if (ml <= 0) return [];
      const zone = zones?.find(({ id }) => id === step.zoneId);
      const colour = sheet.role === 'colour' ? (zone?.newColour ?? null) : null;
      return [
        { productKey: step.productKey, colour, ml, at: op.start, jobCode: job.code ?? '', name: op.name },
      ];
    });
  });
}

/** Paint in mL by product that the plans of open jobs still ask for; see {@link plannedPaint}. */
export function paintDemand(jobs: readonly JobWithPlan[], sheets: Sheets): Map<string, number> {
  const demand = new Map<string, number>();
  for (const { productKey, ml } of plannedPaint(jobs, sheets))
    demand.set(productKey, (demand.get(productKey) ?? 0) + ml);
  return demand;
}

/** A product that the plans use up before they are done. */
export interface RunsOut {
  productKey: string;
  /** Which colour of it; null for what has none. */
  colour: string | null;
  /** Start of the task for which the stock is no longer enough. */
  at: Minute;
  jobCode: string;
  name: string;
  /** What is missing for all that is planned, in mL. */
  shortMl: number;
}

/**
 * Which products run out, and with which planned task, the soonest first. A colour takes its own tins and those of no known colour; products
 * whose stock nobody has counted are left out.
 * @param stock by product key.
 */
export function stockForecast(
  planned: readonly PlannedPaint[],
  stock: ReadonlyMap<string, Shelf | null>,
): RunsOut[] {
  const left = new Map(stock);
  const out = new Map<string, RunsOut>();
  for (const { productKey, colour, ml, at, jobCode, name } of [...planned].sort((a, b) => a.at - b.at)) {
    const there = left.get(productKey);
    if (!there) continue;
    const shortMl = ml - availableMl(there, colour);
    left.set(productKey, takenFrom(there, colour, Math.min(ml, availableMl(there, colour))));
    // A millilitre is no shortage.
    if (shortMl <= 1) continue;
    const key = `${productKey} ${colour ?? ''}`;
    const known = out.get(key) ?? { productKey, colour, at, jobCode, name, shortMl: 0 };
    out.set(key, { ...known, shortMl: known.shortMl + shortMl });
  }
  return [...out.values()];
}
