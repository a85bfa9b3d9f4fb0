import { ACCESS, addressed, type CallName, mayCall, PATHS, RAW_PATHS } from '@upholder/core/api';
import type { Happening, NewJobEvent } from '@upholder/core/handover';
import { ROLES, type Role } from '@upholder/core/people';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sampleQuote } from '../../core/test/quote.ts';
import { DEFAULT_SESSIONS } from '../src/base/config.ts';
import { type Database, one, openDatabase } from '../src/db/database.ts';
import { addMember } from '../src/people/store.ts';
import { openSession } from '../src/session/store.ts';
import type { Running } from '../src/start.ts';
import { addShop, Caller, freshDatabase, NOW, startTestServer } from './harness.ts';
import { makeJob } from './samples.ts';

const ADDRESSES: Record<CallName, string> = { ...PATHS, ...RAW_PATHS };
const NAMES = Object.keys(ADDRESSES) as CallName[];
const REFUSED = ['signed-out', 'not-allowed'];

let server: Running;
let db: Database;
let shopId: string;
const members = new Map<Role, string>();

beforeAll(async () => {
  const url = await freshDatabase();
  server = await startTestServer(url, { isDemo: true });
  ({ shopId } = await addShop(url, 'Roles'));
  db = openDatabase(url, () => undefined);
  for (const role of ROLES) {
    const id = uuid();
    members.set(role, id);
    await addMember(db, shopId, { id, name: role, role });
  }
});
afterAll(async () => {
  await db.close();
  await server.stop();
});

/** Somebody of a role, in a session of their own; the demo's cookie, so that all calls of the demo are there as well. */
async function somebody(role: Role | null): Promise<Caller> {
  if (role === null) return new Caller(server.address);
  const opening = { browser: '', address: '', tabletId: null, isByPassword: true };
  const member = { id: members.get(role) ?? '', shopId };
  const { token } = await openSession(db, member, new Date(NOW), DEFAULT_SESSIONS, opening);
  const { csrf } = await one<{ csrf: string }>(
    db,
    'select csrf_token as csrf from session where member_id = $1 order by created_at desc, token_hash limit 1',
    [member.id],
  );
  await db.query('update session set csrf_token = $2 where member_id = $1', [member.id, csrf]);
  return new Caller(server.address).enter(token, csrf, 'upholder_demo_session');
}

/** How a call ends for somebody who sends nothing of use: with what the server says of it, or with nothing to say. */
async function codeOf(role: Role | null, name: CallName): Promise<string> {
  const caller = await somebody(role);
  const { method, url } = addressed(ADDRESSES[name], { name: 'none' });
  const filled = url.replaceAll('undefined', uuid());
  const stop = new AbortController();
  const response = await caller.call(method, filled, method === 'GET' ? undefined : {}, {}, stop.signal);
  // A stream never ends by itself.
  if (response.headers.get('content-type')?.startsWith('text/event-stream')) {
    stop.abort();
    return 'ok';
  }
  const text = await response.text();
  if (response.ok) return 'ok';
  return (JSON.parse(text) as { error: { code: string } }).error.code;
}

describe('who may make which call', () => {
  it.each(NAMES)('%s: as the matrix says, for every role and for nobody', async (name) => {
    for (const role of [null, ...ROLES]) {
      const isAllowed = role === null ? ACCESS[name] === 'anyone' : mayCall(role, name);
      const code = await codeOf(role, name);
      expect([name, role, REFUSED.includes(code) ? 'refused' : 'let through', code]).toEqual([
        name,
        role,
        isAllowed ? 'let through' : 'refused',
        code,
      ]);
      if (!isAllowed) expect(code).toBe(role === null ? 'signed-out' : 'not-allowed');
    }
  });

  it.each([
    ['reader', 'job', true],
    ['reader', 'log', false],
    ['reader', 'changePassword', true],
    ['floor', 'log', true],
    ['floor', 'putMix', true],
    ['floor', 'planJob', false],
    ['floor', 'changePieces', false],
    ['planner', 'planAll', true],
    ['planner', 'changeSteps', true],
    ['planner', 'log', true],
    ['planner', 'addMember', false],
    ['planner', 'changeShop', false],
    ['planner', 'backupFile', false],
    ['owner', 'addMember', true],
    ['owner', 'changeShop', true],
  ] as const)('%s, %s: %s', (role, name, may) => {
    expect(mayCall(role, name)).toBe(may);
  });
});

describe('quotes', () => {
  it('are written, answered and withdrawn by planners and owners; the floor reports everything else', async () => {
    const [owner, planner, floor] = [
      await somebody('owner'),
      await somebody('planner'),
      await somebody('floor'),
    ];
    const { job } = await makeJob(owner);
    const post = async (caller: Caller, what: Happening) => {
      const sent: NewJobEvent = { id: uuid(), jobId: job.id, at: NOW, what };
      const { status } = await caller.call('POST', `/jobs/${job.id}/events`, sent);
      return { status, id: sent.id };
    };
    expect((await post(floor, { kind: 'quote', quote: sampleQuote() })).status).toBe(403);
    const quote = await post(planner, { kind: 'quote', quote: sampleQuote() });
    expect(quote.status).toBe(200);
    const answer: Happening = {
      kind: 'quote-answer',
      quoteId: quote.id,
      answer: 'accepted',
      by: 'Ada Quill',
      on: '2026-11-20',
      how: 'signed',
      note: '',
    };
    expect((await post(floor, answer)).status).toBe(403);
    expect((await post(owner, answer)).status).toBe(200);
    expect((await post(owner, { ...answer, quoteId: uuid() })).status).toBe(422);
    expect((await post(owner, { ...answer, by: ' ' })).status).toBe(422);
    expect((await post(floor, { kind: 'withdrawn', eventId: quote.id })).status).toBe(403);
    expect((await post(floor, { kind: 'reopened', reason: '' })).status).toBe(200);
  });
});
