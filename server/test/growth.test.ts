import type { JobDetail, ResponseOf, ROUTES } from '@upholder/core/api';
import { DEFAULT_SHOP_SETTINGS, toMinute } from '@upholder/core/shop';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Database, openDatabase, type Queryable } from '../src/db/database.ts';
import { reservationsFrom, workedJson } from '../src/detail/kept.ts';
import { planningAir, shopForPlanning } from '../src/detail/planningContext.ts';
import { restOfDetails } from '../src/detail/store.ts';
import { createSimulatedStations } from '../src/devices/station.ts';
import { openJobIds, openJobsRevised, summariesOf } from '../src/jobs/lists.ts';
import type { Running } from '../src/start.ts';
import { addShop, Caller, freshDatabase, NOW, startTestServer } from './harness.ts';
import { entryFor, makeJob } from './samples.ts';

let url: string;
let server: Running;
let db: Database;
let ines: Caller;
let shopId: string;

beforeAll(async () => {
  url = await freshDatabase();
  server = await startTestServer(url);
  db = openDatabase(url, () => undefined);
  const shop = await addShop(url, 'Growing');
  ({ shopId } = shop);
  ines = await new Caller(server.address).enterAs(shop.signIn);
});
afterAll(async () => {
  await db.close();
  await server.stop();
});

type Floor = ResponseOf<typeof ROUTES.floor>;
const floor = () => ines.ok<Floor>('GET', '/floor');

/** A planned job with something logged. */
async function workedJob(): Promise<JobDetail> {
  const { job } = await makeJob(ines);
  const { plan } = await ines.ok<{ plan: JobDetail['plan'] }>('POST', `/jobs/${job.id}/plan`, {});
  const op = plan?.ops.find(({ personId }) => personId !== null);
  if (op) await ines.ok('POST', `/jobs/${job.id}/log`, entryFor(job.id, op, NOW));
  return ines.ok('GET', `/jobs/${job.id}`);
}

/** How often the database is asked. */
async function asked(work: (counted: Queryable) => Promise<unknown>): Promise<number> {
  let count = 0;
  await work({
    query: (sql, values) => {
      count += 1;
      return db.query(sql, values);
    },
  });
  return count;
}

describe('what is read of many jobs', () => {
  it('asks the database as often as for few', async () => {
    const now = new Date(NOW);
    const air = await planningAir(createSimulatedStations(7), now);
    const reads: Record<string, (counted: Queryable) => Promise<unknown>> = {
      'all open jobs': async (counted) => restOfDetails(counted, shopId, await openJobIds(counted, shopId)),
      'all open jobs, remembered': async (counted) =>
        workedJson(counted, shopId, await openJobsRevised(counted, shopId), null),
      'on the floor, remembered': async (counted) =>
        workedJson(counted, shopId, await openJobsRevised(counted, shopId), now),
      'what they take': async (counted) =>
        reservationsFrom(counted, shopId, await openJobsRevised(counted, shopId), DEFAULT_SHOP_SETTINGS, 0),
      'the list': (counted) => summariesOf(counted, shopId),
      surroundings: (counted) => shopForPlanning(counted, shopId, shopId, air, now),
    };
    const count = async () => {
      const counts: Record<string, number> = {};
      // Twice: what is remembered of the first time is asked for once.
      for (let round = 0; round < 2; round += 1)
        for (const [name, read] of Object.entries(reads)) counts[name] = await asked(read);
      return counts;
    };
    for (let jobs = 0; jobs < 2; jobs += 1) await workedJob();
    const few = await count();
    for (let jobs = 0; jobs < 4; jobs += 1) await workedJob();
    expect(await count()).toEqual(few);
    expect(Math.max(...Object.values(few))).toBeLessThan(20);
  });

  it('is the same as job by job', async () => {
    const { details } = await ines.ok<{ details: JobDetail[] }>('GET', '/jobs/open');
    expect(details).toHaveLength(6);
    for (const one of details) {
      const alone = await ines.ok<JobDetail>('GET', `/jobs/${one.job.id}`);
      expect(one).toEqual({ ...alone, walls: [], openings: [], photos: [], decisions: [] });
      expect(one.log).toHaveLength(1);
    }
  });
});

describe('the floor', () => {
  it('has the jobs that have begun or begin within three days, and says when the next one does', async () => {
    const before = await floor();
    const unplanned = await makeJob(ines);
    const job = await workedJob();
    expect((await floor()).details.map((one) => one.job.id)).toContain(job.job.id);
    // The same plan, five days on.
    const later = toMinute(new Date(NOW)) + 5 * 24 * 60;
    const plan = { ...job.plan, id: '0f000000-0000-4000-8000-00000000000a' };
    await db.query(
      `insert into plan (id, shop_id, job_id, made_at, body)
       select $1, $2, $3, now(), jsonb_set($4::jsonb, '{ops}', (
                select jsonb_agg(op || jsonb_build_object('start', $5::bigint, 'end', $5::bigint + 60))
                  from jsonb_array_elements($4::jsonb -> 'ops') as op))`,
      [plan.id, shopId, job.job.id, JSON.stringify(plan), later],
    );
    const after = await floor();
    const ids = after.details.map((one) => one.job.id);
    expect(ids).not.toContain(job.job.id);
    expect(ids).not.toContain(unplanned.job.id);
    expect(ids).toHaveLength(before.details.length);
    expect(before.later).toEqual({ jobs: 0, startsAt: null });
    expect(after.later).toEqual({ jobs: 1, startsAt: later });
  });

  it('has what is older than its plan in one entry for each load and task, and the job has all of it', async () => {
    const made = await makeJob(ines);
    await ines.ok('POST', `/jobs/${made.job.id}/plan`, {});
    const { plan } = await ines.ok<JobDetail>('GET', `/jobs/${made.job.id}`);
    const coat = plan?.ops.find(({ isCoat }) => isCoat);
    const before = plan?.ops.find(({ loadId }) => loadId === coat?.loadId);
    if (!coat || !before) throw new Error('nothing to log');
    const daysAgo = (days: number) => new Date(Date.parse(NOW) - days * 24 * 60 * 60 * 1000).toISOString();
    for (const id of before.pieceIds) {
      const entry = entryFor(made.job.id, { ...before, pieceIds: [id] }, daysAgo(10));
      await ines.ok('POST', `/jobs/${made.job.id}/log`, entry);
    }
    await ines.ok('POST', `/jobs/${made.job.id}/log`, entryFor(made.job.id, coat, daysAgo(9)));
    const onFloor = async () => (await floor()).details.find((one) => one.job.id === made.job.id)?.log ?? [];
    const all = before.pieceIds.length + 1;
    expect(await onFloor()).toHaveLength(all);
    // A plan that is made the next minute knows of it.
    await db.query(
      `insert into plan (id, shop_id, job_id, made_at, body)
       select gen_random_uuid(), $1, $2, now(), jsonb_set($3::jsonb, '{madeAt}', to_jsonb($4::text))`,
      [shopId, made.job.id, JSON.stringify(plan), new Date(Date.parse(NOW) + 60_000).toISOString()],
    );
    const short = await onFloor();
    expect(short).toHaveLength(2);
    expect(new Set(short[0]?.pieceIds)).toEqual(new Set(before.pieceIds));
    expect((await ines.ok<JobDetail>('GET', `/jobs/${made.job.id}`)).log).toHaveLength(all);
    const { details } = await ines.ok<{ details: JobDetail[] }>('GET', '/jobs/open');
    expect(details.find((one) => one.job.id === made.job.id)?.log).toHaveLength(all);
  });

  it('knows the span of every plan, whichever way it came', async () => {
    const { rows } = await db.query<{
      starts_at: number;
      ends_at: number;
      completion: number;
      body: JobDetail['plan'];
    }>('select starts_at, ends_at, completion, body from plan where shop_id = $1', [shopId]);
    expect(rows.length).toBeGreaterThan(6);
    for (const { starts_at, ends_at, completion, body } of rows) {
      const ops = body?.ops ?? [];
      expect(starts_at).toBe(Math.min(...ops.map(({ start }) => start)));
      expect(ends_at).toBe(
        Math.max(...ops.map(({ end, occupiedUntil }) => Math.max(end, occupiedUntil ?? 0))),
      );
      expect(completion).toBe(body?.completion);
    }
  });
});

describe('one bad stored value', () => {
  it('keeps nobody from the floor: options of a zone that cannot be read are none', async () => {
    const job = await workedJob();
    const [zone] = job.zones;
    await db.query(`update zone set options = '{"laying":"nonsense"}' where id = $1`, [zone?.id]);
    const found = (await floor()).details.find((one) => one.job.id === job.job.id);
    expect(found?.zones[0]?.options).toBeNull();
  });
});
