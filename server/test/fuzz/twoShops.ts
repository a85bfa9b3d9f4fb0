import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 as uuid } from 'uuid';
import type { Config } from '../../src/base/config.ts';
import { DEFAULT_SESSIONS } from '../../src/base/config.ts';
import { openDatabase } from '../../src/db/database.ts';
import { addMember } from '../../src/people/store.ts';
import { openSession } from '../../src/session/store.ts';
import { type Running, startServer } from '../../src/start.ts';
import { addShop, Caller } from '../caller.ts';
import { jobSpec, pieceFor, zoneSpec } from '../samples.ts';
import type { FuzzCaller } from './fuzz.ts';

/** What the other shop calls its job, its client and its pieces. */
const SECRET = 'Zebrawood';

/** Calls that would leave nobody to go on with. */
export const ENDING = ['POST /api/members/{memberId}/leave', 'PUT /api/members/{memberId}'];

const OWN: [string, string] = ['Harbour', SECRET];

const sendBy =
  (one: Caller): FuzzCaller['send'] =>
  (method, path, text, type) =>
    text === undefined ? one.call(method, path) : one.raw(method, path, Buffer.from(text), type);

async function fill(caller: Caller, client: string): Promise<void> {
  const job = { id: uuid(), ...jobSpec, client, name: client };
  await caller.ok('POST', '/jobs', job);
  const zone = { id: uuid(), ...zoneSpec, name: `${client} counter` };
  await caller.ok('POST', `/jobs/${job.id}/zones`, zone);
  const pieces = [1, 2, 3].map((number) => pieceFor(zone.id, number, { note: client }));
  await caller.ok('POST', `/jobs/${job.id}/pieces`, { pieces });
}

/**
 * A server with two shops that have work, and who calls it: an owner, somebody of every other role, a stranger of the other shop,
 * and nobody at all.
 */
export async function startFuzzed(
  databaseUrl: string,
  serverUrl: string,
  change: Partial<Config> = {},
  /** Where callers call: the server itself, unless something stands before it. */
  through: (server: Running) => Promise<string> = async ({ address }) => address,
): Promise<{ server: Running; callers: FuzzCaller[]; stop(): Promise<void> }> {
  const pictureFolder = mkdtempSync(join(tmpdir(), 'upholder-fuzzed-'));
  const server = await startServer({
    databaseUrl: serverUrl,
    ownerUrl: databaseUrl,
    sessions: DEFAULT_SESSIONS,
    trustProxy: false,
    backup: null,
    metricsToken: null,
    pictureFolder,
    host: '127.0.0.1',
    port: 0,
    webDist: '',
    isDemo: false,
    clockStart: null,
    hasStation: false,
    logLevel: 'silent',
    checksAnswers: true,
    ...change,
  });
  const address = await through(server);
  const own = await addShop(databaseUrl, 'Harbour');
  const other = await addShop(databaseUrl, 'Elsewhere');
  const db = openDatabase(databaseUrl, () => undefined);
  /** Opens a session without asking for a password: after many a wrong one nobody is let in by password for a while. */
  const caller = (
    name: string,
    member: { id: string; shopId: string },
    [shop, secret]: [string, string],
  ): FuzzCaller => {
    const one = new Caller(address);
    const enter = async () => {
      const opening = { browser: 'fuzz', address: '127.0.0.1', tabletId: null, isByPassword: true };
      const { token } = await openSession(db, member, new Date(), DEFAULT_SESSIONS, opening);
      await one.enter(token, '').call('GET', '/session');
    };
    return { name, enter, shop, secret, send: sendBy(one) };
  };
  const colleagues: FuzzCaller[] = [];
  for (const role of ['planner', 'floor', 'reader'] as const) {
    const member = { id: uuid(), shopId: own.shopId };
    await addMember(db, own.shopId, { id: member.id, name: `A ${role}`, role });
    colleagues.push(caller(role, member, OWN));
  }
  const ines = await new Caller(address).enterAs(own.signIn);
  const stranger = await new Caller(address).enterAs(other.signIn);
  await fill(ines, 'The chemist');
  await fill(stranger, SECRET);
  const [owner = '', guest = ''] = [own.memberIds[0], other.memberIds[0]];
  const callers = [
    caller('owner', { id: owner, shopId: own.shopId }, OWN),
    ...colleagues,
    caller('stranger', { id: guest, shopId: other.shopId }, ['Elsewhere', 'The chemist']),
    {
      name: 'nobody',
      enter: null,
      shop: 'nowhere',
      secret: SECRET,
      send: sendBy(new Caller(address)),
    },
  ];
  for (const { enter } of callers) await enter?.();
  return {
    server,
    callers,
    stop: async () => {
      await server.stop();
      rmSync(pictureFolder, { recursive: true, force: true });
      await db.close();
    },
  };
}
