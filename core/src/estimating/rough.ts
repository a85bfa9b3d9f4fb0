import type { ProductSheet } from '../catalogue/index.ts';
import { type Climate, filmClocks } from '../drying/index.ts';
import { coatAmounts } from '../mixing/index.ts';
import { type Piece, staysMounted, workedWay } from '../pieces/index.ts';
import { beforeWrapUp, type Lags, lagsOf } from '../planning/index.ts';
import { type Interval, localDate, type Minute, type ShopSettings, workIntervals } from '../shop/index.ts';
import {
  isWiped,
  type Laying,
  minutesOfStep,
  type Step,
  sideOf,
  stepAppliesTo,
  stepInPlace,
  strainingMinutes,
  waitOf,
  YARDSTICKS,
} from '../systems/index.ts';
import { does } from '../systems/operations.ts';

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
  /** What carrying and the way to the client take; nothing where it is left out. */
  settings?: Pick<ShopSettings, 'handlingMin' | 'tripMin' | 'yardsticks'>;
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

/** Carrying and hanging for a coat, and the way to the client and back for everybody where loose pieces are fetched or refitted. */
function minutesAround(
  step: Step,
  loose: number,
  turned: number,
  { settings, isOnSite, people }: Pick<RoughInput, 'settings' | 'isOnSite' | 'people'>,
): number {
  if (!settings || isOnSite || loose === 0) return 0;
  const isFilm = does(step, 'laysFilm');
  if (isFilm && !step.isEdgesOnly) return (loose + turned) * settings.handlingMin;
  return step.place === 'room' && !isFilm ? settings.tripMin * people : 0;
}

/** Whether a piece comes off what it hangs on to be worked. */
function isLoose(piece: Piece, isOnSite: boolean): boolean {
  return !staysMounted(workedWay(piece, isOnSite));
}

/** Hands-on minutes of a step for these pieces, its set-ups and clean-ups with them. */
function stepMinutes(
  step: Step,
  pieces: readonly Piece[],
  { isOnSite, settings }: Pick<RoughInput, 'isOnSite' | 'settings'>,
): number {
  const isLeft = (piece: Piece) => workedWay(piece, isOnSite) === 'left';
  const inRoom = pieces.filter(isLeft);
  const loose = pieces.filter((piece) => !isLeft(piece));
  const side = sideOf(step);
  const own = settings?.yardsticks;
  const shop = minutesOfStep(step, loose, side, own);
  const room = minutesOfStep(stepInPlace(step, !isOnSite), inRoom, side, own);
  const sessions = Number(inRoom.length > 0) + Number(loose.length > 0);
  return shop.handsOnMin + room.handsOnMin + sessions * (shop.setupMin + shop.cleanupMin);
}

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

/** What the hours of a job go into, in the order in which they come. */
export const PHASES = [
  'taking-down',
  'preparation',
  'filling',
  'priming',
  'colour',
  'clear',
  'looking-over',
  'bringing-back',
] as const;
export type Phase = (typeof PHASES)[number];

/** The phase of each step: what is sanded or dusted counts with the film that it makes ready for. */
function phasesOf(steps: readonly Step[], sheets: RoughInput['sheets']): Map<string, Phase> {
  const phases = new Map<string, Phase>();
  let next: Phase = 'preparation';
  for (const step of steps.toReversed()) {
    const role = step.productKey === null ? undefined : sheets[step.productKey]?.role;
    if (does(step, 'mountsAgain') || does(step, 'packs') || does(step, 'delivers'))
      phases.set(step.id, 'bringing-back');
    else if (does(step, 'looksOver')) phases.set(step.id, 'looking-over');
    else if (does(step, 'takesDown') || does(step, 'hangs')) phases.set(step.id, 'taking-down');
    else if (
      does(step, 'washes') ||
      does(step, 'keysGround') ||
      does(step, 'deglosses') ||
      does(step, 'masks')
    )
      phases.set(step.id, 'preparation');
    else {
      if (does(step, 'laysFilm'))
        next = does(step, 'fillsPores')
          ? 'filling'
          : role === 'primer'
            ? 'priming'
            : role === 'clear'
              ? 'clear'
              : 'colour';
      phases.set(step.id, next);
    }
  }
  return phases;
}

/**
 * Hands-on minutes of the sequences of zones by phase, each for its own pieces, before anything is planned: by the yardsticks, set-ups once a step,
 * carrying and the way to the client with them. Phases without work are left out.
 */
export function minutesByPhase(
  input: Pick<RoughInput, 'steps' | 'pieces' | 'sheets' | 'isOnSite' | 'settings' | 'people'>,
): Map<Phase, number> {
  const phases = phasesOf(input.steps, input.sheets);
  const minutes = new Map<Phase, number>();
  for (const step of input.steps) {
    const pieces = input.pieces.filter((piece) => piece.zoneId === step.zoneId && stepAppliesTo(step, piece));
    const phase = phases.get(step.id);
    if (pieces.length === 0 || phase === undefined) continue;
    const loose = pieces.filter((piece) => isLoose(piece, input.isOnSite)).length;
    const own = stepMinutes(step, pieces, input) + minutesAround(step, loose, 0, input);
    minutes.set(phase, (minutes.get(phase) ?? 0) + own);
  }
  return new Map(PHASES.flatMap((phase) => (minutes.has(phase) ? [[phase, minutes.get(phase) ?? 0]] : [])));
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
