import { type Tally, talliesOf } from '@upholder/core/lessons';
import type { ShopForPlanning } from '@upholder/core/planning';
import { many, type Queryable } from '../db/database.ts';
import { detailOf } from '../detail/store.ts';
import { layersOf } from '../products/store.ts';

/** Everything that a job's tallies are worked out from, as one text: another text, another sum. */
const STAMPS = `
  select job.id, lesson.tallies, lesson.stamp as kept,
         concat_ws('.', job.version, entries.count, findings.count, answers.count, products.version, 1) as stamp
    from job
    left join job_lesson as lesson on lesson.job_id = job.id
    left join lateral (select count(*) from log_entry where log_entry.job_id = job.id) as entries on true
    left join lateral (select count(*) from finding where finding.job_id = job.id) as findings on true
    left join lateral (
      select count(*) from finding_answer join finding on finding.id = finding_answer.finding_id
       where finding.job_id = job.id
    ) as answers on true
    cross join (select coalesce(sum(version), 0) as version from product where shop_id = $1) as products
   where job.shop_id = $1 and entries.count > 0`;

/** A page waits so long for jobs that are new or changed; it asks again for the rest. */
const BUDGET_MS = 2000;

/**
 * What all jobs of a shop teach, job by job. Each is worked out once and kept until its log, its findings or a data sheet
 * changes.
 * @param budgetMs after this time no more jobs are worked out; at least one is.
 * @returns the tallies, and how many jobs are still to be worked out.
 */
export async function talliesOfShop(
  db: Queryable,
  shopId: string,
  shop: Pick<ShopForPlanning, 'sheets' | 'settings' | 'climate'>,
  budgetMs = BUDGET_MS,
): Promise<{ tallies: Tally[]; pending: number }> {
  const rows = await many<{ id: string; tallies: Tally[] | null; kept: string | null; stamp: string }>(
    db,
    STAMPS,
    [shopId],
  );
  const tallies = rows.flatMap((row) => (row.kept === row.stamp ? (row.tallies ?? []) : []));
  const stale = rows.filter((row) => row.kept !== row.stamp);
  if (stale.length === 0) return { tallies, pending: 0 };
  const layers = await layersOf(db, shopId);
  const start = performance.now();
  let done = 0;
  for (const { id, stamp } of stale) {
    if (done > 0 && performance.now() - start > budgetMs) break;
    done += 1;
    const detail = await detailOf(db, shopId, id);
    if (!detail) continue;
    const fresh = talliesOf(detail, shop, layers);
    await db.query(
      `insert into job_lesson (job_id, shop_id, stamp, tallies) values ($1, $2, $3, $4)
       on conflict (job_id) do update set stamp = excluded.stamp, tallies = excluded.tallies`,
      [id, shopId, stamp, JSON.stringify(fresh)],
    );
    tallies.push(...fresh);
  }
  return { tallies, pending: stale.length - done };
}
