import { isSprayed } from '../catalogue/index.ts';
import { NO_ROOM, proposeProtection } from '../jobs/index.ts';
import { isFixed, type Piece } from '../pieces/index.ts';
import { type JobForPlanning, labourMinutes, type PlanRequest, quickPlan } from '../planning/index.ts';
import { localDate, type Minute } from '../shop/index.ts';
import { generateSteps, type Methods, type Step } from '../systems/index.ts';
import { does } from '../systems/operations.ts';

/** Ways that loose pieces can be worked in, side by side. */
export const COMPARED_WAYS = ['shop', 'place', 'hinges'] as const;
export type ComparedWay = (typeof COMPARED_WAYS)[number];

/** What a job would come to if all its loose pieces were worked in one way. */
export interface WayOutlook {
  way: ComparedWay;
  /** Calendar days from the first work in the client's room to the last, both counted; null where there is no plan. */
  roomDays: number | null;
  /** Of these: with doors that are taken down, and with the room covered or behind plastic. */
  doorlessDays: number | null;
  coveredDays: number | null;
  completion: Minute | null;
  workMinutes: Minute | null;
  /** Why there is no plan; null where there is one. */
  refusal: string | null;
}

/** The job with all its loose pieces worked in a way: steps follow, and a room that is sprayed in is protected. */
function inWay(question: PlanRequest, methods: Methods, way: ComparedWay): JobForPlanning {
  const { input, shop } = question;
  const isOnSite = input.job.place === 'client';
  const pieces = input.pieces.map((piece): Piece => {
    if (!isFixed(piece.kind)) return { ...piece, way };
    return { ...piece, way: way === 'hinges' ? 'fixed' : 'usual' };
  });
  const steps = input.zones.flatMap((zone): Step[] => {
    const own = pieces.filter(({ zoneId }) => zoneId === zone.id);
    const kept = input.steps.filter(({ zoneId }) => zoneId === zone.id);
    // What the shop wrote itself, or changed by hand, stays as it is written.
    if (!zone.systemId || !zone.options || zone.customSystem || zone.isEdited) return kept;
    const drafts = generateSteps({
      systemId: zone.systemId,
      options: zone.options,
      sheets: shop.sheets,
      ...(shop.supplies && { supplies: shop.supplies }),
      shop: shop.settings,
      isOnSite,
      treatments: own.map(({ treatment }) => treatment),
      parts: own,
      ground: zone,
      methods,
    });
    if (!drafts.ok) return kept;
    return drafts.value.map((draft, position) => ({
      ...draft,
      id: kept.find(({ key }) => key === draft.key)?.id ?? `${zone.id} ${draft.key}`,
      zoneId: zone.id,
      position,
    }));
  });
  const sprays = steps.some(({ applicator }) => isSprayed(applicator));
  const room = input.job.room ?? NO_ROOM;
  const isOpen = way === 'hinges' && room.tasks.length === 0;
  const basis = { pieces, openings: 0, isOnSite, isSprayed: sprays };
  return {
    ...input,
    job: { ...input.job, room: isOpen ? { ...room, tasks: proposeProtection(room, basis) } : room },
    pieces,
    steps,
  };
}

/** Calendar days from the first task to the last, both counted; 0 for none. */
export function calendarDays(ops: readonly { start: Minute; end: Minute }[], timeZone: string): number {
  if (ops.length === 0) return 0;
  const day = (minute: Minute) => Date.parse(localDate(minute, timeZone)) / 86_400_000;
  const last = Math.max(...ops.map(({ end }) => end)) - 1;
  return Math.round(day(last) - day(Math.min(...ops.map(({ start }) => start)))) + 1;
}

/**
 * What the job would come to in each way of working, each by a plan made in one go: how long the client is without the room, when it
 * ends, and what work it is. For a job on which nothing is logged yet.
 */
export function compareWays(question: PlanRequest, methods: Methods): WayOutlook[] {
  const { timeZone, settings } = question.shop;
  const ways = COMPARED_WAYS.filter((way) => way !== 'place' || settings.places.length > 0);
  return ways.map((way): WayOutlook => {
    const none = {
      way,
      roomDays: null,
      doorlessDays: null,
      coveredDays: null,
      completion: null,
      workMinutes: null,
    };
    const input = inWay(question, methods, way);
    const plan = quickPlan({
      ...question,
      input,
      earlier: { loads: [], ops: [] },
    });
    if (!plan.ok) return { ...none, refusal: plan.message };
    const { ops, completion } = plan.value.plan;
    const daysFor = (some: typeof ops) => calendarDays(some, timeZone);
    const byId = new Map(input.steps.map((step) => [step.id, step]));
    const isOff = ({ op }: (typeof ops)[number]) => {
      const step = byId.get(op.stepId);
      return does(step, 'takesDown') || does(step, 'mountsAgain');
    };
    return {
      way,
      roomDays: daysFor(ops.filter(({ op }) => op.row === 'room')),
      doorlessDays: daysFor(ops.filter((item) => !item.op.task && isOff(item))),
      coveredDays: daysFor(ops.filter(({ op }) => op.task !== undefined)),
      completion,
      workMinutes: labourMinutes(plan.value.plan),
      refusal: null,
    };
  });
}
