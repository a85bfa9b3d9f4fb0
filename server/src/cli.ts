import { existsSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { loadEnvFile } from 'node:process';
import { fileURLToPath } from 'node:url';
import { readConfig, settingsHelp } from './base/config.ts';
import { type Lifetime, runUntilStopped } from './base/lifetime.ts';
import { startCluster } from './db/cluster.ts';
import { serve } from './start.ts';

/** The project, from where the compiled program lies. */
const ROOT = fileURLToPath(new URL('../..', import.meta.url));

/** A database of its own in the data folder, where none is given. */
async function ownDatabase(lifetime: Lifetime, folder: string): Promise<string> {
  mkdirSync(folder, { recursive: true });
  const cluster = await lifetime.own(
    () => startCluster(folder),
    (started) => started.stop(),
  );
  return cluster.database('upholder');
}

async function start(lifetime: Lifetime): Promise<void> {
  const { env } = process;
  const given = env.DATABASE_URL ?? '';
  // Read before anything starts, so that what is wrong is said first.
  const config = readConfig({
    ...env,
    DATABASE_URL: given || 'postgres://own',
    WEB_DIST: env.WEB_DIST || join(ROOT, 'web/dist'),
    UPHOLDER_DEMO: '0',
    UPHOLDER_CLOCK: '',
  });
  const databaseUrl = given
    ? config.databaseUrl
    : await ownDatabase(lifetime, env.UPHOLDER_HOME || join(ROOT, 'data'));
  await serve(lifetime, { ...config, databaseUrl });
  console.log('Ctrl-C stops it and everything it started.');
}

const HELP = `upholder start    serves the shop until it is stopped
upholder help     says this

Settings, from the environment or from the file .env in the folder it is started in:

${settingsHelp()}`;

const [command = 'help'] = process.argv.slice(2);
if (existsSync('.env')) loadEnvFile('.env');
if (command === 'start') runUntilStopped(start);
else if (command === 'help') console.log(HELP);
else {
  console.error(`There is no command “${command}”.\n\n${HELP}`);
  process.exitCode = 2;
}
