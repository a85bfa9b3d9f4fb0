import { type Climate, filmClocks } from '../drying/index.ts';
import { coatAmounts } from '../mixing/index.ts';
import { beforeWrapUp, type Lags, lagsOf } from '../planning/index.ts';
import { type Interval, localDate, type Minute, type ShopSettings, workIntervals } from '../shop/index.ts';
import {
  isWiped,
  type Laying,
  minutesOfStep,
  type Step,
  sideOf,
  stepAppliesTo,
  strainingMinutes,
  waitOf,
  YARDSTICKS,
} from '../systems/index.ts';
import { does } from '../systems/operations.ts';
import { isLoose, minutesAround, stepMinutes, type WorkInput } from './work.ts';

/** What a rough estimate counts with. */
export interface RoughInput extends WorkInput {
  /** Working time from the start on, as `roughCalendar` gives it. */
  work: readonly Interval[];
  timeZone: string;
  climate: Climate;
  /** How loose pieces lie; flat, two-sided ones are coated in two tasks. */
  laying?: Laying;
}

/** Roughly what a sequence costs for a take-off. */
export interface RoughEstimate {
  /** Hands-on hours of all people together. */
  hours: number;
  /** Calendar days from the first step to the last, both counted, as if all pieces went in one load: for what a change adds or saves. */
  days: number;
  /** Coatings and thinner pro rata, in minor currency units; products without a price count nothing. */
  material: number;
  /** Products that have no price. */
  unpriced: string[];
  /** Films laid, fillers and edge coats included. */
  films: number;
}

const LONGEST_DAYS = 120;

/** Whether a coat goes on lying pieces one side at a time. */
function isTurned(
  step: Step,
  { laying, isOnSite, sheets }: Pick<RoughInput, 'laying' | 'isOnSite' | 'sheets'>,
): boolean {
  if (isWiped(step, sheets[step.productKey ?? ''])) return false;
  const isFlat = laying === 'flat' || (isOnSite && laying !== undefined);
  return isFlat && does(step, 'laysFilm') && !step.isEdgesOnly && step.faces === 'both';
}

/** Working time of a shop for rough estimates; ask once and compare many systems with it. */
export function roughCalendar(
  settings: Pick<ShopSettings, 'week' | 'daysOff' | 'wrapUpMin'>,
  timeZone: string,
  start: Minute,
): Interval[] {
  const work = workIntervals(settings, timeZone, start, start + LONGEST_DAYS * 1440);
  return beforeWrapUp(work, settings.wrapUpMin);
}

/** Walks along working time: the minute at which so much work is done, begun not before `from`. */
function finishWork(work: readonly Interval[], from: Minute, minutes: number): Minute {
  let left = minutes;
  for (const { start, end } of work) {
    const begin = Math.max(start, from);
    if (begin >= end) continue;
    if (end - begin >= left) return Math.ceil(begin + left);
    left -= end - begin;
  }
  return work.at(-1)?.end ?? from;
}

/**
 * A rough estimate of a sequence, all pieces in one go: labour by the yardsticks shared among the people, each step
 * after the clock it waits for, nights and closed days included. Good for comparing systems; the plan knows better.
 */
export function roughEstimate(input: RoughInput): RoughEstimate {
  const { work } = input;
  const first = work[0]?.start ?? 0;
  const dryings: { end: Minute; lags: Lags }[] = [];
  let films = 0;
  const unpriced = new Set<string>();
  let at = first;
  let minutes = 0;
  let material = 0;
  for (const step of input.steps) {
    const pieces = input.pieces.filter((piece) => stepAppliesTo(step, piece));
    if (pieces.length === 0) continue;
    const clock = waitOf(step);
    if (clock !== 'none') {
      for (const { end, lags } of dryings) at = Math.max(at, end + lags[clock]);
    }
    const sheet = step.productKey === null ? undefined : input.sheets[step.productKey];
    const amounts = sheet ? coatAmounts(step, sheet, pieces, sideOf(step), input.isOnSite) : null;
    const strained = does(step, 'laysFilm') ? (amounts?.paintMl ?? 0) + (amounts?.thinnerMl ?? 0) : 0;
    const turned = isTurned(step, input)
      ? pieces.filter((piece) => piece.finishBack && isLoose(piece, input.isOnSite))
      : [];
    const loose = pieces.filter((piece) => isLoose(piece, input.isOnSite)).length;
    const labour =
      stepMinutes(step, pieces, input) +
      strainingMinutes(strained) +
      minutesAround(step, loose, turned.length, input);
    if (turned.length > 0) {
      // Backs, a wait until they can be handled, the turn, and a session of its own for the fronts.
      const { setupMin, cleanupMin } = minutesOfStep(step, [], 'all', input.settings?.yardsticks);
      const more = setupMin + cleanupMin + turned.length * YARDSTICKS.flip.perPieceMin;
      minutes += more;
      at = finishWork(work, at, (labour / 2 + more) / Math.max(1, input.people));
      if (sheet) at += filmClocks(sheet, input.climate, step.wftUm ?? sheet.wftTypUm).handle.hereMinutes;
    }
    minutes += labour;
    at = finishWork(work, at, labour / (turned.length > 0 ? 2 : 1) / Math.max(1, input.people));
    const clocks = sheet ? filmClocks(sheet, input.climate, step.wftUm ?? sheet.wftTypUm) : null;
    const lags = lagsOf(clocks, step.dryingMin);
    if (lags) dryings.push({ end: at, lags });
    if (!sheet) continue;
    films += 1;
    if (sheet.pricePerLitre === null) unpriced.add(sheet.name);
    else material += ((amounts?.paintMl ?? 0) / 1000) * sheet.pricePerLitre;
  }
  const firstDay = Date.parse(localDate(first, input.timeZone));
  const lastDay = Date.parse(localDate(at, input.timeZone));
  return {
    hours: minutes / 60,
    days: Math.round((lastDay - firstDay) / 86_400_000) + 1,
    material: Math.round(material),
    unpriced: [...unpriced],
    films,
  };
}
