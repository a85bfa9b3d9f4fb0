import type { Rows } from '@upholder/core/api';
import type { LogEntry } from '@upholder/core/jobs';
import { coatOfToday, workOfToday } from '@upholder/core/recode';
import { grouped } from '../base/grouped.ts';
import { insertRows, many, maybeOne, type Queryable } from '../db/database.ts';

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
    coat: coatOfToday(row.coat) as LogEntry['coat'],
    note: row.note,
    correctsId: row.corrects_id,
    isWithdrawal: row.is_withdrawal,
    memberId: row.member_id,
    memberName: row.member_name,
    loggedAt: row.logged_at.toISOString(),
    work: workOfToday(row.work) as LogEntry['work'],
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

/** The logs of jobs, each in the order in which it was written, by job. */
export async function logOfJobs(
  db: Queryable,
  shopId: string,
  jobIds: readonly string[],
): Promise<Map<string, LogEntry[]>> {
  const rows = await many<RawEntry>(
    db,
    'select * from log_entry where shop_id = $1 and job_id = any($2::uuid[]) order by job_id, logged_at, id',
    [shopId, jobIds],
  );
  const pieces = await piecesOfEntries(
    db,
    rows.map(({ id }) => id),
  );
  const entries = rows.map((row) => toEntry({ ...row, piece_ids: pieces.get(row.id) ?? [] }));
  return grouped(entries, ({ jobId }) => jobId);
}

/** The pieces of many entries at once: one look for each entry costs more than all of them together. */
async function piecesOfEntries(db: Queryable, entryIds: readonly string[]): Promise<Map<string, string[]>> {
  const rows = await many<{ entry_id: string; ids: string[] }>(
    db,
    `select entry_id, array_agg(piece_id::text order by position) as ids
       from log_piece where entry_id = any($1::uuid[]) group by entry_id`,
    [entryIds],
  );
  return new Map(rows.map(({ entry_id, ids }) => [entry_id, ids]));
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
  return (await addEntries(db, shopId, [entry])) === 1;
}

/** Writes entries, each once. Answers with how many were not there yet; nothing is changed of the others. */
export async function addEntries(
  db: Queryable,
  shopId: string,
  entries: readonly LogEntry[],
): Promise<number> {
  const fresh = await insertRows(
    db,
    'log_entry',
    entries.map((entry) => ({
      id: entry.id,
      shop_id: shopId,
      job_id: entry.jobId,
      step_id: entry.stepId,
      side: entry.side,
      action: entry.action,
      done_at: entry.doneAt,
      coat: entry.coat,
      note: entry.note,
      corrects_id: entry.correctsId,
      is_withdrawal: entry.isWithdrawal,
      member_id: entry.memberId,
      member_name: entry.memberName,
      logged_at: entry.loggedAt,
      work: entry.work ?? null,
      imported_by: entry.imported?.memberName ?? null,
      imported_at: entry.imported?.at ?? null,
    })),
  );
  const isFresh = new Set(fresh);
  const pieces = entries
    .filter(({ id }) => isFresh.has(id))
    .flatMap(({ id, pieceIds }) =>
      [...new Set(pieceIds)].map((pieceId, at) => ({ id, pieceId, at: at + 1 })),
    );
  await db.query(
    `insert into log_piece (entry_id, shop_id, piece_id, position)
     select entry_id, $1, piece_id, position
       from unnest($2::uuid[], $3::uuid[], $4::int[]) as given (entry_id, piece_id, position)`,
    [shopId, pieces.map(({ id }) => id), pieces.map(({ pieceId }) => pieceId), pieces.map(({ at }) => at)],
  );
  return fresh.length;
}
