import type { JobRow } from '@upholder/core/api';
import type { Job } from '@upholder/core/jobs';
import { affectedRows, many, maybeOne, type Queryable } from '../db/database.ts';

/** The head of a job as its row has it. */
export interface RawJob extends Record<string, unknown> {
  id: string;
  code: string;
  name: string;
  client: string;
  address_note: string;
  start_on: string;
  needed_by: string | null;
  place: Job['place'];
  status: Job['status'];
  methods: Job['methods'];
  room: Job['room'];
  pricing: Job['pricing'];
  version: number;
}

/** Its columns. */
export const COLUMNS =
  'id, code, name, client, address_note, start_on, needed_by, place, status, methods, room, pricing, version';

export function toJob(row: RawJob): JobRow {
  return {
    id: row.id,
    code: row.code,
    name: row.name,
    client: row.client,
    addressNote: row.address_note,
    startOn: row.start_on,
    neededBy: row.needed_by,
    place: row.place,
    status: row.status,
    methods: row.methods,
    room: row.room,
    pricing: row.pricing,
    version: row.version,
  };
}

/** Adds a job; writing the same id again changes nothing. Null when the id belongs to another shop. */
export async function addJob(db: Queryable, shopId: string, job: Job, now: Date): Promise<JobRow | null> {
  await db.query(
    `insert into job (id, shop_id, code, name, client, address_note, start_on, needed_by, place, status, methods, room, pricing,
                      created_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14) on conflict (id) do nothing`,
    [
      job.id,
      shopId,
      job.code,
      job.name,
      job.client,
      job.addressNote,
      job.startOn,
      job.neededBy,
      job.place,
      job.status,
      JSON.stringify(job.methods),
      job.room && JSON.stringify(job.room),
      job.pricing && JSON.stringify(job.pricing),
      now,
    ],
  );
  return findJob(db, shopId, job.id);
}

export async function findJob(db: Queryable, shopId: string, id: string): Promise<JobRow | null> {
  const row = await maybeOne<RawJob>(db, `select ${COLUMNS} from job where shop_id = $1 and id = $2`, [
    shopId,
    id,
  ]);
  return row && toJob(row);
}

/** Writes a job if the version still holds; null when someone was faster. */
export async function updateJob(
  db: Queryable,
  shopId: string,
  job: Omit<Job, 'methods' | 'room' | 'pricing'>,
  version: number,
): Promise<JobRow | null> {
  const row = await maybeOne<RawJob>(
    db,
    `update job set code = $4, name = $5, client = $6, address_note = $7, start_on = $8, needed_by = $9, place = $10,
            status = $11, version = version + 1
      where shop_id = $1 and id = $2 and version = $3 returning ${COLUMNS}`,
    [
      shopId,
      job.id,
      version,
      job.code,
      job.name,
      job.client,
      job.addressNote,
      job.startOn,
      job.neededBy,
      job.place,
      job.status,
    ],
  );
  return row && toJob(row);
}

/** Writes a job's ways if the version still holds; null when someone was faster. */
export async function updateMethods(
  db: Queryable,
  shopId: string,
  id: string,
  methods: Job['methods'],
  version: number,
): Promise<JobRow | null> {
  const row = await maybeOne<RawJob>(
    db,
    `update job set methods = $4, version = version + 1 where shop_id = $1 and id = $2 and version = $3
     returning ${COLUMNS}`,
    [shopId, id, version, JSON.stringify(methods)],
  );
  return row && toJob(row);
}

/** Writes what is known of a job's room if the version still holds; null when someone was faster. */
export async function updateRoom(
  db: Queryable,
  shopId: string,
  id: string,
  room: Job['room'],
  version: number,
): Promise<JobRow | null> {
  const row = await maybeOne<RawJob>(
    db,
    `update job set room = $4, version = version + 1 where shop_id = $1 and id = $2 and version = $3
     returning ${COLUMNS}`,
    [shopId, id, version, room && JSON.stringify(room)],
  );
  return row && toJob(row);
}

/** Writes how a job is priced if the version still holds; null when someone was faster. */
export async function updatePricing(
  db: Queryable,
  shopId: string,
  id: string,
  pricing: Job['pricing'],
  version: number,
): Promise<JobRow | null> {
  const row = await maybeOne<RawJob>(
    db,
    `update job set pricing = $4, version = version + 1 where shop_id = $1 and id = $2 and version = $3
     returning ${COLUMNS}`,
    [shopId, id, version, pricing && JSON.stringify(pricing)],
  );
  return row && toJob(row);
}

/** Deletes a job with all that belongs to it; false when the shop has no such job or its log holds on to it. */
export async function deleteJob(db: Queryable, shopId: string, id: string): Promise<boolean> {
  const entry = await maybeOne(db, 'select id from log_entry where shop_id = $1 and job_id = $2 limit 1', [
    shopId,
    id,
  ]);
  if (entry) return false;
  await db.query('delete from piece where shop_id = $1 and job_id = $2', [shopId, id]);
  return (await affectedRows(db, 'delete from job where shop_id = $1 and id = $2', [shopId, id])) === 1;
}

/** Heads of jobs, by id. */
export async function jobsOf(
  db: Queryable,
  shopId: string,
  ids: readonly string[],
): Promise<Map<string, JobRow>> {
  const rows = await many<RawJob>(
    db,
    `select ${COLUMNS} from job where shop_id = $1 and id = any($2::uuid[])`,
    [shopId, ids],
  );
  return new Map(rows.map((row) => [row.id, toJob(row)]));
}
