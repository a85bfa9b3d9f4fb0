import { existsSync, readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { runner } from 'node-pg-migrate';
import pg from 'pg';
import { recodeShops } from './recode.ts';

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

async function dumpedBefore(dumpFirst: () => Promise<string>): Promise<string> {
  try {
    return await dumpFirst();
  } catch (error) {
    throw new Error(
      `No backup could be made before the upgrade, so nothing was upgraded: ${(error as Error).message}`,
    );
  }
}

/**
 * Brings the database up to this server's migrations, all of them or none.
 * @param dumpFirst called before the first one where the database holds something already; says where the dump is.
 * @throws Error when the database is newer than the server, when it could not be dumped, or when a migration fails: then nothing
 *   has changed.
 */
export async function migrate(databaseUrl: string, dumpFirst?: () => Promise<string>): Promise<void> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    // Servers that start at once take turns; the lock goes with the connection.
    await client.query('select pg_advisory_lock($1)', [LOCK]);
    const known = new Set(knownMigrations());
    let dumpedTo: string | null = null;
    const table = await client.query<{ found: string | null }>(`select to_regclass($1) as found`, [TABLE]);
    if (table.rows[0]?.found) {
      const applied = await client.query<{ name: string }>(`select name from ${TABLE} order by id`);
      const foreign = applied.rows.find(({ name }) => !known.has(name));
      if (foreign) {
        throw new Error(
          `The database is newer than this server: it has had “${foreign.name}”. Use a newer version.`,
        );
      }
      const isBehind = applied.rows.length > 0 && applied.rows.length < known.size;
      if (isBehind && dumpFirst) dumpedTo = await dumpedBefore(dumpFirst);
    }
    await runner({
      dbClient: client,
      dir: DIRECTORY,
      direction: 'up',
      migrationsTable: TABLE,
      singleTransaction: true,
      noLock: true,
      log: () => undefined,
    }).catch((error: Error) => {
      const kept = dumpedTo === null ? '' : ` The backup taken before is ${dumpedTo}.`;
      throw new Error(
        `The database could not be upgraded; nothing in it has changed.${kept} What went wrong: ${error.message}`,
      );
    });
    await recodeShops(client);
  } finally {
    await client.end();
  }
}
