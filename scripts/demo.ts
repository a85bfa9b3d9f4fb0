import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { demoOpening, isSeeded, seedDemo } from '../demo/seed.ts';
import { readConfig } from '../server/src/base/config.ts';
import { type Lifetime, runUntilStopped } from '../server/src/base/lifetime.ts';
import { startCluster } from '../server/src/db/cluster.ts';
import { migrate } from '../server/src/db/migrate.ts';
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

async function databaseOf(lifetime: Lifetime, isFresh: boolean): Promise<string> {
  const given = process.env.DATABASE_URL ?? '';
  if (given !== '') {
    if (isFresh) console.log('--fresh leaves a database given by DATABASE_URL alone: empty it yourself.');
    return given;
  }
  ensurePostgres();
  const cluster = await lifetime.own(
    () => startCluster(HOME),
    (started) => started.stop(),
  );
  return isFresh ? cluster.recreate('demo') : cluster.database('demo');
}

async function main(lifetime: Lifetime): Promise<void> {
  mkdirSync(HOME, { recursive: true });
  refuseSecondDemo();
  await lifetime.own(
    async () => writeFileSync(PID_FILE, `${process.pid}\n`),
    async () => rmSync(PID_FILE, { force: true }),
  );
  buildWeb();
  const databaseUrl = await databaseOf(lifetime, process.argv.includes('--fresh'));
  await migrate(databaseUrl);
  if (!(await isSeeded(databaseUrl))) {
    console.log('Setting up the made-up shop…');
    const opening = demoOpening(new Date());
    writeFileSync(CLOCK_FILE, JSON.stringify({ offsetMs: opening.getTime() - Date.now() }));
    await seedDemo(databaseUrl, opening);
  }
  const offset = existsSync(CLOCK_FILE) ? clockOffset() : 0;
  const config = readConfig({
    LOG_LEVEL: 'warn',
    ...process.env,
    DATABASE_URL: databaseUrl,
    WEB_DIST,
    UPHOLDER_DEMO: '1',
    UPHOLDER_STATION: 'simulated',
    UPHOLDER_CLOCK: new Date(Date.now() + offset).toISOString(),
  });
  const running = await serve(lifetime, config);
  writeFileSync(PID_FILE, `${process.pid}\n${running.address}\n`);
  console.log('Ctrl-C stops it and everything it started.');
}

runUntilStopped(main);
