import { chmodSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { seedDemo } from '../demo/seed.ts';
import { WEB_DIST } from '../scripts/build.ts';
import { DEFAULT_SESSIONS } from '../server/src/base/config.ts';
import { runUntilStopped } from '../server/src/base/lifetime.ts';
import { type Cluster, startCluster } from '../server/src/db/cluster.ts';
import { migrate } from '../server/src/db/migrate.ts';
import { type Running, startServer } from '../server/src/start.ts';

// The made-up shop on a database of its own, for the browser tests. It takes orders on standard input, one a line,
// and answers each with a line that starts with "done" or "failed".

/** When the shop opens: late in autumn, or in a week of the next August in which it rains on the second day (a session of a day gone by would be over at once). */
const OPENINGS = {
  november: new Date('2026-11-25T10:40:00.000Z'),
  august: new Date('2027-08-25T09:40:00.000Z'),
};
type Season = keyof typeof OPENINGS;
/** The seeded shop, made once a season and copied for every file of tests. */
const templateOf = (season: Season) => `e2e_${season}`;

class Shop {
  private databaseUrl = '';
  private server: Running | null = null;
  private port = 0;
  private readonly made = new Set<Season>();
  private opening = OPENINGS.november;
  /** When the shop was set up: a restarted server's clock goes on, it does not start over. */
  private setUpAt = Date.now();

  constructor(
    private readonly cluster: Cluster,
    private readonly pictureFolder: string,
  ) {}

  get address(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  async start(): Promise<void> {
    this.server = await startServer({
      databaseUrl: this.databaseUrl,
      ownerUrl: this.databaseUrl,
      sessions: DEFAULT_SESSIONS,
      trustProxy: false,
      backup: null,
      metricsToken: null,
      pictureFolder: this.pictureFolder,
      host: '127.0.0.1',
      port: this.port,
      webDist: WEB_DIST,
      isDemo: true,
      clockStart: new Date(this.opening.getTime() + Date.now() - this.setUpAt).toISOString(),
      hasStation: false,
      logLevel: 'silent',
      checksAnswers: true,
    });
    this.port = this.server.port;
  }

  async halt(): Promise<void> {
    await this.server?.stop();
    this.server = null;
  }

  /** So many days go by while nobody looks. */
  async pass(days: number): Promise<void> {
    await this.halt();
    this.setUpAt -= days * 86_400_000;
    await this.start();
  }

  async reset(season: Season): Promise<void> {
    await this.halt();
    this.opening = OPENINGS[season];
    if (!this.made.has(season)) {
      const template = await this.cluster.recreate(templateOf(season));
      await migrate(template);
      await seedDemo(template, this.opening);
      this.made.add(season);
    }
    this.databaseUrl = await this.cluster.recreate('e2e', templateOf(season));
    this.setUpAt = Date.now();
    await this.start();
  }
}

// Whoever gave the orders may be gone before it hears the answer.
process.stdout.on('error', () => undefined);

runUntilStopped(async (lifetime) => {
  const folder = mkdtempSync(join(tmpdir(), 'upholder-e2e-'));
  chmodSync(folder, 0o755);
  const cluster = await lifetime.own(
    () => startCluster(folder, { isTemporary: true }),
    (started) => started.stop(),
  );
  const shop = await lifetime.own(
    async () => new Shop(cluster, join(folder, 'pictures')),
    (opened) => opened.halt(),
  );
  const orders: Record<string, () => Promise<void>> = {
    reset: () => shop.reset('november'),
    'reset in august': () => shop.reset('august'),
    'pass a year': () => shop.pass(366),
    'pass two months': () => shop.pass(61),
    'halt server': () => shop.halt(),
    'start server': () => shop.start(),
    'halt database': () => cluster.halt(),
    'start database': () => cluster.resume(),
    quit: () => lifetime.stop(),
  };
  for await (const line of createInterface({ input: process.stdin })) {
    try {
      await orders[line]?.();
      console.log(`done ${shop.address}`);
    } catch (error) {
      console.log(`failed ${(error as Error).message}`);
    }
    if (line === 'quit') break;
  }
  await lifetime.stop();
  process.exit(0);
});
