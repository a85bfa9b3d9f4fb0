import type { JobForPlanning } from './input.ts';
import type { Load, PlanProblem } from './model.ts';

/**
 * The same problem with the work in the client's room zone by zone, in the order of the zones, so that a way through and a
 * sink stay free: what a zone has there is begun when the zone before is through. A zone where work has begun waits for
 * nobody, and loose pieces that are finished in the shop do not count.
 */
export function inTurn(
  problem: PlanProblem,
  { job, zones }: Pick<JobForPlanning, 'job' | 'zones'>,
): PlanProblem {
  const isInRoom = ({ lie }: Load) => lie === 'fixed' || job.place === 'client';
  const after = new Map<string, string[]>();
  let before: string[] = [];
  for (const { id } of zones) {
    const section = problem.loads.filter((load) => load.zoneId === id && isInRoom(load));
    if (section.length === 0) continue;
    if (before.length > 0)
      for (const { id: loadId, ops } of section) if (!ops.some(({ done }) => done)) after.set(loadId, before);
    before = section.map(({ id: loadId }) => loadId);
  }
  const loads = problem.loads.map((load) => {
    const first = after.get(load.id);
    return first ? { ...load, after: first } : load;
  });
  return { ...problem, loads };
}
