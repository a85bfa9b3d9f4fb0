import type { JobDetail, JobRow, PieceRow, PlannedJob, ShopContext, ZoneRow } from '@upholder/core/api';
import type { LogEntry } from '@upholder/core/jobs';
import type { PlanSnapshot } from '@upholder/core/planning';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, it } from 'vitest';
import { expect } from '../../core/test/expect.ts';
import { sampleMix } from '../../core/test/sampleMix.ts';
import { knownMigrations } from '../src/db/migrate.ts';
import type { Running } from '../src/start.ts';
import { addShop, Caller, freshDatabase, startTestServer } from './harness.ts';
import { entryFor, jobSpec, makeJob, pieceFor, zoneSpec } from './samples.ts';

let server: Running;
let databaseUrl: string;
let ines: Caller;
let stranger: Caller;

beforeAll(async () => {
  databaseUrl = await freshDatabase();
  server = await startTestServer(databaseUrl);
  ines = new Caller(server.address);
  stranger = new Caller(server.address);
  await ines.signIn((await addShop(databaseUrl, 'Harbour Finishes')).signIn);
  await stranger.signIn((await addShop(databaseUrl, 'Other Shop')).signIn);
});

afterAll(async () => {
  await server.stop();
});

describe('health and description', () => {
  it('is ready with version and migration', async () => {
    const nobody = new Caller(server.address);
    expect(await nobody.ok('GET', '/health')).toEqual({
      status: 'ready',
      version: expect.any(String),
      migration: knownMigrations().length,
      database: 'up',
    });
  });

  it('describes itself as OpenAPI, with every route', async () => {
    const document = await ines.ok<{ openapi: string; paths: Record<string, object> }>(
      'GET',
      '/openapi.json',
    );
    expect(document.openapi).toBe('3.1.0');
    expect(Object.keys(document.paths)).toEqual(
      expect.arrayContaining(['/api/jobs/{jobId}/log', '/api/pieces/{pieceId}', '/api/session']),
    );
  });
});

describe('signing in', () => {
  it('asks for a session', async () => {
    expect(await new Caller(server.address).refused('GET', '/jobs')).toMatchObject({
      status: 401,
      code: 'signed-out',
    });
  });

  it('does not say whether name or password was wrong', async () => {
    const nobody = new Caller(server.address);
    const wrongName = await nobody.refused('POST', '/session', { signIn: 'ghost', password: 'x' });
    const { signIn } = await addShop(databaseUrl, 'Third');
    const wrongPassword = await nobody.refused('POST', '/session', { signIn, password: 'x' });
    expect(wrongName).toEqual(wrongPassword);
    expect(wrongName).toMatchObject({ status: 401, code: 'wrong-sign-in' });
  });

  it('stops guessing after eight tries', async () => {
    const guesser = new Caller(server.address);
    const codes: string[] = [];
    for (let tries = 0; tries < 10; tries += 1)
      codes.push(
        (await guesser.refused('POST', '/session', { signIn: 'target', password: `guess ${tries}` })).code,
      );
    expect(codes.slice(0, 8).every((code) => code === 'wrong-sign-in')).toBe(true);
    expect(codes.slice(8)).toEqual(['too-many-tries', 'too-many-tries']);
  });

  it('refuses changes without the session’s token or from another origin', async () => {
    const withoutToken = await ines.call(
      'POST',
      '/jobs',
      { id: uuid(), ...jobSpec },
      { 'x-csrf-token': 'guess' },
    );
    expect(withoutToken.status).toBe(403);
    const elsewhere = await ines.call(
      'POST',
      '/jobs',
      { id: uuid(), ...jobSpec },
      { origin: 'http://elsewhere.example' },
    );
    expect(elsewhere.status).toBe(403);
  });

  it('keeps the session out of reach of scripts and ends it at sign-out', async () => {
    const { signIn } = await addShop(databaseUrl, 'Fourth');
    const caller = new Caller(server.address);
    const response = await caller.signIn(signIn);
    expect(response.headers.getSetCookie()[0]).toMatch(/HttpOnly.*SameSite=Lax/);
    await caller.ok('DELETE', '/session');
    expect(await caller.refused('GET', '/jobs')).toMatchObject({ code: 'signed-out' });
  });

  it('offers no demo door outside the demo', async () => {
    expect(await ines.refused('POST', '/session/demo', { memberId: uuid() })).toMatchObject({ status: 404 });
  });
});

describe('one shop cannot reach another’s', () => {
  it('neither reads nor writes nor logs', async () => {
    const detail = await makeJob(ines);
    const { job, zones, pieces, steps } = detail;
    const piece = pieces[0] as PieceRow;
    const zone = zones[0] as ZoneRow;
    const shop = await ines.ok<ShopContext>('GET', '/shop');
    const product = shop.products[0]!;
    const attempts: [string, string, unknown?][] = [
      ['GET', `/jobs/${job.id}`],
      ['PUT', `/jobs/${job.id}`, { ...jobSpec, version: 1 }],
      ['DELETE', `/jobs/${job.id}`],
      ['POST', `/jobs/${job.id}/plan`],
      ['POST', `/jobs/${job.id}/zones`, { id: uuid(), ...zoneSpec }],
      ['PUT', `/zones/${zone.id}`, { ...zoneSpec, version: 1 }],
      ['DELETE', `/zones/${zone.id}`],
      ['POST', `/jobs/${job.id}/pieces`, { pieces: [pieceFor(zone.id, 99)] }],
      ['PUT', `/jobs/${job.id}/pieces`, { changes: [{ version: 1, piece }] }],
      ['GET', `/pieces/${piece.id}`],
      ['PATCH', `/zones/${zone.id}/survey`, { answers: { soil: 'heavy' } }],
      [
        'POST',
        `/jobs/${job.id}/decisions`,
        { id: uuid(), zoneId: zone.id, kind: 'acknowledged', code: 'lead', reason: 'because' },
      ],
      ['POST', `/jobs/${job.id}/map`, { walls: [], openings: [], assigned: [] }],
      ['PUT', `/products/${product.id}`, { version: 1, sheet: product.sheet }],
      ['PUT', `/members/${shop.crew[0]?.id}/days-off`, { daysOff: [] }],
      ['PUT', `/members/${shop.crew[0]?.id}/skills`, { skills: ['prep'] }],
      ['PUT', `/members/${shop.crew[0]?.id}/week`, { week: null }],
      ['GET', `/jobs/${job.id}/export/job.json`],
      ['GET', `/jobs/${job.id}/export/take-off.csv`],
      ['GET', `/jobs/${job.id}/export/plan.ics`],
      [
        'POST',
        `/jobs/${job.id}/log`,
        {
          id: uuid(),
          jobId: job.id,
          stepId: steps[0]?.id,
          side: 'all',
          action: 'do',
          pieceIds: [piece.id],
          doneAt: '2026-11-23T07:30:00.000Z',
          coat: null,
          note: '',
          correctsId: null,
          isWithdrawal: false,
        },
      ],
    ];
    for (const [method, path, body] of attempts) {
      const { status } = await stranger.refused(method, path, body);
      expect([`${method} ${path}`, status >= 404 && status <= 409]).toEqual([`${method} ${path}`, true]);
    }
    const deletion = { pieceIds: [piece.id] };
    expect((await stranger.refused('POST', `/jobs/${job.id}/pieces/delete`, deletion)).status).toBe(404);
    expect(await ines.ok('GET', `/jobs/${job.id}`)).toEqual(detail);
    expect((await stranger.ok<{ jobs: unknown[] }>('GET', '/jobs')).jobs).toEqual([]);
    expect((await stranger.ok<{ details: unknown[] }>('GET', '/floor')).details).toEqual([]);
  });

  it('cannot take over an id, nor put pieces into a foreign zone', async () => {
    const { job, zones } = await makeJob(ines);
    expect(await stranger.refused('POST', '/jobs', { id: job.id, ...jobSpec })).toMatchObject({
      code: 'id-taken',
    });
    const own = await makeJob(stranger, 0);
    const foreign = pieceFor(zones[0]?.id ?? '', 1);
    expect(await stranger.refused('POST', `/jobs/${own.job.id}/pieces`, { pieces: [foreign] })).toMatchObject(
      {
        fields: { 'pieces.0.zoneId': 'Choose a zone of this job.' },
      },
    );
  });
});

describe('jobs and zones', () => {
  it('generates a system into ordered steps and generates again when choices change', async () => {
    const { job, zones, steps } = await makeJob(ines);
    expect(steps.map(({ key }) => key)).toEqual([
      'remove',
      'clean-1',
      'key',
      'clean-2',
      'hang',
      'dust-prime',
      'prime-1',
      'sand-prime',
      'dust-colour-1',
      'colour-1',
      'sand-colour-1',
      'dust-colour-2',
      'colour-2',
      'inspect',
      'pack',
      'refit',
    ]);
    const zone = zones[0] as ZoneRow;
    await ines.ok('PUT', `/zones/${zone.id}`, {
      ...zoneSpec,
      systemId: 'A',
      options: null,
      version: zone.version,
    });
    const after = await ines.ok<JobDetail>('GET', `/jobs/${job.id}`);
    expect(after.steps.map(({ key }) => key)).toContain('fill-2');
    const solvent = after.steps.find(({ key }) => key === 'prime-1');
    expect(solvent?.applicator).toBe('roller');
    expect(solvent?.why).toMatch(/rated for waterborne/);
  });

  it('keeps the steps when only the name changes', async () => {
    const { job, zones, steps } = await makeJob(ines);
    const zone = zones[0] as ZoneRow;
    await ines.ok('PUT', `/zones/${zone.id}`, {
      ...zoneSpec,
      options: zone.options,
      name: 'Till side',
      version: zone.version,
    });
    expect((await ines.ok<JobDetail>('GET', `/jobs/${job.id}`)).steps).toEqual(steps);
  });

  it('says where input is wrong', async () => {
    const bad = await ines.refused('POST', '/jobs', {
      id: uuid(),
      ...jobSpec,
      name: '',
      neededBy: '2026-11-01',
    });
    expect(bad).toMatchObject({ status: 422, code: 'bad-input', fields: { name: 'Job name is missing.' } });
    expect(
      await ines.refused('POST', '/jobs', { id: uuid(), ...jobSpec, neededBy: '2026-11-01' }),
    ).toMatchObject({
      fields: { neededBy: expect.stringMatching(/before the start/) },
    });
    const response = await ines.call('POST', '/jobs', undefined, { 'content-type': 'application/json' });
    expect(response.status).toBe(422);
  });

  it('takes a needed-by date in the past as long as the start is earlier: agreed dates slip', async () => {
    const job = await ines.ok<JobRow>('POST', '/jobs', {
      id: uuid(),
      ...jobSpec,
      startOn: '2026-11-02',
      neededBy: '2026-11-13',
    });
    expect(job.neededBy).toBe('2026-11-13');
  });

  it('does not delete a zone that holds pieces', async () => {
    const { zones } = await makeJob(ines);
    expect(await ines.refused('DELETE', `/zones/${zones[0]?.id}`)).toMatchObject({
      code: 'conflict',
      message: expect.stringMatching(/4 pieces/),
    });
  });
});

describe('pieces', () => {
  it('refuses a piece 4 mm wide at its field and writes nothing', async () => {
    const { job, zones } = await makeJob(ines);
    const zoneId = zones[0]?.id ?? '';
    const refusal = await ines.refused('POST', `/jobs/${job.id}/pieces`, {
      pieces: [pieceFor(zoneId, 10), pieceFor(zoneId, 11, { widthMm: 4 })],
    });
    expect(refusal).toMatchObject({
      status: 422,
      fields: { 'pieces.1.widthMm': expect.stringMatching(/Width must be at least 20 mm/) },
    });
    expect((await ines.ok<JobDetail>('GET', `/jobs/${job.id}`)).pieces).toHaveLength(4);
  });

  it('refuses a tag that is taken, whatever its case', async () => {
    const { job, zones } = await makeJob(ines);
    const again = pieceFor(zones[0]?.id ?? '', 9, { tag: 'd1' });
    expect(await ines.refused('POST', `/jobs/${job.id}/pieces`, { pieces: [again] })).toMatchObject({
      code: 'tag-taken',
      fields: { 'pieces.0.tag': 'Tag d1 is already taken.' },
    });
  });

  it('writes a repeated call once', async () => {
    const { job, zones } = await makeJob(ines);
    const body = { pieces: [pieceFor(zones[0]?.id ?? '', 9)] };
    const first = await ines.ok('POST', `/jobs/${job.id}/pieces`, body);
    expect(await ines.ok('POST', `/jobs/${job.id}/pieces`, body)).toEqual(first);
    expect((await ines.ok<JobDetail>('GET', `/jobs/${job.id}`)).pieces).toHaveLength(5);
  });

  it('tells the second of two tabs what the first one wrote', async () => {
    const detail = await makeJob(ines);
    const { version, ...piece } = detail.pieces[0] as PieceRow;
    const { job } = detail;
    const change = (part: object) => ({ changes: [{ version, piece: { ...piece, ...part } }] });
    await ines.ok('PUT', `/jobs/${job.id}/pieces`, change({ widthMm: 420 }));
    const refusal = await ines.refused('PUT', `/jobs/${job.id}/pieces`, change({ heightMm: 800 }));
    expect(refusal).toMatchObject({
      status: 409,
      code: 'conflict',
      current: { widthMm: 420, heightMm: 720, version: 2 },
    });
  });
});

describe('plan and log', () => {
  async function planned(): Promise<{ detail: JobDetail; plan: PlanSnapshot }> {
    const detail = await makeJob(ines);
    const { plan } = await ines.ok<{ plan: PlanSnapshot }>('POST', `/jobs/${detail.job.id}/plan`);
    return { detail, plan };
  }

  it('plans from the clock on and keeps the plan', async () => {
    const { detail, plan } = await planned();
    expect(Math.min(...plan.ops.map(({ start }) => start)) * 60_000).toBeGreaterThanOrEqual(
      Date.parse('2026-11-23T07:30:00Z'),
    );
    expect((await ines.ok<JobDetail>('GET', `/jobs/${detail.job.id}`)).plan).toEqual(plan);
  });

  it('says why there is no plan for a job without pieces', async () => {
    const { job } = await makeJob(ines, 0);
    expect(await ines.refused('POST', `/jobs/${job.id}/plan`)).toMatchObject({
      status: 422,
      code: 'no-plan',
      message: expect.stringMatching(/no pieces/),
    });
  });

  it('logs once, however often the answer is lost', async () => {
    const { detail, plan } = await planned();
    const entry = entryFor(detail.job.id, plan.ops[0]!, '2026-11-23T07:30:00.000Z');
    const first = await ines.ok<{ entry: LogEntry; wasKnown: boolean }>(
      'POST',
      `/jobs/${detail.job.id}/log`,
      entry,
    );
    const second = await ines.ok<{ entry: LogEntry; wasKnown: boolean }>(
      'POST',
      `/jobs/${detail.job.id}/log`,
      entry,
    );
    const both = await Promise.all(
      [1, 2, 3].map(() =>
        ines.ok<{ entry: LogEntry }>('POST', `/jobs/${detail.job.id}/log`, {
          ...entry,
          id: '019a0000-0000-7000-8000-000000000001',
        }),
      ),
    );
    expect([first.wasKnown, second.wasKnown]).toEqual([false, true]);
    expect(second.entry).toEqual(first.entry);
    expect(new Set(both.map((answer) => JSON.stringify(answer.entry))).size).toBe(1);
    expect((await ines.ok<JobDetail>('GET', `/jobs/${detail.job.id}`)).log).toHaveLength(2);
  });

  it('keeps a coat as poured, and refuses a humidity of 140 %', async () => {
    const { detail, plan } = await planned();
    const prime = plan.ops.find(({ stepKey }) => stepKey === 'prime-1')!;
    const coat = {
      productKey: 'bonding-primer',
      paintMl: 620,
      thinnerMl: 31,
      cup: 'ISO 4 mm',
      cupSeconds: 28,
      climate: { airC: 18.2, rhPct: 140 },
      wftUm: 95,
    };
    const entry = entryFor(detail.job.id, prime, '2026-11-23T07:30:00.000Z');
    const refusal = await ines.refused('POST', `/jobs/${detail.job.id}/log`, { ...entry, coat });
    expect(refusal).toMatchObject({
      status: 422,
      fields: { 'coat.climate.rhPct': 'Relative humidity must be at most 100 %.' },
    });
    const good = { ...coat, climate: { airC: 18.2, rhPct: 61 } };
    await ines.ok('POST', `/jobs/${detail.job.id}/log`, { ...entry, coat: good });
    expect((await ines.ok<JobDetail>('GET', `/jobs/${detail.job.id}`)).log[0]).toMatchObject({
      coat: good,
      memberName: 'Ines',
    });
  });

  it('refuses the future, foreign pieces, paint on a step that is no coat', async () => {
    const { detail, plan } = await planned();
    const other = await makeJob(ines);
    const entry = entryFor(detail.job.id, plan.ops[0]!, '2026-11-23T07:30:00.000Z');
    const path = `/jobs/${detail.job.id}/log`;
    expect(await ines.refused('POST', path, { ...entry, doneAt: '2026-11-24T07:30:00.000Z' })).toMatchObject({
      fields: { doneAt: expect.any(String) },
    });
    expect(await ines.refused('POST', path, { ...entry, pieceIds: [other.pieces[0]?.id] })).toMatchObject({
      fields: { pieceIds: expect.any(String) },
    });
    const coat = {
      productKey: 'bonding-primer',
      paintMl: 1,
      thinnerMl: 0,
      cup: null,
      cupSeconds: null,
      climate: null,
      wftUm: null,
    };
    expect(await ines.refused('POST', path, { ...entry, coat })).toMatchObject({
      fields: { coat: expect.any(String) },
    });
    expect(await ines.refused('POST', path, { ...entry, pieceIds: [] })).toMatchObject({
      fields: { pieceIds: 'Choose at least one piece.' },
    });
  });

  it('corrects by a new entry, once, and keeps the old one', async () => {
    const { detail, plan } = await planned();
    const path = `/jobs/${detail.job.id}/log`;
    const entry = entryFor(detail.job.id, plan.ops[0]!, '2026-11-23T07:30:00.000Z');
    await ines.ok('POST', path, entry);
    const correction = { ...entry, id: uuid(), correctsId: entry.id, pieceIds: entry.pieceIds.slice(0, 1) };
    await ines.ok('POST', path, correction);
    expect(await ines.refused('POST', path, { ...correction, id: uuid() })).toMatchObject({ status: 409 });
    const { log } = await ines.ok<JobDetail>('GET', `/jobs/${detail.job.id}`);
    expect(log.map(({ id, correctsId }) => [id, correctsId])).toEqual([
      [entry.id, null],
      [correction.id, entry.id],
    ]);
  });

  it('keeps sequence, pieces and job once they are logged', async () => {
    const { detail, plan } = await planned();
    await ines.ok(
      'POST',
      `/jobs/${detail.job.id}/log`,
      entryFor(detail.job.id, plan.ops[0]!, '2026-11-23T07:30:00.000Z'),
    );
    const zone = detail.zones[0] as ZoneRow;
    expect(
      await ines.refused('PUT', `/zones/${zone.id}`, { ...zoneSpec, systemId: 'F', version: zone.version }),
    ).toMatchObject({ code: 'zone-started' });
    expect(
      await ines.refused('POST', `/jobs/${detail.job.id}/pieces/delete`, {
        pieceIds: plan.ops[0]!.pieceIds,
      }),
    ).toMatchObject({ code: 'already-logged' });
    expect(await ines.refused('DELETE', `/jobs/${detail.job.id}`)).toMatchObject({ code: 'already-logged' });
  });

  it('keeps out of the way of another job’s plan', async () => {
    const first = await planned();
    const second = await planned();
    const busy = first.plan.ops.flatMap(({ personId, segments }) =>
      segments.map((segment) => ({ personId, ...segment })),
    );
    const clash = second.plan.ops
      .flatMap(({ personId, segments }) => segments.map((segment) => ({ personId, ...segment })))
      .filter((mine) =>
        busy.some(
          (theirs) => theirs.personId === mine.personId && theirs.start < mine.end && mine.start < theirs.end,
        ),
      );
    expect(clash).toEqual([]);
  });
});

describe('people of the shop', () => {
  it('keep hours of their own, and plans keep to them', async () => {
    const own = new Caller(server.address);
    await own.signIn((await addShop(databaseUrl, 'Early Finishes')).signIn);
    const { crew, settings } = await own.ok<ShopContext>('GET', '/shop');
    const memberId = crew[0]?.id ?? '';
    const week = { ...settings.week, mon: [], tue: [{ from: '09:00', to: '11:00' }] };
    const changed = await own.ok<ShopContext>('PUT', `/members/${memberId}/week`, { week });
    expect(changed.crew.find(({ id }) => id === memberId)?.week).toEqual(week);
    const { job } = await makeJob(own);
    const { plan } = await own.ok<{ plan: PlanSnapshot }>('POST', `/jobs/${job.id}/plan`);
    const dayOf = ({ start }: { start: number }) => new Date(start * 60_000).toISOString().slice(0, 10);
    const mine = plan.ops.filter(({ personId }) => personId === memberId).flatMap(({ segments }) => segments);
    expect(mine.filter((one) => dayOf(one) === '2026-11-23')).toEqual([]);
    for (const { start, end } of mine.filter((one) => dayOf(one) === '2026-11-24'))
      expect([start % 1440 >= 540, end % 1440 <= 660]).toEqual([true, true]);
    const back = await own.ok<ShopContext>('PUT', `/members/${memberId}/week`, { week: null });
    expect(back.crew.find(({ id }) => id === memberId)?.week).toBeNull();
    expect(
      await own.refused('PUT', `/members/${memberId}/week`, {
        week: { ...week, wed: [{ from: '12:00', to: '9:00' }] },
      }),
    ).toMatchObject({ status: 422 });
  });
});

describe('planning all jobs', () => {
  it('gives the shop to whichever is needed first, keeps them out of each other’s way, and says why one has no plan', async () => {
    const own = new Caller(server.address);
    await own.signIn((await addShop(databaseUrl, 'Turn Finishes')).signIn);
    const late = await makeJob(own);
    const urgent = await makeJob(own);
    const { id: _id, version, methods: _methods, ...spec } = urgent.job;
    await own.ok('PUT', `/jobs/${urgent.job.id}`, { ...spec, neededBy: '2026-11-27', version });
    const empty = await own.ok<JobRow>('POST', '/jobs', {
      ...jobSpec,
      id: uuid(),
      code: 'EMPTY',
      neededBy: null,
    });
    const { jobs } = await own.ok<{ jobs: PlannedJob[] }>('POST', '/plans');
    expect(jobs[0]?.jobId).toBe(urgent.job.id);
    expect(jobs.find(({ jobId }) => jobId === empty.id)).toMatchObject({
      completion: null,
      message: expect.stringContaining('no pieces'),
    });
    const plans = await Promise.all(
      [urgent, late].map(async ({ job }) => (await own.ok<JobDetail>('GET', `/jobs/${job.id}`)).plan),
    );
    const [first, second] = plans as [PlanSnapshot, PlanSnapshot];
    expect(first.completion).toBeLessThanOrEqual(second.completion);
    const busy = (plan: PlanSnapshot) =>
      plan.ops.flatMap(({ personId, segments }) => segments.map((segment) => ({ personId, ...segment })));
    const clashes = busy(first).filter((a) =>
      busy(second).some((b) => a.personId === b.personId && a.start < b.end && b.start < a.end),
    );
    expect(clashes).toEqual([]);
    // The other one first, and kept so until somebody says otherwise.
    const asked = await own.ok<{ jobs: PlannedJob[]; isOwnOrder: boolean }>('POST', '/plans', {
      order: [late.job.id, urgent.job.id],
    });
    expect([asked.jobs[0]?.jobId, asked.isOwnOrder]).toEqual([late.job.id, true]);
    expect(await own.ok('POST', '/plans')).toMatchObject({
      isOwnOrder: true,
      jobs: [{ jobId: late.job.id }, {}, {}],
    });
    const again = await own.ok<{ jobs: PlannedJob[]; isOwnOrder: boolean }>('POST', '/plans', { order: [] });
    expect([again.jobs[0]?.jobId, again.isOwnOrder]).toEqual([urgent.job.id, false]);
    // An order that names another shop's jobs changes nothing there.
    await stranger.ok('POST', '/plans', { order: [late.job.id] });
    expect(await own.ok('POST', '/plans')).toMatchObject({
      isOwnOrder: false,
      jobs: [{ jobId: urgent.job.id }, {}, {}],
    });
    expect(await stranger.ok<{ jobs: PlannedJob[] }>('POST', '/plans')).not.toMatchObject({
      jobs: expect.arrayContaining([expect.objectContaining({ jobId: urgent.job.id })]),
    });
  });
});

describe('taking jobs away', () => {
  it('makes an identical job from its file, in another shop', async () => {
    const detail = await makeJob(ines);
    const { plan } = await ines.ok<{ plan: PlanSnapshot }>('POST', `/jobs/${detail.job.id}/plan`);
    await ines.ok(
      'POST',
      `/jobs/${detail.job.id}/log`,
      entryFor(detail.job.id, plan.ops[0]!, '2026-11-23T07:30:00.000Z'),
    );
    const mix = sampleMix(uuid(), {
      jobId: detail.job.id,
      pours: [{ id: uuid(), role: 'paint', ml: 900, at: '2026-11-23T07:30:00.000Z' }],
    });
    await ines.ok('PUT', `/mixes/${mix.id}`, mix);
    const file = await ines.ok<Record<string, unknown>>('GET', `/jobs/${detail.job.id}/export/job.json`);
    expect(file.mixes).toMatchObject([{ id: mix.id, batch: 'H-4711' }]);
    const copy = await stranger.ok<JobRow>('POST', '/import/job', { file });
    const { mixes } = await stranger.ok<{ mixes: { id: string; jobId: string }[] }>('GET', '/mixes');
    expect(mixes).toMatchObject([{ jobId: copy.id, batch: 'H-4711' }]);
    expect(mixes[0]?.id).not.toBe(mix.id);
    const again = await stranger.ok<Record<string, unknown>>('GET', `/jobs/${copy.id}/export/job.json`);
    expect(anonymous(again)).toEqual(anonymous(file));
    // And beside the original, in the same shop.
    const beside = await ines.ok<JobRow>('POST', '/import/job', { file });
    expect(anonymous(await ines.ok('GET', `/jobs/${beside.id}/export/job.json`))).toEqual(anonymous(file));
  });

  it('refuses a file that is none, with the reason', async () => {
    expect(await ines.refused('POST', '/import/job', { file: { format: 'letter' } })).toMatchObject({
      status: 422,
      message: expect.stringMatching(/not an Upholder job file/),
    });
  });

  it('gives the take-off as CSV and refuses a calendar without a plan', async () => {
    const { job } = await makeJob(ines);
    const csv = await (await ines.call('GET', `/jobs/${job.id}/export/take-off.csv`)).text();
    expect(csv.split('\r\n')[1]).toBe(
      'D1,Counter,,door,five-piece,400,720,20,0,60,,,,,8,,0,0,0,0,1,1,1,0,,front back edges,,none,finish,usual,,,',
    );
    expect(await ines.refused('GET', `/jobs/${job.id}/export/plan.ics`)).toMatchObject({ code: 'no-plan' });
  });

  it('publishes the schema of the job file', async () => {
    const schema = await ines.ok<{ properties: object; required: string[] }>('GET', '/schemas/job-2.json');
    expect(Object.keys(schema.properties)).toEqual(
      expect.arrayContaining(['job', 'zones', 'steps', 'pieces', 'log', 'plan', 'products']),
    );
  });
});

/** Replaces every id by its order of appearance and drops what differs by design: the export time and who may sign in. */
function anonymous(file: unknown): unknown {
  const names = new Map<string, string>();
  const text = JSON.stringify(file, (key, value) =>
    ['exportedAt', 'memberId', 'personId', 'imported'].includes(key) ? null : value,
  );
  const name = (id: string) => {
    if (!names.has(id)) names.set(id, `id${names.size}`);
    return names.get(id) ?? '';
  };
  return JSON.parse(
    text
      .replace(/[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g, name)
      .replace(/[0-9a-f]{8}\.[0-9a-f]{12}(?=\.\d)/g, name),
  );
}

describe('the shop', () => {
  it('refuses a sheet whose recoat window closes before it opens', async () => {
    const shop = await ines.ok<ShopContext>('GET', '/shop');
    const product = shop.products.find(({ key }) => key === 'alkyd-enamel-satin')!;
    const sheet = { ...product.sheet, clocks: { ...product.sheet.clocks, recoatMaxMin: 60 } };
    const refusal = await ines.refused('PUT', `/products/${product.id}`, { version: product.version, sheet });
    expect(refusal.fields).toEqual({
      'sheet.clocks.recoatMaxMin': expect.stringMatching(/must be later than/),
    });
  });

  it('changes hours once per version and refuses nonsense', async () => {
    const shop = await ines.ok<ShopContext>('GET', '/shop');
    const change = {
      version: shop.version,
      name: shop.name,
      timeZone: shop.timeZone,
      settings: { ...shop.settings, benches: 3 },
    };
    expect((await ines.ok<ShopContext>('PUT', '/shop', change)).settings.benches).toBe(3);
    expect(await ines.refused('PUT', '/shop', change)).toMatchObject({ status: 409, code: 'conflict' });
    expect(await ines.refused('PUT', '/shop', { ...change, timeZone: 'Mars/Olympus' })).toMatchObject({
      fields: { timeZone: expect.any(String) },
    });
  });

  it('keeps a typed climate and refuses an impossible one', async () => {
    await ines.ok('POST', '/climate', { airC: 17.5, rhPct: 61 });
    expect((await ines.ok<ShopContext>('GET', '/shop')).reading).toMatchObject({
      airC: 17.5,
      rhPct: 61,
      source: 'typed',
    });
    expect(await ines.refused('POST', '/climate', { airC: 17.5, rhPct: 140 })).toMatchObject({
      fields: { rhPct: expect.any(String) },
    });
  });
});
