import type { Config } from '../server/src/base/config.ts';
import type { Lifetime } from '../server/src/base/lifetime.ts';
import { urlOfDatabase, withConnection } from '../server/src/db/connection.ts';
import { migrate } from '../server/src/db/migrate.ts';
import { startServer } from '../server/src/start.ts';
import { demoOpening, isSeeded, seedDemo } from './seed.ts';

const DATABASE = 'upholder_sample';

/** Where the sample shop is served beside an installation. */
interface Beside {
  ownerUrl: string;
  config: Config;
}

/**
 * Serves the made-up shop, on a database of its own beside that of an installation and on the next free port, until the program
 * ends. Only this machine can reach it.
 * @returns its address.
 */
export async function openSample(lifetime: Lifetime, { ownerUrl, config }: Beside): Promise<string> {
  const databaseUrl = urlOfDatabase(ownerUrl, DATABASE);
  await withConnection(ownerUrl, async (client) => {
    const found = await client.query('select 1 from pg_database where datname = $1', [DATABASE]);
    if (found.rowCount === 0) await client.query(`create database ${DATABASE}`);
  });
  await migrate(databaseUrl);
  const opening = demoOpening(new Date());
  if (!(await isSeeded(databaseUrl))) await seedDemo(databaseUrl, opening);
  const running = await lifetime.own(
    (signal) =>
      startServer(
        {
          ...config,
          databaseUrl,
          ownerUrl: databaseUrl,
          port: config.port === 0 ? 0 : config.port + 1,
          isDemo: true,
          clockStart: opening.toISOString(),
          hasStation: true,
          backup: null,
        },
        signal,
      ),
    (started) => started.stop(),
  );
  return running.address;
}
