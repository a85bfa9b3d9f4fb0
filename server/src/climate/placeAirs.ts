import type { ShopContext } from '@upholder/core/api';
import type { ClimateStations } from '@upholder/core/drying';
import type { Place } from '@upholder/core/shop';
import type { Queryable } from '../db/database.ts';
import { planningClimate, stationOf } from '../devices/station.ts';
import { latestReading } from './store.ts';

/** The air of a shop's other places, by their ids: the last reading and what planning expects. Those with the shop's air are left out. */
export async function placeAirs(
  db: Queryable,
  stations: ClimateStations,
  { id, places }: { id: string; places: readonly Place[] },
  now: Date,
): Promise<ShopContext['placeAirs']> {
  const known = await Promise.all(
    places.map(async (place) => {
      const { air } = place;
      const station = stationOf(stations, place);
      if (!station && air.from !== 'heated') return [];
      // A sensor speaks every few minutes; a new place is read at once.
      const kept = await latestReading(db, id, place.id);
      const reading = kept ?? (station ? await station.readingAt(now) : null);
      const planning = station
        ? await planningClimate(station, now)
        : { airC: air.from === 'heated' ? air.airC : 20, rhPct: air.from === 'heated' ? air.rhPct : 50 };
      return [[place.id, { reading, planning }]] as const;
    }),
  );
  return Object.fromEntries(known.flat());
}
