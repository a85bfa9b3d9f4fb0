import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import packageJson from '../package.json' with { type: 'json' };
import { createExpress } from './app.ts';
import { createClock } from './base/clock.ts';
import type { Config } from './base/config.ts';
import type { Lifetime } from './base/lifetime.ts';
import { startClimateFeed } from './climate/feed.ts';
import { withConnection } from './db/connection.ts';
import { openDatabase } from './db/database.ts';
import { migrate } from './db/migrate.ts';
import { grantServer } from './db/roles.ts';
import { waitForDatabase } from './db/waiting.ts';
import { createSimulatedStations } from './devices/station.ts';
import { Importer } from './imports/importer.ts';
import { createInstallation, type Installation, offerSetup } from './installation/installation.ts';
import { Backups } from './keeping/backup.ts';
import { startHousekeeping } from './keeping/housekeeping.ts';
import { restoreInPlace } from './keeping/restore.ts';
import { startBackups } from './keeping/schedule.ts';
import { LiveChannel } from './live/channel.ts';
import { refreshSignInKeys } from './people/store.ts';
import { type PictureStore, picturesIn } from './photos/pictureStore.ts';
import { moveContentsOut } from './photos/store.ts';
import { startPlanningThread } from './plans/thread.ts';
import { stockGenericProducts } from './products/products.ts';
import { stockGenericSupplies } from './products/store.ts';
import { watchClocks } from './watch/clocks.ts';
import { createMetrics } from './watch/metrics.ts';

const STATION_SEED = 7;
const PORTS_TRIED = 20;
/**
 * How long a quiet connection is kept. With Node's five seconds, a caller that comes back just then finds its connection
 * shut under its request.
 */
const QUIET_CONNECTION_MS = 75_000;
/** How long calls that are under way may take when the server stops. */
const LONGEST_CALL_MS = 10_000;

/** A running server. */
export interface Running {
  address: string;
  port: number;
  /** Opens the first run; null where there is a shop. */
  setupCode: string | null;
  stop(): Promise<void>;
}

function listen(server: Server, host: string, port: number): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, host, () => {
      server.off('error', reject);
      resolve();
    });
  });
}

async function listenNear(server: Server, host: string, wanted: number): Promise<void> {
  for (let port = wanted; ; port += 1) {
    try {
      return await listen(server, host, port);
    } catch (error) {
      if (
        (error as NodeJS.ErrnoException).code !== 'EADDRINUSE' ||
        wanted === 0 ||
        port >= wanted + PORTS_TRIED
      )
        throw error;
    }
  }
}

/** What only some programs can do. */
export interface Extras {
  /** Serves the sample shop beside, and says where. */
  openSample?: Installation['openSample'];
}

/** Serves until the program ends, and says where. */
export async function serve(lifetime: Lifetime, config: Config, extras: Extras = {}): Promise<Running> {
  const running = await lifetime.own(
    (signal) => startServer(config, signal, extras),
    (started) => started.stop(),
  );
  if (config.port !== 0 && running.port !== config.port)
    console.log(`Port ${config.port} is taken; using ${running.port}.`);
  console.log(`Upholder is at ${running.address}`);
  if (running.setupCode !== null)
    console.log(
      `There is no shop yet. Open ${running.address}/first-run and enter this code, which works once: ${running.setupCode}`,
    );
  return running;
}

/**
 * Waits for the database, migrates it and serves. When the wanted port is taken, the next free one is used.
 * @param signal gives up waiting.
 * @throws when the database refuses its password or is missing, is newer than this server, or no port is free.
 */
export async function startServer(
  config: Config,
  signal?: AbortSignal,
  { openSample = null }: Extras = {},
): Promise<Running> {
  const log = pino({ level: config.logLevel });
  await waitForDatabase(
    config.databaseUrl,
    (reason) => log.warn({ reason }, 'waiting for the database'),
    signal,
  );
  const { ownerUrl, databaseUrl, backup } = config;
  const pictures = picturesIn(config.pictureFolder);
  const backups = backup && new Backups(ownerUrl, backup, packageJson.version, pictures);
  await (backups?.upgrade() ?? migrate(ownerUrl));
  await withConnection(ownerUrl, (client) => moveContentsOut(client, pictures));
  await grantServer(ownerUrl, databaseUrl);
  const db = openDatabase(
    config.databaseUrl,
    (error) => log.warn({ reason: error.message }, 'a database connection broke'),
    config.limits,
  );
  await stockGenericProducts(db);
  await stockGenericSupplies(db);
  await refreshSignInKeys(db);
  const clock = createClock(config.clockStart, config.clockSpeed);
  // The simulated station also answers for the coming day where no sensor does.
  const climate = createSimulatedStations(STATION_SEED);
  const live = new LiveChannel(config.databaseUrl, log);
  await live.open();
  const stopFeed = config.hasStation ? startClimateFeed(db, climate, clock, log) : () => undefined;
  const planner = startPlanningThread((error) => log.error({ err: error }, 'the planning thread broke'));
  const importer = new Importer(db, (error) => log.error({ err: error }, 'the import thread broke'));
  const installation = createInstallation(db, {
    openSample,
    restore:
      backup &&
      ((path, passphrase) => restoreHere(config, { folder: backup.folder, pictures }, path, passphrase)),
  });
  const clocks = watchClocks(db, log);
  const metrics = createMetrics(config.metricsToken, {
    pool: () => db.connections(),
    listeners: () => live.size,
    clockAhead: () => clocks.ahead(),
    lastBackup: async () => {
      const [latest] = (await backups?.list()) ?? [];
      return latest ? new Date(latest.madeAt) : null;
    },
  });
  const stopTidying = startHousekeeping({ db, pictures, clock, log });
  const stopBackups = backups && !config.isDemo ? startBackups(backups, log) : () => undefined;
  const about = { config, log, version: packageJson.version };
  const server = createServer(
    createExpress(
      { db, clock, climate, live, planner, installation, pictures, importer, backups, ...about },
      metrics,
    ),
  );
  server.keepAliveTimeout = QUIET_CONNECTION_MS;
  await listenNear(server, config.host, config.port);
  const { port } = server.address() as AddressInfo;
  return {
    address: `http://${config.host}:${port}`,
    port,
    setupCode: config.isDemo ? null : await offerSetup(db, clock.now()),
    async stop() {
      stopFeed();
      stopBackups();
      stopTidying();
      clocks.stop();
      const closed = new Promise((resolve) => server.close(resolve));
      // Streams never end by themselves; calls that are under way are answered first.
      live.end();
      const cutOff = setTimeout(() => server.closeAllConnections(), LONGEST_CALL_MS);
      server.closeIdleConnections();
      await closed;
      clearTimeout(cutOff);
      await Promise.all([live.close(), planner.stop(), importer.stop()]);
      await db.close();
    },
  };
}

/** Puts a backup in the place of the database that is served; connections to it are opened again by themselves. */
async function restoreHere(
  { ownerUrl, databaseUrl }: Config,
  kept: { folder: string; pictures: PictureStore },
  path: string,
  passphrase: string,
): Promise<void> {
  await restoreInPlace(ownerUrl, path, passphrase, kept, new Date());
  await grantServer(ownerUrl, databaseUrl);
}
