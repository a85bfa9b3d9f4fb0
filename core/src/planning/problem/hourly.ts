import type { ProductSheet } from '../../catalogue/sheet.ts';
import { type AirHour, filmClocksThrough, hourAt } from '../../drying/index.ts';
import type { Minute } from '../../shop/calendar.ts';
import { lagsOf } from './coatClocks.ts';
import type { HourlyLags, Lags, PlanOp } from './model.ts';

/** A forecast shorter than this says nothing of the night. */
const DAY_HOURS = 24;
const KINDS = ['touch', 'sand', 'recoat', 'handle', 'pack', 'refit'] as const;

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
  const hours = forecast.map(({ at }) => {
    const clocks = filmClocksThrough(sheet, { hours: forecast }, at, wftUm, policy);
    return lagsOf(clocks, dryingMin) as Lags;
  });
  const made = { from: first.at, hours };
  known.set(key, made);
  return made;
}

/** The lags of a coat that ends at a moment. */
export function lagsAt({ from, hours }: HourlyLags, end: Minute): Lags | undefined {
  return hourAt(hours, from, end);
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
