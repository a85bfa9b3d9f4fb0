import type { Rows } from '@upholder/core/api';
import { STEP_DEFAULTS, type Step, type StepDraft } from '@upholder/core/systems';
import { byJob, insertRows, many, maybeOne, type Queryable } from '../db/database.ts';

interface RawStep extends Record<string, unknown> {
  id: string;
  zone_id: string;
  position: number;
  key: string;
  body: StepDraft;
}

const SELECT_STEPS = `select zone.job_id, step.id, step.zone_id, step.position, step.key, step.body
       from step join zone on zone.shop_id = step.shop_id and zone.id = step.zone_id`;

const toStep = ({ id, zone_id, position, key, body }: RawStep): Step => ({
  ...STEP_DEFAULTS,
  ...body,
  id,
  zoneId: zone_id,
  position,
  key,
});

/** The steps of a job, or those of these zones of it, in their order. */
export async function stepsOf(
  db: Queryable,
  shopId: string,
  jobId: string,
  zoneIds: Rows = 'all',
): Promise<Step[]> {
  const rows = await many<RawStep>(
    db,
    `${SELECT_STEPS} where step.shop_id = $1 and zone.job_id = $2 and ($3::uuid[] is null or zone.id = any($3))
      order by zone.position, zone.id, step.position`,
    [shopId, jobId, zoneIds === 'all' ? null : zoneIds],
  );
  return rows.map(toStep);
}

/** The steps of jobs in their order, by job. */
export function stepsOfJobs(
  db: Queryable,
  shopId: string,
  jobIds: readonly string[],
): Promise<Map<string, Step[]>> {
  return byJob<RawStep & { job_id: string }, Step>(
    db,
    `${SELECT_STEPS} where step.shop_id = $1 and zone.job_id = any($2::uuid[])
      order by zone.job_id, zone.position, zone.id, step.position`,
    [shopId, jobIds],
    toStep,
  );
}

/** A step of a job; null when the job has none by this id. */
export async function findStep(
  db: Queryable,
  shopId: string,
  jobId: string,
  id: string,
): Promise<Step | null> {
  const row = await maybeOne<RawStep>(
    db,
    `${SELECT_STEPS} where step.shop_id = $1 and zone.job_id = $2 and step.id = $3`,
    [shopId, jobId, id],
  );
  return row && toStep(row);
}

/** Writes steps as they are. */
export async function addSteps(db: Queryable, shopId: string, steps: readonly Step[]): Promise<void> {
  await insertRows(
    db,
    'step',
    steps.map((step) => rowOf(shopId, step)),
    null,
  );
}

/** A step as its row in the database. */
function rowOf(shopId: string, { id, zoneId, position, ...body }: Step): Record<string, unknown> {
  return { id, shop_id: shopId, zone_id: zoneId, position, key: body.key, body };
}

/** Writes steps of a zone in their order, keeping the ids that they have. */
export async function putSteps(
  db: Queryable,
  shopId: string,
  zoneId: string,
  steps: readonly Step[],
): Promise<void> {
  await insertRows(
    db,
    'step',
    steps.map((step, position) => rowOf(shopId, { ...step, zoneId, position })),
    '(id) do update set position = excluded.position, body = excluded.body',
  );
}
