import { once } from 'node:events';
import { request } from 'node:http';
import { connect } from 'node:net';
import { ACCESS, PATHS, ROUTES, type RouteName } from '@upholder/core/api';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openLine } from '../../scripts/faults/line.ts';
import type { Running } from '../src/start.ts';
import { addShop, Caller, freshDatabase, startTestServer } from './harness.ts';
import { jobSpec, pieceFor, zoneSpec } from './samples.ts';

let server: Running;
let proxied: Running;
let ines: Caller;

beforeAll(async () => {
  const url = await freshDatabase();
  server = await startTestServer(url);
  proxied = await startTestServer(url, { trustProxy: 'loopback' });
  const { signIn } = await addShop(url, 'Gate');
  ines = await new Caller(server.address).enterAs(signIn);
});
afterAll(() => Promise.all([server.stop(), proxied.stop()]));

const MB = 1_000_000;
const newJob = () => ({ id: uuid(), ...jobSpec });

/** A call that announces a large body and sends only its beginning: what is answered before anything more comes. */
async function beginsToSend(method: string, path: string, headers: string[] = []) {
  const socket = connect(server.port, '127.0.0.1');
  await once(socket, 'connect');
  let answer = '';
  socket.on('data', (bytes) => {
    answer += bytes.toString('latin1');
  });
  const closed = new Promise<void>((resolve) => {
    socket.once('close', () => resolve());
  });
  socket.on('error', () => undefined);
  socket.write(
    [
      `${method} /api${path} HTTP/1.1`,
      `Host: 127.0.0.1:${server.port}`,
      'Content-Type: application/json',
      `Content-Length: ${5000 * MB}`,
      ...headers,
      '',
      '{"a":"',
    ].join('\r\n'),
  );
  while (!/\r\n\r\n/.test(answer)) await once(socket, 'data');
  return { socket, status: Number(answer.split(' ')[1]), closed };
}

const CHANGING = (Object.keys(ROUTES) as RouteName[]).filter(
  (name) => ROUTES[name].method !== 'get' && ACCESS[name] !== 'anyone',
);

describe('a body without a session', () => {
  it.each(CHANGING)('%s is refused before it is read', async (name) => {
    const path = ROUTES[name].path.replace(/:\w+/g, uuid());
    const { socket, status } = await beginsToSend(ROUTES[name].method.toUpperCase(), path);
    socket.destroy();
    expect(status).toBe(401);
  });

  it.each([
    ['POST', `/jobs/${uuid()}/photos`, 401],
    ['POST', '/nowhere', 404],
    ['GET', '/session', 200],
    ['POST', '/session', 413],
    ['POST', '/first-run/restore', 409],
  ])('%s %s is not waited for either', async (method, path, wanted) => {
    const { socket, status } = await beginsToSend(method, path);
    socket.destroy();
    expect(status).toBe(wanted);
  });

  it('is cut off when it goes on', async () => {
    const { socket, closed } = await beginsToSend('POST', '/jobs');
    const block = Buffer.alloc(256_000, 97);
    while (!socket.destroyed && socket.bytesWritten < 4000 * MB)
      if (!socket.write(block)) await Promise.race([once(socket, 'drain').catch(() => undefined), closed]);
    expect(socket.destroyed).toBe(true);
  });

  it('is refused in words through a proxy that hands it on while it comes, and closes its lines', async () => {
    const line = await openLine(() => [server.port]);
    const status = await new Promise((resolve, reject) => {
      const sent = request({
        port: new URL(line.address).port,
        method: 'POST',
        path: '/api/import/job',
        headers: { 'content-type': 'application/json', 'content-length': 100 * MB },
      });
      const block = Buffer.alloc(64_000, 0x20);
      const push = () => {
        while (!sent.destroyed && sent.write(block));
        if (!sent.destroyed) sent.once('drain', push);
      };
      sent.on('response', (answer) => {
        sent.destroy();
        resolve(answer.statusCode);
      });
      sent.on('error', reject);
      push();
    });
    await line.close();
    expect(status).toBe(401);
  });

  it('closes the line for whoever asked for that, once all is there', async () => {
    const socket = connect(server.port, '127.0.0.1');
    let answer = '';
    socket.on('data', (bytes) => {
      answer += bytes.toString('latin1');
    });
    socket.write(
      'POST /api/session HTTP/1.1\r\nHost: 127.0.0.1\r\nConnection: close\r\nContent-Type: application/json\r\nContent-Length: 2\r\n\r\n{}',
    );
    await once(socket, 'end');
    expect(answer).toMatch(/^HTTP\/1\.1 4\d\d /);
    expect(answer).toMatch(/"error"/);
  });

  it('every call that changes something declares who may make it', () => {
    expect(Object.keys(PATHS)).toEqual(expect.arrayContaining(CHANGING));
    expect(CHANGING.length).toBeGreaterThan(60);
  });
});

describe('a body of a member', () => {
  it('is taken up to what its call may send', async () => {
    const note = (length: number) => ({ ...newJob(), addressNote: 'n'.repeat(length) });
    expect(await ines.refused('POST', '/jobs', note(2 * MB))).toMatchObject({
      status: 413,
      code: 'too-large',
    });
    expect(await ines.refused('POST', '/jobs', note(MB / 2))).toMatchObject({
      status: 422,
      code: 'bad-input',
    });
  });

  it.each([
    ['a NUL', 'Quay\0side'],
    ['half a character', 'Quay \ud83d'],
    ['the other half', '\ude00 Quay'],
  ])('with %s in a text is refused at its field', async (_name, name) => {
    const answer = await ines.refused('POST', '/jobs', { ...newJob(), name });
    expect(answer).toMatchObject({ status: 422, code: 'bad-input' });
    expect(answer.fields?.name).toMatch(/cannot be kept/);
  });

  it('keeps a letter and its accent as one, however they were typed', async () => {
    const spec = newJob();
    await ines.ok('POST', '/jobs', { ...spec, name: 'Cafe\u0301 doors 😀' });
    expect(await ines.ok('GET', `/jobs/${spec.id}`)).toMatchObject({ job: { name: 'Caf\u00e9 doors 😀' } });
  });

  it('that nests without end is refused', async () => {
    const deep = `${'['.repeat(50_000)}${']'.repeat(50_000)}`;
    const answer = await ines.raw('POST', '/jobs', Buffer.from(`{"name":${deep}}`), 'application/json');
    expect(answer.status).toBe(422);
  });

  it.each([
    ['no JSON', '{"name":', 'application/json', 400],
    ['text of another kind', 'name=Quay', 'text/plain', 422],
    ['an unknown charset', '{}', 'application/json; charset=nonsense', 400],
  ])('that is %s is refused', async (_name, text, type, status) => {
    expect((await ines.raw('POST', '/jobs', Buffer.from(text), type)).status).toBe(status);
  });

  it('with a figure or a day that no table keeps is refused', async () => {
    const raw = (text: string) => ines.raw('POST', '/jobs', Buffer.from(text), 'application/json');
    const spec = JSON.stringify(newJob());
    expect((await raw(spec.replace(/"neededBy":[^,}]*/, '"neededBy":"0000-01-01"'))).status).toBe(422);
    expect((await raw(spec.replace(/"neededBy":[^,}]*/, '"neededBy":"2027-02-30"'))).status).toBe(422);
    const job = newJob();
    await ines.ok('POST', '/jobs', job);
    const zone = { id: uuid(), ...zoneSpec };
    await ines.ok('POST', `/jobs/${job.id}/zones`, zone);
    const pieces = [pieceFor(zone.id, 1, { position: 2 ** 40 })];
    expect(await ines.refused('POST', `/jobs/${job.id}/pieces`, { pieces })).toMatchObject({ status: 422 });
  });

  it('an address with half a character is refused', async () => {
    expect((await fetch(`${server.address}/api/jobs/%E0%A4%A`)).status).toBe(400);
    const nul = await ines.call('GET', '/find?tag=%00');
    expect(nul.status).toBeLessThan(500);
  });
});

describe('headers', () => {
  it('of answers keep them out of every cache', async () => {
    for (const path of ['/session', '/jobs', '/shop', '/openapi.json', '/nowhere'])
      expect((await ines.call('GET', path)).headers.get('cache-control')).toBe('no-store');
  });

  it('ask for encryption only where the page came encrypted', async () => {
    const header = async (headers: Record<string, string>, { address } = proxied) =>
      (await fetch(`${address}/api/session`, { headers })).headers.get('strict-transport-security');
    expect(await header({})).toBeNull();
    expect(await header({ 'x-forwarded-proto': 'https' })).toMatch(/^max-age=\d{8}$/);
    // Whoever is not behind a proxy that is trusted says nothing by it.
    expect(await header({ 'x-forwarded-proto': 'https' }, server)).toBeNull();
  });

  it.each([
    'null',
    'nonsense',
    'http://',
    'https://elsewhere.example',
    'file:///tmp/page.html',
    'http://127.0.0.1:1',
  ])('a change from the origin %s is refused', async (origin) => {
    const answer = await ines.call('POST', '/jobs', newJob(), { origin });
    expect(answer.status).toBe(403);
    expect(await answer.json()).toMatchObject({ error: { code: 'csrf' } });
  });

  it('a change from its own page is taken', async () => {
    const answer = await ines.call('POST', '/jobs', newJob(), { origin: server.address });
    expect(answer.status).toBe(201);
  });
});

describe('a page that has gone wild', () => {
  it('is refused after so many calls of a minute, with when to come back; nobody else is', async () => {
    const url = await freshDatabase();
    const limited = await startTestServer(url, { callsPerMinute: 30 });
    const { signIn } = await addShop(url, 'Limited');
    const [wild, calm] = await Promise.all([0, 1].map(() => new Caller(limited.address).enterAs(signIn)));
    const answers: Response[] = [];
    for (let count = 0; count < 40; count += 1) answers.push((await wild?.call('GET', '/mixes')) as Response);
    expect(answers.filter(({ status }) => status === 200)).toHaveLength(30);
    const refused = answers.filter(({ status }) => status === 429);
    expect(refused).toHaveLength(10);
    expect(refused[0]?.headers.get('retry-after')).toBe('60');
    expect(await refused[0]?.text()).toContain('"too-many-tries"');
    expect((await calm?.call('GET', '/mixes'))?.status).toBe(200);
    expect((await new Caller(limited.address).call('GET', '/session')).status).toBe(200);
    await limited.stop();
  });
});
