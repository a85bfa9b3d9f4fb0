import type { CallBackRow } from '@upholder/core/api';
import type { JobEvent } from '@upholder/core/handover';
import type { Protection, TimedProtection } from '@upholder/core/jobs';
import { byJob, insertRows, many, maybeOne, type Queryable } from '../db/database.ts';

interface RawEvent extends Record<string, unknown> {
  id: string;
  job_id: string;
  at: Date;
  what: JobEvent['what'];
  member_id: string | null;
  member_name: string;
  logged_at: Date;
}

function toEvent(row: RawEvent): JobEvent {
  return {
    id: row.id,
    jobId: row.job_id,
    at: row.at.toISOString(),
    what: row.what,
    memberId: row.member_id,
    memberName: row.member_name,
    loggedAt: row.logged_at.toISOString(),
  };
}

/** What happened to jobs, in the order in which it was kept, by job. */
export function eventsOfJobs(
  db: Queryable,
  shopId: string,
  jobIds: readonly string[],
): Promise<Map<string, JobEvent[]>> {
  return byJob<RawEvent, JobEvent>(
    db,
    'select * from job_event where shop_id = $1 and job_id = any($2::uuid[]) order by job_id, serial',
    [shopId, jobIds],
    toEvent,
  );
}

/** What happened to a job, in the order in which it was kept. */
export async function eventsOfJob(db: Queryable, shopId: string, jobId: string): Promise<JobEvent[]> {
  return (await eventsOfJobs(db, shopId, [jobId])).get(jobId) ?? [];
}

/** Kinds that say how a job stands. */
const STANDING_KINDS = ['handover', 'follow-up', 'call-back', 'call-back-ended', 'withdrawn'];

/** How jobs stand after their work, by job: handovers, follow-ups and call-backs, without the lines of signatures. */
export async function standingOfJobs(
  db: Queryable,
  shopId: string,
  jobIds: readonly string[],
): Promise<Map<string, JobEvent[]>> {
  const rows = await many<RawEvent>(
    db,
    `select id, job_id, at, member_id, member_name, logged_at,
            case when what ->> 'kind' = 'handover' then what || '{"strokes": []}' else what end as what
       from job_event where shop_id = $1 and job_id = any($2::uuid[]) and what ->> 'kind' = any($3) order by serial`,
    [shopId, jobIds, STANDING_KINDS],
  );
  const byJob = new Map<string, JobEvent[]>();
  for (const row of rows) byJob.set(row.job_id, [...(byJob.get(row.job_id) ?? []), toEvent(row)]);
  return byJob;
}

/** An event by its id; null when the shop has none. */
export async function findEvent(db: Queryable, shopId: string, id: string): Promise<JobEvent | null> {
  const row = await maybeOne<RawEvent>(db, 'select * from job_event where shop_id = $1 and id = $2', [
    shopId,
    id,
  ]);
  return row && toEvent(row);
}

/** Writes events, each once. @returns how many of them were new. */
export async function addEvents(db: Queryable, shopId: string, events: readonly JobEvent[]): Promise<number> {
  const fresh = await insertRows(
    db,
    'job_event',
    events.map((event) => ({
      id: event.id,
      shop_id: shopId,
      job_id: event.jobId,
      at: event.at,
      what: event.what,
      member_id: event.memberId,
      member_name: event.memberName,
      logged_at: event.loggedAt,
    })),
  );
  return fresh.length;
}

/** Ticks bags back in, or takes the ticks back: with their openings, where the list of bags shows them too. */
export async function tickBags(
  db: Queryable,
  shopId: string,
  jobId: string,
  openingIds: readonly string[],
  at: string | null,
): Promise<void> {
  await db.query(
    `update opening set returned_at = $4, version = version + 1
      where shop_id = $1 and job_id = $2 and id = any($3::uuid[]) and (returned_at is null) <> ($4::timestamptz is null)`,
    [shopId, jobId, openingIds, at],
  );
}

/** Where a job stands with the floor after an event; the same as before where the event says nothing of it. */
export async function setStatus(
  db: Queryable,
  shopId: string,
  jobId: string,
  status: 'open' | 'handed-over' | 'closed',
): Promise<boolean> {
  const row = await maybeOne(
    db,
    'update job set status = $3, version = version + 1 where shop_id = $1 and id = $2 and status <> $3 returning id',
    [shopId, jobId, status],
  );
  return row !== null;
}

/** Those of some ids that are pieces, openings or events of a job. */
export async function knownSubjects(
  db: Queryable,
  shopId: string,
  jobId: string,
  ids: readonly string[],
): Promise<Set<string>> {
  const rows = await many<{ id: string }>(
    db,
    `select id from piece where shop_id = $1 and job_id = $2 and id = any($3::uuid[])
     union select id from opening where shop_id = $1 and job_id = $2 and id = any($3::uuid[])
     union select id from job_event where shop_id = $1 and job_id = $2 and id = any($3::uuid[])`,
    [shopId, jobId, ids],
  );
  return new Set(rows.map(({ id }) => id));
}

/** Protection of rooms that was timed, with how much of it there was; each event that counts once. */
export async function timedProtection(db: Queryable, shopId: string): Promise<TimedProtection[]> {
  const rows = await many<{ kind: Protection; amount: number; doors: number; minutes: number }>(
    db,
    `select task ->> 'kind' as kind, (task ->> 'amount')::float8 as amount,
            coalesce((task ->> 'doors')::int, 0) as doors, (event.what ->> 'minutes')::float8 as minutes
       from job_event as event
       join job on job.id = event.job_id
       cross join lateral jsonb_array_elements(job.room -> 'tasks') as task
      where event.shop_id = $1 and event.what ->> 'kind' = 'room' and event.what ->> 'minutes' is not null
        and (event.what ->> 'isOn')::boolean and task ->> 'kind' = event.what ->> 'task'
        and not exists (
          select 1 from job_event as later where later.job_id = event.job_id
             and later.what ->> 'kind' = 'withdrawn' and later.what ->> 'eventId' = event.id::text
        )
      order by event.at desc limit 500`,
    [shopId],
  );
  return rows;
}

/** All call-backs of a shop, the latest first, with what was found for them; 200 at most. */
export async function callBacksOfShop(db: Queryable, shopId: string): Promise<CallBackRow[]> {
  const rows = await many<Omit<CallBackRow, 'at'> & { at: Date } & Record<string, unknown>>(
    db,
    `select event.id, event.job_id as "jobId", job.code as "jobCode", job.client, event.at,
            coalesce(event.what ->> 'words', '') as words,
            exists (
              select 1 from job_event as later where later.job_id = event.job_id
                 and later.what ->> 'kind' = 'call-back-ended' and later.what ->> 'callBackId' = event.id::text
            ) as "isEnded",
            array(
              select json_build_object('id', finding.id, 'tag', piece.tag, 'defect', finding.defect, 'cause', last.cause)
                from finding join piece on piece.id = finding.piece_id
                left join lateral (
                  select cause, answer from finding_answer where finding_id = finding.id order by serial desc limit 1
                ) as last on true
               where finding.call_back_id = event.id and last.answer is distinct from 'withdraw'
               order by finding.found_at
            ) as findings
       from job_event as event join job on job.id = event.job_id
      where event.shop_id = $1 and event.what ->> 'kind' = 'call-back'
        and not exists (
          select 1 from job_event as later where later.job_id = event.job_id
             and later.what ->> 'kind' = 'withdrawn' and later.what ->> 'eventId' = event.id::text
        )
      order by event.at desc limit 200`,
    [shopId],
  );
  return rows.map(({ at, ...row }) => ({ ...row, at: at.toISOString() }));
}
