import { GENERIC_PRODUCTS } from '@upholder/core/catalogue';
import { DEFAULT_SHOP_SETTINGS } from '@upholder/core/shop';
import { v7 as uuid } from 'uuid';
import { type Database, openDatabase } from '../src/db/database.ts';
import { addMember } from '../src/people/store.ts';
import { addProduct } from '../src/products/products.ts';
import { stockGenericSupplies } from '../src/products/store.ts';
import { hashPassword } from '../src/session/password.ts';

/** What every member of a sample shop signs in with. */
export const PASSWORD = 'linseed and patience';

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
