import { DEFAULT_PLAN_OPTIONS, type PlanSnapshot, PlanSnapshotSchema } from '@upholder/core/planning';
import { LRUCache } from 'lru-cache';
import { many, one, type Queryable } from '../db/database.ts';

/** So much of them, as JSON, in characters. */
const MOST_KEPT_CHARS = 40_000_000;

/** Plans of before knew no wishes and no bound. */
function planOfToday(body: PlanSnapshot): PlanSnapshot {
  return {
    ...body,
    planOptions: { ...DEFAULT_PLAN_OPTIONS, ...body.planOptions },
    bound: body.bound ?? null,
  };
}

/** Plans that were read lately. A plan is never changed, so whatever is kept under its id is right. */
const read = new LRUCache<string, PlanSnapshot>({ maxSize: MOST_KEPT_CHARS, max: 500 });

/** The plans made last of jobs, by job. Plans are checked when they are kept, not each time they are read. */
export async function latestPlans(
  db: Queryable,
  shopId: string,
  jobIds: readonly string[],
): Promise<Map<string, PlanSnapshot>> {
  const latest = await many<{ job_id: string; id: string }>(
    db,
    `select latest.job_id, latest.id
       from unnest($2::uuid[]) as wanted (job_id)
       cross join lateral (select job_id, id from plan
                            where plan.shop_id = $1 and plan.job_id = wanted.job_id order by serial desc limit 1) as latest`,
    [shopId, jobIds],
  );
  const plans = new Map(latest.map(({ id }) => [id, read.get(id)]));
  const unread = [...plans].filter(([, plan]) => plan === undefined).map(([id]) => id);
  if (unread.length > 0) {
    const rows = await many<{ id: string; body: string }>(
      db,
      'select id, body::text as body from plan where shop_id = $1 and id = any($2::uuid[])',
      [shopId, unread],
    );
    for (const { id, body } of rows) {
      const plan = planOfToday(JSON.parse(body) as PlanSnapshot);
      read.set(id, plan, { size: body.length });
      plans.set(id, plan);
    }
  }
  return new Map(
    latest.flatMap(({ job_id, id }) => {
      const plan = plans.get(id);
      return plan ? [[job_id, plan] as const] : [];
    }),
  );
}

/** The plan of a job made last; null when there is none. */
export async function latestPlan(db: Queryable, shopId: string, jobId: string): Promise<PlanSnapshot | null> {
  return (await latestPlans(db, shopId, [jobId])).get(jobId) ?? null;
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
