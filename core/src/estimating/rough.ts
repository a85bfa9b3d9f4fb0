import type { ProductSheet } from '../catalogue/index.ts';
import { type Climate, type FilmClocks, filmClocks } from '../drying/index.ts';
import { coatAmounts } from '../mixing/index.ts';
import { isFixed, type Piece } from '../pieces/index.ts';
import { type Interval, localDate, type Minute, type ShopSettings, workIntervals } from '../shop/index.ts';
import { applicatorInPlace, concerns, handsOnMinutes, type Step, YARDSTICKS } from '../systems/index.ts';

/** What a rough estimate counts with. */
export interface RoughInput {
  steps: readonly Step[];
  pieces: readonly Piece[];
  sheets: Readonly<Record<string, ProductSheet>>;
  /** Working time from the start on, as `roughCalendar` gives it. */
  work: readonly Interval[];
  timeZone: string;
  climate: Climate;
  people: number;
  isOnSite: boolean;
}

/** Roughly what a sequence costs for a take-off. */
export interface RoughEstimate {
  /** Hands-on hours of all people together. */
  hours: number;
  /** Calendar days from the first step to the last, both counted. */
  days: number;
  /** Coatings and thinner pro rata, in minor currency units; products without a price count nothing. */
  material: number;
  /** Products that have no price. */
  unpriced: string[];
  /** Films laid, fillers and edge coats included. */
  films: number;
}

const LONGEST_DAYS = 120;

function stepMinutes(step: Step, pieces: readonly Piece[], isOnSite: boolean): number {
  const inRoom = pieces.filter(({ kind }) => isOnSite || isFixed(kind));
  const loose = pieces.filter(({ kind }) => !isOnSite && !isFixed(kind));
  const side = step.isEdgesOnly ? 'edges' : 'all';
  const applicator = applicatorInPlace(step, true);
  const roomLabour =
    applicator !== step.applicator && applicator === 'roller' ? YARDSTICKS.roller : step.labour;
  const sessions = Number(inRoom.length > 0) + Number(loose.length > 0);
  return (
    handsOnMinutes(step.labour, loose, side) +
    handsOnMinutes(roomLabour, inRoom, side) +
    sessions * (step.labour.setupMin + step.labour.cleanupMin)
  );
}

/** Working time of a shop for rough estimates; ask once and compare many systems with it. */
export function roughCalendar(
  settings: Pick<ShopSettings, 'week' | 'daysOff'>,
  timeZone: string,
  start: Minute,
): Interval[] {
  return workIntervals(settings, timeZone, start, start + LONGEST_DAYS * 1440);
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
  const films: { end: Minute; clocks: FilmClocks }[] = [];
  const unpriced = new Set<string>();
  let at = first;
  let minutes = 0;
  let material = 0;
  for (const step of input.steps) {
    const pieces = input.pieces.filter((piece) => concerns(step, piece));
    if (pieces.length === 0) continue;
    if (step.waitFor !== 'none') {
      const kind = step.waitFor === 'recoat' ? 'recoatMin' : step.waitFor;
      for (const film of films) at = Math.max(at, film.end + film.clocks[kind].hereMinutes);
    }
    const labour = stepMinutes(step, pieces, input.isOnSite);
    minutes += labour;
    at = finishWork(work, at, labour / Math.max(1, input.people));
    const sheet = step.productKey === null ? undefined : input.sheets[step.productKey];
    if (!sheet) continue;
    films.push({ end: at, clocks: filmClocks(sheet, input.climate, step.wftUm ?? sheet.wftTypUm) });
    const amounts = coatAmounts(step, sheet, pieces, step.isEdgesOnly ? 'edges' : 'all', input.isOnSite);
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
    films: films.length,
  };
}
