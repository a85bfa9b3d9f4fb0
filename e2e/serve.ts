import { chmodSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { seedDemo } from '../demo/seed.ts';
import { WEB_DIST } from '../scripts/build.ts';
import { startCluster } from '../scripts/cluster.ts';
import { migrate } from '../server/src/db/migrate.ts';
import { type Running, startServer } from '../server/src/start.ts';

// The made-up shop on a database of its own, for the browser tests. It takes orders on standard input, one a line,
// and answers each with a line that starts with "done" or "failed".

const OPENING = new Date('2026-11-25T10:40:00.000Z');
const folder = mkdtempSync(join(tmpdir(), 'upholder-e2e-'));
chmodSync(folder, 0o755);
const cluster = await startCluster(folder, { isTemporary: true });
let databaseUrl = '';
let server: Running | null = null;
let port = 0;
/** The seeded shop, made once and copied for every file of tests. */
const TEMPLATE = 'e2e_template';
let isTemplateMade = false;
/** When the shop was set up: a restarted server's clock goes on, it does not start over. */
let setUpAt = Date.now();

async function start(): Promise<void> {
  server = await startServer({
    databaseUrl,
    host: '127.0.0.1',
    port,
    webDist: WEB_DIST,
    isDemo: true,
    clockStart: new Date(OPENING.getTime() + Date.now() - setUpAt).toISOString(),
    hasStation: false,
    logLevel: 'silent',
    checksAnswers: true,
  });
  port = server.port;
}

async function halt(): Promise<void> {
  await server?.stop();
  server = null;
}

async function reset(): Promise<void> {
  await halt();
  if (!isTemplateMade) {
    const template = await cluster.recreate(TEMPLATE);
    await migrate(template);
    await seedDemo(template, OPENING);
    isTemplateMade = true;
  }
  databaseUrl = await cluster.recreate('e2e', TEMPLATE);
  setUpAt = Date.now();
  await start();
}

const ORDERS: Record<string, () => Promise<void>> = {
  reset,
  'halt server': halt,
  'start server': start,
  'halt database': () => cluster.halt(),
  'start database': () => cluster.resume(),
  async quit() {
    await halt();
    await cluster.stop();
  },
};

process.on('SIGTERM', () => void ORDERS.quit?.().then(() => process.exit(0)));
for await (const line of createInterface({ input: process.stdin })) {
  try {
    await ORDERS[line]?.();
    console.log(`done http://127.0.0.1:${port}`);
  } catch (error) {
    console.log(`failed ${(error as Error).message}`);
  }
  if (line === 'quit') process.exit(0);
}
await ORDERS.quit?.();
process.exit(0);
