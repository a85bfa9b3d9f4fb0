import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  ACCESS,
  addressed,
  type Changes,
  ChangesSchema,
  type JobDetail,
  type JobSummary,
  PATHS,
  patchedDetail,
  patchedShop,
  type ResponseOf,
  ROUTES,
  type RouteName,
  type Sent,
  type ShopContext,
} from '@upholder/core/api';
import { GENERIC_PRODUCTS, GENERIC_SUPPLIES } from '@upholder/core/catalogue';
import { NO_HARDWARE } from '@upholder/core/elevation';
import { NO_ROOM } from '@upholder/core/jobs';
import { USUAL_PRICING } from '@upholder/core/rates';
import { FINISHING_SYSTEMS } from '@upholder/core/systems';
import express, { type ErrorRequestHandler } from 'express';
import type pg from 'pg';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sampleMix } from '../../core/test/sampleMix.ts';
import { withConnection } from '../src/db/connection.ts';
import { RouteTable } from '../src/http/route.ts';
import { ownerColumn } from '../src/keeping/shopExport.ts';
import { SHOP_TABLES } from '../src/keeping/shopTables.ts';
import type { Running } from '../src/start.ts';
import { addShop, Caller, freshDatabase, PASSWORD, startTestServer } from './harness.ts';
import { entryFor, jobSpec, makeJob, pieceFor, zoneSpec } from './samples.ts';

let server: Running;
let ines: Caller;
let signIn: string;
let memberIds: string[];
let shopId: string;
let url: string;
const folder = mkdtempSync(join(tmpdir(), 'upholder-contract-'));
const called = new Set<RouteName>();
/** Every call of the shop’s owner, as it was made. */
const sentBy: { name: RouteName; sent: { params?: object; body?: unknown } }[] = [];
const NO_CHANGES: Changes = { jobs: [], shop: {}, products: [], mixes: [] };

/** The shop and a job as a page holds them that never reads them again, but only puts in what changes. */
const held: { shop: ShopContext | null; job: JobDetail | null } = { shop: null, job: null };

/** What was answered under a tag. */
const tagged = new Map<string, JobDetail>();

/** Puts what a call changed into what is held, and holds that against what the server has. */
async function follow(answer: unknown): Promise<void> {
  const changes = ChangesSchema.parse((answer as { changes?: unknown }).changes ?? NO_CHANGES);
  for (const one of changes.jobs)
    if (held.job && one.id === held.job.job.id && !one.isGone) held.job = patchedDetail(held.job, one);
  if (held.shop) held.shop = patchedShop(held.shop, changes);
  if (held.job) {
    const answer = await ines.call('GET', `/jobs/${held.job.job.id}`);
    const now = (await answer.json()) as JobDetail;
    expect(held.job).toEqual(now);
    // Whoever holds an answer with this tag is told that it is still right: it must be.
    const tag = answer.headers.get('etag') ?? 'none';
    expect(now).toEqual(tagged.get(tag) ?? now);
    tagged.set(tag, now);
    const { jobs } = await ines.ok<{ jobs: JobSummary[] }>('GET', '/jobs');
    const line = jobs.find(({ job }) => job.id === now.job.id);
    expect([line?.zones, line?.zonesWithoutSystem, line?.pieces, line?.entries]).toEqual([
      now.zones.length,
      now.zones.filter(({ systemId }) => systemId === null).length,
      now.pieces.length,
      now.log.length,
    ]);
  }
  if (held.shop) expect(held.shop).toEqual(await ines.ok('GET', '/shop'));
}

const UUIDS = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g;
/** Calls that end the session of whoever makes them. */
const OWN_SESSION = new Set<RouteName>(['signOut', 'changePassword']);

/** Everything that a shop has, table by table, as one sum each. */
async function contentOf(client: pg.Client, shop: string): Promise<Record<string, string>> {
  const sums: Record<string, string> = {};
  for (const table of SHOP_TABLES) {
    const { rows } = await client.query<{ sum: string }>(
      `select coalesce(md5(string_agg(given::text, '|' order by given::text)), 'none') as sum
         from ${table} as given where ${ownerColumn(table)} = $1`,
      [shop],
    );
    sums[table] = rows[0]?.sum ?? '';
  }
  return sums;
}

/** Every id that a shop has. */
async function idsOf(client: pg.Client, shop: string): Promise<Set<string>> {
  const ids = new Set<string>();
  for (const table of SHOP_TABLES) {
    const { rows } = await client.query<{ row: string }>(
      `select given::text as row from ${table} as given where ${ownerColumn(table)} = $1`,
      [shop],
    );
    for (const { row } of rows) for (const [id] of row.matchAll(UUIDS)) ids.add(id);
  }
  return ids;
}

type Routes = typeof ROUTES;
/** Calls a route as it is declared, and reads the answer as it is declared. */
async function send<N extends RouteName>(
  name: N,
  sent: Sent<Routes[N]>,
  caller = ines,
): Promise<ResponseOf<Routes[N]>> {
  const { method, url } = addressed(PATHS[name], sent.params);
  const answer = await caller.call(method, url, sent.body);
  const body: unknown = await answer.json();
  if (answer.status !== (ROUTES[name].status ?? 200))
    throw new Error(`${PATHS[name]}: ${answer.status} ${JSON.stringify(body)}`);
  called.add(name);
  if (caller === ines) sentBy.push({ name, sent });
  if (caller === ines && ROUTES[name].method !== 'get' && ACCESS[name] !== 'anyone') await follow(body);
  return ROUTES[name].response.parse(body) as ResponseOf<Routes[N]>;
}

beforeAll(async () => {
  url = await freshDatabase();
  server = await startTestServer(url, {
    isDemo: true,
    backup: { folder: join(folder, 'backups'), everyHours: 0, keepDays: 1, passphrase: '' },
  });
  ({ signIn, memberIds, shopId } = await addShop(url, 'Contract'));
  ines = new Caller(server.address);
});
afterAll(async () => {
  await server.stop();
  rmSync(folder, { recursive: true });
});

/** Members, sessions, tablets. */
async function callPeople(): Promise<void> {
  const id = uuid();
  const params = { memberId: id };
  await send('addMember', { body: { id, name: 'Pia', role: 'floor' } });
  await send('changeMember', { params, body: { name: 'Pia B', role: 'planner' } });
  const { code } = await send('inviteMember', { params });
  const pia = new Caller(server.address);
  expect((await send('readInvite', { body: { code } }, pia)).memberName).toBe('Pia B');
  const chosen = { signIn: `pia-${id}`, password: 'four plain oak boards' };
  await send('acceptInvite', { body: { code, ...chosen } }, pia);
  await send('sessions', {}, pia);
  await send('endOtherSessions', {}, pia);
  await send('endSession', { params: { sessionId: uuid() } }, pia);
  await send('setOwnPin', { body: { pin: '4825' } }, pia);
  await send('setOwnUnits', { body: { units: { system: 'us', single: { film: 'µm' } } } }, pia);
  await send(
    'changePassword',
    { body: { current: chosen.password, password: 'five plain oak boards' } },
    pia,
  );
  await send('confirmPassword', { body: { password: 'five plain oak boards' } }, pia);
  await send('endMemberSessions', { params });
  await send('setMemberPin', { params, body: { pin: '48251' } });
  const { badge } = await send('giveBadge', { params });
  await send('enrolTablet', { body: { id: uuid(), name: 'Booth' } });
  const { tablets } = await send('tablets', {});
  // The tablet is the browser of the owner who enrolled it: they come back with their password.
  await send('badgeSignIn', { body: { badge } });
  await send('pinSignIn', { body: { memberId: id, pin: '48251' } });
  await send('signIn', { body: { signIn, password: PASSWORD } });
  await send('removeBadge', { params });
  const desk = new Caller(server.address);
  await desk.signIn(signIn);
  await send('endTablet', { params: { tabletId: tablets[0]?.id ?? '' } }, desk);
  await ines.signIn(signIn);
  await send('letMemberGo', { params });
  await send('takeMemberBack', { params });
  await send('members', {});
  await send('backups', {});
  await send('makeBackup', {});
}

/** A server without a shop. */
async function callFirstRun(): Promise<void> {
  const url = await freshDatabase();
  const fresh = await startTestServer(url, {}, { openSample: async () => 'http://127.0.0.1:1' });
  const nobody = new Caller(fresh.address);
  const code = fresh.setupCode ?? '';
  await send('checkSetupCode', { body: { code } }, nobody);
  await send('openSample', { body: { code } }, nobody);
  const owner = { name: 'Ines', signIn: 'ines', password: 'four plain oak boards' };
  await send(
    'firstRun',
    { body: { code, shop: { name: 'First', timeZone: 'Europe/London', owner } } },
    nobody,
  );
  expect((await nobody.ok<ShopContext>('GET', '/shop')).products).not.toHaveLength(0);
  await fresh.stop();
}

describe('every declared route', () => {
  it('can be called as it is declared, and answers as it is declared', async () => {
    await send('session', {});
    await ines.signIn(signIn);
    called.add('signIn');
    const shop = await send('shop', {});
    held.shop = shop;
    const { version, name, timeZone, settings } = shop;
    await send('changeShop', { body: { version, name, timeZone, settings: { ...settings, benches: 3 } } });
    const memberId = memberIds[0] ?? '';
    await send('setSkills', { params: { memberId }, body: { skills: ['spray', 'prep', 'brush'] } });
    await send('setWeek', { params: { memberId }, body: { week: null } });
    await send('setDaysOff', { params: { memberId }, body: { daysOff: ['2026-12-25'] } });
    await send('typeClimate', { body: { airC: 19, rhPct: 55 } });

    const sheet = GENERIC_PRODUCTS['bonding-primer']!;
    const product = await send('addProduct', { body: { id: uuid(), key: 'ours', sheet } });
    await send('changeProduct', {
      params: { productId: product.id },
      body: { version: product.version, sheet: { ...sheet, name: 'Ours' } },
    });
    await send('setStock', { params: { productId: product.id }, body: { stockMl: 2500 } });
    const supply = GENERIC_SUPPLIES['cleaner-mild']!;
    const kept = await send('addSupply', { body: { id: uuid(), key: 'our-cleaner', supply } });
    await send('changeSupply', {
      params: { supplyId: kept.id },
      body: { version: kept.version, supply: { ...supply, name: 'Our cleaner' } },
    });
    const layer = await send('addLayer', {
      body: {
        id: uuid(),
        kind: 'product',
        under: 'ours',
        over: 'mineral-paint',
        answer: 'yes',
        why: 'tried',
        test: null,
      },
    });
    await send('removeLayer', { params: { layerId: layer.id } });
    await send('putBenchItem', {
      params: { itemId: uuid() },
      body: {
        version: 0,
        item: {
          kind: 'gun',
          name: 'x',
          applicator: 'turbine',
          orificeUm: 1300,
          cupMl: 600,
          residueMl: 60,
          fullG: null,
        },
      },
    });

    const job = await send('addJob', { body: { id: uuid(), ...jobSpec } });
    const jobId = job.id;
    held.job = await send('job', { params: { jobId } });
    const { id: _job, version: jobVersion, methods: _methods, ...spec } = job;
    const changed = await send('changeJob', {
      params: { jobId },
      body: { ...spec, version: jobVersion, name: 'Wall' },
    });
    const zone = await send('addZone', { params: { jobId }, body: { id: uuid(), ...zoneSpec } });
    const zoneId = zone.id;
    const other = await send('changeMethods', {
      params: { jobId },
      body: { version: changed.version, methods: { choices: { tack: 'damp' }, reasons: {} } },
    });
    await send('changeRoom', {
      params: { jobId },
      body: {
        version: other.version,
        room: {
          ...NO_ROOM,
          lengthMm: 4200,
          tasks: [{ kind: 'floor', amount: 14.7, doors: 0, minutesEach: null }],
        },
      },
    });
    const { version: roomVersion } = await send('job', { params: { jobId } }).then(({ job: kept }) => kept);
    await send('changePricing', {
      params: { jobId },
      body: {
        version: roomVersion,
        pricing: { ...USUAL_PRICING, extras: [{ id: uuid(), name: 'Handles', amount: 7200 }] },
      },
    });
    await send('answerSurvey', { params: { zoneId }, body: { answers: { soil: 'kitchen' } } });
    await send('addDecision', {
      params: { jobId },
      body: { id: uuid(), zoneId, kind: 'acknowledged', code: 'flammable', reason: 'window open, fan on' },
    });
    const pieces = [1, 2].map((number) => pieceFor(zoneId, number));
    const added = await send('addPieces', { params: { jobId }, body: { pieces } });
    const [first, second] = added.pieces;
    if (!first || !second) throw new Error('two pieces were sent');
    const { version: pieceVersion, ...piece } = first;
    await send('changePieces', {
      params: { jobId },
      body: { changes: [{ version: pieceVersion, piece: { ...piece, note: 'loose' } }] },
    });
    expect((await send('findPiece', { params: { pieceId: second.id } })).jobId).toBe(jobId);
    await send('removePieces', { params: { jobId }, body: { pieceIds: [second.id] } });

    const wall = { id: uuid(), position: 0, name: 'North', letter: 'N', widthMm: 3000, heightMm: 2400 };
    const opening = {
      id: uuid(),
      wallId: wall.id,
      tag: 'N1',
      xMm: 0,
      yMm: 0,
      widthMm: 500,
      heightMm: 700,
      hardware: NO_HARDWARE,
      baggedAt: null,
      returnedAt: null,
    };
    const map = await send('addMap', {
      params: { jobId },
      body: { walls: [wall], openings: [opening], assigned: [{ pieceId: first.id, openingId: opening.id }] },
    });
    const [drawn] = map.walls;
    const [place] = map.openings;
    if (!drawn || !place) throw new Error('a wall and an opening were sent');
    const { id: wallId, ...wallBody } = drawn;
    await send('changeWall', { params: { wallId }, body: wallBody });
    await send('putOpenings', { params: { jobId }, body: { openings: [{ ...place, tag: 'N2' }] } });
    await send('removeOpenings', { params: { jobId }, body: { openingIds: [place.id] } });
    await send('removeWall', { params: { wallId } });

    const before = await send('job', { params: { jobId } });
    const now = before.zones[0];
    if (!now) throw new Error('the job has a zone');
    const drafts = before.steps.map(({ id: _id, zoneId: _zone, position: _at, ...draft }) => draft);
    const stepped = await send('changeSteps', {
      params: { zoneId },
      body: { version: now.version, steps: drafts },
    });
    const { id: _zone, position: _at, isEdited: _edited, ...zoneBody } = stepped;
    await send('changeZone', { params: { zoneId }, body: { ...zoneBody, name: 'Bar' } });
    await send('planningContext', { params: { jobId } });
    const { plan } = await send('planJob', { params: { jobId }, body: {} });
    await send('planAll', { body: {} });
    const op = plan.ops[0];
    if (!op) throw new Error('the plan has work');
    await send('jobs', {});
    await send('floor', {});
    await send('openJobs', {});
    await send('olderJobs', { params: { jobId } });
    expect((await send('findJobs', { body: { text: 'WALL' } })).jobs.length).toBeGreaterThan(0);
    await send('findTag', { body: { tag: 'U01', jobCode: null } });

    const mix = sampleMix(uuid(), { productKey: 'bonding-primer' });
    await send('putMix', { params: { mixId: mix.id }, body: mix });
    await send('mixes', {});
    await send('mixCoats', { params: { mixId: mix.id } });
    await send('rememberMapping', { body: { signature: 'w h', mapping: [] } });
    await send('mappings', {});
    const systemId = uuid();
    await send('addSystemVersion', {
      params: { systemId, version: 1 },
      body: {
        changeNote: '',
        system: {
          name: 'Ours',
          baseId: 'D',
          outline: 'as D',
          fits: 'all',
          notFor: 'none',
          options: FINISHING_SYSTEMS.D.defaults,
          steps: drafts,
        },
      },
    });
    await send('systemVersions', { params: { systemId } });
    await send('retireSystem', { params: { systemId }, body: { isRetired: true } });

    const everything = {
      id: jobId,
      job: true,
      zones: true,
      steps: 'all',
      pieces: 'all',
      log: 'all',
    } as const;
    const read = await send('changes', {
      body: {
        jobs: [{ ...everything, plan: true, map: true, photos: true, decisions: true }],
        mixes: [mix.id],
      },
    });
    expect(read.mixes).toEqual([mix]);
    const [whole] = read.jobs;
    const { pieces: all, log, plan: planned, walls, openings } = await send('job', { params: { jobId } });
    expect([whole?.pieces?.rows, whole?.log?.rows, whole?.plan]).toEqual([all, log, planned]);
    expect([whole?.walls, whole?.openings]).toEqual([walls, openings]);

    const file: unknown = await (await ines.call('GET', `/jobs/${jobId}/export/job.json`)).json();
    const copy = await send('importJob', { body: { file } });
    expect(await send('imports', {})).toEqual({ imports: [] });
    await send('removeJob', { params: { jobId: copy.id } });
    const spare = await send('addZone', {
      params: { jobId },
      body: { id: uuid(), ...zoneSpec, name: 'Spare' },
    });
    await send('removeZone', { params: { zoneId: spare.id } });
    const entry = entryFor(jobId, op, '2026-11-23T07:00:00.000Z');
    await send('log', { params: { jobId }, body: entry });
    const finding = {
      id: uuid(),
      jobId,
      pieceId: op.pieceIds[0] ?? '',
      stepId: op.stepId,
      spot: { side: 'front' as const, part: 'face' as const, x: 0.25, y: 0.5 },
      defect: 'crater' as const,
      severity: 'slight' as const,
      note: '',
      foundAt: '2026-11-23T07:10:00.000Z',
    };
    await send('addFinding', { params: { jobId }, body: finding });
    await send('confirmedCauses', {});
    await send('lessons', {});
    await send('learned', {});
    expect((await send('results', {})).results.map((one) => one.jobId)).toContain(jobId);
    const spilled = { params: { seenId: uuid() }, body: { reason: 'The cup fell over.' } };
    expect((await send('excludeSeen', spilled)).exclusions).toHaveLength(1);
    expect((await send('excludeSeen', { ...spilled, body: { reason: null } })).exclusions).toEqual([]);
    await send('roomMinutes', {});
    const sample: [number, number, number, number, number, number, number, number, number] = [
      0, 10, 20, 200, 0, 0, 90, 200, 1,
    ];
    await send('keepPracticeRun', { params: { lesson: 'speed' }, body: { score: 71, path: [sample] } });
    expect((await send('practiceRuns', {})).runs).toHaveLength(1);
    const touchUp = {
      kind: 'touch-up',
      touchUpId: uuid(),
      pieceId: null,
      what: 'Chip',
      state: 'open',
    } as const;
    const event = { id: uuid(), jobId, at: '2026-11-23T07:15:00.000Z', what: touchUp };
    await send('addJobEvent', { params: { jobId }, body: event });
    expect(held.job?.events.map(({ id }) => id)).toEqual([event.id]);
    await send('jobMixes', { params: { jobId } });
    await send('trace', { body: { by: 'mix', mixId: uuid() } });
    await send('answerFinding', {
      params: { jobId, findingId: finding.id },
      body: {
        id: uuid(),
        findingId: finding.id,
        answer: 'leave',
        cure: null,
        cause: 'damage',
        reason: '',
        at: '2026-11-23T07:20:00.000Z',
      },
    });

    const picture = Buffer.from(
      '/9j/4AAQSkZJRgABAQEASABIAAD/2wBDAP//////////////////////////////////////////////////////////////////////////////////////wAALCAABAAEBAREA/8QAFAABAAAAAAAAAAAAAAAAAAAAA//EABQQAQAAAAAAAAAAAAAAAAAAAAD/2gAIAQEAAD8AN//Z',
      'base64',
    );
    const photoId = uuid();
    const query = new URLSearchParams({ id: photoId, zoneId, topic: 'finish' });
    const sent = await ines.raw('POST', `/jobs/${jobId}/photos?${query}`, picture, 'image/jpeg');
    expect(sent.status).toBe(201);
    await follow(await sent.json());
    expect(held.job?.photos).toHaveLength(1);
    await send('removePhoto', { params: { photoId } });
    const { links, token } = await send('addClientLink', { params: { jobId }, body: { days: 30 } });
    await send('clientLinks', { params: { jobId } });
    const client = new Caller(server.address);
    expect((await send('readClientLink', { body: { token } }, client)).jobName).toBe('Wall');
    await send('endClientLink', { params: { linkId: links[0]?.id ?? '' } });
    await callPeople();
    await callFirstRun();
    await send('signOut', {});
    await send('demoSignIn', { body: { memberId } });
    expect(Object.keys(ROUTES).filter((route) => !called.has(route as RouteName))).toEqual([]);
  });

  it('gives another shop nothing of this one, and lets it change nothing, whatever ids it names', async () => {
    const other = await addShop(url, 'Elsewhere');
    const stranger = await new Caller(server.address).enterAs(other.signIn);
    const { job, zones } = await makeJob(stranger);
    const own: Record<string, string> = { jobId: job.id, zoneId: zones[0]?.id ?? '' };
    const before = await withConnection(url, (client) => contentOf(client, shopId));
    const ids = await withConnection(url, (client) => idsOf(client, shopId));
    expect(ids.size).toBeGreaterThan(50);
    let calls = 0;
    let told = '';
    for (const { name, sent } of sentBy) {
      if (ACCESS[name] === 'anyone' || OWN_SESSION.has(name)) continue;
      // With the ids of this shop wherever there are any, and with its own in the address and theirs in the body.
      const params = Object.fromEntries(
        Object.entries(sent.params ?? {}).map(([key, id]) => [key, own[key] ?? id]),
      );
      for (const at of [sent.params, params]) {
        const { method, url: path } = addressed(PATHS[name], at);
        const answer = await stranger.call(method, path, sent.body);
        const text = await answer.text();
        calls += 1;
        // What it said itself it may hear again, also later.
        told += `${path} ${JSON.stringify(sent.body ?? '')}`;
        const leaked = [...text.matchAll(UUIDS)]
          .map(([id]) => id)
          .filter((id) => ids.has(id) && !told.includes(id));
        expect({ name, path, isFault: answer.status >= 500, leaked }).toEqual({
          name,
          path,
          isFault: false,
          leaked: [],
        });
      }
    }
    expect(calls).toBeGreaterThan(150);
    expect(await withConnection(url, (client) => contentOf(client, shopId))).toEqual(before);
  });

  it('has an address of its own, and stands in the published description', async () => {
    const addresses = Object.values(PATHS);
    expect(new Set(addresses).size).toBe(addresses.length);
    expect(Object.keys(ROUTES).sort()).toEqual(Object.keys(PATHS).sort());
    const document = await ines.ok<{ paths: Record<string, object> }>('GET', '/openapi.json');
    for (const { method, path } of Object.values(ROUTES)) {
      const described = document.paths[`/api${path.replace(/:(\w+)/g, '{$1}')}`];
      expect([path, Object.keys(described ?? {})]).toEqual([path, expect.arrayContaining([method])]);
    }
  });

  it('is held to what it declares where answers are checked: another shape is the server’s fault', async () => {
    const answerOf = async (checksAnswers: boolean) => {
      const app = express();
      new RouteTable(app, checksAnswers, () => Promise.reject(new Error('reads nothing'))).add(
        ROUTES.session,
        async () => ({ now: 7 }) as never,
      );
      app.use(((error, _request, response, _next) => {
        response.status(500).json({ message: (error as Error).message });
      }) as ErrorRequestHandler);
      const listening = app.listen(0, '127.0.0.1');
      await once(listening, 'listening');
      const { port } = listening.address() as AddressInfo;
      const answer = await fetch(`http://127.0.0.1:${port}/session`);
      const body = (await answer.json()) as { message?: string };
      listening.close();
      return [answer.status, body.message ?? ''] as const;
    };
    expect(await answerOf(true)).toEqual([
      500,
      expect.stringContaining('get /session answers otherwise than it declares'),
    ]);
    expect((await answerOf(false))[0]).toBe(200);
  });
});
