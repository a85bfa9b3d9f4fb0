import type { ProductSheet } from '../catalogue/index.ts';
import { effectiveLog, isStepItself, type LogEntry } from '../jobs/index.ts';
import {
  clocksOfCoat,
  type JobForPlanning,
  loggedEnd,
  type PlanSnapshot,
  type ShopForPlanning,
} from '../planning/index.ts';
import { said, saidDate } from '../said/index.ts';
import { localDate, type Minute, toMinute } from '../shop/index.ts';
import type { Step } from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import type { CareDates } from './events.ts';

/** What keeps a finish well, for whoever lives with it. */
export interface Care {
  /** Zones that this holds for. */
  zones: string[];
  /** Name of the last coat. */
  product: string;
  /** Days until the last coat is fully hard, by its sheet; null where no sheet says. */
  cureDays: number | null;
  /** Dates by the log, or by the plan where the last coat is still to come; null where neither tells. */
  dates: CareDates | null;
  /** Sentences by code. */
  lines: string[];
}

type CareJob = Pick<JobForPlanning, 'zones' | 'steps' | 'pieces' | 'log'> & {
  plan: Pick<PlanSnapshot, 'ops'> | null;
};
type CareShop = Pick<ShopForPlanning, 'sheets' | 'settings' | 'climate'>;

const MINUTES_A_DAY = 1440;
/** Wiping dry and gentle use last this share of the full cure. */
const GENTLE_SHARE = 0.5;

/** The step that lays the last film of a zone; undefined where it has none. */
export function lastFilm(steps: readonly Step[], zoneId: string | undefined): Step | undefined {
  return steps
    .filter((step) => step.zoneId === zoneId && step.resultingSurface === 'colour' && does(step, 'laysFilm'))
    .sort((a, b) => a.position - b.position)
    .at(-1);
}

/** When the last coat went on, or will: its last entry, or its last planned task that is not logged yet. */
function coatedAt(step: Step, { log, plan }: CareJob): { at: Minute; entry?: LogEntry } | null {
  const counting = effectiveLog(log);
  const entry = counting.findLast((one) => isStepItself(one) && one.stepId === step.id);
  const open = (plan?.ops ?? []).filter(
    (op) => op.isCoat && op.stepId === step.id && op.personId !== null && loggedEnd(op, counting) === null,
  );
  const ends = [...open.map(({ end }) => end), ...(entry ? [toMinute(entry.doneAt)] : [])];
  return ends.length === 0 ? null : { at: Math.max(...ends), ...(entry && { entry }) };
}

/** How a finish is cleaned and what it does not stand, by what it is. */
function cleaningLines(sheet: ProductSheet | undefined): string[] {
  const isMatt = sheet?.sheen === 'dead matt' || sheet?.sheen === 'matt';
  const isGloss = sheet?.sheen === 'gloss' || sheet?.sheen === 'semi-gloss';
  const basic =
    sheet?.layerClass === 'wax'
      ? said('care.waxed-dry-cloth')
      : sheet?.layerClass === 'shellac'
        ? said('care.shellac-no-alcohol')
        : said('care.after-that-a-soft-cloth-with');
  return [
    basic,
    ...(isMatt ? [said('care.matt-do-not-rub')] : []),
    ...(isGloss ? [said('care.gloss-scratches')] : []),
    ...(sheet && !sheet.resistsSkinOil ? [said('care.hands-weekly')] : []),
    said('care.wipe-up-coffee-wine-oil-and'),
  ];
}

function careLines(
  cureDays: number | null,
  dates: CareDates | null,
  sheet: ProductSheet | undefined,
): string[] {
  if (dates)
    return [
      said('care.use-gently-from', {
        dryOn: saidDate(dates.dryOn),
        gentleUntil: saidDate(dates.gentleUntil),
      }),
      said('care.nothing-stuck-until', { curedOn: saidDate(dates.curedOn) }),
      said('care.normal-from', { curedOn: saidDate(dates.curedOn) }),
      ...cleaningLines(sheet),
    ];
  const first =
    cureDays === null
      ? said('care.until-the-finish-has-hardened')
      : said('care.for-the-first-days', { cureDays });
  return [
    said('care.open-and-close-gently-hang-nothing', { first }),
    said('care.wipe-only-with-a-soft-cloth', { first }),
    ...cleaningLines(sheet),
  ];
}

/**
 * How to treat the finish while it hardens and afterwards, with this job's own dates: the clocks of the last coat in the air
 * that was logged with it, else in the air that is expected. Zones with the same coat and dates stand together. The product's
 * own sheet has the last word.
 */
export function careOf(job: CareJob, shop: CareShop, timeZone: string): Care[] {
  const cares = new Map<string, Care>();
  for (const { id, name } of [...job.zones].sort((a, b) => a.position - b.position)) {
    const step = lastFilm(job.steps, id);
    if (!step) continue;
    const coat = coatedAt(step, job);
    const sheet = shop.sheets[coat?.entry?.coat?.productKey ?? step.productKey ?? ''];
    const clocks = coat ? clocksOfCoat(step, shop, { climate: shop.climate, hourly: [] }, coat.entry) : null;
    const day = (minutes: number) => localDate((coat?.at ?? 0) + minutes, timeZone);
    const dates: CareDates | null = clocks && {
      dryOn: day(clocks.handle.hereMinutes),
      gentleUntil: day(Math.max(clocks.refit.hereMinutes, clocks.cure.hereMinutes * GENTLE_SHARE)),
      curedOn: day(clocks.cure.hereMinutes),
    };
    const cureMin = sheet?.clocks.cureMin;
    const cureDays = cureMin ? Math.ceil(cureMin / MINUTES_A_DAY) : null;
    const key = `${sheet?.name} ${cureDays} ${dates?.dryOn} ${dates?.gentleUntil} ${dates?.curedOn}`;
    const known = cares.get(key);
    if (known) known.zones.push(name);
    else
      cares.set(key, {
        zones: [name],
        product: sheet?.name ?? '',
        cureDays,
        dates,
        lines: careLines(cureDays, dates, sheet),
      });
  }
  return [...cares.values()];
}

/** The dates that hold for a whole job: the latest of each; null where a zone has none. */
export function jobCareDates(cares: readonly Pick<Care, 'dates'>[]): CareDates | null {
  const dates = cares.map((care) => care.dates);
  if (dates.length === 0) return null;
  const latest = (key: keyof CareDates) =>
    dates
      .map((one) => one?.[key] ?? '')
      .sort()
      .at(-1) ?? '';
  if (dates.some((one) => one === null)) return null;
  return { dryOn: latest('dryOn'), gentleUntil: latest('gentleUntil'), curedOn: latest('curedOn') };
}
