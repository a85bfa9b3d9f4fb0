import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { demoOpening, isSeeded, seedDemo } from '../demo/seed.ts';
import packageJson from '../package.json' with { type: 'json' };
import { readConfig } from '../server/src/base/config.ts';
import { type Lifetime, runUntilStopped } from '../server/src/base/lifetime.ts';
import { startCluster } from '../server/src/db/cluster.ts';
import { migrate } from '../server/src/db/migrate.ts';
import type { Reached } from '../server/src/db/own.ts';
import { Backups } from '../server/src/keeping/backup.ts';
import { picturesIn } from '../server/src/photos/pictureStore.ts';
import { serve } from '../server/src/start.ts';
import { buildWeb, ROOT, WEB_DIST } from './build.ts';
import { ensurePostgres } from './debian.ts';

const HOME = process.env.UPHOLDER_HOME || join(ROOT, '.upholder');
const CLOCK_FILE = join(HOME, 'demo-clock.json');
const PID_FILE = join(HOME, 'demo.pid');

function refuseSecondDemo(): void {
  if (!existsSync(PID_FILE)) return;
  const [pid, address] = readFileSync(PID_FILE, 'utf8').split('\n');
  try {
    process.kill(Number(pid), 0);
  } catch {
    return;
  }
  console.log(`The demo is already running${address ? ` at ${address}` : ''} (process ${pid}).`);
  process.exit(1);
}

/** How far the demo's clock is from the real one; kept, so that a second start goes on where the first one was. */
function clockOffset(): number {
  return (JSON.parse(readFileSync(CLOCK_FILE, 'utf8')) as { offsetMs: number }).offsetMs;
}

async function databaseOf(lifetime: Lifetime, isFresh: boolean): Promise<Reached> {
  const given = process.env.DATABASE_URL ?? '';
  if (given !== '') {
    if (isFresh) console.log('--fresh leaves a database given by DATABASE_URL alone: empty it yourself.');
    return { databaseUrl: given, ownerUrl: process.env.DATABASE_OWNER_URL || given };
  }
  ensurePostgres();
  const cluster = await lifetime.own(
    () => startCluster(HOME),
    (started) => started.stop(),
  );
  const ownerUrl = await (isFresh ? cluster.recreate('demo') : cluster.database('demo'));
  return { ownerUrl, databaseUrl: await cluster.asServer(ownerUrl) };
}

async function main(lifetime: Lifetime): Promise<void> {
  mkdirSync(HOME, { recursive: true });
  refuseSecondDemo();
  await lifetime.own(
    async () => writeFileSync(PID_FILE, `${process.pid}\n`),
    async () => rmSync(PID_FILE, { force: true }),
  );
  buildWeb();
  // Read before anything starts, so that what is wrong is said first.
  const settings = {
    LOG_LEVEL: 'warn',
    ...process.env,
    UPHOLDER_HOME: HOME,
    WEB_DIST,
    UPHOLDER_DEMO: '1',
    UPHOLDER_STATION: 'simulated',
    UPHOLDER_CLOCK: '',
  };
  readConfig({ ...settings, DATABASE_URL: 'postgres://own' });
  const { databaseUrl, ownerUrl } = await databaseOf(lifetime, process.argv.includes('--fresh'));
  const config = readConfig({ ...settings, DATABASE_URL: databaseUrl, DATABASE_OWNER_URL: ownerUrl });
  const { backup } = config;
  await (backup
    ? new Backups(ownerUrl, backup, packageJson.version, picturesIn(config.pictureFolder)).upgrade()
    : migrate(ownerUrl));
  if (!(await isSeeded(ownerUrl))) {
    console.log('Setting up the demo shop…');
    const opening = demoOpening(new Date());
    writeFileSync(CLOCK_FILE, JSON.stringify({ offsetMs: opening.getTime() - Date.now() }));
    await seedDemo(ownerUrl, opening);
  }
  const offset = existsSync(CLOCK_FILE) ? clockOffset() : 0;
  const clockStart = new Date(Date.now() + offset).toISOString();
  const running = await serve(lifetime, { ...config, clockStart });
  writeFileSync(PID_FILE, `${process.pid}\n${running.address}\n`);
  console.log('Ctrl-C stops it and everything it started.');
}

runUntilStopped(main);
