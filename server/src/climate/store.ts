import type { AirHour, ClimateReading } from '@upholder/core/drying';
import { SHOP_PLACE, toMinute } from '@upholder/core/shop';
import { affectedRows, many, maybeOne, type Queryable } from '../db/database.ts';

interface RawHour extends Record<string, unknown> {
  at: Date;
  air_c: number;
  rh_pct: number;
  wind_ms: number | null;
  rain_mm_h: number | null;
  is_sunny: boolean | null;
}

interface RawReading extends RawHour {
  source: ClimateReading['source'];
}

const weatherOf = ({ wind_ms, rain_mm_h, is_sunny }: RawHour) => ({
  ...(wind_ms !== null && { windMs: wind_ms }),
  ...(rain_mm_h !== null && { rainMmH: rain_mm_h }),
  ...(is_sunny !== null && { isSunny: is_sunny }),
});

/** The latest reading in a place of a shop, or null. @param placeId the shop itself where it is left out. */
export async function latestReading(
  db: Queryable,
  shopId: string,
  placeId: string = SHOP_PLACE,
): Promise<ClimateReading | null> {
  const row = await maybeOne<RawReading>(
    db,
    `select at, air_c, rh_pct, wind_ms, rain_mm_h, is_sunny, source from climate_reading
      where shop_id = $1 and place_id = $2 order by at desc limit 1`,
    [shopId, placeId],
  );
  return (
    row && {
      at: row.at.toISOString(),
      airC: row.air_c,
      rhPct: row.rh_pct,
      ...weatherOf(row),
      source: row.source,
    }
  );
}

/** A film is followed through so many days of what has been. */
const PAST_HOURS = 7 * 24;
const HOUR_MIN = 60;

/**
 * What the air of a place has been hour by hour until a full hour: means of what was read, the rain its heaviest. Hours in
 * which nobody listened are taken as the hour before; empty where nothing was read.
 */
export async function pastAir(
  db: Queryable,
  shopId: string,
  placeId: string,
  until: Date,
): Promise<AirHour[]> {
  const rows = await many<RawHour>(
    db,
    `select date_trunc('hour', at) as at, avg(air_c)::float8 as air_c, avg(rh_pct)::float8 as rh_pct,
            avg(wind_ms)::float8 as wind_ms, max(rain_mm_h)::float8 as rain_mm_h, bool_or(is_sunny) as is_sunny
       from climate_reading
      where shop_id = $1 and place_id = $2 and at < $3 and at >= $3::timestamptz - make_interval(hours => $4)
      group by 1 order by 1`,
    [shopId, placeId, until, PAST_HOURS],
  );
  const read = new Map(
    rows.map((row) => [
      toMinute(row.at.toISOString()),
      { airC: row.air_c, rhPct: row.rh_pct, ...weatherOf(row) },
    ]),
  );
  const [first] = read.keys();
  const hours: AirHour[] = [];
  for (let at = first ?? 0; first !== undefined && at < toMinute(until.toISOString()); at += HOUR_MIN) {
    const climate = read.get(at) ?? hours.at(-1)?.climate;
    if (climate) hours.push({ at, climate });
  }
  return hours;
}

/** Keeps a reading. Two processes may hear the same sensor: the second writes nothing. */
export async function addReading(
  db: Queryable,
  shopId: string,
  reading: ClimateReading,
  placeId: string = SHOP_PLACE,
): Promise<boolean> {
  const { at, airC, rhPct, windMs = null, rainMmH = null, isSunny = null, source } = reading;
  const count = await affectedRows(
    db,
    `insert into climate_reading (shop_id, place_id, at, air_c, rh_pct, wind_ms, rain_mm_h, is_sunny, source)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9) on conflict do nothing`,
    [shopId, placeId, at, airC, rhPct, windMs, rainMmH, isSunny, source],
  );
  return count === 1;
}
