import type { BenchItemRow, PotCoat } from '@upholder/core/api';
import type { Applicator } from '@upholder/core/catalogue';
import { type BenchItem, BenchItemSchema, type PotRecord, PotRecordSchema } from '@upholder/core/mixing';
import type { GunCounts } from '@upholder/core/planning';
import { many, maybeOne, type Queryable } from '../db/database.ts';

const SHOWN = 60;

/** Pots of a shop: those in use first, then the latest. */
export async function potsOf(db: Queryable, shopId: string): Promise<PotRecord[]> {
  const rows = await many<{ body: unknown }>(
    db,
    'select body from pot where shop_id = $1 order by emptied_at is not null, started_at desc limit $2',
    [shopId, SHOWN],
  );
  return rows.map(({ body }) => PotRecordSchema.parse(body));
}

/** Adds a pot as it stands; one that is known already stays as it is. */
export async function addPot(db: Queryable, shopId: string, pot: PotRecord): Promise<void> {
  await db.query(
    `insert into pot (id, shop_id, body, revision, started_at, emptied_at) values ($1, $2, $3, $4, $5, $6)
     on conflict (id) do nothing`,
    [pot.id, shopId, JSON.stringify(pot), pot.revision, pot.startedAt, pot.emptiedAt],
  );
}

/** Pots that were mixed for a job or that its log names, oldest first. */
export async function potsOfJob(db: Queryable, shopId: string, jobId: string): Promise<PotRecord[]> {
  const rows = await many<{ body: unknown }>(
    db,
    `select body from pot
      where shop_id = $1
        and (body ->> 'jobId' = $2 or id::text in
             (select coat ->> 'potId' from log_entry where shop_id = $1 and job_id = $2::uuid and coat ->> 'potId' is not null))
      order by started_at, id`,
    [shopId, jobId],
  );
  return rows.map(({ body }) => PotRecordSchema.parse(body));
}

/** A pot, locked for a change; null when there is none of this id, with whose it is otherwise. */
export async function lockPot(db: Queryable, id: string): Promise<{ shopId: string; pot: PotRecord } | null> {
  // A row that is not there yet cannot be locked, so the id is: the first two words of a new pot may come together.
  await db.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [`pot ${id}`]);
  const row = await maybeOne<{ shop_id: string; body: unknown }>(
    db,
    'select shop_id, body from pot where id = $1 for update',
    [id],
  );
  return row && { shopId: row.shop_id, pot: PotRecordSchema.parse(row.body) };
}

/** Writes a pot as it stands. */
export async function putPot(db: Queryable, shopId: string, pot: PotRecord): Promise<void> {
  await db.query(
    `insert into pot (id, shop_id, body, revision, started_at, emptied_at) values ($1, $2, $3, $4, $5, $6)
     on conflict (id) do update set body = excluded.body, revision = excluded.revision, emptied_at = excluded.emptied_at`,
    [pot.id, shopId, JSON.stringify(pot), pot.revision, pot.startedAt, pot.emptiedAt],
  );
}

/** What a pot coated, by the log that counts: entries that were not corrected or withdrawn since. */
export async function coatsOf(db: Queryable, shopId: string, potId: string): Promise<PotCoat[]> {
  const rows = await many<Omit<PotCoat, 'doneAt'> & { doneAt: Date }>(
    db,
    `select entry.job_id as "jobId", job.code as "jobCode", step.body ->> 'name' as "stepName", entry.side,
            (select count(*) from log_piece where log_piece.entry_id = entry.id)::int as pieces,
            entry.done_at as "doneAt", entry.member_name as "memberName"
       from log_entry as entry
       join job on job.id = entry.job_id
       join step on step.id = entry.step_id
      where entry.shop_id = $1 and entry.coat ->> 'potId' = $2 and not entry.is_withdrawal
        and not exists (select 1 from log_entry as later where later.corrects_id = entry.id)
      order by entry.done_at`,
    [shopId, potId],
  );
  return rows.map(({ doneAt, ...row }) => ({ ...row, doneAt: doneAt.toISOString() }));
}

interface RawItem extends Record<string, unknown> {
  id: string;
  body: unknown;
  version: number;
}

const toItem = ({ id, body, version }: RawItem): BenchItemRow => ({
  id,
  item: BenchItemSchema.parse(body),
  version,
});

/** How many spray guns of each kind a shop has that are not put away for good. */
export async function gunCounts(db: Queryable, shopId: string): Promise<GunCounts> {
  const rows = await many<{ applicator: Applicator; count: number }>(
    db,
    `select body ->> 'applicator' as applicator, count(*)::int as count from bench_item
      where shop_id = $1 and kind = 'gun' and not coalesce((body ->> 'isRetired')::boolean, false) group by 1`,
    [shopId],
  );
  return Object.fromEntries(rows.map(({ applicator, count }) => [applicator, count]));
}

/** Cups, guns and kept tools of a shop; tools that went more than so many days ago are left out. */
export async function benchItemsOf(db: Queryable, shopId: string, now: Date): Promise<BenchItemRow[]> {
  const rows = await many<RawItem>(
    db,
    `select id, body, version from bench_item
      where shop_id = $1 and (kind <> 'kept' or body ->> 'endedAt' is null or (body ->> 'endedAt')::timestamptz > $2)
      order by kind, body ->> 'name', id`,
    [shopId, new Date(now.getTime() - ENDED_SHOWN_DAYS * 86_400_000)],
  );
  return rows.map(toItem);
}
const ENDED_SHOWN_DAYS = 2;

export async function findBenchItem(db: Queryable, shopId: string, id: string): Promise<BenchItemRow | null> {
  const row = await maybeOne<RawItem>(
    db,
    'select id, body, version from bench_item where shop_id = $1 and id = $2',
    [shopId, id],
  );
  return row && toItem(row);
}

/** Writes an item if its version still holds, 0 for a new one; null when it does not, or is of another kind or shop. */
export async function putBenchItem(
  db: Queryable,
  shopId: string,
  id: string,
  version: number,
  item: BenchItem,
): Promise<BenchItemRow | null> {
  const row =
    version === 0
      ? await maybeOne<RawItem>(
          db,
          `insert into bench_item (id, shop_id, kind, body) values ($1, $2, $3, $4) on conflict do nothing
           returning id, body, version`,
          [id, shopId, item.kind, JSON.stringify(item)],
        )
      : await maybeOne<RawItem>(
          db,
          `update bench_item set body = $4, version = version + 1
            where id = $1 and shop_id = $2 and kind = $3 and version = $5 returning id, body, version`,
          [id, shopId, item.kind, JSON.stringify(item), version],
        );
  return row && toItem(row);
}
