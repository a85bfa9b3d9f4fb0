import type { MixCoat, Rows } from '@upholder/core/api';
import { type MixRecord, MixRecordSchema } from '@upholder/core/mixing';
import { many, maybeOne, type Queryable } from '../db/database.ts';

const SHOWN = 60;

/** Mixes of a shop, or these of them: those in use first, then the latest. */
export async function mixesOf(db: Queryable, shopId: string, ids: Rows = 'all'): Promise<MixRecord[]> {
  const rows = await many<{ body: unknown }>(
    db,
    `select body from mix where shop_id = $1 and ($3::uuid[] is null or id = any($3))
      order by emptied_at is not null, started_at desc limit $2`,
    [shopId, SHOWN, ids === 'all' ? null : ids],
  );
  return rows.map(({ body }) => MixRecordSchema.parse(body));
}

/** Adds a mix as it stands; one that is known already stays as it is. */
export async function addMix(db: Queryable, shopId: string, mix: MixRecord): Promise<void> {
  await db.query(
    `insert into mix (id, shop_id, body, revision, started_at, emptied_at) values ($1, $2, $3, $4, $5, $6)
     on conflict (id) do nothing`,
    [mix.id, shopId, JSON.stringify(mix), mix.revision, mix.startedAt, mix.emptiedAt],
  );
}

/** Which mix a coat came from; sealed entries of before keep it under its old name. */
const MIX_OF_COAT = `coalesce(coat ->> 'mixId', coat ->> 'potId')`;

/** Whether a mix was mixed for a job or is named by its log. @param job an expression for its id. */
export const isMixOfJob = (job: string): string =>
  `(mix.body ->> 'jobId' = ${job}::text or mix.id::text in
    (select ${MIX_OF_COAT} from log_entry where shop_id = $1 and job_id = ${job}::uuid and ${MIX_OF_COAT} is not null))`;

/** The colour of the zone that a step is for; null where there is no such step. */
export async function colourOfStep(
  db: Queryable,
  shopId: string,
  stepId: string | null,
): Promise<string | null> {
  const row = await maybeOne<{ colour: string | null }>(
    db,
    `select zone.new_colour as colour from step join zone on zone.id = step.zone_id where step.shop_id = $1 and step.id = $2`,
    [shopId, stepId],
  );
  return row?.colour ?? null;
}

/** Mixes that were mixed for a job or that its log names, oldest first. */
export async function mixesOfJob(db: Queryable, shopId: string, jobId: string): Promise<MixRecord[]> {
  const rows = await many<{ body: unknown }>(
    db,
    `select body from mix where shop_id = $1 and ${isMixOfJob('$2')}
      order by started_at, id`,
    [shopId, jobId],
  );
  return rows.map(({ body }) => MixRecordSchema.parse(body));
}

/** A mix, locked for a change; null when there is none of this id, with whose it is otherwise. */
export async function lockMix(db: Queryable, id: string): Promise<{ shopId: string; mix: MixRecord } | null> {
  // A row that is not there yet cannot be locked, so the id is: the first two words of a new mix may come together.
  await db.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [`mix ${id}`]);
  const row = await maybeOne<{ shop_id: string; body: unknown }>(
    db,
    'select shop_id, body from mix where id = $1 for update',
    [id],
  );
  return row && { shopId: row.shop_id, mix: MixRecordSchema.parse(row.body) };
}

/** Writes a mix as it stands. */
export async function putMix(db: Queryable, shopId: string, mix: MixRecord): Promise<void> {
  await db.query(
    `insert into mix (id, shop_id, body, revision, started_at, emptied_at) values ($1, $2, $3, $4, $5, $6)
     on conflict (id) do update set body = excluded.body, revision = excluded.revision, emptied_at = excluded.emptied_at`,
    [mix.id, shopId, JSON.stringify(mix), mix.revision, mix.startedAt, mix.emptiedAt],
  );
}

/** What a mix coated, by the log that counts: entries that were not corrected or withdrawn since. */
export async function coatsOf(db: Queryable, shopId: string, mixId: string): Promise<MixCoat[]> {
  const rows = await many<Omit<MixCoat, 'doneAt'> & { doneAt: Date }>(
    db,
    `select entry.job_id as "jobId", job.code as "jobCode", step.body ->> 'name' as "stepName", entry.side,
            (select count(*) from log_piece where log_piece.entry_id = entry.id)::int as pieces,
            entry.done_at as "doneAt", entry.member_name as "memberName"
       from log_entry as entry
       join job on job.id = entry.job_id
       join step on step.id = entry.step_id
      where entry.shop_id = $1 and ${MIX_OF_COAT} = $2 and not entry.is_withdrawal
        and not exists (select 1 from log_entry as later where later.corrects_id = entry.id)
      order by entry.done_at`,
    [shopId, mixId],
  );
  return rows.map(({ doneAt, ...row }) => ({ ...row, doneAt: doneAt.toISOString() }));
}
