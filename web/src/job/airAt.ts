import type { JobDetail, ShopContext } from '@upholder/core/api';
import type { ProductSheet } from '@upholder/core/catalogue';
import {
  type AirHour,
  type Climate,
  type ClockSpan,
  clockSpan,
  coatingObstacles,
  filmClocks,
  unfitOutdoors,
} from '@upholder/core/drying';
import { CLIENT_ROOM, placeIdOf } from '@upholder/core/planning';
import { PLACE_KIND_TRAITS } from '@upholder/core/shop';

/** The air in a place now: its own reading, the room's as it is heated, else the shop's. */
export function airAt(
  placeId: string | undefined,
  { job }: Pick<JobDetail, 'job'>,
  shop: ShopContext,
): Climate {
  const own = placeId === undefined ? undefined : shop.placeAirs[placeId];
  if (own) return own.reading ?? own.planning;
  if (placeId === CLIENT_ROOM && job.room?.air) return job.room.air;
  return shop.reading ?? shop.planningClimate;
}

/** Why nothing should be coated with a product in a place in this air; outdoors the weather counts as well. */
export function obstaclesAt(
  sheet: ProductSheet,
  placeId: string | undefined,
  climate: Climate,
  { settings }: Pick<ShopContext, 'settings'>,
): string[] {
  const place = settings.places.find(({ id }) => id === placeId);
  if (place?.air.from !== 'outdoors') return coatingObstacles(sheet, climate);
  return unfitOutdoors(sheet, [{ at: 0, climate }], PLACE_KIND_TRAITS[place.kind]).map(({ why }) => why);
}

/** The air that planning expects in a place. */
function expectedIn(placeId: string, { job }: Pick<JobDetail, 'job'>, shop: ShopContext): Climate {
  if (placeId === CLIENT_ROOM && job.room?.air) return job.room.air;
  return shop.placeAirs[placeId]?.planning ?? shop.planningClimate;
}

/** The shop as a zone has to do with it, with the hours of the weather where all its pieces are worked outdoors. */
export interface ShopOfZone extends ShopContext {
  outdoors?: { forecast: readonly AirHour[]; place: ShopContext['settings']['places'][number] };
}

/** How long a film of a zone takes to dry: outdoors from the best to the worst hour in which it may be applied. */
export function clocksInZone(sheet: ProductSheet, wftUm: number, shop: ShopOfZone): ClockSpan {
  const policy = { mayShorten: shop.settings.mayShortenClocks };
  const { outdoors } = shop;
  if (outdoors) {
    const unfit = unfitOutdoors(sheet, outdoors.forecast, PLACE_KIND_TRAITS[outdoors.place.kind]);
    const isFit = ({ at }: AirHour) => !unfit.some(({ start, end }) => start <= at && at < end);
    const span = clockSpan(sheet, outdoors.forecast, isFit, wftUm, policy);
    if (span) return span;
  }
  const clocks = filmClocks(sheet, shop.planningClimate, wftUm, policy);
  return { shortest: clocks, longest: clocks };
}

/** The shop as a zone has to do with it: where all its pieces are worked in one place that has air of its own, with that air. */
export function shopInZone(
  shop: ShopContext,
  detail: Pick<JobDetail, 'job' | 'pieces'>,
  { id }: { id: string },
): ShopOfZone {
  const isOnSite = detail.job.place === 'client';
  const own = detail.pieces.filter(({ zoneId }) => zoneId === id);
  const places = new Set(own.map((piece) => placeIdOf(piece, isOnSite, shop.settings)));
  const [only] = places;
  if (only === undefined || places.size > 1) return shop;
  const planningClimate = expectedIn(only, detail, shop);
  const place = shop.settings.places.find((one) => one.id === only);
  const forecast = shop.placeAirs[only]?.forecast ?? [];
  if (place && forecast.length > 0) return { ...shop, planningClimate, outdoors: { forecast, place } };
  return planningClimate === shop.planningClimate ? shop : { ...shop, planningClimate };
}
