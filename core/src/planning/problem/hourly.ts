import type { ProductSheet } from '../../catalogue/sheet.ts';
import { type AirHour, type FilmClocks, filmClocks } from '../../drying/index.ts';
import type { Minute } from '../../shop/calendar.ts';
import type { HourlyLags, Lags, PlanOp } from './model.ts';

const HOUR_MIN = 60;
/** After the end of a forecast its last day goes on and on. */
const DAY_HOURS = 24;
/** Nothing is followed for longer than this, in hours. */
const LONGEST_HOURS = 24 * 60;

/** The index of an hour, where the last day of a forecast is repeated past its end. */
function hourIndex(index: number, count: number): number {
  if (index < count) return Math.max(0, index);
  const day = Math.min(DAY_HOURS, count);
  return count - day + ((index - count) % day);
}

/**
 * Minutes from the end of an hour's coat until a film has dried, each hour bringing it on by what it takes in the air of that hour:
 * the sum of dt/t(air) reaches 1 (cumulative damage, as for any clock with a known rate).
 */
function follow(minutes: readonly number[], from: number): Minute {
  let left = 1;
  let passed = 0;
  for (let index = from; index < from + LONGEST_HOURS; index += 1) {
    const whole = minutes[hourIndex(index, minutes.length)] ?? 1;
    const share = HOUR_MIN / whole;
    if (share >= left) return Math.ceil(passed + left * whole - 1e-6);
    left -= share;
    passed += HOUR_MIN;
  }
  return passed;
}

const KINDS = ['touch', 'sand', 'recoat', 'handle', 'pack', 'refit'] as const;
const clockOf = (clocks: FilmClocks, kind: (typeof KINDS)[number]): Minute =>
  clocks[kind === 'recoat' ? 'recoatMin' : kind].hereMinutes;

/** Each product and film is followed through a forecast once, however many coats ask. */
const followed = new WeakMap<object, Map<string, HourlyLags>>();

/**
 * How a film dries by the hour in which it is laid on, hour by hour through a forecast.
 * @param forecast in order, an hour each. @param dryingMin rest that the step itself asks for. @returns null where it is shorter than a day.
 */
export function hourlyLags(
  sheet: ProductSheet,
  wftUm: number,
  forecast: readonly AirHour[],
  dryingMin: Minute,
  policy: { mayShorten: boolean },
): HourlyLags | null {
  const [first] = forecast;
  if (!first || forecast.length < DAY_HOURS) return null;
  const known = followed.get(forecast) ?? new Map<string, HourlyLags>();
  followed.set(forecast, known);
  const key = JSON.stringify([sheet.name, sheet.clocks, wftUm, dryingMin, policy.mayShorten]);
  const before = known.get(key);
  if (before) return before;
  const clocks = forecast.map(({ climate }) => filmClocks(sheet, climate, wftUm, policy));
  const rates = KINDS.map((kind) => clocks.map((one) => clockOf(one, kind)));
  const hours = forecast.map((_, hour): Lags => {
    const lags = KINDS.map((kind, at) => [kind, Math.max(dryingMin, follow(rates[at] ?? [], hour))] as const);
    return Object.fromEntries(lags) as Lags;
  });
  const made = { from: first.at, hours };
  known.set(key, made);
  return made;
}

/** The lags of a coat that ends at a moment. */
export function lagsAt({ from, hours }: HourlyLags, end: Minute): Lags | undefined {
  return hours[hourIndex(Math.floor((end - from) / HOUR_MIN), hours.length)];
}

/** The shortest that each clock takes in any hour: what no film can be faster than. */
export function shortestLags({ hours }: HourlyLags): Lags {
  const lags = KINDS.map((kind) => [kind, Math.min(...hours.map((one) => one[kind]))] as const);
  return Object.fromEntries(lags) as Lags;
}

/** A coat with the clocks of the hour in which it ends; any other operation as it is. */
export function driedAt(op: PlanOp, end: Minute): PlanOp {
  const lags = op.lagsBy && lagsAt(op.lagsBy, end);
  if (!lags) return op;
  return { ...op, lags, hold: op.hold && { ...op.hold, minutes: lags.handle } };
}
