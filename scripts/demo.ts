import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { demoOpening, isSeeded, seedDemo } from '../demo/seed.ts';
import { readConfig } from '../server/src/base/config.ts';
import { migrate } from '../server/src/db/migrate.ts';
import { type Running, startServer } from '../server/src/start.ts';
import { buildWeb, ROOT, WEB_DIST } from './build.ts';
import { type Cluster, startCluster } from './cluster.ts';

const HOME = join(ROOT, '.upholder');
const CLOCK_FILE = join(HOME, 'demo-clock.json');
const PID_FILE = join(HOME, 'demo.pid');

let cluster: Cluster | null = null;
let running: Running | null = null;
let isStopping = false;

async function stop(code: number): Promise<never> {
  if (!isStopping) {
    isStopping = true;
    await running?.stop().catch(() => undefined);
    await cluster?.stop().catch(() => undefined);
    rmSync(PID_FILE, { force: true });
  }
  process.exit(code);
}

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

async function main(): Promise<void> {
  mkdirSync(HOME, { recursive: true });
  refuseSecondDemo();
  writeFileSync(PID_FILE, `${process.pid}\n`);
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, () => void stop(0));
  buildWeb();
  const isFresh = process.argv.includes('--fresh');
  let databaseUrl = process.env.DATABASE_URL ?? '';
  if (databaseUrl === '') {
    cluster = await startCluster(HOME);
    databaseUrl = isFresh ? await cluster.recreate('demo') : await cluster.database('demo');
  } else if (isFresh) {
    console.log('--fresh leaves a database given by DATABASE_URL alone: empty it yourself.');
  }
  await migrate(databaseUrl);
  if (!(await isSeeded(databaseUrl))) {
    console.log('Setting up the made-up shop…');
    const opening = demoOpening(new Date());
    await seedDemo(databaseUrl, opening);
    writeFileSync(CLOCK_FILE, JSON.stringify({ offsetMs: opening.getTime() - Date.now() }));
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
  running = await startServer(config);
  if (running.port !== config.port) console.log(`Port ${config.port} is taken; using ${running.port}.`);
  writeFileSync(PID_FILE, `${process.pid}\n${running.address}\n`);
  console.log(`\nUpholder is at ${running.address}\nCtrl-C stops it and everything it started.`);
}

main().catch(async (error: Error) => {
  console.error(error.message);
  await stop(1);
});
