import type { JobSummary, Rows } from '@upholder/core/api';
import type { Minute } from '@upholder/core/shop';
import { many, maybeOne, one, type Queryable } from '../db/database.ts';
import { standingOfJobs } from '../handover/store.ts';
import { COLUMNS, type RawJob, toJob } from './store.ts';

interface WithId extends Record<string, unknown> {
  id: string;
}

/** So many closed jobs are listed at a time. */
const CLOSED_AT_A_TIME = 20;

/** The latest closed jobs, or those that are older than one of them; and how many there are beyond. */
async function closedIds(
  db: Queryable,
  shopId: string,
  beforeId: string | null,
): Promise<{ ids: string[]; older: number }> {
  const rows = await many<WithId & { of: number }>(
    db,
    `select id, count(*) over () as of from job
      where shop_id = $1 and status = 'closed'
        and ($2::uuid is null or (created_at, id) < (select created_at, id from job where shop_id = $1 and id = $2))
      order by created_at desc, id desc limit $3`,
    [shopId, beforeId, CLOSED_AT_A_TIME],
  );
  return { ids: rows.map(({ id }) => id), older: (rows[0]?.of ?? 0) - rows.length };
}

/** Jobs of a shop for the list: open ones first, by the date they are needed; of the closed ones the latest. */
export async function jobList(db: Queryable, shopId: string): Promise<{ jobs: JobSummary[]; older: number }> {
  const [atWork, closed] = await Promise.all([
    many<WithId>(db, `select id from job where shop_id = $1 and status <> 'closed'`, [shopId]),
    closedIds(db, shopId, null),
  ]);
  const ids = [...atWork.map(({ id }) => id), ...closed.ids];
  return { jobs: await summariesOf(db, shopId, ids), older: closed.older };
}

/** Closed jobs that are older than one, the latest first, and how many there are beyond. */
export async function jobsBefore(
  db: Queryable,
  shopId: string,
  beforeId: string,
): Promise<{ jobs: JobSummary[]; older: number }> {
  const { ids, older } = await closedIds(db, shopId, beforeId);
  return { jobs: await summariesOf(db, shopId, ids), older };
}

/** How many jobs are named at most where somebody looks for one. */
const MOST_FOUND = 50;

/** Jobs whose code, name or client holds a text, whatever its case; open ones first. */
export async function jobsNamed(db: Queryable, shopId: string, text: string): Promise<JobSummary[]> {
  const rows = await many<WithId>(
    db,
    `select id from job where shop_id = $1
        and (position(lower($2) in lower(code)) > 0 or position(lower($2) in lower(name)) > 0
             or position(lower($2) in lower(client)) > 0)
      order by status <> 'open', status = 'closed', created_at desc limit $3`,
    [shopId, text, MOST_FOUND],
  );
  return summariesOf(
    db,
    shopId,
    rows.map(({ id }) => id),
  );
}

/** Jobs of a shop as the list has them: open ones first, by the date they are needed, closed ones by how late they came. */
export async function summariesOf(db: Queryable, shopId: string, ids: Rows = 'all'): Promise<JobSummary[]> {
  const rows = await many<
    RawJob & {
      zones: number;
      zones_without_system: number;
      pieces: number;
      completion: number | null;
      entries: number;
    }
  >(
    db,
    `select ${COLUMNS.split(', ')
      .map((column) => `job.${column}`)
      .join(', ')},
            counted.zones, counted.zones_without_system, counted.pieces, counted.entries,
            (select plan.completion from plan where plan.job_id = job.id order by serial desc limit 1) as completion
       from job join job_count as counted on counted.job_id = job.id where job.shop_id = $1 and ($2::uuid[] is null or job.id = any($2))
      order by job.status <> 'open', job.status = 'closed',
               case when job.status <> 'closed' then job.needed_by end nulls last,
               case when job.status <> 'closed' then job.created_at end, job.created_at desc, job.id desc`,
    [shopId, ids === 'all' ? null : ids],
  );
  const events = await standingOfJobs(
    db,
    shopId,
    rows.map(({ id }) => id),
  );
  return rows.map((row) => ({
    job: toJob(row),
    events: events.get(row.id) ?? [],
    zones: row.zones,
    zonesWithoutSystem: row.zones_without_system,
    pieces: row.pieces,
    completion: row.completion,
    entries: row.entries,
  }));
}

/** A job, and the revision by which everything of it is known. */
export interface RevisedJob extends Record<string, unknown> {
  id: string;
  revision: string;
  /** The revision of everything but its log. */
  rest: string;
}

/** The open jobs with their revisions, whichever is needed first before the others. */
export async function openJobsRevised(db: Queryable, shopId: string): Promise<RevisedJob[]> {
  return many(
    db,
    `select job.id, counted.revision, counted.rest from job join job_count as counted on counted.job_id = job.id
      where job.shop_id = $1 and job.status = 'open'
      order by job.priority nulls last, job.needed_by nulls last, job.created_at`,
    [shopId],
  );
}

/** The revision of everything of a job; null when the shop has no such job. */
export async function revisionOf(db: Queryable, shopId: string, id: string): Promise<string | null> {
  const row = await maybeOne<{ revision: string }>(
    db,
    'select revision from job join job_count on job_id = id where shop_id = $1 and id = $2',
    [shopId, id],
  );
  return row?.revision ?? null;
}

/** Ids of the open jobs, whichever is needed first before the others. */
export async function openJobIds(db: Queryable, shopId: string): Promise<string[]> {
  return (await openJobsRevised(db, shopId)).map(({ id }) => id);
}

/**
 * Open jobs whose last plan begins before one minute and reaches beyond another, in the order of {@link openJobIds}: of many open
 * jobs those that take something of the shop then.
 */
export async function plannedJobs(
  db: Queryable,
  shopId: string,
  {
    beginsBefore = null,
    reachesBeyond = null,
  }: { beginsBefore?: Minute | null; reachesBeyond?: Minute | null },
): Promise<RevisedJob[]> {
  return many(
    db,
    `select job.id, counted.revision, counted.rest from job join job_count as counted on counted.job_id = job.id
      cross join lateral (select starts_at, ends_at from plan where plan.job_id = job.id order by serial desc limit 1) as latest
      where job.shop_id = $1 and job.status = 'open'
        and ($2::bigint is null or latest.starts_at < $2) and ($3::bigint is null or latest.ends_at > $3)
      order by job.priority nulls last, job.needed_by nulls last, job.created_at`,
    [shopId, beginsBefore, reachesBeyond],
  );
}

/** How many open jobs have a plan that begins at a minute or later, and when the first of them does. */
export async function plannedLater(
  db: Queryable,
  shopId: string,
  from: Minute,
): Promise<{ jobs: number; startsAt: Minute | null }> {
  return one(
    db,
    `select count(*) as jobs, min(latest.starts_at) as "startsAt" from job
      cross join lateral (select starts_at from plan where plan.job_id = job.id order by serial desc limit 1) as latest
      where job.shop_id = $1 and job.status = 'open' and latest.starts_at >= $2`,
    [shopId, from],
  );
}

/** Sets which of the open jobs has the shop before which; those that are not named go by the day they are needed again. */
export async function setJobPriorities(
  db: Queryable,
  shopId: string,
  jobIds: readonly string[],
): Promise<void> {
  await db.query(
    `update job set priority = array_position($2::uuid[], id) where shop_id = $1 and status = 'open'
       and priority is distinct from array_position($2::uuid[], id)`,
    [shopId, jobIds],
  );
}

/** Whether somebody set an order of the open jobs. */
export async function hasCustomPriorities(db: Queryable, shopId: string): Promise<boolean> {
  const row = await maybeOne(
    db,
    `select 1 from job where shop_id = $1 and status = 'open' and priority is not null limit 1`,
    [shopId],
  );
  return row !== null;
}
