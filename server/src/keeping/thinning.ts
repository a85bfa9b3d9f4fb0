import { affectedRows, type Queryable } from '../db/database.ts';

/** A plan that is not among the last of its job is kept for so many days. */
const PLAN_DAYS = 30;
/** So many plans of a job are kept however old they are. */
const PLANS_KEPT = 20;
/** Readings of the air are kept as they came for so many days, then one an hour, then one a day. */
const HOURLY_AFTER_DAYS = 90;
const DAILY_AFTER_DAYS = 400;
/** How a table with certain headings was read is forgotten when nobody brought one like it for so many days. */
const MAPPING_DAYS = 730;

/** What was let go. */
export interface Thinned {
  plans: number;
  readings: number;
  mappings: number;
}

const before = (now: Date, days: number): Date => new Date(now.getTime() - days * 86_400_000);

/** Of readings that are older than a moment, the first of each stretch stays; what somebody typed stays as well. */
function thinReadings(db: Queryable, until: Date, stretch: 'hour' | 'day'): Promise<number> {
  return affectedRows(
    db,
    `delete from climate_reading as given using (
       select shop_id, place_id, at,
              row_number() over (partition by shop_id, place_id, date_trunc('${stretch}', at) order by at) as number
         from climate_reading where at < $1 and source <> 'typed') as numbered
      where numbered.number > 1 and given.shop_id = numbered.shop_id and given.place_id = numbered.place_id
        and given.at = numbered.at`,
    [until],
  );
}

/**
 * Lets go what nobody asks for any more, so that a shop of ten years is not slower than one of one: plans that were replaced long
 * ago, readings of the air between those of each hour, later each day, and how tables were read that nobody brings any more. The
 * log, jobs, findings, mixes and pictures are never thinned.
 */
export async function thin(db: Queryable, now: Date): Promise<Thinned> {
  const plans = await affectedRows(
    db,
    `delete from plan using (
       select id, row_number() over (partition by job_id order by serial desc) as number from plan) as numbered
      where numbered.id = plan.id and numbered.number > $1 and plan.made_at < $2`,
    [PLANS_KEPT, before(now, PLAN_DAYS)],
  );
  const hourly = await thinReadings(db, before(now, HOURLY_AFTER_DAYS), 'hour');
  const daily = await thinReadings(db, before(now, DAILY_AFTER_DAYS), 'day');
  const mappings = await affectedRows(db, 'delete from import_mapping where used_at < $1', [
    before(now, MAPPING_DAYS),
  ]);
  return { plans, readings: hourly + daily, mappings };
}
