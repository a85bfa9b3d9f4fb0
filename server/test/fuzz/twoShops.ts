import { v7 as uuid } from 'uuid';
import type { Config } from '../../src/base/config.ts';
import { DEFAULT_SESSIONS } from '../../src/base/config.ts';
import { type Running, startServer } from '../../src/start.ts';
import { addShop, Caller } from '../caller.ts';
import { jobSpec, pieceFor, zoneSpec } from '../samples.ts';
import type { FuzzCaller } from './fuzz.ts';

/** What the other shop calls its job, its client and its pieces. */
const SECRET = 'Zebrawood';

const OWN: [string, string] = ['Harbour', SECRET];

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
): Promise<{ server: Running; callers: FuzzCaller[] }> {
  const server = await startServer({
    databaseUrl: serverUrl,
    ownerUrl: databaseUrl,
    sessions: DEFAULT_SESSIONS,
    trustProxy: false,
    backup: null,
    metricsToken: null,
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
  const own = await addShop(databaseUrl, 'Harbour');
  const other = await addShop(databaseUrl, 'Elsewhere');
  const caller = async (
    name: string,
    signIn: string | null,
    [shop, secret]: [string, string],
  ): Promise<FuzzCaller> => {
    const one = new Caller(server.address);
    const enter = signIn === null ? null : () => one.signIn(signIn);
    await enter?.();
    return {
      name,
      enter,
      shop,
      secret,
      send: (method, path, text, type) =>
        text === undefined ? one.call(method, path) : one.raw(method, path, Buffer.from(text), type),
    };
  };
  const ines = await new Caller(server.address).enterAs(own.signIn);
  const stranger = await new Caller(server.address).enterAs(other.signIn);
  await fill(ines, 'The chemist');
  await fill(stranger, SECRET);
  const callers = [
    await caller('owner', own.signIn, OWN),
    await caller('second owner', `${own.signIn}-2`, OWN),
    await caller('stranger', other.signIn, ['Elsewhere', 'The chemist']),
    await caller('nobody', null, ['nowhere', SECRET]),
  ];
  return { server, callers };
}
