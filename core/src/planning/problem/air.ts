import type { ProductSheet } from '../../catalogue/sheet.ts';
import { type AirHour, coatingObstacles, unfitOutdoors } from '../../drying/index.ts';
import { PLACE_KIND_TRAITS, SHOP_PLACE } from '../../places/index.ts';
import type { AirInPlace, JobForPlanning, ShopForPlanning } from './input.ts';
import { CLIENT_ROOM } from './loads.ts';
import type { BadAir } from './model.ts';

const FORECAST_MIN = 60;

/** When the air indoors is not fit for a product, as far as the forecast goes; hours that follow one another are joined. */
export function badAirFor(sheet: ProductSheet, forecast: readonly AirHour[] = []): BadAir[] {
  const bad: BadAir[] = [];
  for (const { at, climate } of forecast) {
    const [why] = coatingObstacles(sheet, climate);
    if (why === undefined) continue;
    const last = bad.at(-1);
    if (last && at <= last.end) last.end = at + FORECAST_MIN;
    else bad.push({ start: at, end: at + FORECAST_MIN, why });
  }
  return bad;
}

/**
 * The air that a film dries in: the place's own where it is heated or has a station, the client's room as its job says, else
 * the shop's.
 */
export function airIn(
  placeId: string,
  shop: Pick<ShopForPlanning, 'settings' | 'climate' | 'forecast' | 'airs'>,
  { room }: Pick<JobForPlanning['job'], 'room'>,
): AirInPlace {
  const own = { climate: shop.climate, forecast: shop.forecast ?? [] };
  if (placeId === SHOP_PLACE) return own;
  if (placeId === CLIENT_ROOM)
    return room?.air ? { climate: { airC: room.air.airC, rhPct: room.air.rhPct }, forecast: [] } : own;
  const place = shop.settings.places.find(({ id }) => id === placeId);
  if (place?.air.from === 'heated')
    return { climate: { airC: place.air.airC, rhPct: place.air.rhPct }, forecast: [] };
  const known = shop.airs?.[placeId];
  return place && place.air.from !== 'shop' && known ? known : own;
}

/** Whether a place has the weather of outdoors. */
export function isOutdoors(placeId: string, { settings }: Pick<ShopForPlanning, 'settings'>): boolean {
  return settings.places.find(({ id }) => id === placeId)?.air.from === 'outdoors';
}

/** Each product is held against a forecast once for each kind of place, however many coats ask. */
const heldAgainst = new WeakMap<object, Map<ProductSheet, Map<string, BadAir[]>>>();

/** When a product must not be laid on in a place, as far as its forecast goes, and why. */
export function badAirIn(
  sheet: ProductSheet,
  placeId: string,
  { forecast }: AirInPlace,
  { settings }: Pick<ShopForPlanning, 'settings'>,
): BadAir[] {
  if (forecast.length === 0) return [];
  const place = settings.places.find(({ id }) => id === placeId);
  const outdoors = isOutdoors(placeId, { settings });
  const bySheet = heldAgainst.get(forecast) ?? new Map<ProductSheet, Map<string, BadAir[]>>();
  heldAgainst.set(forecast, bySheet);
  const known = bySheet.get(sheet) ?? new Map<string, BadAir[]>();
  bySheet.set(sheet, known);
  const key = outdoors && place ? place.kind : 'indoors';
  const bad =
    known.get(key) ??
    (outdoors && place
      ? unfitOutdoors(sheet, forecast, PLACE_KIND_TRAITS[place.kind])
      : badAirFor(sheet, forecast));
  known.set(key, bad);
  return bad;
}
