import { z } from 'zod';
import { APPLICATOR_TRAITS, APPLICATORS, type Applicator } from '../catalogue/applicators.ts';
import type { ProductSheet } from '../catalogue/sheet.ts';
import { COUNTED_ROLES, countedRole, equivalentSides } from '../estimating/index.ts';
import { appliedMl, residueMl } from '../film/index.ts';
import { effectiveLog, isStepItself, type Job, type LogEntry, stepAsLogged } from '../jobs/index.ts';
import { type MixRecord, pouredOf } from '../mixing/index.ts';
import type { Piece } from '../pieces/index.ts';
import type { ShopSettings } from '../shop/index.ts';
import { minutesOfStep, type Step, YARDSTICK_KEYS, yardstickOf } from '../systems/index.ts';

/** A mix that was emptied, against the pieces that were coated with it. */
export const MixSeenSchema = z.object({
  kind: z.literal('mix'),
  /** Id of the mix. */
  id: z.string(),
  jobCode: z.string(),
  at: z.string(),
  productKey: z.string(),
  applicator: z.enum(APPLICATORS),
  /** Name of the gun; empty where the mix names none. */
  gun: z.string(),
  pieces: z.int(),
  /** What left the tool, in mL: poured, less what was left over and what stays in the tool. */
  usedMl: z.number(),
  /** What is on the pieces at the wet film, divided by the share of the fan that met them, in mL. */
  onPiecesMl: z.number(),
  /** One by the other: share of what leaves the tool that stays where the whole fan is on the piece. */
  transfer: z.number(),
  transferSd: z.number(),
  /** Paint for a side of a door equivalent, in mL; null for what is not counted so. */
  perSideMl: z.number().nullable(),
  perSideSd: z.number(),
  role: z.enum(COUNTED_ROLES).nullable(),
});
export type MixSeen = z.infer<typeof MixSeenSchema>;

/** A task that was started and done on the floor, against what the yardsticks say. */
export const WorkSeenSchema = z.object({
  kind: z.literal('work'),
  /** Id of the log entry. */
  id: z.string(),
  jobCode: z.string(),
  at: z.string(),
  yardstick: z.enum(YARDSTICK_KEYS),
  stepName: z.string(),
  pieces: z.int(),
  tookMin: z.number(),
  reckonedMin: z.number(),
});
export type WorkSeen = z.infer<typeof WorkSeenSchema>;

export const SeenSchema = z.discriminatedUnion('kind', [MixSeenSchema, WorkSeenSchema]);
export type Seen = z.infer<typeof SeenSchema>;

/** How far a wet film is off that was measured by comb, and one that was only meant; and what is poured and left over. */
const FILM_OFF = { combed: 0.05, meant: 0.1 };
const POURED_OFF = 0.03;
/** How far a count of door equivalents is off for a single job. */
const COUNT_OFF = 0.15;

/** What a job teaches about material and time. */
export interface SeenJob {
  job: Pick<Job, 'code'>;
  steps: readonly Step[];
  pieces: readonly Piece[];
  log: readonly LogEntry[];
}

type Sheets = Readonly<Record<string, ProductSheet>>;

/** The one tool that a step lays its film with; null where there are several. */
function onlyTool({ applicator, applications }: Step): Applicator | null {
  const tools = new Set(applications.map((move) => move.applicator ?? applicator));
  if (tools.size === 0) return applicator;
  return tools.size === 1 ? ([...tools][0] ?? null) : null;
}

/** What a mix teaches; null where it is not emptied, nothing is logged out of it, or it went on with several tools. */
function mixSeen(
  mix: MixRecord,
  entries: readonly LogEntry[],
  { job, steps, pieces }: SeenJob,
  sheets: Sheets,
  settings: Pick<ShopSettings, 'doorMeasure'>,
): MixSeen | null {
  const poured = pouredOf(mix);
  const mixMl = Object.values(poured).reduce((sum, ml) => sum + ml, 0);
  if (mix.emptiedAt === null || mix.leftMl === null || mixMl <= 0 || entries.length === 0) return null;
  let onPiecesMl = 0;
  let sides = 0;
  let coated = 0;
  let isCombed = true;
  let hasEdges = false;
  for (const entry of entries) {
    const planned = steps.find(({ id }) => id === entry.stepId);
    if (!planned) return null;
    const step = stepAsLogged(planned, entry);
    const tool = onlyTool(step);
    const wft = entry.coat?.wftUm ?? step.wftUm;
    if (tool === null || tool !== mix.applicator || wft === null) return null;
    isCombed = isCombed && entry.coat?.wftUm != null;
    const own = pieces.filter(({ id }) => entry.pieceIds.includes(id));
    if (own.length < entry.pieceIds.length) return null;
    onPiecesMl += appliedMl(own, entry.side, wft, tool) * APPLICATOR_TRAITS[tool].transfer;
    coated += own.length;
    hasEdges = hasEdges || entry.side === 'edges' || step.isEdgesOnly;
    const faces = entry.side === 'front' || entry.side === 'back' ? entry.side : 'both';
    sides += equivalentSides(own, faces, settings.doorMeasure);
  }
  const usedMl = mixMl - mix.leftMl - (mix.gun?.residueMl ?? residueMl(mix.applicator));
  if (usedMl <= 0 || onPiecesMl <= 0) return null;
  const transfer = onPiecesMl / usedMl;
  const role = countedRole(sheets[mix.productKey]);
  const isCounted = role !== null && sides > 0 && !hasEdges;
  const perSideMl = isCounted ? ((mixMl - mix.leftMl) * ((poured.paint ?? 0) / mixMl)) / sides : null;
  return {
    kind: 'mix',
    id: mix.id,
    jobCode: job.code,
    at: mix.emptiedAt,
    productKey: mix.productKey,
    applicator: mix.applicator,
    gun: mix.gun?.name ?? '',
    pieces: coated,
    usedMl,
    onPiecesMl,
    transfer,
    transferSd: transfer * Math.hypot(isCombed ? FILM_OFF.combed : FILM_OFF.meant, POURED_OFF),
    perSideMl,
    perSideSd: (perSideMl ?? 0) * Math.hypot(COUNT_OFF, POURED_OFF),
    role: isCounted ? role : null,
  };
}

/**
 * Every mix of a job that was emptied and logged, with the share of it that reached the pieces: wet film × area over what left the tool
 * (as ASTM D5009 and D5286 measure transfer by weight), the share of the fan that missed the piece divided out.
 */
export function mixesSeen(
  job: SeenJob,
  mixes: readonly MixRecord[],
  sheets: Sheets,
  settings: Pick<ShopSettings, 'doorMeasure'>,
): MixSeen[] {
  const entries = effectiveLog(job.log).filter(isStepItself);
  return mixes.flatMap((mix) => {
    const own = entries.filter(({ coat }) => coat?.mixId === mix.id);
    return mixSeen(mix, own, job, sheets, settings) ?? [];
  });
}

/** Every task of a job that was started as well as done, with what it takes by the yardsticks that hold now. */
export function workSeen(
  { job, steps, pieces, log }: SeenJob,
  settings: Pick<ShopSettings, 'yardsticks'>,
): WorkSeen[] {
  return effectiveLog(log).flatMap((entry): WorkSeen[] => {
    const tookMin = entry.work?.tookMin ?? null;
    const planned = steps.find(({ id }) => id === entry.stepId);
    if (tookMin === null || tookMin <= 0 || !planned || !isStepItself(entry)) return [];
    const step = stepAsLogged(planned, entry);
    const yardstick = yardstickOf(step);
    const own = pieces.filter(({ id }) => entry.pieceIds.includes(id));
    if (yardstick === null || own.length === 0) return [];
    const reckonedMin = minutesOfStep(step, own, entry.side, settings.yardsticks).handsOnMin;
    if (reckonedMin <= 0) return [];
    return [
      {
        kind: 'work',
        id: entry.id,
        jobCode: job.code,
        at: entry.doneAt,
        yardstick,
        stepName: step.name,
        pieces: own.length,
        tookMin,
        reckonedMin,
      },
    ];
  });
}
