import { z } from 'zod';
import type { ProductSheet } from '../catalogue/sheet.ts';
import { said } from '../said/index.ts';
import { type Climate, ClimateSchema, dewPointC } from './climate.ts';
import { coatingObstacles, filmClocks } from './clocks.ts';

/** What a place keeps off the pieces. */
export interface Shelter {
  hasRoof: boolean;
  hasWalls: boolean;
}

/** Wind in m/s from which spray drifts and leaves fly onto a wet film; and from which no tent is safe to work in. */
export const WIND_MOST_MS = 3;
export const TENT_WIND_MOST_MS = 8;
/** Nothing is laid on within so many minutes of dew. */
const DEW_MARGIN_MIN = 120;
/** The sky cools a surface at night by about so much below the air, so that dew settles before the air itself is full. */
const SKY_COOLING_K = 2;
const HOUR_MIN = 60;

/** The air of an hour, with its first minute. */
export const AirHourSchema = z.object({ at: z.int(), climate: ClimateSchema });
export type AirHour = z.infer<typeof AirHourSchema>;

/** A stretch of minutes in which a product must not be laid on, and why. */
export interface UnfitAir {
  start: number;
  end: number;
  why: string;
}

/** Whether dew settles on a surface that lies open to the sky. */
function isDewy(climate: Climate): boolean {
  return climate.airC - SKY_COOLING_K <= dewPointC(climate);
}

/** So long before an hour something may be wet still when it begins: by how soon a film may be touched in the hours before it. */
function wetBefore(hours: readonly AirHour[], touches: readonly number[], index: number): number {
  const at = hours[index]?.at ?? 0;
  let before = 0;
  for (let earlier = index - 1; earlier >= 0; earlier -= 1) {
    const start = hours[earlier]?.at ?? 0;
    // Laid on at the end of that hour at the latest.
    const dry = start + HOUR_MIN + (touches[earlier] ?? 0);
    if (dry <= at) break;
    before = at - Math.max(start, at - (touches[earlier] ?? 0));
  }
  return before;
}

/** What of the weather, besides the air itself, forbids coating in an hour; each with the minutes before and after that it takes with it. */
function weatherAgainst(
  { at, climate }: AirHour,
  touchMin: number,
  { hasRoof, hasWalls }: Shelter,
): UnfitAir[] {
  const { windMs = 0, rainMmH = 0, isSunny = false } = climate;
  const unfit: UnfitAir[] = [];
  const add = (why: string, before = 0, after = 0) =>
    unfit.push({ start: at - before, end: at + HOUR_MIN + after, why });
  // Wind drives rain under a roof without walls.
  const isWet = rainMmH > 0 && (!hasRoof || (!hasWalls && windMs > WIND_MOST_MS));
  if (isWet) add(said('dry.rain-before-touch-dry'), touchMin);
  const most = hasWalls ? TENT_WIND_MOST_MS : WIND_MOST_MS;
  if (windMs > most)
    add(
      said(hasWalls ? 'dry.wind-too-strong-for-the-tent' : 'dry.wind-carries-dust', {
        windMs: Math.round(windMs),
        most,
      }),
    );
  if (isSunny && !hasRoof) add(said('dry.direct-sun-on-the-piece'));
  if (!hasWalls && isDewy(climate)) add(said('dry.dew-within-two-hours'), DEW_MARGIN_MIN, DEW_MARGIN_MIN);
  return unfit;
}

/**
 * When a product must not be laid on in a place that has the weather of outdoors: air that its sheet forbids, or rain, before it
 * is touch dry, wind, direct sun, and two hours around dew, each as far as the place does not keep it off.
 *
 * @param hours of the forecast, in order.
 * @returns stretches in order, not touching; where several reasons hold at once, the one that comes first.
 */
export function unfitOutdoors(sheet: ProductSheet, hours: readonly AirHour[], shelter: Shelter): UnfitAir[] {
  const touches = hours.map(({ climate }) => filmClocks(sheet, climate).touch.hereMinutes);
  const all = hours.flatMap((hour, index): UnfitAir[] => {
    const [why] = coatingObstacles(sheet, hour.climate);
    const touchMin = wetBefore(hours, touches, index);
    // What is wet still when the air turns cold or damp would stay so, or turn milky.
    const own = why === undefined ? [] : [{ start: hour.at - touchMin, end: hour.at + HOUR_MIN, why }];
    return [...own, ...weatherAgainst(hour, touchMin, shelter)];
  });
  all.sort((a, b) => a.start - b.start || a.end - b.end);
  const joined: UnfitAir[] = [];
  for (const stretch of all) {
    const last = joined.at(-1);
    if (last && stretch.start <= last.end) last.end = Math.max(last.end, stretch.end);
    else joined.push({ ...stretch });
  }
  return joined;
}

/** The weather of a moment in words, as far as it is known: `wind 4 m/s, rain`. Empty indoors. */
export function weatherWords({ windMs, rainMmH, isSunny }: Climate): string {
  if (windMs === undefined && rainMmH === undefined) return '';
  const parts = [
    windMs === undefined ? '' : said('dry.wind-of', { windMs: windMs.toFixed(1) }),
    rainMmH !== undefined && rainMmH > 0
      ? said('dry.raining')
      : isSunny
        ? said('dry.sunny')
        : said('dry.dry-sky'),
  ];
  return parts.filter((part) => part !== '').join(', ');
}
