import { once } from 'node:events';
import { chmodSync, mkdtempSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Writable } from 'node:stream';
import express from 'express';
import { pino } from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Cluster, startCluster } from '../src/db/cluster.ts';
import type { Queryable } from '../src/db/database.ts';
import type { Running } from '../src/start.ts';
import { secondsAhead, watchClocks } from '../src/watch/clocks.ts';
import { createRequestLog } from '../src/watch/requests.ts';
import { addShop, Caller, freshDatabase, PASSWORD, startTestServer } from './harness.ts';
import { makeJob } from './samples.ts';

describe('health', () => {
  let cluster: Cluster;
  let server: Running;
  beforeAll(async () => {
    const folder = mkdtempSync(join(tmpdir(), 'upholder-health-'));
    chmodSync(folder, 0o755);
    cluster = await startCluster(folder, { isTemporary: true });
    const databaseUrl = await cluster.database('health');
    server = await startTestServer(databaseUrl, { databaseUrl });
  });
  afterAll(async () => {
    await server.stop();
    await cluster.stop();
  });

  it('answers within a second while the database stands still, however many ask, and is ready when it goes on', async () => {
    cluster.pause();
    // A limit against hanging: a caller that waits longer gives up with an error.
    const asked = Array.from({ length: 30 }, () =>
      fetch(`${server.address}/api/health`, { signal: AbortSignal.timeout(5_000) }),
    );
    for (const answer of await Promise.all(asked)) {
      expect(answer.status).toBe(503);
      expect(await answer.json()).toMatchObject({ status: 'waiting', database: 'slow' });
    }
    cluster.continue();
    const ready = async () => (await fetch(`${server.address}/api/health`)).status === 200;
    await expect.poll(ready, { timeout: 30_000 }).toBe(true);
  });
});

describe('metrics', () => {
  it('are for this machine, or whoever has the token, and not for whoever comes through a proxy', async () => {
    const token = 'scrape-me-if-you-can';
    const server = await startTestServer(await freshDatabase(), { metricsToken: token });
    const read = (headers: Record<string, string>) => fetch(`${server.address}/metrics`, { headers });
    const own = await read({});
    expect(own.status).toBe(200);
    const text = await own.text();
    for (const name of [
      'upholder_request_seconds',
      'upholder_database_connections',
      'upholder_live_listeners',
      'upholder_clock_ahead_seconds',
      'upholder_last_backup_timestamp_seconds',
      'process_cpu_seconds_total',
    ])
      expect(text).toContain(name);
    expect((await read({ 'x-forwarded-for': '203.0.113.9' })).status).toBe(404);
    expect((await read({ 'x-forwarded-for': '203.0.113.9', authorization: 'Bearer wrong' })).status).toBe(
      404,
    );
    expect((await read({ 'x-forwarded-for': '203.0.113.9', authorization: `Bearer ${token}` })).status).toBe(
      200,
    );
    await server.stop();
  });
});

describe('the log of requests', () => {
  it('tells requests by id and route, and nothing of who asked for what', async () => {
    const lines: Record<string, unknown>[] = [];
    const log = pino(
      { level: 'info' },
      new Writable({
        write(chunk: Buffer, _encoding, done) {
          lines.push(JSON.parse(chunk.toString()) as Record<string, unknown>);
          done();
        },
      }),
    );
    const app = express();
    app.use(createRequestLog(log));
    const api = express.Router();
    api.get('/pieces/:pieceId', (_request, response) => response.json({}));
    api.get('/breaks', (_request, response) => response.status(500).json({}));
    app.use('/api', api);
    app.get('/{*path}', (_request, response) => response.send('page'));
    const server = createServer(app).listen(0, '127.0.0.1');
    await once(server, 'listening');
    const at = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    const headers = {
      'x-request-id': 'from-the-proxy-1',
      cookie: 'upholder_session=secret',
      'user-agent': 'Maren’s',
    };
    const ids = [
      await fetch(`${at}/api/pieces/U07?client=Holloway`, { headers: { ...headers, 'user-agent': 'x' } }),
      await fetch(`${at}/api/breaks`, { headers: { 'x-request-id': 'bad id\u0020<script>' } }),
      await fetch(`${at}/invite/ABCD-EFGH`),
    ].map((answer) => answer.headers.get('x-request-id'));
    server.close();
    await once(server, 'close');
    expect(ids[0]).toBe('from-the-proxy-1');
    expect(ids[1]).toMatch(/^[0-9a-f-]{36}$/);
    expect(lines).toMatchObject([
      { reqId: 'from-the-proxy-1', method: 'GET', route: '/api/pieces/:pieceId', status: 200 },
      { reqId: ids[1], route: '/api/breaks', status: 500, level: 50 },
    ]);
    expect(JSON.stringify(lines)).not.toMatch(/U07|Holloway|secret|127\.0\.0\.1|invite|user-agent/);
  });
});

describe('the clocks of server and database', () => {
  const databaseAt = (seconds: number): Queryable => ({
    query: async <T extends Record<string, unknown>>() => ({
      rows: [{ now: new Date(Date.now() + seconds * 1000) } as unknown as T],
      rowCount: 1,
    }),
  });

  it('are compared, and a difference is said', async () => {
    expect(Math.abs(await secondsAhead(databaseAt(0)))).toBeLessThan(1);
    expect(Math.round(await secondsAhead(databaseAt(-40)))).toBe(-40);
    const said = new Promise<object>((resolve) => {
      const log = pino(
        {},
        new Writable({
          write(chunk: Buffer, _encoding, done) {
            resolve(JSON.parse(chunk.toString()) as object);
            done();
          },
        }),
      );
      watchClocks(databaseAt(90), log).stop();
    });
    expect(await said).toMatchObject({ level: 40, seconds: 90 });
  });
});

describe('stopping in good order', () => {
  it('finishes calls that are under way, and ends what listens', async () => {
    const url = await freshDatabase();
    const server = await startTestServer(url);
    const { signIn } = await addShop(url, 'Stopping');
    const caller = new Caller(server.address);
    await caller.signIn(signIn, PASSWORD);
    const { job } = await makeJob(caller);
    const stream = await caller.call('GET', '/live');
    const plan = caller.ok<{ plan: { ops: unknown[] } }>('POST', `/jobs/${job.id}/plan`);
    // The plan is being made when the server is told to stop.
    const isPlanning = async () => {
      const text = await (await fetch(`${server.address}/metrics`)).text();
      return text.includes('upholder_live_listeners 1');
    };
    await expect.poll(isPlanning, { timeout: 30_000 }).toBe(true);
    const stopped = server.stop();
    expect((await plan).plan.ops.length).toBeGreaterThan(3);
    await stream.text();
    await stopped;
    await expect(fetch(`${server.address}/api/health`)).rejects.toThrow();
  });
});
