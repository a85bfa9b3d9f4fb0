import type { ClimateReading } from '@upholder/core/drying';
import { SHOP_PLACE } from '@upholder/core/shop';
import { affectedRows, maybeOne, type Queryable } from '../db/database.ts';

interface RawReading extends Record<string, unknown> {
  at: Date;
  air_c: number;
  rh_pct: number;
  wind_ms: number | null;
  rain_mm_h: number | null;
  is_sunny: boolean | null;
  source: ClimateReading['source'];
}

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
      ...(row.wind_ms !== null && { windMs: row.wind_ms }),
      ...(row.rain_mm_h !== null && { rainMmH: row.rain_mm_h }),
      ...(row.is_sunny !== null && { isSunny: row.is_sunny }),
      source: row.source,
    }
  );
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
