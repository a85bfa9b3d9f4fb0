import { GENERIC_PRODUCTS } from '@upholder/core/catalogue';
import { DEFAULT_SHOP_SETTINGS } from '@upholder/core/shop';
import pg from 'pg';
import { v7 as uuid } from 'uuid';
import { inject } from 'vitest';
import { type Config, DEFAULT_SESSIONS } from '../src/base/config.ts';
import { type Database, openDatabase } from '../src/db/database.ts';
import { addMember } from '../src/people/store.ts';
import { addProduct } from '../src/products/products.ts';
import { stockGenericSupplies } from '../src/products/store.ts';
import { hashPassword } from '../src/session/password.ts';
import { type Extras, type Running, startServer } from '../src/start.ts';
import { SERVER_PASSWORD, SERVER_ROLE } from './role.ts';

/** Monday morning of the sample week, at opening. */
export const NOW = '2026-11-23T07:30:00.000Z';
export const PASSWORD = 'linseed and patience';

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

/** Adds a shop with two members and the generic products. */
export async function addShop(
  databaseUrl: string,
  name: string,
): Promise<{ shopId: string; signIn: string; memberIds: string[] }> {
  const db: Database = openDatabase(databaseUrl, () => undefined);
  const shopId = uuid();
  const signIn = `${name.toLowerCase().replace(/\W/g, '')}-${shopId.slice(-6)}`;
  const memberIds = [uuid(), uuid()];
  await db.query('insert into shop (id, name, time_zone, settings) values ($1, $2, $3, $4)', [
    shopId,
    name,
    'Europe/London',
    JSON.stringify(DEFAULT_SHOP_SETTINGS),
  ]);
  const hash = await hashPassword(PASSWORD);
  for (const [index, id] of memberIds.entries()) {
    await addMember(db, shopId, {
      id,
      name: index === 0 ? 'Ines' : 'Tam',
      role: 'owner',
      signIn: index === 0 ? signIn : `${signIn}-2`,
      passwordHash: hash,
    });
  }
  for (const [key, sheet] of Object.entries(GENERIC_PRODUCTS))
    await addProduct(db, shopId, { id: uuid(), key, sheet });
  await stockGenericSupplies(db);
  await db.close();
  return { shopId, signIn, memberIds };
}

/** Calls that answer with a session, whose token goes with what is called after it. */
const SESSION_CALLS = /^\/(session|invites\/accept|first-run)/;

/** A caller that keeps cookies and session as a browser does. */
export class Caller {
  private readonly cookies = new Map<string, string>();
  private csrf = '';

  /** @param headers sent with every call, as a proxy does. */
  constructor(
    private readonly address: string,
    private readonly headers: Record<string, string> = {},
  ) {}

  /** Goes on in a session that was opened without asking anybody. */
  enter(token: string, csrf: string, cookie = 'upholder_session'): this {
    this.cookies.set(cookie, token);
    this.csrf = csrf;
    return this;
  }

  /** Signs in, and falls over where that is refused. */
  async enterAs(signIn: string): Promise<this> {
    const response = await this.signIn(signIn);
    if (!response.ok) throw new Error(`${signIn} may not enter: ${response.status} ${await response.text()}`);
    return this;
  }

  signIn(signIn: string, password = PASSWORD): Promise<Response> {
    return this.call('POST', '/session', { signIn, password });
  }

  async call(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
    signal?: AbortSignal,
  ): Promise<Response> {
    const response = await fetch(`${this.address}/api${path}`, {
      method,
      signal,
      headers: {
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        ...this.kept(),
        ...headers,
      },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
    for (const cookie of response.headers.getSetCookie()) {
      const [name = '', value = ''] = (cookie.split(';')[0] ?? '').split('=');
      this.cookies.set(name, value);
    }
    if (SESSION_CALLS.test(path)) {
      const answer = (await response.clone().json()) as { csrfToken?: string | null };
      if (answer.csrfToken !== undefined) this.csrf = answer.csrfToken ?? '';
    }
    return response;
  }

  /** What goes with every call. */
  private kept(): Record<string, string> {
    const cookie = [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; ');
    return { ...this.headers, ...(cookie && { cookie }), ...(this.csrf && { 'x-csrf-token': this.csrf }) };
  }

  /** Sends bytes as they are. */
  raw(
    method: string,
    path: string,
    content: Buffer,
    type: string,
    headers: Record<string, string> = {},
  ): Promise<Response> {
    return fetch(`${this.address}/api${path}`, {
      method,
      headers: { 'content-type': type, ...this.kept(), ...headers },
      body: new Uint8Array(content),
    });
  }

  /** Calls and expects success; the body is what the test says it is. */
  async ok<T>(method: string, path: string, body?: unknown): Promise<T> {
    const response = await this.call(method, path, body);
    if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${await response.text()}`);
    return (await response.json()) as T;
  }

  /** Calls and expects a refusal; answers with its status and error. */
  async refused(
    method: string,
    path: string,
    body?: unknown,
  ): Promise<{
    status: number;
    code: string;
    message: string;
    fields?: Record<string, string>;
    current?: unknown;
  }> {
    const response = await this.call(method, path, body);
    const { error } = (await response.json()) as {
      error: { code: string; message: string; fields?: Record<string, string>; current?: unknown };
    };
    return { status: response.status, ...error };
  }
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
