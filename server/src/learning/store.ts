import { mixesSeen, type Seen, workSeen } from '@upholder/core/learning';
import { type ResultRow, resultRow } from '@upholder/core/results';
import { localDate, toMinute, workingCrew } from '@upholder/core/shop';
import { benchItemsOf } from '../bench/store.ts';
import { many, type Queryable } from '../db/database.ts';
import { detailOf } from '../detail/store.ts';
import { isMixOfJob, mixesOfJob } from '../mixes/store.ts';
import { sheetsOf } from '../products/products.ts';
import { suppliesOf } from '../products/store.ts';
import { crewOf, findShop } from '../shop/store.ts';

/** Everything that what a job teaches is worked out from, as one text: another text, another sum. */
const STAMPS = `
  select job.id, kept.seen, kept.stamp as kept,
         concat_ws('.', job.version, entries.count, events.count, mixes.sum, products.version, supplies.version, bench.version,
                   shop.version, 2) as stamp
    from job
    join shop on shop.id = job.shop_id
    left join job_seen as kept on kept.job_id = job.id
    left join lateral (select count(*) from log_entry where log_entry.job_id = job.id) as entries on true
    left join lateral (select count(*) from job_event where job_event.job_id = job.id) as events on true
    left join lateral (
      select coalesce(sum(revision), 0) as sum from mix where mix.shop_id = $1 and ${isMixOfJob('job.id')}
    ) as mixes on true
    cross join (select coalesce(sum(version), 0) as version from product where shop_id = $1) as products
    cross join (select coalesce(sum(version), 0) as version from supply where shop_id = $1) as supplies
    cross join (select coalesce(sum(version), 0) as version from bench_item where shop_id = $1) as bench
   where job.shop_id = $1 and entries.count > 0`;

/** A page waits so long for jobs that are new or changed; it asks again for the rest. */
const BUDGET_MS = 1500;

/** What one job taught, and what it came to. */
interface JobSeen {
  seen: Seen[];
  result: ResultRow;
}

async function shopAround(db: Queryable, shopId: string, now: Date) {
  const [{ settings, timeZone }, sheets, supplies, items, crew] = await Promise.all([
    findShop(db, shopId),
    sheetsOf(db, shopId),
    suppliesOf(db, shopId),
    benchItemsOf(db, shopId, now),
    crewOf(db, shopId),
  ]);
  return {
    settings,
    timeZone,
    sheets,
    supplies: Object.fromEntries(supplies.map(({ key, supply }) => [key, supply])),
    items,
    people: workingCrew(crew).length,
  };
}

/**
 * What all jobs of a shop teach about material and time, and what each came to. Each is worked out once and kept until its log, a mix, a
 * sheet, a price or the settings change.
 * @param budgetMs after this time no more jobs are worked out; at least one is.
 * @returns what was seen, the results, and how many jobs are still to be worked out.
 */
export async function seenInShop(
  db: Queryable,
  shopId: string,
  now: Date,
  budgetMs = BUDGET_MS,
): Promise<{ seen: Seen[]; results: ResultRow[]; pending: number }> {
  const rows = await many<{ id: string; seen: JobSeen | null; kept: string | null; stamp: string }>(
    db,
    STAMPS,
    [shopId],
  );
  const known = rows.flatMap((row) => (row.kept === row.stamp && row.seen ? [row.seen] : []));
  const stale = rows.filter((row) => row.kept !== row.stamp);
  let done = 0;
  if (stale.length > 0) {
    const shop = await shopAround(db, shopId, now);
    const today = localDate(toMinute(now), shop.timeZone);
    const start = performance.now();
    for (const { id, stamp } of stale) {
      if (done > 0 && performance.now() - start > budgetMs) break;
      done += 1;
      const detail = await detailOf(db, shopId, id);
      if (!detail) continue;
      const mixes = await mixesOfJob(db, shopId, id);
      const fresh: JobSeen = {
        seen: [...mixesSeen(detail, mixes, shop.sheets, shop.settings), ...workSeen(detail, shop.settings)],
        result: resultRow(detail, shop, today),
      };
      await db.query(
        `insert into job_seen (job_id, shop_id, stamp, seen) values ($1, $2, $3, $4)
         on conflict (job_id) do update set stamp = excluded.stamp, seen = excluded.seen`,
        [id, shopId, stamp, JSON.stringify(fresh)],
      );
      known.push(fresh);
    }
  }
  return {
    seen: known.flatMap(({ seen }) => seen),
    results: known.map(({ result }) => result),
    pending: stale.length - done,
  };
}

/** What does not count, with why. */
export interface Exclusion {
  seenId: string;
  reason: string;
  memberName: string;
}

/** Measurements of a shop that do not count. */
export function exclusionsOf(db: Queryable, shopId: string): Promise<Exclusion[]> {
  return many<Exclusion & Record<string, unknown>>(
    db,
    `select seen_id as "seenId", reason, member_name as "memberName" from seen_exclusion where shop_id = $1 order by at, seen_id`,
    [shopId],
  );
}

/** Leaves a measurement out for a reason, or takes it in again. @param reason null: it counts again. */
export async function setExclusion(
  db: Queryable,
  shopId: string,
  { seenId, reason, memberName }: Omit<Exclusion, 'reason'> & { reason: string | null },
  now: Date,
): Promise<void> {
  if (reason === null)
    await db.query('delete from seen_exclusion where shop_id = $1 and seen_id = $2', [shopId, seenId]);
  else
    await db.query(
      `insert into seen_exclusion (shop_id, seen_id, reason, member_name, at) values ($1, $2, $3, $4, $5)
       on conflict (shop_id, seen_id) do update set reason = excluded.reason, member_name = excluded.member_name, at = excluded.at`,
      [shopId, seenId, reason, memberName, now],
    );
}
