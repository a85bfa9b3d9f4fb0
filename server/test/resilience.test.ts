import { chmodSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { JobDetail, Session } from '@upholder/core/api';
import type { PlanSnapshot } from '@upholder/core/planning';
import pg from 'pg';
import { describe, expect, it } from 'vitest';
import { startCluster } from '../src/db/cluster.ts';
import { migrate } from '../src/db/migrate.ts';
import { waitForDatabase } from '../src/db/waiting.ts';
import { addShop, Caller, freshDatabase, PASSWORD, startTestServer } from './harness.ts';
import { entryFor, makeJob } from './samples.ts';

async function nextEvent(
  reader: ReadableStreamDefaultReader<Uint8Array>,
  wanted: (text: string) => boolean,
): Promise<string> {
  const decoder = new TextDecoder();
  let text = '';
  for (;;) {
    const { value, done } = await reader.read();
    if (done) throw new Error(`the stream ended after: ${text}`);
    text += decoder.decode(value);
    if (wanted(text)) return text;
  }
}

describe('a server that comes and goes', () => {
  it('loses nothing when it is restarted between two log entries', async () => {
    const databaseUrl = await freshDatabase();
    let server = await startTestServer(databaseUrl);
    const { signIn } = await addShop(databaseUrl, 'Harbour Finishes');
    let caller = new Caller(server.address);
    await caller.signIn(signIn);
    const { job } = await makeJob(caller);
    const { plan } = await caller.ok<{ plan: PlanSnapshot }>('POST', `/jobs/${job.id}/plan`);
    const entries = plan.ops.slice(0, 2).map((op) => entryFor(job.id, op, '2026-11-23T07:30:00.000Z'));
    await caller.ok('POST', `/jobs/${job.id}/log`, entries[0]);
    await server.stop();
    server = await startTestServer(databaseUrl);
    caller = new Caller(server.address);
    await caller.signIn(signIn, PASSWORD);
    await caller.ok('POST', `/jobs/${job.id}/log`, entries[1]);
    // The first one is sent again, as a tablet does that never heard the answer.
    await caller.ok('POST', `/jobs/${job.id}/log`, entries[0]);
    const { log } = await caller.ok<JobDetail>('GET', `/jobs/${job.id}`);
    expect(log.map(({ id }) => id).sort()).toEqual(entries.map(({ id }) => id).sort());
    await server.stop();
  });

  it('tells two server processes and their listeners of a change', async () => {
    const databaseUrl = await freshDatabase();
    const first = await startTestServer(databaseUrl);
    const second = await startTestServer(databaseUrl);
    const { signIn } = await addShop(databaseUrl, 'Harbour Finishes');
    const writer = new Caller(first.address);
    const listener = new Caller(second.address);
    await writer.signIn(signIn);
    await listener.signIn(signIn);
    const stream = await listener.call('GET', '/live');
    const reader = stream.body!.getReader();
    await nextEvent(reader, (text) => text.includes('resync'));
    const { job } = await makeJob(writer);
    const text = await nextEvent(reader, (seen) => seen.includes('"touched"'));
    expect(text).toContain(job.id);
    await reader.cancel();
    await Promise.all([first.stop(), second.stop()]);
  });

  it('tells a page that comes back what it missed, and only that', async () => {
    const databaseUrl = await freshDatabase();
    const server = await startTestServer(databaseUrl);
    const callers = [];
    for (const name of ['Harbour Finishes', 'Lock Finishes']) {
      const caller = new Caller(server.address);
      const { signIn } = await addShop(databaseUrl, name);
      await caller.signIn(signIn);
      callers.push(caller);
    }
    const [caller, neighbour] = callers as [Caller, Caller];
    const opened = async (since: string, headers: Record<string, string> = {}) => {
      const stream = await caller.call('GET', `/live?since=${since}`, undefined, headers);
      return stream.body!.getReader();
    };
    const isAnswered = (text: string) => text.includes('data:');
    const { changesUpTo } = await caller.ok<Session>('GET', '/session');
    const first = await opened(changesUpTo);
    expect(await nextEvent(first, isAnswered)).toContain('"goesOn":true');
    const { job } = await makeJob(caller);
    const heard = await nextEvent(first, (text) => text.includes(job.id));
    const place = heard.match(/id: (\S+)/)?.[1] ?? '';
    await first.cancel();

    const { job: theirs } = await makeJob(neighbour);
    await caller.ok('PUT', `/jobs/${job.id}`, { ...job, name: 'Boot room' });
    const back = await opened(changesUpTo, { 'last-event-id': place });
    const missed = await nextEvent(back, (text) => text.includes(job.id));
    expect(missed).not.toContain('resync');
    expect(missed).not.toContain(theirs.id);
    expect(missed).not.toBe(heard);
    await back.cancel();
    const both = await opened(changesUpTo);
    expect(
      (await nextEvent(both, (text) => text.split('"page"').length > 2)).split(job.id).length,
    ).toBeGreaterThan(2);
    await both.cancel();

    for (const unknown of [
      '',
      'nowhere',
      `${place}0`,
      place.replace(/\d+$/, '-1'),
      place.replace(/^./, 'x'),
    ]) {
      const lost = await opened(unknown);
      expect(await nextEvent(lost, isAnswered), unknown).toContain('resync');
      await lost.cancel();
    }
    await server.stop();
  });

  it('refuses a database that is newer than itself', async () => {
    const databaseUrl = await freshDatabase();
    await migrate(databaseUrl);
    const client = new pg.Client({ connectionString: databaseUrl });
    await client.connect();
    await client.query("insert into migration (name, run_on) values ('9999_from_the_future', now())");
    await client.end();
    await expect(startTestServer(databaseUrl)).rejects.toThrow(/newer than this server/);
  });

  it('keeps the log from being rewritten, even by hand', async () => {
    const databaseUrl = await freshDatabase();
    const server = await startTestServer(databaseUrl);
    const { signIn } = await addShop(databaseUrl, 'Harbour Finishes');
    const caller = new Caller(server.address);
    await caller.signIn(signIn);
    const { job } = await makeJob(caller);
    const { plan } = await caller.ok<{ plan: PlanSnapshot }>('POST', `/jobs/${job.id}/plan`);
    await caller.ok(
      'POST',
      `/jobs/${job.id}/log`,
      entryFor(job.id, plan.ops[0]!, '2026-11-23T07:30:00.000Z'),
    );
    const client = new pg.Client({ connectionString: databaseUrl });
    await client.connect();
    await expect(client.query("update log_entry set note = 'never happened'")).rejects.toThrow(/append-only/);
    await expect(client.query('delete from log_entry')).rejects.toThrow(/append-only/);
    await client.end();
    await server.stop();
  });
});

describe('a database that comes and goes', () => {
  it('is waited for where the server starts first, unless it is told to stop', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'upholder-late-'));
    chmodSync(folder, 0o755);
    const cluster = await startCluster(folder, { isTemporary: true });
    const databaseUrl = await cluster.database('late');
    await cluster.halt();
    const reasons: string[] = [];
    const gaveUp = new AbortController();
    const waiting = waitForDatabase(
      databaseUrl,
      (reason) => {
        reasons.push(reason);
        gaveUp.abort(new Error('told to stop'));
      },
      gaveUp.signal,
    );
    await expect(waiting).rejects.toThrow();
    expect(reasons).toEqual([expect.stringContaining('ECONNREFUSED')]);
    const starting = startTestServer(databaseUrl, { databaseUrl });
    await cluster.resume();
    const server = await starting;
    expect(await new Caller(server.address).ok('GET', '/health')).toMatchObject({ database: 'up' });
    await server.stop();
    await expect(waitForDatabase(`${databaseUrl}_not`, () => undefined)).rejects.toThrow(/does not exist/);
    const wrong = databaseUrl.replace(/:[^:@/]+@/, ':guess@');
    await expect(waitForDatabase(wrong, () => undefined)).rejects.toThrow(/password/);
    await cluster.stop();
  });

  it('is set up once by two servers that start on it at the same time', async () => {
    for (let round = 0; round < 20; round += 1) {
      const databaseUrl = await freshDatabase();
      const servers = await Promise.all([startTestServer(databaseUrl), startTestServer(databaseUrl)]);
      const addresses = servers.map(({ address }) => address);
      for (const address of addresses)
        expect(await new Caller(address).ok('GET', '/health')).toMatchObject({ database: 'up' });
      await Promise.all(servers.map((server) => server.stop()));
    }
  });

  it('answers clearly while it is away and goes on when it is back', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'upholder-outage-'));
    chmodSync(folder, 0o755);
    const cluster = await startCluster(folder, { isTemporary: true });
    const databaseUrl = await cluster.database('outage');
    const server = await startTestServer(databaseUrl, { databaseUrl });
    const { signIn } = await addShop(databaseUrl, 'Harbour Finishes');
    const caller = new Caller(server.address);
    await caller.signIn(signIn);
    const { job } = await makeJob(caller);

    await cluster.halt();
    expect(await caller.refused('GET', `/jobs/${job.id}`)).toMatchObject({
      status: 503,
      code: 'database-unavailable',
      message: expect.stringMatching(/Nothing is lost/),
    });
    expect((await caller.call('GET', '/health')).status).toBe(503);

    await cluster.resume();
    expect((await caller.ok<JobDetail>('GET', `/jobs/${job.id}`)).job.id).toBe(job.id);
    expect(await caller.ok('GET', '/health')).toMatchObject({ database: 'up' });
    // The live channel finds its way back as well.
    const reader = (await caller.call('GET', '/live')).body!.getReader();
    await nextEvent(reader, (text) => text.split('resync').length > 1);
    await server.stop();
    await cluster.stop();
  });
});
