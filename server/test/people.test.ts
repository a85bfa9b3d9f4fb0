import type { JobDetail, MemberRow, Session, SessionRow, ShopContext } from '@upholder/core/api';
import type { PlanSnapshot } from '@upholder/core/planning';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Database, openDatabase } from '../src/db/database.ts';
import type { Running } from '../src/start.ts';
import { addShop, Caller, freshDatabase, PASSWORD, startTestServer } from './harness.ts';
import { entryFor, makeJob } from './samples.ts';

const OTHER_PASSWORD = 'four plain oak boards';

let url: string;
let server: Running;
let db: Database;
beforeAll(async () => {
  url = await freshDatabase();
  server = await startTestServer(url, { trustProxy: 'loopback' });
  db = openDatabase(url, () => undefined);
});
afterAll(async () => {
  await db.close();
  await server.stop();
});

/** A shop with its owner signed in, and a second member. */
async function shopWithOwner() {
  const { signIn, shopId, memberIds } = await addShop(url, 'People');
  const owner = new Caller(server.address);
  await owner.signIn(signIn);
  const [ownerId = '', tamId = ''] = memberIds;
  return { signIn, shopId, owner, ownerId, tamId };
}

interface Members {
  members: MemberRow[];
}

/** Adds a member and lets them in by their invitation. */
async function invited(owner: Caller, role: string): Promise<{ id: string; signIn: string; caller: Caller }> {
  const id = uuid();
  await owner.ok('POST', '/members', { id, name: `Pia ${id.slice(-4)}`, role });
  const { code } = await owner.ok<{ code: string }>('POST', `/members/${id}/invite`);
  const caller = new Caller(server.address);
  const signIn = `pia-${id}`;
  await caller.ok('POST', '/invites/accept', { code, signIn, password: OTHER_PASSWORD });
  return { id, signIn, caller };
}

describe('members', () => {
  it('come by an invitation that works once, however it is typed, and not for long', async () => {
    const { owner } = await shopWithOwner();
    const id = uuid();
    await owner.ok('POST', '/members', { id, name: 'Pia', role: 'floor' });
    const { code } = await owner.ok<{ code: string }>('POST', `/members/${id}/invite`);
    expect(code).toMatch(/^([A-Z2-9]{4}-){3}[A-Z2-9]{4}$/);
    const pia = new Caller(server.address);
    const sloppy = ` ${code.toLowerCase().replaceAll('-', ' ')} `;
    expect(await pia.ok('POST', '/invites/read', { code: sloppy })).toMatchObject({ memberName: 'Pia' });
    const chosen = { code: sloppy, signIn: `pia-${id}`, password: OTHER_PASSWORD };
    expect(await pia.ok<Session>('POST', '/invites/accept', chosen)).toMatchObject({
      member: { name: 'Pia', role: 'floor', isConfirmed: true },
    });
    expect(await new Caller(server.address).refused('POST', '/invites/accept', chosen)).toMatchObject({
      code: 'wrong-code',
    });
    const second = await owner.ok<{ code: string }>('POST', `/members/${id}/invite`);
    await db.query(`update invite set expires_at = '2020-01-01' where member_id = $1`, [id]);
    expect(await pia.refused('POST', '/invites/read', { code: second.code })).toMatchObject({
      code: 'wrong-code',
    });
  });

  it('cannot take a sign-in name that somebody has, in another spelling either', async () => {
    const { owner } = await shopWithOwner();
    const first = await invited(owner, 'floor');
    const id = uuid();
    await owner.ok('POST', '/members', { id, name: 'Double', role: 'floor' });
    const { code } = await owner.ok<{ code: string }>('POST', `/members/${id}/invite`);
    for (const spelling of [first.signIn, first.signIn.toUpperCase(), first.signIn.replace('pia', 'pİa')])
      expect(
        await new Caller(server.address).refused('POST', '/invites/accept', {
          code,
          signIn: spelling,
          password: OTHER_PASSWORD,
        }),
      ).toMatchObject({ status: 422, fields: { signIn: expect.stringMatching(/taken/) } });
  });

  it('get no common password, and none that is their name', async () => {
    const { owner } = await shopWithOwner();
    const id = uuid();
    await owner.ok('POST', '/members', { id, name: 'Marguerite', role: 'floor' });
    const { code } = await owner.ok<{ code: string }>('POST', `/members/${id}/invite`);
    const tried = [
      'short',
      'password123',
      'P4ssw0rd!!!',
      'aaaaaaaaaaaa',
      'marguerite1',
      'qwertyuiop',
      '1234567890',
    ];
    for (const password of tried)
      expect(
        await new Caller(server.address).refused('POST', '/invites/accept', {
          code,
          signIn: `m-${id}`,
          password,
        }),
        password,
      ).toMatchObject({ status: 422, fields: { password: expect.stringMatching(/^[A-Z].*\.$/) } });
  });

  it('that leave are signed out, planned with no more, and keep their name in the log', async () => {
    const { owner } = await shopWithOwner();
    const pia = await invited(owner, 'floor');
    const { job } = await makeJob(owner);
    const { plan } = await owner.ok<{ plan: PlanSnapshot }>('POST', `/jobs/${job.id}/plan`);
    await pia.caller.ok(
      'POST',
      `/jobs/${job.id}/log`,
      entryFor(job.id, plan.ops[0]!, '2026-11-23T07:00:00.000Z'),
    );
    const stream = await pia.caller.call('GET', '/live');
    await owner.ok('POST', `/members/${pia.id}/leave`);
    // The stream ends with its session: reading it comes to an end.
    await stream.text();
    expect(await pia.caller.refused('GET', '/jobs')).toMatchObject({ code: 'signed-out' });
    expect(
      await pia.caller.refused('POST', '/session', { signIn: pia.signIn, password: OTHER_PASSWORD }),
    ).toMatchObject({ code: 'wrong-sign-in' });
    const { log } = await owner.ok<JobDetail>('GET', `/jobs/${job.id}`);
    expect(log[0]?.memberName).toMatch(/^Pia/);
    const { crew } = await owner.ok<ShopContext>('GET', '/shop');
    expect(crew.find(({ id }) => id === pia.id)).toMatchObject({ hasLeft: true });
    const again = await owner.ok<{ plan: PlanSnapshot }>('POST', `/jobs/${job.id}/plan`);
    expect(again.plan.ops.filter(({ personId }) => personId === pia.id)).toEqual([]);
    await owner.ok('POST', `/members/${pia.id}/return`);
    await pia.caller.ok('POST', '/session', { signIn: pia.signIn, password: OTHER_PASSWORD });
  });

  it('always keep an owner who can sign in', async () => {
    const { owner, ownerId, tamId } = await shopWithOwner();
    await owner.ok('PUT', `/members/${tamId}`, { name: 'Tam', role: 'planner' });
    const refused = { status: 409, message: expect.stringMatching(/owner/) };
    expect(await owner.refused('PUT', `/members/${ownerId}`, { name: 'Ines', role: 'floor' })).toMatchObject(
      refused,
    );
    expect(await owner.refused('POST', `/members/${ownerId}/leave`)).toMatchObject(refused);
    // An owner who never set a password could not let anybody in.
    const id = uuid();
    await owner.ok('POST', '/members', { id, name: 'Later', role: 'owner' });
    expect(await owner.refused('POST', `/members/${ownerId}/leave`)).toMatchObject(refused);
    await owner.ok('PUT', `/members/${tamId}`, { name: 'Tam', role: 'owner' });
    await owner.ok('PUT', `/members/${ownerId}`, { name: 'Ines', role: 'floor' });
  });

  it('of one shop are nobody to another', async () => {
    const { owner } = await shopWithOwner();
    const other = await shopWithOwner();
    for (const [method, path, body] of [
      ['PUT', `/members/${other.tamId}`, { name: 'Mine', role: 'reader' }],
      ['POST', `/members/${other.tamId}/invite`],
      ['POST', `/members/${other.tamId}/leave`],
      ['PUT', `/members/${other.tamId}/pin`, { pin: '4825' }],
      ['POST', `/members/${other.tamId}/badge`],
    ] as const)
      expect((await owner.refused(method, path, body)).status).toBe(404);
    const { members } = await owner.ok<Members>('GET', '/members');
    expect(members.map(({ id }) => id)).not.toContain(other.tamId);
  });
});

describe('sessions', () => {
  it('are listed, and end one by one, all others at once, and when the password changes', async () => {
    const { signIn, owner } = await shopWithOwner();
    const [second, third, fourth] = [1, 2, 3].map(() => new Caller(server.address));
    for (const caller of [second, third, fourth]) await caller?.signIn(signIn);
    const { sessions } = await owner.ok<{ sessions: SessionRow[] }>('GET', '/sessions');
    expect(sessions.map(({ isThisOne }) => isThisOne).filter(Boolean)).toEqual([true]);
    expect(sessions).toHaveLength(4);
    const { sessions: own } = await second!.ok<{ sessions: SessionRow[] }>('GET', '/sessions');
    await owner.ok('DELETE', `/sessions/${own.find(({ isThisOne }) => isThisOne)?.id}`);
    expect(await second!.refused('GET', '/jobs')).toMatchObject({ code: 'signed-out' });
    await third!.ok('POST', '/sessions/end-others');
    expect(await owner.refused('GET', '/jobs')).toMatchObject({ code: 'signed-out' });
    await owner.signIn(signIn);
    expect(
      await owner.refused('PUT', '/session/password', { current: 'guess', password: OTHER_PASSWORD }),
    ).toMatchObject({ fields: { current: 'This is not your password.' } });
    await owner.ok('PUT', '/session/password', { current: PASSWORD, password: OTHER_PASSWORD });
    await owner.ok('GET', '/jobs');
    expect(await third!.refused('GET', '/jobs')).toMatchObject({ code: 'signed-out' });
    expect(await third!.refused('POST', '/session', { signIn, password: PASSWORD })).toMatchObject({
      code: 'wrong-sign-in',
    });
    await third!.ok('POST', '/session', { signIn, password: OTHER_PASSWORD });
  });

  it('end when they are not used for a week, and after thirty days in any case', async () => {
    const { owner, ownerId } = await shopWithOwner();
    const age = (column: string, days: number) =>
      db.query(`update session set ${column} = ${column} - $2 * interval '1 day' where member_id = $1`, [
        ownerId,
        days,
      ]);
    await age('seen_at', 6.9);
    await owner.ok('GET', '/jobs');
    // It was used just now: the week starts over.
    await age('seen_at', 6.9);
    await owner.ok('GET', '/jobs');
    await age('expires_at', 29.9);
    await owner.ok('GET', '/jobs');
    await age('expires_at', 0.2);
    expect(await owner.refused('GET', '/jobs')).toMatchObject({ code: 'signed-out' });
    const { owner: idle, ownerId: idleId } = await shopWithOwner();
    await db.query(`update session set seen_at = seen_at - interval '7.1 days' where member_id = $1`, [
      idleId,
    ]);
    expect(await idle.refused('GET', '/jobs')).toMatchObject({ code: 'signed-out' });
  });

  it('go over an encrypted line only, where they came over one', async () => {
    const { signIn } = await shopWithOwner();
    const cookieOf = async (proto: string) =>
      (
        await new Caller(server.address, { 'x-forwarded-proto': proto }).signIn(signIn)
      ).headers.getSetCookie()[0];
    expect(await cookieOf('https')).toMatch(/; Secure/);
    expect(await cookieOf('http')).not.toMatch(/Secure/);
  });
});

describe('guessing', () => {
  const tries = async (count: number, body: (at: number) => object, from: (at: number) => string) => {
    const codes: string[] = [];
    for (let at = 0; at < count; at += 1)
      codes.push(
        (
          await new Caller(server.address, { 'x-forwarded-for': from(at) }).refused(
            'POST',
            '/session',
            body(at),
          )
        ).code,
      );
    return codes;
  };
  const lockedAfter = (codes: string[]) => codes.indexOf('too-many-tries');

  it('a name at one address stops after eight tries, in whatever spelling', async () => {
    const { shopId } = await addShop(url, 'Guessing');
    const base = `mia-${shopId}`;
    const spellings = [
      base,
      base.toUpperCase(),
      base.replace('i', 'İ'),
      base.replace('mi', 'Ｍｉ'),
      ` ${base} `,
    ];
    await db.query('update member set sign_in = $2, sign_in_key = $2 where shop_id = $1 and position = 0', [
      shopId,
      base,
    ]);
    const codes = await tries(
      10,
      (at) => ({ signIn: spellings[at % spellings.length], password: `guess number ${at}` }),
      () => '198.51.100.7',
    );
    expect(codes.slice(0, 8)).toEqual(Array(8).fill('wrong-sign-in'));
    expect(lockedAfter(codes)).toBe(8);
    // The right password does not get in either, from there; from elsewhere it does.
    const signIn = { signIn: base, password: PASSWORD };
    expect(
      await new Caller(server.address, { 'x-forwarded-for': '198.51.100.7' }).refused(
        'POST',
        '/session',
        signIn,
      ),
    ).toMatchObject({ status: 429 });
    await new Caller(server.address, { 'x-forwarded-for': '198.51.100.8' }).ok('POST', '/session', signIn);
  });

  it('many names from one address stop after sixty', async () => {
    const codes = await tries(
      64,
      (at) => ({ signIn: `nobody ${at}`, password: 'guess' }),
      () => '198.51.100.20',
    );
    expect(lockedAfter(codes)).toBe(60);
  });

  it('one name from many addresses stops after thirty, and those who are signed in at theirs still get in', async () => {
    const { signIn } = await addShop(url, 'Botnet');
    const home = { 'x-forwarded-for': '203.0.113.5' };
    await new Caller(server.address, home).ok('POST', '/session', { signIn, password: PASSWORD });
    const codes = await tries(
      33,
      () => ({ signIn, password: 'guess' }),
      (at) => `203.0.113.${100 + at}`,
    );
    expect(lockedAfter(codes)).toBe(30);
    await new Caller(server.address, home).ok('POST', '/session', { signIn, password: PASSWORD });
  });

  it('cannot be spread by addresses that the caller makes up, nor by those of one network', async () => {
    const made = await tries(
      10,
      () => ({ signIn: 'made up', password: 'guess' }),
      // A proxy appends what it saw: only the last one counts.
      (at) => `192.0.2.${at}, 198.51.100.40`,
    );
    expect(lockedAfter(made)).toBe(8);
    const network = await tries(
      10,
      () => ({ signIn: 'network', password: 'guess' }),
      (at) => `2001:db8:1:2:${at}::1`,
    );
    expect(lockedAfter(network)).toBe(8);
    const bare = await startTestServer(url);
    const codes: string[] = [];
    for (let at = 0; at < 10; at += 1)
      codes.push(
        (
          await new Caller(bare.address, { 'x-forwarded-for': `192.0.2.${at}` }).refused('POST', '/session', {
            signIn: 'no proxy',
            password: 'guess',
          })
        ).code,
      );
    await bare.stop();
    expect(lockedAfter(codes)).toBe(8);
  });

  it('all at once gets no more tries than one after the other', async () => {
    const codes = await Promise.all(
      Array.from(
        { length: 24 },
        async () =>
          (
            await new Caller(server.address, { 'x-forwarded-for': '198.51.100.60' }).refused(
              'POST',
              '/session',
              {
                signIn: 'all at once',
                password: 'guess',
              },
            )
          ).code,
      ),
    );
    expect(codes.filter((code) => code === 'wrong-sign-in').length).toBeLessThanOrEqual(8);
  });

  it('invitations and setup codes stops after twelve', async () => {
    const from = new Caller(server.address, { 'x-forwarded-for': '198.51.100.90' });
    const codes: string[] = [];
    for (let at = 0; at < 14; at += 1)
      codes.push((await from.refused('POST', '/invites/read', { code: `AAAA-BBBB-CCCC-DD${20 + at}` })).code);
    expect(lockedAfter(codes)).toBe(12);
  });
});

describe('a shared tablet', () => {
  async function tabletOf() {
    const shop = await shopWithOwner();
    const { owner, tamId, ownerId } = shop;
    await owner.ok('PUT', `/members/${tamId}/pin`, { pin: '4825' });
    await owner.ok('PUT', `/members/${ownerId}/pin`, { pin: '920417' });
    await owner.ok('POST', '/tablets', { id: uuid(), name: 'Booth' });
    return { ...shop, tablet: owner };
  }

  it('lets people switch by PIN, and the log knows who', async () => {
    const { tablet, tamId, ownerId } = await tabletOf();
    const { job } = await makeJob(tablet);
    const { plan } = await tablet.ok<{ plan: PlanSnapshot }>('POST', `/jobs/${job.id}/plan`);
    await tablet.ok('DELETE', '/session');
    const door = await tablet.ok<Session>('GET', '/session');
    expect(door).toMatchObject({
      member: null,
      tablet: {
        name: 'Booth',
        members: [
          { id: ownerId, pinDigits: 6 },
          { id: tamId, pinDigits: 4 },
        ],
      },
    });
    expect(await tablet.ok<Session>('POST', '/session/pin', { memberId: tamId, pin: '4825' })).toMatchObject({
      member: { name: 'Tam', isConfirmed: false },
    });
    await tablet.ok(
      'POST',
      `/jobs/${job.id}/log`,
      entryFor(job.id, plan.ops[0]!, '2026-11-23T07:00:00.000Z'),
    );
    await tablet.ok('POST', '/session/pin', { memberId: ownerId, pin: '920417' });
    await tablet.ok(
      'POST',
      `/jobs/${job.id}/log`,
      entryFor(job.id, plan.ops[1]!, '2026-11-23T07:10:00.000Z'),
    );
    const { log } = await tablet.ok<JobDetail>('GET', `/jobs/${job.id}`);
    expect(log.map(({ memberName }) => memberName)).toEqual(['Tam', 'Ines']);
  });

  it('asks for the password before what only owners do, and for ten minutes no more', async () => {
    const { tablet, ownerId } = await tabletOf();
    await tablet.ok('POST', '/session/pin', { memberId: ownerId, pin: '920417' });
    const add = { id: uuid(), name: 'Pia', role: 'floor' };
    expect(await tablet.refused('POST', '/members', add)).toMatchObject({
      status: 403,
      code: 'confirm-password',
    });
    expect(await tablet.refused('POST', '/session/confirm', { password: 'guess' })).toMatchObject({
      status: 422,
    });
    await tablet.ok('POST', '/session/confirm', { password: PASSWORD });
    await tablet.ok('POST', '/members', add);
    await db.query(
      `update session set password_at = password_at - interval '11 minutes' where member_id = $1`,
      [ownerId],
    );
    expect(await tablet.refused('GET', '/members')).toMatchObject({ code: 'confirm-password' });
    await tablet.ok('GET', '/jobs');
  });

  it('takes a badge until it is replaced, and no PIN or badge anywhere else', async () => {
    const { tablet, owner, tamId, signIn } = await tabletOf();
    const { badge } = await owner.ok<{ badge: string }>('POST', `/members/${tamId}/badge`);
    const elsewhere = new Caller(server.address);
    expect(await elsewhere.refused('POST', '/session/badge', { badge })).toMatchObject({
      code: 'not-allowed',
    });
    expect(await elsewhere.refused('POST', '/session/pin', { memberId: tamId, pin: '4825' })).toMatchObject({
      code: 'not-allowed',
    });
    expect(await tablet.ok<Session>('POST', '/session/badge', { badge })).toMatchObject({
      member: { name: 'Tam' },
    });
    await tablet.signIn(signIn);
    await owner.ok('POST', `/members/${tamId}/badge`);
    expect(await tablet.refused('POST', '/session/badge', { badge })).toMatchObject({
      code: 'wrong-sign-in',
    });
  });

  it('stops guessing a PIN after five tries', async () => {
    const { tablet, tamId } = await tabletOf();
    const codes: string[] = [];
    for (let at = 0; at < 7; at += 1)
      codes.push(
        (await tablet.refused('POST', '/session/pin', { memberId: tamId, pin: `13${50 + at}` })).code,
      );
    expect(codes).toEqual([...Array(5).fill('wrong-sign-in'), 'too-many-tries', 'too-many-tries']);
  });

  it('that is taken off the list ends its sessions and knows nobody any more', async () => {
    const { tablet, tamId, signIn } = await tabletOf();
    await tablet.ok('POST', '/session/pin', { memberId: tamId, pin: '4825' });
    const desk = new Caller(server.address);
    await desk.signIn(signIn);
    const { tablets } = await desk.ok<{ tablets: { id: string }[] }>('GET', '/tablets');
    await desk.ok('DELETE', `/tablets/${tablets[0]?.id}`);
    expect(await tablet.refused('GET', '/jobs')).toMatchObject({ code: 'signed-out' });
    expect(await tablet.ok<Session>('GET', '/session')).toMatchObject({ tablet: null });
  });
});

describe('the link of a client', () => {
  it('shows progress and care without names, until it is ended or runs out', async () => {
    const { owner } = await shopWithOwner();
    const { job } = await makeJob(owner);
    const { plan } = await owner.ok<{ plan: PlanSnapshot }>('POST', `/jobs/${job.id}/plan`);
    await owner.ok('POST', `/jobs/${job.id}/log`, entryFor(job.id, plan.ops[0]!, '2026-11-23T07:00:00.000Z'));
    const { token, links } = await owner.ok<{ token: string; links: { id: string }[] }>(
      'POST',
      `/jobs/${job.id}/client-links`,
      { days: 30 },
    );
    const client = new Caller(server.address);
    const view = await client.ok<{ zones: { stages: { stage: string }[] }[]; completion: string }>(
      'POST',
      '/client',
      {
        token,
      },
    );
    expect(view).toMatchObject({ jobName: job.name, shopName: 'People', isHandedOver: false });
    expect(view.zones[0]?.stages.map(({ stage }) => stage)).toContain('primed');
    expect(JSON.stringify(view)).not.toMatch(/Ines|memberName|stepId|shopId/);
    await owner.ok('DELETE', `/client-links/${links[0]?.id}`);
    expect(await client.refused('POST', '/client', { token })).toMatchObject({ status: 404 });
    const second = await owner.ok<{ token: string }>('POST', `/jobs/${job.id}/client-links`, { days: 1 });
    await db.query(`update client_link set expires_at = '2026-11-01' where job_id = $1`, [job.id]);
    expect(await client.refused('POST', '/client', { token: second.token })).toMatchObject({ status: 404 });
  });
});
