import { DEFAULT_PLAN_OPTIONS, type PlanSnapshot, PlanSnapshotSchema } from '@upholder/core/planning';
import { maybeOne, one, type Queryable } from '../db/database.ts';

/** The plan made last; null when there is none. Plans are checked when they are kept, not each time they are read. */
export async function latestPlan(db: Queryable, shopId: string, jobId: string): Promise<PlanSnapshot | null> {
  const row = await maybeOne<{ body: PlanSnapshot }>(
    db,
    'select body from plan where shop_id = $1 and job_id = $2 order by serial desc limit 1',
    [shopId, jobId],
  );
  // Plans of before knew no wishes and no bound.
  return (
    row && {
      ...row.body,
      planOptions: { ...DEFAULT_PLAN_OPTIONS, ...row.body.planOptions },
      bound: row.body.bound ?? null,
    }
  );
}

/** Keeps a plan. Plans are never changed; the last one counts. */
export async function addPlan(
  db: Queryable,
  shopId: string,
  jobId: string,
  memberId: string | null,
  plan: PlanSnapshot,
): Promise<void> {
  await db.query(
    'insert into plan (id, shop_id, job_id, made_at, member_id, body) values ($1, $2, $3, $4, $5, $6)',
    [plan.id, shopId, jobId, plan.madeAt, memberId, JSON.stringify(PlanSnapshotSchema.parse(plan))],
  );
}

/** Number of the plan of a shop that was kept last; 0 where there is none. */
export async function lastPlanOf(db: Queryable, shopId: string): Promise<number> {
  const { serial } = await one<{ serial: string }>(
    db,
    'select coalesce(max(serial), 0) as serial from plan where shop_id = $1',
    [shopId],
  );
  return Number(serial);
}

/**
 * Waits until no other plan of the shop is being kept, and holds the place until the transaction ends: two plans kept at once
 * would each give the same hours and slots away.
 */
export async function onePlanningAtATime(connection: Queryable, shopId: string): Promise<void> {
  await connection.query("select pg_advisory_xact_lock(hashtextextended('plan ' || $1, 0))", [shopId]);
}
