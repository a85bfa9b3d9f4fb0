import type { ProductSheet } from '../catalogue/sheet.ts';
import { said } from '../said/index.ts';
import { formatDuration } from '../units/duration.ts';
import { measured } from '../units/index.ts';
import { type Climate, SHEET_CLIMATE } from './climate.ts';
import { clockSentence, type DryingPolicy, type FilmClocks, filmClocks, type ScaledClock } from './clocks.ts';
import type { AirHour } from './outdoors.ts';

const HOUR_MIN = 60;
/** After the end of what is known its last day goes on and on. */
const DAY_HOURS = 24;

/** The index of an hour, where the last day is repeated past the end of what is known. */
function hourIndex(index: number, count: number): number {
  if (index < count) return Math.max(0, index);
  const day = Math.min(DAY_HOURS, count);
  return count - day + ((index - count) % day);
}

/** The hour of a moment among others; the first for a moment before, an hour of the repeated last day for one after. */
export function hourAt<T>(hours: readonly T[], from: number, moment: number): T | undefined {
  return hours[hourIndex(Math.floor((moment - from) / HOUR_MIN), hours.length)];
}

const CLOCKS = ['touch', 'sand', 'recoatMin', 'handle', 'pack', 'refit', 'cure'] as const;
type ClockName = (typeof CLOCKS)[number];

/** Minutes that each clock would take, were the whole time like one hour. */
type Rates = Record<ClockName, number>;

function ratesIn(sheet: ProductSheet, climate: Climate, wftUm: number, policy: DryingPolicy): Rates {
  const clocks = filmClocks(sheet, climate, wftUm, policy);
  return Object.fromEntries(CLOCKS.map((name) => [name, clocks[name].hereMinutes])) as Rates;
}

/** Each film is worked out once for each hour, however many coats ask. */
const knownRates = new WeakMap<object, Map<string, Record<ClockName, number[]>>>();

function ratesThrough(
  sheet: ProductSheet,
  hours: readonly AirHour[],
  wftUm: number,
  policy: DryingPolicy,
): Record<ClockName, number[]> {
  const known = knownRates.get(hours) ?? new Map<string, Record<ClockName, number[]>>();
  knownRates.set(hours, known);
  const { name, drying, base, isCatalysed, wftTypUm, clocks } = sheet;
  const key = JSON.stringify([name, drying, base, isCatalysed, wftTypUm, clocks, wftUm, policy.mayShorten]);
  const before = known.get(key);
  if (before) return before;
  const byHour = hours.map(({ climate }) => ratesIn(sheet, climate, wftUm, policy));
  const made = Object.fromEntries(
    CLOCKS.map((clock) => [clock, byHour.map((rates) => rates[clock])]),
  ) as Record<ClockName, number[]>;
  known.set(key, made);
  return made;
}

/**
 * Minutes from a moment until a film has dried, each hour bringing it on by what it takes in the air of that hour: the sum of
 * dt/t(air) reaches 1 (cumulative damage, as for any clock with a known rate). Past what is known whole days are skipped.
 *
 * @param rates of the hours that are known; the last day of them goes on and on. @param before rate ahead of the first.
 */
function follow(rates: readonly number[], before: number | undefined, from: number): number {
  const count = rates.length;
  const day = rates.slice(-DAY_HOURS);
  const ofDay = day.reduce((sum, whole) => sum + HOUR_MIN / whole, 0);
  let left = 1;
  let passed = 0;
  for (let hour = Math.floor(from / HOUR_MIN); ; hour += 1) {
    const whole = hour < 0 ? (before ?? rates[0]) : rates[hourIndex(hour, count)];
    const minutes = (hour + 1) * HOUR_MIN - Math.max(from, hour * HOUR_MIN);
    if (!whole || minutes / whole >= left) return Math.ceil(passed + left * (whole ?? 0) - 1e-6);
    left -= minutes / whole;
    passed += minutes;
    if (hour >= count - 1 && left > ofDay) {
      const days = Math.ceil(left / ofDay) - 1;
      left -= days * ofDay;
      passed += days * day.length * HOUR_MIN;
    }
  }
}

/** What a film dried or dries in, as far as it is known. */
export interface AirThrough {
  /** In order, an hour each without a gap, at least a day; what has been as well as what is expected. */
  hours: readonly AirHour[];
  /** The air before the first of them, as it was noted; the first hour where nobody did. */
  before?: Climate | undefined;
}

/**
 * The clocks of a film that dries in air which changes from hour to hour, from the end of its coat. Clocks that only end a
 * window stay as the sheet has them.
 *
 * @param end minute at which the coat was finished. @param wftUm wet film as applied in µm, > 0.
 * @returns whole minutes; the factor says how much longer than on the sheet recoating takes.
 */
export function filmClocksThrough(
  sheet: ProductSheet,
  { hours, before }: AirThrough,
  end: number,
  wftUm: number = sheet.wftTypUm,
  policy: DryingPolicy = { mayShorten: false },
): FilmClocks {
  const [first] = hours;
  if (!first) return filmClocks(sheet, before ?? SHEET_CLIMATE, wftUm, policy);
  const rates = ratesThrough(sheet, hours, wftUm, policy);
  const early = before && end < first.at ? ratesIn(sheet, before, wftUm, policy) : undefined;
  const through = (name: ClockName) => follow(rates[name], early?.[name], end - first.at);
  const { clocks } = sheet;
  const here = (sheetMinutes: number, name: ClockName): ScaledClock => ({
    sheetMinutes,
    hereMinutes: through(name),
  });
  const recoatMin = here(clocks.recoatMinMin, 'recoatMin');
  return {
    touch: here(clocks.touchMin, 'touch'),
    sand: here(clocks.sandMin, 'sand'),
    recoatMin,
    recoatMax:
      clocks.recoatMaxMin === null
        ? null
        : { sheetMinutes: clocks.recoatMaxMin, hereMinutes: clocks.recoatMaxMin },
    handle: here(clocks.handleMin, 'handle'),
    pack: here(clocks.packMin, 'pack'),
    refit: here(clocks.refitMin, 'refit'),
    cure: here(clocks.cureMin, 'cure'),
    factor: clocks.recoatMinMin > 0 ? recoatMin.hereMinutes / clocks.recoatMinMin : 1,
    because: hourByHour(hours, end, recoatMin.hereMinutes),
  };
}

/** The air that a film goes through until it can be coated again, in words. */
function hourByHour(hours: readonly AirHour[], end: number, minutes: number): string {
  const from = hours[0]?.at ?? 0;
  const count = Math.max(1, Math.ceil(minutes / HOUR_MIN));
  const airs = Array.from({ length: count }, (_, index) =>
    hourAt(hours, from, end + index * HOUR_MIN),
  ).flatMap((hour) => (hour ? [hour.climate.airC] : []));
  return said('dry.hour-by-hour-outdoors', {
    coldest: measured('temperature', Math.min(...airs)),
    warmest: measured('temperature', Math.max(...airs)),
  });
}

/** The shortest and the longest that the clocks of a film may take. */
export interface ClockSpan {
  shortest: FilmClocks;
  longest: FilmClocks;
}

/**
 * How long a film takes by the hour in which it is applied, over the hours of a forecast in which it may be.
 *
 * @param isFit whether the product may be applied in an hour; where that is in none, all of them count.
 * @returns null where no hour is known.
 */
export function clockSpan(
  sheet: ProductSheet,
  hours: readonly AirHour[],
  isFit: (hour: AirHour) => boolean,
  wftUm: number = sheet.wftTypUm,
  policy: DryingPolicy = { mayShorten: false },
): ClockSpan | null {
  const fit = hours.filter(isFit);
  const counted = fit.length > 0 ? fit : hours;
  const all = counted.map(({ at }) => filmClocksThrough(sheet, { hours }, at, wftUm, policy));
  const [first] = all;
  if (!first) return null;
  const airs = counted.map(({ climate }) => climate.airC);
  const because = said('dry.by-the-hour-it-is-applied', {
    coldest: measured('temperature', Math.min(...airs)),
    warmest: measured('temperature', Math.max(...airs)),
  });
  const most = (better: (a: number, b: number) => boolean): FilmClocks => {
    const best = { ...first, because };
    for (const one of all)
      for (const name of CLOCKS)
        if (better(one[name].hereMinutes, best[name].hereMinutes)) best[name] = one[name];
    return best;
  };
  return { shortest: most((a, b) => a < b), longest: most((a, b) => a > b) };
}

/** `sheet 2 h → here 2 h 30 to 9 h`, or as a single clock says it where both are the same. */
export function spanSentence(shortest: ScaledClock, longest: ScaledClock): string {
  if (shortest.hereMinutes === longest.hereMinutes) return clockSentence(shortest);
  return said('dry.sheet-here-from-to', {
    sheetMinutes: formatDuration(shortest.sheetMinutes),
    from: formatDuration(shortest.hereMinutes),
    to: formatDuration(longest.hereMinutes),
  });
}
