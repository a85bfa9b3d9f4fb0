import { timingSafeEqual } from 'node:crypto';
import type { Request, RequestHandler } from 'express';
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';
import { routeOf } from './requests.ts';

const SECONDS = [0.005, 0.02, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10, 30];

/** Numbers that are asked for when somebody reads the metrics. */
export interface Readings {
  /** Connections to the database: all, and those that wait for one. */
  pool(): { total: number; idle: number; waiting: number };
  /** Browsers that follow changes. */
  listeners(): number;
  /** Seconds by which the clock of the database is ahead of this one; null where it is not known. */
  clockAhead(): number | null;
  /** When the last backup was made; null where there is none. */
  lastBackup(): Promise<Date | null>;
}

/** The metrics of one server. */
export interface Metrics {
  /** Times every request by method, route and status. */
  timer: RequestHandler;
  /** `GET /metrics`, in the text format of Prometheus. */
  page: RequestHandler;
}

function isSame(a: string, b: string): boolean {
  const [left, right] = [Buffer.from(a), Buffer.from(b)];
  return left.length === right.length && timingSafeEqual(left, right);
}

/** From this machine, and not passed on by a proxy; or with the token. */
function mayRead(request: Request, token: string | null): boolean {
  if (token !== null && isSame(request.get('authorization') ?? '', `Bearer ${token}`)) return true;
  const isPassedOn = request.get('x-forwarded-for') !== undefined || request.get('forwarded') !== undefined;
  return !isPassedOn && /^(::1|(::ffff:)?127\.\d+\.\d+\.\d+)$/.test(request.socket.remoteAddress ?? '');
}

/** @param token lets the metrics be read from other machines; null: only from this one. */
export function createMetrics(token: string | null, readings: Readings): Metrics {
  const registry = new Registry();
  collectDefaultMetrics({ register: registry });
  const registers = [registry];
  const requests = new Histogram({
    name: 'upholder_request_seconds',
    help: 'Time that requests took',
    labelNames: ['method', 'route', 'status'],
    buckets: SECONDS,
    registers,
  });
  new Gauge({
    name: 'upholder_database_connections',
    help: 'Connections to the database by what they do',
    labelNames: ['state'],
    registers,
    collect() {
      const { total, idle, waiting } = readings.pool();
      this.set({ state: 'busy' }, total - idle);
      this.set({ state: 'idle' }, idle);
      this.set({ state: 'waited_for' }, waiting);
    },
  });
  new Gauge({
    name: 'upholder_live_listeners',
    help: 'Browsers that follow changes',
    registers,
    collect() {
      this.set(readings.listeners());
    },
  });
  new Gauge({
    name: 'upholder_clock_ahead_seconds',
    help: 'Seconds by which the clock of the database is ahead of that of the server',
    registers,
    collect() {
      this.set(readings.clockAhead() ?? Number.NaN);
    },
  });
  new Gauge({
    name: 'upholder_last_backup_timestamp_seconds',
    help: 'When the last backup was made, 0 where there is none',
    registers,
    async collect() {
      this.set(((await readings.lastBackup())?.getTime() ?? 0) / 1000);
    },
  });
  return {
    timer(request, response, next) {
      const stop = requests.startTimer({ method: request.method });
      response.once('close', () => stop({ route: routeOf(request), status: response.statusCode }));
      next();
    },
    async page(request, response) {
      if (!mayRead(request, token)) {
        response.status(404).end();
        return;
      }
      response.type(registry.contentType).send(await registry.metrics());
    },
  };
}
