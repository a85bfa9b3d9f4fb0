import type { ShopContext } from '@upholder/core/api';
import type { ClimateStations } from '@upholder/core/drying';
import type { Place } from '@upholder/core/shop';
import type { Queryable } from '../db/database.ts';
import { fullHour, stationOf } from '../devices/station.ts';
import { expectedAir } from './expected.ts';
import { latestReading, pastAir } from './store.ts';

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
      const expected = station && (await expectedAir(station, now));
      const planning = expected
        ? expected.climate
        : { airC: air.from === 'heated' ? air.airC : 20, rhPct: air.from === 'heated' ? air.rhPct : 50 };
      // Only outdoors does a film go by the hour.
      const isOutdoors = air.from === 'outdoors';
      const past = isOutdoors ? await pastAir(db, id, place.id, fullHour(now)) : [];
      return [
        [place.id, { reading, planning, past, forecast: isOutdoors ? (expected?.forecast ?? []) : [] }],
      ] as const;
    }),
  );
  return Object.fromEntries(known.flat());
}
