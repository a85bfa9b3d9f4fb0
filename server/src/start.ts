import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import packageJson from '../package.json' with { type: 'json' };
import { createExpress } from './app.ts';
import { createClock } from './base/clock.ts';
import type { Config } from './base/config.ts';
import type { Lifetime } from './base/lifetime.ts';
import { startClimateFeed } from './climate/feed.ts';
import { openDatabase } from './db/database.ts';
import { migrate } from './db/migrate.ts';
import { waitForDatabase } from './db/waiting.ts';
import { createSimulatedStation } from './devices/station.ts';
import { LiveChannel } from './live/channel.ts';
import { startPlanningThread } from './plans/thread.ts';
import { stockGenericProducts } from './stores/products.ts';
import { stockGenericSupplies } from './stores/store.ts';

const STATION_SEED = 7;
const PORTS_TRIED = 20;
/**
 * How long a quiet connection is kept. With Node's five seconds, a caller that comes back just then finds its connection
 * shut under its request.
 */
const QUIET_CONNECTION_MS = 75_000;

/** A running server. */
export interface Running {
  address: string;
  port: number;
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

/** Serves until the program ends, and says where. */
export async function serve(lifetime: Lifetime, config: Config): Promise<Running> {
  const running = await lifetime.own(
    (signal) => startServer(config, signal),
    (started) => started.stop(),
  );
  if (config.port !== 0 && running.port !== config.port)
    console.log(`Port ${config.port} is taken; using ${running.port}.`);
  console.log(`Upholder is at ${running.address}`);
  return running;
}

/**
 * Waits for the database, migrates it and serves. When the wanted port is taken, the next free one is used.
 * @param signal gives up waiting.
 * @throws when the database refuses its password or is missing, is newer than this server, or no port is free.
 */
export async function startServer(config: Config, signal?: AbortSignal): Promise<Running> {
  const log = pino({ level: config.logLevel });
  await waitForDatabase(
    config.databaseUrl,
    (reason) => log.warn({ reason }, 'the database does not answer yet; waiting for it'),
    signal,
  );
  await migrate(config.databaseUrl);
  const db = openDatabase(
    config.databaseUrl,
    (error) => log.warn({ reason: error.message }, 'a database connection broke'),
    config.limits,
  );
  await stockGenericProducts(db);
  await stockGenericSupplies(db);
  const clock = createClock(config.clockStart);
  // The simulated station also answers for the coming day where no sensor does.
  const climate = createSimulatedStation(STATION_SEED);
  const live = new LiveChannel(config.databaseUrl, log);
  await live.open();
  const stopFeed = config.hasStation ? startClimateFeed(db, climate, clock, log) : () => undefined;
  const planner = startPlanningThread((error) => log.error({ err: error }, 'the planning thread broke'));
  const server = createServer(
    createExpress({ db, clock, climate, live, planner, config, log, version: packageJson.version }),
  );
  server.keepAliveTimeout = QUIET_CONNECTION_MS;
  await listenNear(server, config.host, config.port);
  const { port } = server.address() as AddressInfo;
  return {
    address: `http://${config.host}:${port}`,
    port,
    async stop() {
      stopFeed();
      const closed = new Promise((resolve) => server.close(resolve));
      server.closeAllConnections();
      await Promise.all([closed, live.close(), planner.stop()]);
      await db.close();
    },
  };
}
