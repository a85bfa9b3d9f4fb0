import type { Climate, ClimateSource, ClimateStations } from '@upholder/core/drying';
import type { ShopForPlanning } from '@upholder/core/planning';
import { type Place, toMinute } from '@upholder/core/shop';
import { gunCounts } from '../bench/store.ts';
import { expectedAir } from '../climate/expected.ts';
import { pastAir } from '../climate/store.ts';
import type { Queryable } from '../db/database.ts';
import { fullHour, planningClimate, stationOf } from '../devices/station.ts';
import { plannedJobs } from '../jobs/lists.ts';
import { sheetsOf } from '../products/products.ts';
import { suppliesOf } from '../products/store.ts';
import { crewOf, findShop } from '../shop/store.ts';
import { reservationsFrom } from './kept.ts';

/** The air as planning reckons with it: its mean for the clocks, and hour by hour for what must not be laid on when. */
export interface PlanningAir {
  climate: Climate;
  forecast: NonNullable<ShopForPlanning['forecast']>;
  /**
   * The same for other places, each by its own sensor or the weather, outdoors with what has been; those with other air are
   * left out.
   */
  airsOf(
    db: Queryable,
    shop: { id: string; places: readonly Place[] },
  ): Promise<NonNullable<ShopForPlanning['airs']>>;
}

export async function planningAir(stations: ClimateStations, now: Date): Promise<PlanningAir> {
  return {
    ...(await expectedAir(stations, now)),
    async airsOf(db, { id, places }) {
      const known = await Promise.all(
        places.map(async (place) => {
          const station = stationOf(stations, place);
          if (!station) return [];
          const air = await expectedAir(station, now);
          const past = place.air.from === 'outdoors' ? await pastAir(db, id, place.id, fullHour(now)) : [];
          return [[place.id, { ...air, past }]] as const;
        }),
      );
      return Object.fromEntries(known.flat());
    },
  };
}

/** What the clocks of films go by: the shop's settings, its sheets, and the air that is expected. */
export async function shopForFilms(db: Queryable, shopId: string, source: ClimateSource, now: Date) {
  const [{ name, timeZone, settings }, sheets, climate] = await Promise.all([
    findShop(db, shopId),
    sheetsOf(db, shopId),
    planningClimate(source, now),
  ]);
  return { name, timeZone, settings, sheets, climate };
}

/** The shop without any job in it. */
export async function shopWithoutJobs(
  db: Queryable,
  shopId: string,
  { airsOf, ...air }: PlanningAir,
): Promise<ShopForPlanning> {
  const [shop, crew, sheets, supplies, guns] = await Promise.all([
    findShop(db, shopId),
    crewOf(db, shopId),
    sheetsOf(db, shopId),
    suppliesOf(db, shopId),
    gunCounts(db, shopId),
  ]);
  return {
    timeZone: shop.timeZone,
    settings: shop.settings,
    crew,
    sheets,
    supplies: Object.fromEntries(supplies.map(({ key, supply }) => [key, supply])),
    guns,
    ...air,
    airs: await airsOf(db, { id: shopId, places: shop.settings.places }),
    reserved: [],
  };
}

/** A film that is logged late holds its place so much longer than its plan thought, at most, in minutes. */
const LATEST_FILM = 14 * 24 * 60;

/** The shop as planning sees it, with what all other open jobs still take of it. */
export async function shopForPlanning(
  db: Queryable,
  shopId: string,
  exceptJobId: string,
  air: PlanningAir,
  now: Date,
): Promise<ShopForPlanning> {
  const minute = toMinute(now);
  const planned = await plannedJobs(db, shopId, { reachesBeyond: minute - LATEST_FILM });
  const others = planned.filter(({ id }) => id !== exceptJobId);
  const shop = await shopWithoutJobs(db, shopId, air);
  return { ...shop, reserved: await reservationsFrom(db, shopId, others, shop.settings, minute) };
}
