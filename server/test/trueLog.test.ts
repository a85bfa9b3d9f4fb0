import type { JobDetail, JobRow, ShopContext, ZoneRow } from '@upholder/core/api';
import type { LogEntry, NewLogEntry } from '@upholder/core/jobs';
import type { MixRecord } from '@upholder/core/mixing';
import type { PlanSnapshot } from '@upholder/core/planning';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sampleMix } from '../../core/test/sampleMix.ts';
import type { Running } from '../src/start.ts';
import { type Caller, NOW, startTwoShops } from './harness.ts';
import { entryFor, jobSpec, makeJob, pieceFor, zoneSpec } from './samples.ts';

let server: Running;
let ines: Caller;
let stranger: Caller;

beforeAll(async () => {
  ({ server, ines, stranger } = await startTwoShops('True log', 'Other log'));
});
afterAll(() => server.stop());

async function planned(caller = ines) {
  const { job } = await makeJob(caller);
  const { plan } = await caller.ok<{ plan: PlanSnapshot }>('POST', `/jobs/${job.id}/plan`);
  return { job, plan, path: `/jobs/${job.id}/log` };
}

const statuses = (answers: Response[]) => answers.map(({ status }) => status).sort();

describe('who wrote it', () => {
  it('is never changed by who is signed in when it arrives', async () => {
    const { job, plan, path } = await planned();
    const entry = entryFor(job.id, plan.ops[0]!, NOW);
    const answer = await ines.call('POST', path, entry, { 'x-upholder-member': uuid() });
    expect(answer.status).toBe(403);
    expect(await answer.json()).toMatchObject({ error: { code: 'other-member' } });
    expect((await ines.ok<JobDetail>('GET', `/jobs/${job.id}`)).log).toEqual([]);
    const { crew } = await ines.ok<ShopContext>('GET', '/shop');
    const own = await ines.call('POST', path, entry, { 'x-upholder-member': crew[0]?.id ?? '' });
    expect(own.status).toBe(200);
  });

  it.each(['nonsense', 'null', 'http://elsewhere.test'])(
    'refuses the origin %s, and does not break on it',
    async (origin) => {
      const answer = await ines.call('POST', '/jobs', { id: uuid(), ...jobSpec }, { origin });
      expect([answer.status, (await answer.json()) as object]).toEqual([
        403,
        { error: expect.objectContaining({ code: 'csrf' }) },
      ]);
    },
  );
});

describe('races', () => {
  it('let one correction of an entry through and tell the others', async () => {
    const { job, plan, path } = await planned();
    const entry = entryFor(job.id, plan.ops[0]!, NOW);
    await ines.ok('POST', path, entry);
    const answers = await Promise.all(
      Array.from({ length: 8 }, (_, index) =>
        ines.call('POST', path, { ...entry, id: uuid(), correctsId: entry.id, note: `word ${index}` }),
      ),
    );
    expect(statuses(answers)).toEqual([200, ...Array.from({ length: 7 }, () => 409)]);
  });

  it('take a correction that is sent many times at once for one', async () => {
    const { job, plan, path } = await planned();
    const entry = entryFor(job.id, plan.ops[0]!, NOW);
    await ines.ok('POST', path, entry);
    for (let round = 0; round < 10; round += 1) {
      const last = (await ines.ok<JobDetail>('GET', `/jobs/${job.id}`)).log.at(-1)!;
      const word = { ...entry, id: uuid(), correctsId: last.id, note: `round ${round}` };
      const answers = await Promise.all(Array.from({ length: 6 }, () => ines.call('POST', path, word)));
      expect(statuses(answers)).toEqual([200, 200, 200, 200, 200, 200]);
      const { log } = await ines.ok<JobDetail>('GET', `/jobs/${job.id}`);
      expect(log.filter(({ id }) => id === word.id)).toHaveLength(1);
    }
  });

  it('give a tag to one piece and tell the others', async () => {
    const { job, zones } = await makeJob(ines, 0);
    const answers = await Promise.all(
      Array.from({ length: 8 }, () =>
        ines.call('POST', `/jobs/${job.id}/pieces`, { pieces: [pieceFor(zones[0]?.id ?? '', 1)] }),
      ),
    );
    expect(statuses(answers)).toEqual([201, ...Array.from({ length: 7 }, () => 409)]);
  });

  it('keep both of the first two words of a mix, and charge the tin once', async () => {
    const { products } = await ines.ok<ShopContext>('GET', '/shop');
    const product = products.find(({ key }) => key === sampleMix(uuid()).productKey)!;
    await ines.ok('PUT', `/products/${product.id}/stock`, { stockMl: 50_000 });
    const pour = (ml: number) => ({ id: uuid(), role: 'paint' as const, ml, at: NOW });
    for (let round = 0; round < 25; round += 1) {
      const first = sampleMix(uuid(), { pours: [pour(100)] });
      const second = { ...first, revision: first.revision + 1, pours: [...first.pours, pour(20)] };
      const answers = await Promise.all(
        [first, second].map((one) => ines.call('PUT', `/mixes/${one.id}`, one)),
      );
      expect(statuses(answers)).toEqual([200, 200]);
      const { mixes } = await ines.ok<{ mixes: MixRecord[] }>('GET', '/mixes');
      expect(mixes.find(({ id }) => id === first.id)?.pours).toHaveLength(2);
    }
    const after = await ines.ok<ShopContext>('GET', '/shop');
    expect(after.products.find(({ id }) => id === product.id)?.stockMl).toBe(50_000 - 25 * 120);
  });
});

describe('an id that is taken', () => {
  it('is no error for the same entry again, and refused for another one', async () => {
    const { job, plan, path } = await planned();
    const entry = entryFor(job.id, plan.ops[0]!, NOW);
    await ines.ok('POST', path, entry);
    expect(await ines.ok('POST', path, entry)).toMatchObject({ wasKnown: true });
    const other = await ines.refused('POST', path, { ...entry, note: 'something else' });
    expect(other).toMatchObject({ status: 409, code: 'id-taken', current: { id: entry.id, note: '' } });
  });

  it('is refused for jobs, zones, pieces, walls and pictures that say something else', async () => {
    const job = { id: uuid(), ...jobSpec };
    await ines.ok<JobRow>('POST', '/jobs', job);
    await ines.ok<JobRow>('POST', '/jobs', job);
    const taken = { status: 409, code: 'id-taken' };
    expect(await ines.refused('POST', '/jobs', { ...job, name: 'Another wall' })).toMatchObject(taken);
    expect(await stranger.refused('POST', '/jobs', job)).toMatchObject(taken);

    const zone = { id: uuid(), ...zoneSpec };
    await ines.ok<ZoneRow>('POST', `/jobs/${job.id}/zones`, zone);
    await ines.ok<ZoneRow>('POST', `/jobs/${job.id}/zones`, zone);
    expect(await ines.refused('POST', `/jobs/${job.id}/zones`, { ...zone, name: 'Larder' })).toMatchObject(
      taken,
    );

    const piece = pieceFor(zone.id, 1, { widthMm: 400.053 });
    await ines.ok('POST', `/jobs/${job.id}/pieces`, { pieces: [piece] });
    await ines.ok('POST', `/jobs/${job.id}/pieces`, { pieces: [piece] });
    expect(
      await ines.refused('POST', `/jobs/${job.id}/pieces`, { pieces: [{ ...piece, widthMm: 500 }] }),
    ).toMatchObject(taken);

    const wall = { id: uuid(), position: 0, name: 'North', letter: 'N', widthMm: 3000, heightMm: 2400 };
    const map = { walls: [wall], openings: [], assigned: [] };
    await ines.ok('POST', `/jobs/${job.id}/map`, map);
    await ines.ok('POST', `/jobs/${job.id}/map`, map);
    expect(
      await ines.refused('POST', `/jobs/${job.id}/map`, { ...map, walls: [{ ...wall, widthMm: 1000 }] }),
    ).toMatchObject(taken);
  });
});

describe('a job file', () => {
  it('cannot name an entry that is not in it, least of all of another shop', async () => {
    const mine = await planned();
    const entry = entryFor(mine.job.id, mine.plan.ops[0]!, NOW);
    await ines.ok('POST', mine.path, entry);
    const theirs = await planned(stranger);
    await stranger.ok('POST', theirs.path, entryFor(theirs.job.id, theirs.plan.ops[0]!, NOW));
    const file = await stranger.ok<{ log: LogEntry[] }>('GET', `/jobs/${theirs.job.id}/export/job.json`);
    const forged = { ...file, log: file.log.map((one) => ({ ...one, correctsId: entry.id })) };
    expect(await stranger.refused('POST', '/import/job', { file: forged })).toMatchObject({
      status: 422,
      message: expect.stringContaining('not in the file'),
    });
    // And the owner can still correct it.
    await ines.ok('POST', mine.path, { ...entry, id: uuid(), correctsId: entry.id });
  });

  it('brings entries in that say so, whatever they claim themselves', async () => {
    const { job, plan, path } = await planned();
    await ines.ok('POST', path, entryFor(job.id, plan.ops[0]!, NOW));
    const file = await ines.ok<{ log: LogEntry[] }>('GET', `/jobs/${job.id}/export/job.json`);
    const log = file.log.map((one) => ({
      ...one,
      memberName: 'The Queen',
      doneAt: '2001-01-01T00:00:00.000Z',
      imported: null,
    }));
    const copy = await stranger.ok<JobRow>('POST', '/import/job', { file: { ...file, log } });
    const [entry] = (await stranger.ok<JobDetail>('GET', `/jobs/${copy.id}`)).log;
    expect(entry).toMatchObject({
      memberName: 'The Queen',
      memberId: null,
      imported: { memberName: 'Ines', at: expect.stringMatching(/^2026-11-23/) },
    });
    // What is logged here carries no such mark.
    expect((await ines.ok<JobDetail>('GET', `/jobs/${job.id}`)).log[0]?.imported).toBeNull();
  });
});

describe('what was done', () => {
  it('stays as it was logged when the step is changed afterwards', async () => {
    const { job, plan, path } = await planned();
    const prime = plan.ops.find(({ stepKey }) => stepKey === 'prime-1')!;
    const earlier = plan.ops.filter(({ loadId, start }) => loadId === prime.loadId && start < prime.start);
    for (const op of earlier) await ines.ok('POST', path, entryFor(job.id, op, NOW));
    const before = await ines.ok<JobDetail>('GET', `/jobs/${job.id}`);
    const step = before.steps.find(({ id }) => id === prime.stepId)!;
    // Without its own word the entry takes what the step says now.
    const logged = entryFor(job.id, prime, NOW);
    await ines.ok('POST', path, logged);
    const zone = before.zones[0]!;
    const steps = before.steps.map(({ id: _id, zoneId: _zone, position: _position, ...draft }) =>
      draft.key === step.key
        ? { ...draft, wftUm: 60, thinning: { convention: 'on-paint', value: 1 } }
        : draft,
    );
    await ines.ok('PUT', `/zones/${zone.id}/steps`, { version: zone.version, steps });
    const after = await ines.ok<JobDetail>('GET', `/jobs/${job.id}`);
    expect(after.steps.find(({ id }) => id === step.id)?.wftUm).toBe(60);
    expect(after.log.find(({ id }) => id === logged.id)?.work).toMatchObject({
      stepName: step.name,
      productKey: step.productKey,
      wftUm: step.wftUm,
      thinning: step.thinning,
      applicator: step.applicator,
    });
  });

  it('is what the floor saw, where the floor says it', async () => {
    const { job, plan, path } = await planned();
    const work: NewLogEntry['work'] = {
      stepName: 'Degrease',
      operation: 'clean',
      resultingSurface: 'clean',
      productKey: null,
      supplyKey: 'degreaser',
      grit: null,
      applicator: null,
      gun: null,
      thinning: null,
      wftUm: null,
      conditionerPct: 0,
      passes: 1,
      applications: [],
      place: 'bench',
      dryingMin: 60,
      minutes: null,
      tookMin: 42,
    };
    const entry = { ...entryFor(job.id, plan.ops[0]!, NOW), work };
    const { entry: kept } = await ines.ok<{ entry: LogEntry }>('POST', path, entry);
    // Only what it takes by the yardsticks is the server's to say.
    expect(kept.work).toEqual({ ...work, minutes: expect.any(Number) });
    expect(kept.work?.minutes).toBeGreaterThan(0);
  });
});

describe('hours of a wear part', () => {
  it('grow by what is logged and counts, and no more by what is taken back', async () => {
    const { job, plan, path } = await planned();
    const id = uuid();
    const item = { kind: 'gear', name: 'Half mask', gear: 'respirator', hoursLife: 40, hoursUsed: 3 };
    const from = new Date(Date.parse(NOW) - 3_600_000).toISOString();
    await ines.ok('PUT', `/bench-items/${id}`, { version: 0, item: { ...item, countedFrom: from } });
    const hours = async () =>
      (await ines.ok<ShopContext>('GET', '/shop')).benchItems.find((row) => row.id === id)?.loggedHours ?? -1;
    // What other tests logged in this shop counts as well.
    const before = await hours();
    const detail = await ines.ok<JobDetail>('GET', `/jobs/${job.id}`);
    const stepOf = ({ stepId }: { stepId: string }) => detail.steps.find(({ id: own }) => own === stepId);
    const cleaning = plan.ops.find((op) => stepOf(op)?.operation === 'clean');
    const coat = plan.ops.find((op) => op.isCoat && stepOf(op)?.applicator === 'turbine');
    if (!coat || !cleaning) throw new Error('nothing is sprayed in this plan');
    await ines.ok('POST', path, entryFor(job.id, cleaning, NOW));
    expect(await hours()).toBe(before);
    const sprayed = entryFor(job.id, coat, NOW);
    const { entry } = await ines.ok<{ entry: LogEntry }>('POST', path, sprayed);
    expect(entry.work?.minutes).toBeGreaterThan(0);
    expect(await hours()).toBeCloseTo(before + (entry.work?.minutes ?? 0) / 60, 6);
    // Another shop's log is not counted, and a withdrawal takes its minutes back.
    expect((await stranger.ok<ShopContext>('GET', '/shop')).benchItems).toEqual([]);
    await ines.ok('POST', path, { ...sprayed, id: uuid(), correctsId: sprayed.id, isWithdrawal: true });
    expect(await hours()).toBeCloseTo(before, 6);
  });
});
