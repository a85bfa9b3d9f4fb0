import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { v7 as uuid } from 'uuid';
import { inject } from 'vitest';
import { type Config, DEFAULT_SESSIONS } from '../src/base/config.ts';
import { type Extras, type Running, startServer } from '../src/start.ts';
import { addShop, Caller } from './caller.ts';
import { SERVER_PASSWORD, SERVER_ROLE } from './role.ts';

export { addShop, Caller, PASSWORD } from './caller.ts';

/** Where the pictures of all tests of this process lie; each shop has a folder of its own there. */
export const PICTURES = mkdtempSync(join(tmpdir(), 'upholder-pictures-'));
process.once('exit', () => rmSync(PICTURES, { recursive: true, force: true }));

/** Monday morning of the sample week, at opening. */
export const NOW = '2026-11-23T07:30:00.000Z';

/** Makes a fresh database beside the given one and says how to reach it. */
export async function freshDatabase(): Promise<string> {
  const base = inject('postgresUrl');
  const name = `t_${uuid().replaceAll('-', '')}`;
  const client = new pg.Client({ connectionString: base });
  await client.connect();
  await client.query(`create database ${name}`);
  await client.end();
  const url = new URL(base);
  url.pathname = `/${name}`;
  return url.toString();
}

/** The same database as the role that a server signs in as. */
export function asServer(databaseUrl: string): string {
  const url = new URL(databaseUrl);
  url.username = SERVER_ROLE;
  url.password = SERVER_PASSWORD;
  return url.toString();
}

/** Starts a real server on a free port; the clock starts at `NOW`. */
export function startTestServer(
  databaseUrl: string,
  change: Partial<Config> = {},
  extras: Extras = {},
): Promise<Running> {
  const config: Config = {
    // As the role that a real server has: what it may not do, no route needs.
    databaseUrl: asServer(databaseUrl),
    ownerUrl: databaseUrl,
    sessions: DEFAULT_SESSIONS,
    trustProxy: false,
    backup: null,
    metricsToken: null,
    pictureFolder: PICTURES,
    host: '127.0.0.1',
    port: 0,
    webDist: '',
    isDemo: false,
    clockStart: NOW,
    hasStation: false,
    logLevel: 'silent',
    checksAnswers: true,
    ...change,
  };
  return startServer(config, undefined, extras);
}

/** A server with two shops, and a caller in each: what one may do, the other must not see. */
export async function startTwoShops(
  own: string,
  other: string,
): Promise<{ server: Running; ines: Caller; stranger: Caller }> {
  const url = inject('postgresUrl');
  const server = await startTestServer(url);
  const callers: Caller[] = [];
  for (const name of [own, other]) {
    const { signIn } = await addShop(url, name);
    callers.push(await new Caller(server.address).enterAs(signIn));
  }
  const [ines, stranger] = callers as [Caller, Caller];
  return { server, ines, stranger };
}
