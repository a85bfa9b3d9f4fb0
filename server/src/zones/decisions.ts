import type { Decision } from '@upholder/core/jobs';
import { many, type Queryable } from '../db/database.ts';

/** Decisions of a job, oldest first. */
export async function decisionsOf(db: Queryable, shopId: string, jobId: string): Promise<Decision[]> {
  const rows = await many<Omit<Decision, 'at'> & { at: Date }>(
    db,
    `select id, zone_id as "zoneId", kind, code, reason, member_id as "memberId", member_name as "memberName", at
       from decision where shop_id = $1 and job_id = $2 order by at, id`,
    [shopId, jobId],
  );
  return rows.map(({ at, ...row }) => ({ ...row, at: at.toISOString() }));
}

/** Writes a decision; the same id again changes nothing. */
export async function addDecision(
  db: Queryable,
  shopId: string,
  jobId: string,
  decision: Decision,
): Promise<void> {
  const { id, zoneId, kind, code, reason, memberId, memberName, at } = decision;
  await db.query(
    `insert into decision (id, shop_id, job_id, zone_id, kind, code, reason, member_id, member_name, at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10) on conflict (id) do nothing`,
    [id, shopId, jobId, zoneId, kind, code, reason, memberId, memberName, at],
  );
}
