import { existsSync, readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { runner } from 'node-pg-migrate';
import pg from 'pg';

// Compiled, the migrations lie beside the program.
const BESIDE = fileURLToPath(new URL('./migrations', import.meta.url));
const DIRECTORY = existsSync(BESIDE) ? BESIDE : fileURLToPath(new URL('../../migrations', import.meta.url));
const TABLE = 'migration';
/** Any number that nothing else in the database locks. */
const LOCK = 4310;

/** Names of the migrations that this server knows, in order. */
export function knownMigrations(): string[] {
  return readdirSync(DIRECTORY)
    .filter((name) => name.endsWith('.sql'))
    .map((name) => name.replace(/\.sql$/, ''))
    .sort();
}

/**
 * Brings the database up to this server's migrations, each in a transaction.
 * @throws Error when the database is newer than the server.
 */
export async function migrate(databaseUrl: string): Promise<void> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    // Servers that start at once take turns; the lock goes with the connection.
    await client.query('select pg_advisory_lock($1)', [LOCK]);
    const known = new Set(knownMigrations());
    const table = await client.query<{ found: string | null }>(`select to_regclass($1) as found`, [TABLE]);
    if (table.rows[0]?.found) {
      const applied = await client.query<{ name: string }>(`select name from ${TABLE} order by id`);
      const foreign = applied.rows.find(({ name }) => !known.has(name));
      if (foreign) {
        throw new Error(
          `The database is newer than this server: it has had “${foreign.name}”. Use a newer server.`,
        );
      }
    }
    await runner({
      dbClient: client,
      dir: DIRECTORY,
      direction: 'up',
      migrationsTable: TABLE,
      singleTransaction: false,
      noLock: true,
      log: () => undefined,
    });
  } finally {
    await client.end();
  }
}
