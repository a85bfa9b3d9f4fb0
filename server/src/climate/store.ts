import type { ClimateReading } from '@upholder/core/drying';
import { affectedRows, maybeOne, type Queryable } from '../db/database.ts';

/** The latest reading of a shop, or null. */
export async function latestReading(db: Queryable, shopId: string): Promise<ClimateReading | null> {
  const row = await maybeOne<{ at: Date; air_c: number; rh_pct: number; source: ClimateReading['source'] }>(
    db,
    'select at, air_c, rh_pct, source from climate_reading where shop_id = $1 order by at desc limit 1',
    [shopId],
  );
  return row && { at: row.at.toISOString(), airC: row.air_c, rhPct: row.rh_pct, source: row.source };
}

/** Keeps a reading. Two processes may hear the same sensor: the second writes nothing. */
export async function addReading(db: Queryable, shopId: string, reading: ClimateReading): Promise<boolean> {
  const count = await affectedRows(
    db,
    `insert into climate_reading (shop_id, at, air_c, rh_pct, source) values ($1, $2, $3, $4, $5) on conflict do nothing`,
    [shopId, reading.at, reading.airC, reading.rhPct, reading.source],
  );
  return count === 1;
}
