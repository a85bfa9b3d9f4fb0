import { mixesSeen, type Seen, workSeen } from '@upholder/core/learning';
import type { ShopSettings } from '@upholder/core/shop';
import { many, type Queryable } from '../db/database.ts';
import { detailOf } from '../detail/store.ts';
import { mixesOfJob } from '../mixes/store.ts';
import { sheetsOf } from '../products/products.ts';

/** Everything that what a job teaches is worked out from, as one text: another text, another sum. */
const STAMPS = `
  select job.id, kept.seen, kept.stamp as kept,
         concat_ws('.', job.version, entries.count, mixes.sum, products.version, shop.version, 1) as stamp
    from job
    join shop on shop.id = job.shop_id
    left join job_seen as kept on kept.job_id = job.id
    left join lateral (select count(*) from log_entry where log_entry.job_id = job.id) as entries on true
    cross join (select coalesce(sum(revision), 0) as sum from mix where shop_id = $1) as mixes
    cross join (select coalesce(sum(version), 0) as version from product where shop_id = $1) as products
   where job.shop_id = $1 and entries.count > 0`;

/** A page waits so long for jobs that are new or changed; it asks again for the rest. */
const BUDGET_MS = 1500;

/**
 * What all jobs of a shop teach about material and time. Each is worked out once and kept until its log, a mix, a sheet or the settings
 * change.
 * @param budgetMs after this time no more jobs are worked out; at least one is.
 * @returns what was seen, and how many jobs are still to be worked out.
 */
export async function seenInShop(
  db: Queryable,
  shopId: string,
  settings: ShopSettings,
  budgetMs = BUDGET_MS,
): Promise<{ seen: Seen[]; pending: number }> {
  const rows = await many<{ id: string; seen: Seen[] | null; kept: string | null; stamp: string }>(
    db,
    STAMPS,
    [shopId],
  );
  const seen = rows.flatMap((row) => (row.kept === row.stamp ? (row.seen ?? []) : []));
  const stale = rows.filter((row) => row.kept !== row.stamp);
  if (stale.length === 0) return { seen, pending: 0 };
  const sheets = await sheetsOf(db, shopId);
  const start = performance.now();
  let done = 0;
  for (const { id, stamp } of stale) {
    if (done > 0 && performance.now() - start > budgetMs) break;
    done += 1;
    const detail = await detailOf(db, shopId, id);
    if (!detail) continue;
    const mixes = await mixesOfJob(db, shopId, id);
    const fresh: Seen[] = [...mixesSeen(detail, mixes, sheets, settings), ...workSeen(detail, settings)];
    await db.query(
      `insert into job_seen (job_id, shop_id, stamp, seen) values ($1, $2, $3, $4)
       on conflict (job_id) do update set stamp = excluded.stamp, seen = excluded.seen`,
      [id, shopId, stamp, JSON.stringify(fresh)],
    );
    seen.push(...fresh);
  }
  return { seen, pending: stale.length - done };
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
