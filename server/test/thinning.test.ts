import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Database, openDatabase } from '../src/db/database.ts';
import { thin } from '../src/keeping/thinning.ts';
import type { Running } from '../src/start.ts';
import { addShop, Caller, freshDatabase, startTestServer } from './harness.ts';
import { makeJob } from './samples.ts';

const NOW = new Date('2026-11-28T12:00:00Z');
const DAY_MS = 86_400_000;
const ago = (days: number) => new Date(NOW.getTime() - days * DAY_MS);

let server: Running;
let db: Database;
let ines: Caller;
let shopId: string;
beforeAll(async () => {
  const url = await freshDatabase();
  server = await startTestServer(url);
  db = openDatabase(url, () => undefined);
  const shop = await addShop(url, 'Thinning');
  ({ shopId } = shop);
  ines = await new Caller(server.address).enterAs(shop.signIn);
});
afterAll(async () => {
  await db.close();
  await server.stop();
});

const left = async (sql: string): Promise<unknown[]> =>
  (await db.query<{ value: unknown }>(sql, [shopId])).rows.map(({ value }) => value);

describe('what is let go', () => {
  it('of plans is what is neither among the last twenty of its job nor younger than a month', async () => {
    const { job } = await makeJob(ines, 1);
    await ines.ok('POST', `/jobs/${job.id}/plan`, {});
    const body = (await db.query<{ body: object }>('select body from plan')).rows[0]?.body;
    await db.query('delete from plan');
    // One a day, the oldest first: fifty days ago until today.
    for (let days = 50; days >= 0; days -= 1)
      await db.query('insert into plan (id, shop_id, job_id, made_at, body) values ($1, $2, $3, $4, $5)', [
        uuid(),
        shopId,
        job.id,
        ago(days),
        JSON.stringify(body),
      ]);
    expect((await thin(db, NOW)).plans).toBe(20);
    const made = await left('select made_at as value from plan where shop_id = $1 order by serial');
    expect([made.length, made[0]]).toEqual([31, ago(30)]);
    // Long after, the last twenty are still there.
    expect((await thin(db, new Date(NOW.getTime() + 300 * DAY_MS))).plans).toBe(11);
    expect(await left('select count(*) as value from plan where shop_id = $1')).toEqual([20]);
    expect((await ines.ok<{ plan: object | null }>('GET', `/jobs/${job.id}`)).plan).not.toBeNull();
  });

  it('of the air is what lies between one reading an hour, later one a day; never what somebody typed', async () => {
    const put = (at: Date, source = 'station') =>
      db.query(
        `insert into climate_reading (shop_id, place_id, at, air_c, rh_pct, source) values ($1, 'shop', $2, 20, 50, $3)`,
        [shopId, at, source],
      );
    for (const days of [1, 100, 500])
      for (let minutes = 0; minutes < 180; minutes += 20)
        await put(new Date(Date.UTC(2026, 10, 28, 2) - days * DAY_MS + minutes * 60_000));
    await put(new Date(Date.UTC(2026, 10, 28, 2, 5) - 500 * DAY_MS), 'typed');
    // Of nine readings in three hours: all of yesterday, one an hour of three months ago, one of the day long ago.
    expect((await thin(db, NOW)).readings).toBe(6 + 8);
    expect(
      await left(
        `select count(*) as value from climate_reading where shop_id = $1 group by date_trunc('day', at) order by date_trunc('day', at)`,
      ),
    ).toEqual([2, 3, 9]);
    expect((await thin(db, NOW)).readings).toBe(0);
  });

  it('of the ways in which tables were read is what nobody used for two years', async () => {
    for (const [signature, days] of [
      ['old', 731],
      ['young', 729],
    ] as const)
      await db.query(
        `insert into import_mapping (shop_id, signature, mapping, used_at) values ($1, $2, '[]', $3)`,
        [shopId, signature, ago(days)],
      );
    expect((await thin(db, NOW)).mappings).toBe(1);
    expect(await left('select signature as value from import_mapping where shop_id = $1')).toEqual(['young']);
  });
});
