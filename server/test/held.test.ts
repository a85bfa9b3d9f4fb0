import { get } from 'node:http';
import { brotliDecompressSync } from 'node:zlib';
import type { JobDetail } from '@upholder/core/api';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Database, openDatabase } from '../src/db/database.ts';
import type { Running } from '../src/start.ts';
import { addShop, Caller, freshDatabase, NOW, startTestServer } from './harness.ts';
import { entryFor, makeJob } from './samples.ts';

let server: Running;
let db: Database;
let ines: Caller;
let stranger: Caller;
let job: JobDetail;
let url: string;
let signIn: string;

beforeAll(async () => {
  url = await freshDatabase();
  server = await startTestServer(url);
  db = openDatabase(url, () => undefined);
  ({ signIn } = await addShop(url, 'Holding'));
  ines = await new Caller(server.address).enterAs(signIn);
  stranger = await new Caller(server.address).enterAs((await addShop(url, 'Elsewhere')).signIn);
  const { job: head } = await makeJob(ines);
  await ines.ok('POST', `/jobs/${head.id}/plan`, {});
  job = await ines.ok('GET', `/jobs/${head.id}`);
});
afterAll(async () => {
  await db.close();
  await server.stop();
});

const asked = async (path: string, tag: string, caller = ines) => {
  const answer = await caller.call('GET', path, undefined, {
    'if-none-match': tag,
    'cache-control': 'no-cache',
  });
  return { status: answer.status, tag: answer.headers.get('etag') ?? '', text: await answer.text() };
};

describe.each(['/floor', '/jobs/open', 'job'])('what is held of %s', (what) => {
  const pathOf = () => (what === 'job' ? `/jobs/${job.job.id}` : what);

  it('is not sent again before anything of it changed, and is sent when something did', async () => {
    const first = await asked(pathOf(), '');
    expect(first.status).toBe(200);
    expect(await asked(pathOf(), first.tag)).toEqual({ status: 304, tag: first.tag, text: '' });
    expect((await asked(pathOf(), `"other", W/${first.tag}`)).status).toBe(304);
    const now = await ines.ok<JobDetail>('GET', `/jobs/${job.job.id}`);
    const logged = new Set(now.log.map(({ stepId, action, side }) => `${stepId} ${action} ${side}`));
    const op = now.plan?.ops.find(
      ({ personId, stepId, action, side }) => personId !== null && !logged.has(`${stepId} ${action} ${side}`),
    );
    if (!op) throw new Error('the plan has no work left');
    await ines.ok('POST', `/jobs/${job.job.id}/log`, entryFor(job.job.id, op, NOW));
    const after = await asked(pathOf(), first.tag);
    expect([after.status, after.tag === first.tag]).toEqual([200, false]);
    expect(after.text).toContain(op.stepId);
    expect(after.text.length).toBeGreaterThan(first.text.length);
  });

  it('is another shop’s only where that asks for its own', async () => {
    const own = await asked(pathOf(), '');
    const other = await asked(pathOf(), own.tag, stranger);
    expect(other.status).toBe(what === 'job' ? 404 : 200);
    expect(other.text).not.toContain(job.job.id);
  });

  it('is the same, compressed or not', async () => {
    const plain = await ines.call('GET', pathOf());
    const { cookie } = (ines as unknown as { kept(): { cookie: string } }).kept();
    const packed = await new Promise<Buffer>((resolve, reject) =>
      get(`${server.address}/api${pathOf()}`, { headers: { cookie, 'accept-encoding': 'br' } }, (answer) => {
        expect(answer.headers['content-encoding']).toBe('br');
        const chunks: Buffer[] = [];
        answer.on('data', (chunk: Buffer) => chunks.push(chunk));
        answer.on('end', () => resolve(Buffer.concat(chunks)));
      }).on('error', reject),
    );
    expect(JSON.parse(brotliDecompressSync(packed).toString())).toEqual(await plain.json());
  });
});

describe('two servers of one shop', () => {
  it('never give out what the other has changed, in whatever turn they are asked', async () => {
    const other = await startTestServer(url);
    const joss = await new Caller(other.address).enterAs(signIn);
    for (let round = 0; round < 6; round += 1) {
      const [writer, reader] = round % 2 === 0 ? [ines, joss] : [joss, ines];
      const before = await asked('/floor', '', reader);
      const { version, ...head } = (await writer.ok<JobDetail>('GET', `/jobs/${job.job.id}`)).job;
      const { id: _id, methods: _methods, room: _room, pricing: _pricing, ...spec } = head;
      const name = `Wall, round ${round}`;
      await writer.ok('PUT', `/jobs/${job.job.id}`, { ...spec, name, version });
      const after = await asked('/floor', before.tag, reader);
      expect([after.status, after.text.includes(name)]).toEqual([200, true]);
      expect((await reader.ok<JobDetail>('GET', `/jobs/${job.job.id}`)).job.name).toBe(name);
    }
    await other.stop();
  });
});

describe('the counts of a job', () => {
  it('are what is there, also after several wrote to it at once', async () => {
    const detail = await makeJob(ines, 0);
    const [zone] = detail.zones;
    const piece = (number: number) => ({
      ...(job.pieces[0] as object),
      id: crypto.randomUUID(),
      zoneId: zone?.id,
      tag: `N${number}`,
    });
    await Promise.all(
      Array.from({ length: 8 }, (_, number) =>
        ines.ok('POST', `/jobs/${detail.job.id}/pieces`, {
          pieces: [piece(number), piece(number + 100)].map(({ ...one }) => {
            delete (one as { version?: number }).version;
            return one;
          }),
        }),
      ),
    );
    const { rows } = await db.query<{ counted: number; there: number }>(
      `select pieces as counted, (select count(*) from piece where piece.job_id = job_count.job_id) as there
         from job_count where job_id = $1`,
      [detail.job.id],
    );
    expect(rows).toEqual([{ counted: 16, there: 16 }]);
    const of = await db.query<{ wrong: number }>(
      `select count(*) as wrong from job_count as counted
        where entries <> (select count(*) from log_entry where log_entry.job_id = counted.job_id)
           or pieces <> (select count(*) from piece where piece.job_id = counted.job_id)
           or zones <> (select count(*) from zone where zone.job_id = counted.job_id)`,
    );
    expect(of.rows).toEqual([{ wrong: 0 }]);
    await ines.ok('DELETE', `/jobs/${detail.job.id}`);
    expect((await db.query('select 1 from job_count where job_id = $1', [detail.job.id])).rows).toEqual([]);
  });
});
