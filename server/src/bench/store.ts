import type { BenchItemRow } from '@upholder/core/api';
import { type LoggedWork, loggedHours } from '@upholder/core/equipment';
import { type BenchItem, BenchItemSchema } from '@upholder/core/mixing';
import { type GunCounts, tiedKind } from '@upholder/core/planning';
import { affectedRows, many, maybeOne, type Queryable } from '../db/database.ts';

/** Kept tools that went are shown for so long. */
const ENDED_SHOWN_DAYS = 2;

interface RawItem extends Record<string, unknown> {
  id: string;
  body: unknown;
  version: number;
}

const toItem = ({ id, body, version }: RawItem): BenchItemRow => ({
  id,
  item: BenchItemSchema.parse(body),
  loggedHours: 0,
  version,
});

/** Work that was logged and counts, from a moment on. */
async function workSince(db: Queryable, shopId: string, from: string): Promise<LoggedWork[]> {
  const rows = await many<{
    operation: string;
    applicator: string | null;
    member_id: string | null;
    minutes: number;
    done_at: Date;
  }>(
    db,
    `select work ->> 'operation' as operation, work ->> 'applicator' as applicator, member_id,
            (work ->> 'minutes')::float8 as minutes, done_at
       from log_entry as entry
      where shop_id = $1 and done_at > $2 and work ->> 'minutes' is not null and not is_withdrawal
        and not exists (select 1 from log_entry as later where later.corrects_id = entry.id)`,
    [shopId, from],
  );
  return rows.map(({ operation, applicator, member_id, minutes, done_at }) => ({
    operation,
    applicator,
    memberId: member_id,
    minutes,
    doneAt: done_at.toISOString(),
  }));
}

/** Items with the hours that the log adds to their gear. */
async function withHours(db: Queryable, shopId: string, rows: BenchItemRow[]): Promise<BenchItemRow[]> {
  const counted = rows.flatMap(({ item }) =>
    item.kind === 'gear' && item.countedFrom !== null ? [item.countedFrom] : [],
  );
  const [from] = counted.toSorted();
  if (from === undefined) return rows;
  const log = await workSince(db, shopId, from);
  return rows.map((row) =>
    row.item.kind === 'gear' ? { ...row, loggedHours: loggedHours(row.item, log) } : row,
  );
}

/** Whether the log adds hours to any gear of a shop. */
export async function countsHours(db: Queryable, shopId: string): Promise<boolean> {
  const row = await maybeOne(
    db,
    `select 1 from bench_item where shop_id = $1 and kind = 'gear' and body ->> 'countedFrom' is not null limit 1`,
    [shopId],
  );
  return row !== null;
}

/** Working spray guns of a shop by kind, those kept for one product apart; kinds of which it has none are left out. */
export async function gunCounts(db: Queryable, shopId: string): Promise<GunCounts> {
  const rows = await many<RawItem>(
    db,
    `select id, body, version from bench_item
      where shop_id = $1 and kind = 'gun' and not coalesce((body ->> 'isRetired')::boolean, false)`,
    [shopId],
  );
  const counts: Record<string, number> = {};
  for (const { item } of rows.map(toItem)) {
    if (item.kind !== 'gun') continue;
    const { applicator, tiedTo, isOutOfOrder } = item;
    counts[applicator] ??= 0;
    const kind = tiedTo === '' ? applicator : tiedKind(applicator, tiedTo);
    // A machine that has failed is still kept for its product: nothing else goes through another one unasked.
    counts[kind] = (counts[kind] ?? 0) + Number(!isOutOfOrder);
  }
  return counts;
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
  return withHours(db, shopId, rows.map(toItem));
}

export async function findBenchItem(db: Queryable, shopId: string, id: string): Promise<BenchItemRow | null> {
  const row = await maybeOne<RawItem>(
    db,
    'select id, body, version from bench_item where shop_id = $1 and id = $2',
    [shopId, id],
  );
  return row && toItem(row);
}

/** Marks a gun as out of order. @returns whether it was in order before. */
export async function setOutOfOrder(db: Queryable, shopId: string, id: string): Promise<boolean> {
  const count = await affectedRows(
    db,
    `update bench_item set body = jsonb_set(body, '{isOutOfOrder}', 'true'), version = version + 1
      where shop_id = $1 and id = $2 and kind = 'gun' and not coalesce((body ->> 'isOutOfOrder')::boolean, false)`,
    [shopId, id],
  );
  return count === 1;
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
