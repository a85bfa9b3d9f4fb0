import type { TracedCoat, TraceRequest } from '@upholder/core/api';
import { many, type Queryable } from '../db/database.ts';

/** So many coats are told at most, the latest first. */
const MOST = 500;

type RawCoat = Omit<TracedCoat, 'doneAt'> & { doneAt: Date } & Record<string, unknown>;

/** What an entry must have in common; its values begin at $2. */
function condition(wanted: TraceRequest, timeZone: string): { sql: string; values: unknown[] } {
  const mix = `coalesce(entry.coat ->> 'mixId', entry.coat ->> 'potId')`;
  switch (wanted.by) {
    case 'mix':
      return { sql: `${mix} = $2`, values: [wanted.mixId] };
    case 'batch':
      return {
        sql: `${mix} in (select id::text from mix where shop_id = $1 and body ->> 'productKey' = $2 and lower(body ->> 'batch') = lower($3))`,
        values: [wanted.productKey, wanted.batch],
      };
    case 'day':
      return {
        sql: `entry.coat ->> 'productKey' = $2 and entry.done_at >= ($3::date)::timestamp at time zone $4
          and entry.done_at < ($3::date + 1)::timestamp at time zone $4`,
        values: [wanted.productKey, wanted.day, timeZone],
      };
  }
}

/** Every coat that counts and has a mix, a batch or a day in common, over all jobs of a shop, the latest first. */
export async function tracedCoats(
  db: Queryable,
  shopId: string,
  timeZone: string,
  wanted: TraceRequest,
): Promise<TracedCoat[]> {
  const { sql, values } = condition(wanted, timeZone);
  const rows = await many<RawCoat>(
    db,
    `with found as (
       select entry.* from log_entry as entry
        where entry.shop_id = $1 and entry.coat is not null and not entry.is_withdrawal and ${sql}
          and not exists (select 1 from log_entry as later where later.corrects_id = entry.id)
        order by entry.done_at desc limit ${MOST}
     )
     select found.id as "entryId", found.job_id as "jobId", job.code as "jobCode", job.client, job.status,
            coalesce(found.work ->> 'stepName', step.body ->> 'name') as "stepName", found.side,
            found.coat ->> 'productKey' as "productKey",
            coalesce(found.coat ->> 'mixId', found.coat ->> 'potId') as "mixId",
            found.done_at as "doneAt", found.member_name as "memberName",
            array(
              select json_build_object('id', piece.id, 'tag', piece.tag) from log_piece
                join piece on piece.id = log_piece.piece_id
               where log_piece.entry_id = found.id order by piece.position, piece.tag
            ) as pieces
       from found join job on job.id = found.job_id join step on step.id = found.step_id
      order by found.done_at desc`,
    [shopId, ...values],
  );
  return rows.map(({ doneAt, ...row }) => ({ ...row, doneAt: doneAt.toISOString() }));
}
