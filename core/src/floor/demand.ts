import type { ProductSheet } from '../catalogue/sheet.ts';
import { isStepItself, type Job, type LogEntry, sidesDone } from '../jobs/index.ts';
import { coatAmounts } from '../mixing/index.ts';
import type { Piece } from '../pieces/index.ts';
import type { PlanSnapshot } from '../planning/index.ts';
import { type Step, withTool } from '../systems/index.ts';

/** A job with its plan, as far as its paint is asked for. */
export interface JobWithPlan {
  job: Pick<Job, 'place' | 'status'>;
  steps: readonly Step[];
  pieces: readonly Piece[];
  log: LogEntry[];
  plan: PlanSnapshot | null;
}

/**
 * Paint in mL by product that the plans of open jobs still ask for: every planned coat for the pieces that the log does
 * not have yet, by the film method, one residue a task.
 */
export function paintDemand(
  jobs: readonly JobWithPlan[],
  sheets: Readonly<Record<string, ProductSheet>>,
): Map<string, number> {
  const demand = new Map<string, number>();
  for (const { job, steps, pieces, log, plan } of jobs) {
    if (!plan || job.status !== 'open') continue;
    const sidesOf = sidesDone(log);
    const byStep = new Map(steps.map((step) => [step.id, step]));
    for (const op of plan.ops) {
      const step = byStep.get(op.stepId);
      const sheet = sheets[step?.productKey ?? ''];
      if (!op.isCoat || !isStepItself(op) || !step?.productKey || !sheet) continue;
      const isDone = (id: string) => {
        const sides = sidesOf(op.stepId, id);
        return sides.has('all') || sides.has(op.side);
      };
      const open = new Set(op.pieceIds.filter((id) => !isDone(id)));
      const left = pieces.filter(({ id }) => open.has(id));
      const amounts = coatAmounts(
        withTool(step, op.tool, sheet),
        sheet,
        left,
        op.side,
        job.place === 'client',
      );
      demand.set(step.productKey, (demand.get(step.productKey) ?? 0) + (amounts?.paintMl ?? 0));
    }
  }
  return demand;
}
