import type { Rows } from '@upholder/core/api';
import type { LogEntry } from '@upholder/core/jobs';
import { many, maybeOne, type Queryable, touched } from '../db/database.ts';

interface RawEntry extends Record<string, unknown> {
  id: string;
  job_id: string;
  step_id: string;
  side: LogEntry['side'];
  action: LogEntry['action'];
  done_at: Date;
  coat: LogEntry['coat'];
  note: string;
  corrects_id: string | null;
  is_withdrawal: boolean;
  member_id: string | null;
  member_name: string;
  logged_at: Date;
  work: LogEntry['work'];
  imported_by: string | null;
  imported_at: Date | null;
  piece_ids: string[];
}

const SELECT = `select log_entry.id, job_id, step_id, side, action, done_at, coat, note, corrects_id, is_withdrawal, member_id,
       member_name, logged_at, work, imported_by, imported_at,
       array(select piece_id::text from log_piece where entry_id = log_entry.id order by position) as piece_ids
  from log_entry`;

function toEntry(row: RawEntry): LogEntry {
  return {
    id: row.id,
    jobId: row.job_id,
    stepId: row.step_id,
    side: row.side,
    action: row.action,
    pieceIds: row.piece_ids,
    doneAt: row.done_at.toISOString(),
    coat: row.coat,
    note: row.note,
    correctsId: row.corrects_id,
    isWithdrawal: row.is_withdrawal,
    memberId: row.member_id,
    memberName: row.member_name,
    loggedAt: row.logged_at.toISOString(),
    work: row.work,
    imported:
      row.imported_by !== null && row.imported_at !== null
        ? { memberName: row.imported_by, at: row.imported_at.toISOString() }
        : null,
  };
}

/** The log of a job, or these entries of it, in the order in which it was written. */
export async function logOf(
  db: Queryable,
  shopId: string,
  jobId: string,
  ids: Rows = 'all',
): Promise<LogEntry[]> {
  const rows = await many<RawEntry>(
    db,
    `${SELECT} where shop_id = $1 and job_id = $2 and ($3::uuid[] is null or log_entry.id = any($3)) order by logged_at, id`,
    [shopId, jobId, ids === 'all' ? null : ids],
  );
  return rows.map(toEntry);
}

export async function findEntry(db: Queryable, shopId: string, id: string): Promise<LogEntry | null> {
  const row = await maybeOne<RawEntry>(db, `${SELECT} where shop_id = $1 and log_entry.id = $2`, [
    shopId,
    id,
  ]);
  return row && toEntry(row);
}

/** Id of the entry that puts another one right; null where none does. */
export async function correctionOf(db: Queryable, shopId: string, id: string): Promise<string | null> {
  const row = await maybeOne<{ id: string }>(
    db,
    'select id from log_entry where shop_id = $1 and corrects_id = $2 limit 1',
    [shopId, id],
  );
  return row?.id ?? null;
}

/** Writes an entry once. False when the id was there already; then nothing is changed. */
export async function addEntry(db: Queryable, shopId: string, entry: LogEntry): Promise<boolean> {
  const isNew = await touched(
    db,
    `insert into log_entry (id, shop_id, job_id, step_id, side, action, done_at, coat, note, corrects_id, is_withdrawal, member_id, member_name, logged_at, work, imported_by, imported_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17) on conflict (id) do nothing`,
    [
      entry.id,
      shopId,
      entry.jobId,
      entry.stepId,
      entry.side,
      entry.action,
      entry.doneAt,
      entry.coat === null ? null : JSON.stringify(entry.coat),
      entry.note,
      entry.correctsId,
      entry.isWithdrawal,
      entry.memberId,
      entry.memberName,
      entry.loggedAt,
      entry.work ? JSON.stringify(entry.work) : null,
      entry.imported?.memberName ?? null,
      entry.imported?.at ?? null,
    ],
  );
  if (isNew === 0) return false;
  await db.query(
    `insert into log_piece (entry_id, shop_id, piece_id, position)
     select $1, $2, piece_id, position from unnest($3::uuid[]) with ordinality as given (piece_id, position)`,
    [entry.id, shopId, [...new Set(entry.pieceIds)]],
  );
  return true;
}
