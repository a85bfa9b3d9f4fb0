import { failure, type Outcome, success } from '../base/outcome.ts';
import type { Zone } from '../jobs/index.ts';
import type { Piece } from '../pieces/index.ts';
import { type JobForPlanning, quickPlan, type RoomWishes, type ShopForPlanning } from '../planning/index.ts';
import { localDate, type Minute } from '../shop/index.ts';
import type { Step, StepDraft, SystemId, ZoneOptions } from '../systems/index.ts';

/** What decides, besides its own steps, when a zone would be done. */
export interface Around extends Partial<RoomWishes> {
  job: JobForPlanning['job'];
  zone: Zone;
  /** The job's other zones as they stand, with their steps and pieces; and its log. */
  others: Pick<JobForPlanning, 'zones' | 'steps' | 'pieces' | 'log'>;
  /** People, hours, places, air, guns, and what other jobs have reserved. */
  shop: ShopForPlanning;
  now: Minute;
  /** When the zone ends by the plan that stands, and by which system: then nothing has to be sketched for that one. */
  planned?: { systemId: SystemId; end: Minute } | null;
}

/**
 * Days that a zone would take by these steps, from a plan that is made in one go, without searching: rail, rack, booth and
 * people as they are, with what the job's other zones and the other jobs take of them.
 * @returns calendar days from now on (from the job's start, where work has begun) to the zone's last task, both counted, or why there is no plan.
 */
export function previewedDays(
  drafts: readonly StepDraft[],
  pieces: readonly Piece[],
  { systemId, options }: { systemId: SystemId; options: ZoneOptions },
  around: Around,
): Outcome<number> {
  const { job, zone, others, shop, now, planned = null, ...wishes } = around;
  const day = (minute: Minute) => Date.parse(localDate(minute, shop.timeZone));
  const from = others.log.length > 0 ? Date.parse(job.startOn) : day(now);
  const daysTo = (end: Minute) => Math.round((day(end) - from) / 86_400_000) + 1;
  if (planned?.systemId === systemId) return success(daysTo(planned.end));
  const steps: Step[] = drafts.map((draft, position) => ({
    ...draft,
    id: `${zone.id} ${draft.key}`,
    zoneId: zone.id,
    position,
  }));
  const plan = quickPlan({
    input: {
      job,
      zones: [...others.zones, { ...zone, systemId, options }],
      steps: [...others.steps, ...steps],
      pieces: [...others.pieces, ...pieces],
      log: others.log,
    },
    shop,
    now,
    earlier: { loads: [], ops: [] },
    ...wishes,
  });
  if (!plan.ok) return plan;
  const { problem } = plan.value;
  const own = new Set(problem.loads.filter(({ zoneId }) => zoneId === zone.id).map(({ id }) => id));
  const ends = plan.value.plan.ops.filter(({ op }) => own.has(op.loadId)).map(({ end }) => end);
  if (ends.length === 0) return failure('There is nothing to plan.');
  return success(daysTo(Math.max(...ends)));
}
