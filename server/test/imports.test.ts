import { existsSync, readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import type { JobDetail, ResponseOf, ROUTES } from '@upholder/core/api';
import type { JobFile } from '@upholder/core/formats';
import sharp from 'sharp';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { type Database, openDatabase } from '../src/db/database.ts';
import { Teller } from '../src/imports/progress.ts';
import type { Running } from '../src/start.ts';
import { type Caller, startTwoShops } from './harness.ts';
import { makeJob } from './samples.ts';

let server: Running;
let ines: Caller;
let stranger: Caller;
let file: JobFile;
const PICTURES = 12;

beforeAll(async () => {
  ({ server, ines, stranger } = await startTwoShops('Bringing in', 'Elsewhere'));
  const { job, zones } = await makeJob(ines);
  const picture = await sharp({ create: { width: 900, height: 700, channels: 3, background: '#876' } })
    .jpeg()
    .toBuffer();
  for (let number = 0; number < PICTURES; number += 1) {
    const query = new URLSearchParams({ id: uuid(), zoneId: zones[0]?.id ?? '', topic: 'finish' });
    await ines.raw('POST', `/jobs/${job.id}/photos?${query}`, picture, 'image/jpeg');
  }
  file = await ines.ok('GET', `/jobs/${job.id}/export/job.json`);
});
afterAll(() => server.stop());

const importsOf = async (caller: Caller) =>
  (await caller.ok<ResponseOf<typeof ROUTES.imports>>('GET', '/imports')).imports;

describe('how far a job file is', () => {
  it('is known to every server of the shop, and to no other shop, until it is through', async () => {
    const db = openDatabase(inject('postgresUrl'), () => undefined);
    const { rows } = await db.query<{ shop_id: string }>('select shop_id from job where id = $1', [
      file.job.id,
    ]);
    const shopId = rows[0]?.shop_id ?? '';
    // As another server brings it in.
    const teller = new Teller(db, shopId);
    teller.tell({ phase: 'pictures', of: 40 });
    await expect.poll(() => importsOf(ines)).toEqual([{ phase: 'pictures', done: 0, of: 40 }]);
    expect(await importsOf(stranger)).toEqual([]);
    teller.tell({ phase: 'writing', done: 40 });
    await expect.poll(() => importsOf(ines)).toEqual([{ phase: 'writing', done: 40, of: 40 }]);
    // That server was killed: nobody says anything any more.
    await db.query("update job_import set told_at = now() - interval '1 minute' where shop_id = $1", [
      shopId,
    ]);
    expect(await importsOf(ines)).toEqual([]);
    await teller.end();
    expect((await db.query('select id from job_import where shop_id = $1', [shopId])).rows).toEqual([]);
    await db.close();
  });

  it('that cannot be told holds nothing up', async () => {
    const away = { query: () => Promise.reject(new Error('away')) } as unknown as Database;
    const teller = new Teller(away, uuid());
    teller.tell({ phase: 'checking' });
    await expect(teller.end()).resolves.toBeUndefined();
  });
});

const bringIn = (content: unknown, caller = ines) => caller.call('POST', '/import/job', { file: content });
const spools = () => readdirSync(tmpdir()).filter((name) => name.startsWith('upholder-import-'));

describe('a job file that is brought in', () => {
  it('comes whole, in its turn, and says how far it is', async () => {
    const seen = new Set<string>();
    let most = 0;
    let isOver = false;
    const all = Promise.all([bringIn(file), bringIn(file), bringIn(file, stranger)]).finally(() => {
      isOver = true;
    });
    while (!isOver) {
      const { imports } = await ines.ok<ResponseOf<typeof ROUTES.imports>>('GET', '/imports');
      expect(imports.filter(({ phase }) => phase !== 'waiting').length).toBeLessThan(2);
      for (const { phase, done, of } of imports) {
        seen.add(phase);
        if (phase === 'pictures') expect(of).toBe(PICTURES);
        most = Math.max(most, done);
      }
    }
    const answers = await all;
    expect(answers.map(({ status }) => status)).toEqual([201, 201, 201]);
    expect([...seen]).toEqual(expect.arrayContaining(['waiting', 'pictures']));
    expect(most).toBeGreaterThan(1);
    const [{ id }] = (await Promise.all(answers.map((answer) => answer.json()))) as [{ id: string }];
    const made = await ines.ok<JobDetail>('GET', `/jobs/${id}`);
    expect(made.photos).toHaveLength(PICTURES);
    expect(made.pieces.map(({ tag }) => tag)).toEqual(file.pieces.map(({ tag }) => tag));
    expect(await ines.ok('GET', '/imports')).toEqual({ imports: [] });
  });

  it.each<[string, (copy: JobFile) => unknown, string, RegExp]>([
    [
      'has more pieces than a job can have',
      (copy) => ({ ...copy, pieces: Array.from({ length: 20_001 }, () => copy.pieces[0]) }),
      'file',
      /“pieces” has 20001 entries; a job file may have at most 20000/,
    ],
    [
      'has a text that cannot be kept',
      (copy) => ({ ...copy, job: { ...copy.job, name: 'a\0b' } }),
      'file.job.name',
      /character/,
    ],
    ['is none', () => ({ format: 'something' }), 'file', /not an Upholder job file/],
    ['is nothing', () => null, 'file', /./],
  ])('is refused at its place where it %s', async (_what, change, field, words) => {
    const answer = await bringIn(change(structuredClone(file)));
    const { error } = (await answer.json()) as { error: { fields: Record<string, string> } };
    expect(answer.status).toBe(422);
    expect(Object.keys(error.fields)).toEqual([field]);
    expect(Object.values(error.fields)[0]).toMatch(words);
  });

  it('is refused where it does not come as JSON', async () => {
    for (const [type, status] of [
      ['text/plain', 422],
      ['application/json; charset=latin1', 400],
    ] as const)
      expect(
        (await ines.raw('POST', '/import/job', Buffer.from(JSON.stringify({ file })), type)).status,
      ).toBe(status);
  });

  it('is refused where it breaks off, and leaves nothing behind', async () => {
    const before = (await ines.ok<{ jobs: unknown[] }>('GET', '/jobs')).jobs.length;
    const text = JSON.stringify({ file });
    const answer = await ines.raw('POST', '/import/job', Buffer.from(text.slice(0, -50)), 'application/json');
    expect(answer.status).toBe(400);
    expect((await ines.ok<{ jobs: unknown[] }>('GET', '/jobs')).jobs).toHaveLength(before);
    for (const name of spools()) expect(existsSync(`${tmpdir()}/${name}/body.json`)).toBe(false);
  });
});
