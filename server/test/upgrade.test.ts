import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import type { JobDetail, ShopContext } from '@upholder/core/api';
import { GENERIC_PRODUCTS } from '@upholder/core/catalogue';
import type { MixRecord } from '@upholder/core/mixing';
import { PIECE_DEFAULTS } from '@upholder/core/pieces';
import pg from 'pg';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sampleMix } from '../../core/test/sampleMix.ts';
import type { Running } from '../src/start.ts';
import { addShop, Caller, freshDatabase, startTestServer } from './harness.ts';
import { makeJob } from './samples.ts';

let url: string;
let server: Running;
let ines: Caller;
let signIn: string;

beforeAll(async () => {
  url = await freshDatabase();
  server = await startTestServer(url);
  ({ signIn } = await addShop(url, 'From before'));
  ines = new Caller(server.address);
  await ines.signIn(signIn);
});
afterAll(() => server.stop());

async function sql(text: string, values: unknown[] = []): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await client.query(text, values);
  await client.end();
}

describe('what an earlier version wrote', () => {
  it('is read with the defaults of what it did not know', async () => {
    const { job, pieces } = await makeJob(ines);
    const id = pieces[0]?.id;
    await sql(`update piece set shape = '{}' where id = $1`, [id]);
    await sql(`update shop set settings = settings - 'currency' - 'doorMeasure' - 'leadBanYear'`);
    await sql(`update product set sheet = sheet - 'contrastRatio' - 'pricePerLitre' - 'blocksStain'`);
    await sql(`update zone set options = options - 'clearCoats' - 'clearKey' where job_id = $1`, [job.id]);
    await sql(
      `update step set body = body - 'appliesTo' where zone_id in (select id from zone where job_id = $1)`,
      [job.id],
    );
    const after = await ines.ok<JobDetail>('GET', `/jobs/${job.id}`);
    const { id: _id, zoneId: _zone, position: _position, version: _version, ...spec } = after.pieces[0]!;
    expect(spec).toEqual({ ...PIECE_DEFAULTS, tag: 'D1', widthMm: 400, heightMm: 720 });
    expect(after.zones[0]?.options).toMatchObject({ clearCoats: 0, clearKey: 'clear-poly-satin' });
    expect(new Set(after.steps.map(({ appliesTo }) => appliesTo))).toEqual(new Set(['any']));
    const shop = await ines.ok<ShopContext>('GET', '/shop');
    expect(shop.settings).toMatchObject({ currency: 'GBP', leadBanYear: 1992 });
    expect(shop.products[0]?.sheet).toMatchObject({ contrastRatio: 0.93, pricePerLitre: null });
    await ines.ok('POST', `/jobs/${job.id}/plan`);
  });

  it('gets the products that came since, and keeps its own', async () => {
    await sql(`delete from product where key = 'vinyl-sealer'`);
    await sql(
      `update product set sheet = sheet || '{"name": "Ours", "source": "entered from sheet"}' where key = 'bonding-primer'`,
    );
    await sql(
      `update product set sheet = sheet - 'layerClass' where key in ('bonding-primer', 'mineral-paint')`,
    );
    await server.stop();
    server = await startTestServer(url);
    const caller = new Caller(server.address);
    await caller.signIn(signIn);
    const { products } = await caller.ok<ShopContext>('GET', '/shop');
    expect(products.map(({ key }) => key).sort()).toEqual(Object.keys(GENERIC_PRODUCTS).sort());
    const sheetOf = (wanted: string) => products.find(({ key }) => key === wanted)?.sheet;
    // What somebody entered stays as it is; what nobody touched learns what its class is.
    expect(sheetOf('bonding-primer')).toMatchObject({ name: 'Ours', layerClass: 'unknown' });
    expect(sheetOf('mineral-paint')).toMatchObject({ layerClass: 'mineral' });
    ines = caller;
  });

  it('keeps a job file readable that knows nothing of surveys and maps', async () => {
    const { job } = await makeJob(ines);
    const file = await ines.ok<Record<string, unknown>>('GET', `/jobs/${job.id}/export/job.json`);
    const { walls: _walls, openings: _openings, decisions: _decisions, photos: _photos, ...old } = file;
    const zones = (old.zones as Record<string, unknown>[]).map(
      ({ survey: _survey, choiceReason: _why, ...zone }) => zone,
    );
    const pieces = (old.pieces as Record<string, unknown>[]).map(
      ({ treatment: _treatment, members: _members, openingId: _opening, girthMm: _girth, ...piece }) => piece,
    );
    const made = await ines.ok<{ id: string }>('POST', '/import/job', { file: { ...old, zones, pieces } });
    const copy = await ines.ok<JobDetail>('GET', `/jobs/${made.id}`);
    expect(copy.pieces.map(({ treatment, girthMm }) => [treatment, girthMm])).toEqual(
      copy.pieces.map(() => ['finish', 0]),
    );
    expect(copy.zones[0]?.survey).toEqual({});
  });
});

describe('a job file of version 1', () => {
  const old = JSON.parse(
    gunzipSync(readFileSync(new URL('./fixtures/quay-job-1.json.gz', import.meta.url))).toString(),
  );

  it('comes in whole: sequence, sizes, log and plan', async () => {
    const { id } = await ines.ok<{ id: string }>('POST', '/import/job', {
      file: { ...old, job: { ...old.job, code: 'OLD1' } },
    });
    const { job, steps, pieces, log, plan, zones } = await ines.ok<JobDetail>('GET', `/jobs/${id}`);
    expect(job.methods.choices).toEqual(old.job.practice.ways);
    expect(
      steps.map((step) => [
        step.key,
        step.appliesTo,
        step.loadFilter,
        step.resultingSurface,
        step.dryingMin,
        step.mixCount,
      ]),
    ).toEqual(
      old.steps.map((step: Record<string, unknown>) => [
        step.key,
        step.stock,
        step.reach,
        step.leaves,
        step.restMin,
        step.potCount,
      ]),
    );
    expect(steps.map(({ repeat }) => repeat && [repeat.group, repeat.number, repeat.max])).toEqual(
      old.steps.map(
        ({ round }: { round: { loop: string; number: number; most: number } | null }) =>
          round && [round.loop, round.number, round.most],
      ),
    );
    expect(
      pieces.map(({ tag, widthMm, heightMm, treatment }) => [tag, widthMm, heightMm, treatment]),
    ).toEqual(
      old.pieces.map((piece: Record<string, unknown>) => [
        piece.tag,
        piece.widthMm,
        piece.heightMm,
        piece.verdict,
      ]),
    );
    expect(log.map(({ doneAt, work }) => [doneAt, work?.resultingSurface, work?.dryingMin])).toEqual(
      old.log.map(({ doneAt, work }: { doneAt: string; work: { leaves: string; restMin: number } }) => [
        doneAt,
        work.leaves,
        work.restMin,
      ]),
    );
    expect([plan?.completion, plan?.planOptions.oneZoneAtATime]).toEqual([
      old.plan.handOver,
      old.plan.wish.roomInTurn,
    ]);
    expect(plan?.ops.map(({ start, occupiedUntil }) => [start, occupiedUntil])).toEqual(
      old.plan.ops.map((op: Record<string, unknown>) => [op.start, op.holdUntil]),
    );
    expect(zones.map(({ customSystem }) => customSystem)).toEqual(
      old.zones.map((zone: Record<string, unknown>) => zone.ownSystem),
    );
    await ines.ok('POST', `/jobs/${id}/plan`);
  });

  it('goes out as version 2, and comes in again as it went', async () => {
    const { id } = await ines.ok<{ id: string }>('POST', '/import/job', {
      file: { ...old, job: { ...old.job, code: 'OLD2' } },
    });
    const file = await ines.ok<{ version: number; steps: object[] }>('GET', `/jobs/${id}/export/job.json`);
    expect([file.version, file.steps.length]).toEqual([2, old.steps.length]);
    const back = await ines.ok<{ id: string }>('POST', '/import/job', { file });
    const [first, second] = [
      await ines.ok<JobDetail>('GET', `/jobs/${id}`),
      await ines.ok<JobDetail>('GET', `/jobs/${back.id}`),
    ];
    const withoutIds = ({ steps }: JobDetail) =>
      steps.map(({ id: _id, zoneId: _zone, pieceIds: _pieces, ...step }) => step);
    expect(withoutIds(second)).toEqual(withoutIds(first));
  });
});

describe('what a page of an earlier version still sends', () => {
  it('arrives where it belongs now: mixes, and the mix of a coat', async () => {
    const mix = sampleMix(uuid());
    const from = uuid();
    const pour = { id: uuid(), role: 'paint', ml: 900, at: mix.startedAt, fromPotId: from };
    const sent = { ...mix, leftTo: 'closed pot', pours: [pour] };
    await ines.ok('PUT', `/pots/${mix.id}`, sent);
    const { mixes } = await ines.ok<{ mixes: MixRecord[] }>('GET', '/pots');
    const kept = mixes.find(({ id }) => id === mix.id);
    expect([kept?.leftTo, kept?.pours[0]?.fromMixId]).toEqual(['closed container', from]);
    const { job, pieces, steps } = await makeJob(ines);
    const step = steps.find(({ productKey }) => productKey !== null);
    const coat = {
      productKey: step?.productKey,
      paintMl: 400,
      thinnerMl: 20,
      cup: null,
      cupSeconds: null,
      climate: null,
      wftUm: null,
      potId: mix.id,
    };
    const entry = {
      id: uuid(),
      jobId: job.id,
      stepId: step?.id,
      side: 'all',
      action: 'do',
      pieceIds: pieces.map(({ id }) => id),
      doneAt: '2026-11-23T07:00:00.000Z',
      coat,
      note: '',
      correctsId: null,
      isWithdrawal: false,
    };
    await ines.ok('POST', `/jobs/${job.id}/log`, entry);
    const { log } = await ines.ok<JobDetail>('GET', `/jobs/${job.id}`);
    expect(log.map(({ coat }) => coat?.mixId)).toEqual([mix.id]);
  });
});

describe('what a migration makes of an earlier version', () => {
  const again = (name: string) =>
    sql(readFileSync(new URL(`../migrations/${name}`, import.meta.url), 'utf8'));

  it('is by hand in a client’s room, where nothing was sprayed until then, and as chosen in the shop', async () => {
    const [there, here] = [await makeJob(ines, 0), await makeJob(ines, 0)];
    await sql(`update job set place = 'client' where id = $1`, [there.job.id]);
    await again('0014_by_hand_in_the_room.sql');
    const applicatorOf = async ({ job }: JobDetail) =>
      (await ines.ok<JobDetail>('GET', `/jobs/${job.id}`)).zones[0]?.options?.applicator;
    expect([await applicatorOf(there), await applicatorOf(here)]).toEqual(['roller', 'turbine']);
  });

  it('takes longer over a drawer front, where nobody set the minutes', async () => {
    const { job, steps } = await makeJob(ines, 0);
    const remove = steps.find(({ key }) => key === 'remove');
    await sql(`update step set body = body #- '{labour,perDrawerMin}' where id = $1`, [remove?.id]);
    const labour = async () =>
      (await ines.ok<JobDetail>('GET', `/jobs/${job.id}`)).steps.find(({ key }) => key === 'remove')?.labour;
    expect((await labour())?.perDrawerMin).toBeUndefined();
    await again('0015_drawers_take_longer.sql');
    expect(await labour()).toMatchObject({ perPieceMin: 6, perDrawerMin: 9 });
    await sql(
      `update step set body = jsonb_set(body #- '{labour,perDrawerMin}', '{labour,perPieceMin}', '7') where id = $1`,
      [remove?.id],
    );
    await again('0015_drawers_take_longer.sql');
    expect((await labour())?.perDrawerMin).toBeUndefined();
  });
});

describe('an order', () => {
  it('lists what is to be replaced, of the material the survey chose', async () => {
    const { job, zones, pieces } = await makeJob(ines);
    const changes = pieces.slice(0, 2).map(({ version, ...piece }) => ({
      version,
      piece: { ...piece, treatment: 'replace' },
    }));
    await ines.ok('PUT', `/jobs/${job.id}/pieces`, { changes });
    await ines.ok('PATCH', `/zones/${zones[0]?.id}/survey`, { answers: { replacementStock: 'wood' } });
    const csv = await (await ines.call('GET', `/jobs/${job.id}/export/order.csv`)).text();
    expect(csv.split('\r\n')[1]).toMatch(/^2,D1 D2,door,400,720,20,wood,2,/);
    expect((await ines.call('GET', `/jobs/${uuid()}/export/order.csv`)).status).toBe(404);
  });
});
