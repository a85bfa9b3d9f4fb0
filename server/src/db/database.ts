import pg from 'pg';
import { type DatabaseLimits, DEFAULT_LIMITS } from '../base/config.ts';
import { grouped } from '../base/grouped.ts';

pg.types.setTypeParser(pg.types.builtins.NUMERIC, Number);
pg.types.setTypeParser(pg.types.builtins.INT8, Number);
// Dates without a time stay text: a shop-local day must not slip across a time zone.
pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text);
pg.types.setTypeParser(1182 as never, (text) => text.slice(1, -1).split(',').filter(Boolean));

type Row = Record<string, unknown>;

/** Something that runs SQL: the pool, or one connection within a transaction. */
export interface Queryable {
  query<T extends Row>(sql: string, values?: unknown[]): Promise<{ rows: T[]; rowCount: number | null }>;
}

/** So many statements are prepared at most; texts that are put together from what was asked are rarely asked again. */
const MOST_PREPARED = 500;

/** Names for statements, so that each connection reads and plans a text once. */
class Prepared {
  private readonly names = new Map<string, string>();
  /** Counts how often everything was forgotten: what was prepared before keeps its name on its connection. */
  private round = 0;

  forget(): void {
    this.names.clear();
    this.round += 1;
  }

  of(text: string): string | undefined {
    const known = this.names.get(text);
    if (known || this.names.size >= MOST_PREPARED) return known;
    const name = `${this.round}-${this.names.size}`;
    this.names.set(text, name);
    return name;
  }
}

/**
 * Whether a connection has prepared something for tables that have other columns by now, as while another server brings the
 * database up to a newer version: what it prepared is of no use any more.
 */
const isOutOfDate = (error: unknown): boolean =>
  (error as { code?: string }).code === '0A000' && /cached plan/.test((error as Error).message);

/** A database that is down refuses at once; one that is only slow to answer is waited for this long. */
const CONNECT_MS = 15_000;

/** The database as the server uses it. */
export interface Database extends Queryable {
  transaction<T>(work: (connection: Queryable) => Promise<T>): Promise<T>;
  /** Connections: all, those that nobody uses, and callers that wait for one. */
  connections(): { total: number; idle: number; waiting: number };
  close(): Promise<void>;
}

/**
 * Opens a pool. A lost connection is not fatal: the next query asks for a new one.
 * @param onIdleError told of connections that break while nobody uses them.
 * @param limits what it may take of the database; a statement that takes longer is broken off with an error.
 */
export function openDatabase(
  url: string,
  onIdleError: (error: Error) => void,
  { connections, statementMs }: DatabaseLimits = DEFAULT_LIMITS,
): Database {
  const pool = new pg.Pool({
    connectionString: url,
    max: connections,
    statement_timeout: statementMs,
    connectionTimeoutMillis: CONNECT_MS,
  });
  pool.on('error', onIdleError);
  const prepared = new Prepared();
  const ask = async <T extends Row>(on: pg.Pool | pg.PoolClient, text: string, values?: unknown[]) =>
    on.query<T>({ name: prepared.of(text), text, values });

  async function transaction<T>(work: (connection: Queryable) => Promise<T>): Promise<T> {
    const client = await pool.connect();
    let broken: Error | undefined;
    // Told here when the connection breaks between two queries, and thrown by the next one.
    const onError = (error: Error) => {
      broken = error;
    };
    client.on('error', onError);
    try {
      await client.query('begin');
      // One connection answers one query at a time: callers that ask in parallel are queued.
      let turn: Promise<unknown> = Promise.resolve();
      const result = await work({
        query: <R extends Row>(sql: string, values?: unknown[]) => {
          const answer = turn.then(() => ask<R>(client, sql, values));
          turn = answer.catch(() => undefined);
          return answer;
        },
      });
      await client.query('commit');
      return result;
    } catch (error) {
      await client.query('rollback').catch((rollbackError: Error) => {
        broken = rollbackError;
      });
      throw error;
    } finally {
      client.off('error', onError);
      client.release(broken);
    }
  }

  /** Once more, with nothing prepared, where what was prepared is out of date. */
  async function again<T>(work: () => Promise<T>): Promise<T> {
    try {
      return await work();
    } catch (error) {
      if (!isOutOfDate(error)) throw error;
      prepared.forget();
      return work();
    }
  }

  return {
    query: <T extends Row>(sql: string, values?: unknown[]) => again(() => ask<T>(pool, sql, values)),
    transaction: (work) => again(() => transaction(work)),
    connections: () => ({ total: pool.totalCount, idle: pool.idleCount, waiting: pool.waitingCount }),
    close: () => pool.end(),
  };
}

/** All rows. */
export async function many<T extends Row>(db: Queryable, sql: string, values: unknown[] = []): Promise<T[]> {
  return (await db.query<T>(sql, values)).rows;
}

/** Rows by the job that they belong to, made into what the caller wants, each job's in the order in which they came. */
export async function byJob<T extends Row & { job_id: string }, U>(
  db: Queryable,
  sql: string,
  values: unknown[],
  toOne: (row: T) => U,
): Promise<Map<string, U[]>> {
  const groups = grouped(await many<T>(db, sql, values), ({ job_id }) => job_id);
  return new Map([...groups].map(([jobId, rows]) => [jobId, rows.map(toOne)]));
}

/** The one row, or null. */
export async function maybeOne<T extends Row>(
  db: Queryable,
  sql: string,
  values: unknown[] = [],
): Promise<T | null> {
  return (await db.query<T>(sql, values)).rows[0] ?? null;
}

/** The one row that must be there. @throws Error when it is not. */
export async function one<T extends Row>(db: Queryable, sql: string, values: unknown[] = []): Promise<T> {
  const row = await maybeOne<T>(db, sql, values);
  if (!row) throw new Error(`expected one row from: ${sql}`);
  return row;
}

/** How many rows a statement touched. */
export async function affectedRows(db: Queryable, sql: string, values: unknown[] = []): Promise<number> {
  return (await db.query(sql, values)).rowCount ?? 0;
}

/** A row as it is written: values by column. Moments are ISO text, what a column keeps as JSON is the value itself. */
type Written = Record<string, unknown>;

/**
 * Writes many rows in one statement. All name the same columns.
 * @param onConflict what happens where a row is there already, as SQL knows it: `(id) do nothing`; null: it is refused.
 * @returns ids of the rows that were written.
 */
export async function insertRows(
  db: Queryable,
  table: string,
  rows: readonly Written[],
  onConflict: string | null = '(id) do nothing',
): Promise<string[]> {
  const [first] = rows;
  if (!first) return [];
  const columns = Object.keys(first).join(', ');
  const written = await many<{ id: string }>(
    db,
    `insert into ${table} (${columns}) select ${columns} from jsonb_populate_recordset(null::${table}, $1::jsonb)
     ${onConflict === null ? '' : `on conflict ${onConflict}`} returning id`,
    [JSON.stringify(rows)],
  );
  return written.map(({ id }) => id);
}
