import type { JobDetail } from '@upholder/core/api';
import type { NewLogEntry } from '@upholder/core/jobs';
import type { Seen } from '@upholder/core/learning';
import type { PlanSnapshot } from '@upholder/core/planning';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sampleMix } from '../../core/test/sampleMix.ts';
import type { Running } from '../src/start.ts';
import { type Caller, NOW, startTwoShops } from './harness.ts';
import { entryFor, makeJob } from './samples.ts';

interface Learned {
  seen: Seen[];
  pending: number;
  exclusions: { seenId: string; reason: string; memberName: string }[];
}

let server: Running;
let ines: Caller;
let stranger: Caller;

beforeAll(async () => {
  ({ server, ines, stranger } = await startTwoShops('Learns', 'Elsewhere'));
});
afterAll(() => server.stop());

const learned = (who = ines) => who.ok<Learned>('GET', '/learned');

/** A coat of a job that was logged out of a mix, of which so much was left. */
async function coated(leftMl: number): Promise<{ jobId: string; mixId: string; entry: NewLogEntry }> {
  const { job } = await makeJob(ines);
  const { plan } = await ines.ok<{ plan: PlanSnapshot }>('POST', `/jobs/${job.id}/plan`);
  const detail = await ines.ok<JobDetail>('GET', `/jobs/${job.id}`);
  const op = plan.ops.find(({ isCoat, stepId }) =>
    detail.steps.some(
      ({ id, productKey }) => isCoat && id === stepId && productKey === 'urethane-enamel-satin',
    ),
  );
  const step = detail.steps.find(({ id }) => id === op?.stepId);
  if (!op || !step?.applicator) throw new Error('no coat is planned');
  const mixId = uuid();
  const pours = [{ id: uuid(), role: 'paint' as const, ml: 1000, at: NOW }];
  const mix = sampleMix(mixId, { jobId: job.id, stepId: step.id, applicator: step.applicator, pours });
  await ines.ok('PUT', `/mixes/${mixId}`, mix);
  const coat = {
    productKey: 'urethane-enamel-satin',
    paintMl: 1000,
    thinnerMl: 0,
    cup: null,
    cupSeconds: null,
    climate: null,
    wftUm: 95,
    mixId,
  };
  const entry: NewLogEntry = { ...entryFor(job.id, op, NOW), coat };
  await ines.ok('POST', `/jobs/${job.id}/log`, entry);
  await ines.ok('PUT', `/mixes/${mixId}`, { ...mix, revision: 2, emptiedAt: NOW, leftMl });
  return { jobId: job.id, mixId, entry };
}

describe('what mixes and timed tasks teach', () => {
  it('is worked out from the log and the mixes, and again when a mix or the log changes', async () => {
    const { jobId, mixId, entry } = await coated(300);
    const own = async () => (await learned()).seen.find(({ id }) => id === mixId);
    const before = await own();
    expect(before).toMatchObject({ kind: 'mix', productKey: 'urethane-enamel-satin' });
    expect(await own()).toEqual(before);
    await ines.ok('POST', `/jobs/${jobId}/log`, {
      ...entry,
      id: uuid(),
      correctsId: entry.id,
      isWithdrawal: true,
    });
    expect(await own()).toBeUndefined();
    expect((await learned(stranger)).seen).toEqual([]);
  });

  it('times what was started, as the floor sent it', async () => {
    const { job } = await makeJob(ines);
    const { plan } = await ines.ok<{ plan: PlanSnapshot }>('POST', `/jobs/${job.id}/plan`);
    const [op] = plan.ops;
    if (!op) throw new Error('nothing is planned');
    const plain = entryFor(job.id, op, NOW);
    const { entry } = await ines.ok<{ entry: { work: object } }>('POST', `/jobs/${job.id}/log`, plain);
    const other = { ...plain, id: uuid(), correctsId: plain.id, work: { ...entry.work, tookMin: 55 } };
    await ines.ok('POST', `/jobs/${job.id}/log`, other);
    const seen = (await learned()).seen.filter(({ id }) => id === plain.id || id === other.id);
    expect(seen).toMatchObject([{ kind: 'work', id: other.id, tookMin: 55 }]);
  });

  it('leaves out what somebody excluded for a reason, in this shop alone', async () => {
    const { mixId } = await coated(100);
    const path = `/learned/${mixId}/exclusion`;
    expect((await ines.refused('PUT', path, { reason: '  ' })).status).toBe(422);
    await ines.ok('PUT', path, { reason: 'The cup fell over.' });
    await ines.ok('PUT', path, { reason: 'The cup fell over twice.' });
    expect((await learned()).exclusions).toEqual([
      { seenId: mixId, reason: 'The cup fell over twice.', memberName: 'Ines' },
    ]);
    expect((await learned(stranger)).exclusions).toEqual([]);
    await ines.ok('PUT', path, { reason: null });
    expect((await learned()).exclusions).toEqual([]);
  });
});
