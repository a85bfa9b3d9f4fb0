import type { JobDetail, TracedCoat, TraceRequest } from '@upholder/core/api';
import type { MixRecord } from '@upholder/core/mixing';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sampleMix } from '../../core/test/sampleMix.ts';
import type { Running } from '../src/start.ts';
import { type Caller, startTwoShops } from './harness.ts';
import { makeJob } from './samples.ts';

let server: Running;
let ines: Caller;
let stranger: Caller;

beforeAll(async () => {
  ({ server, ines, stranger } = await startTwoShops('Traces', 'Elsewhere'));
});
afterAll(() => server.stop());

const COLOUR = 'urethane-enamel-satin';

async function mixed(batch: string): Promise<MixRecord> {
  const mix = { ...sampleMix(uuid()), productKey: COLOUR, batch, jobId: null, stepId: null };
  await ines.ok('PUT', `/mixes/${mix.id}`, mix);
  return mix;
}

/** Coats pieces of a job with its first coat of colour. */
async function coat(
  detail: JobDetail,
  tags: string[],
  mixId: string | null,
  doneAt: string,
  correctsId: string | null = null,
) {
  const step = detail.steps.find(({ productKey }) => productKey === COLOUR);
  const id = uuid();
  await ines.ok('POST', `/jobs/${detail.job.id}/log`, {
    id,
    jobId: detail.job.id,
    stepId: step?.id,
    side: 'all',
    action: 'do',
    pieceIds: detail.pieces.filter(({ tag }) => tags.includes(tag)).map((piece) => piece.id),
    doneAt,
    coat: {
      productKey: COLOUR,
      paintMl: 300,
      thinnerMl: 15,
      cup: null,
      cupSeconds: null,
      climate: null,
      wftUm: null,
      ...(mixId && { mixId }),
    },
    note: '',
    correctsId,
    isWithdrawal: false,
  });
  return id;
}

const trace = async (wanted: TraceRequest, caller = ines) =>
  (await caller.ok<{ coats: TracedCoat[] }>('POST', '/trace', wanted)).coats;
const told = (coats: readonly TracedCoat[]) =>
  coats.map(({ jobId, pieces }) => [jobId, pieces.map(({ tag }) => tag).join()]);

describe('what else had this', () => {
  it('is found by mix, batch and day, over all jobs, and only what counts', async () => {
    const [one, two] = [await makeJob(ines), await makeJob(ines)];
    const [first, second, other] = [await mixed('L-40117'), await mixed('l-40117'), await mixed('L-40200')];
    await coat(one, ['D1', 'D2'], first.id, '2026-11-20T10:00:00.000Z');
    await coat(two, ['D3'], first.id, '2026-11-20T11:00:00.000Z');
    await coat(two, ['D4'], second.id, '2026-11-21T23:30:00.000Z');
    const wrong = await coat(two, ['D1'], first.id, '2026-11-20T12:00:00.000Z');
    await coat(two, ['D1'], other.id, '2026-11-20T12:00:00.000Z', wrong);

    const [a, b] = [one.job.id, two.job.id];
    expect(told(await trace({ by: 'mix', mixId: first.id }))).toEqual([
      [b, 'D3'],
      [a, 'D1,D2'],
    ]);
    expect(told(await trace({ by: 'batch', productKey: COLOUR, batch: ' L-40117 ' }))).toEqual([
      [b, 'D4'],
      [b, 'D3'],
      [a, 'D1,D2'],
    ]);
    expect(told(await trace({ by: 'day', productKey: COLOUR, day: '2026-11-20' }))).toEqual([
      [b, 'D1'],
      [b, 'D3'],
      [a, 'D1,D2'],
    ]);
    expect(await trace({ by: 'day', productKey: COLOUR, day: '2026-11-19' })).toEqual([]);
    expect(await trace({ by: 'mix', mixId: first.id }, stranger)).toEqual([]);
    const [coated] = await trace({ by: 'mix', mixId: first.id });
    expect(coated).toMatchObject({
      jobCode: two.job.code,
      status: 'open',
      mixId: first.id,
      memberName: 'Ines',
    });
    const { mixes } = await ines.ok<{ mixes: MixRecord[] }>('GET', `/jobs/${b}/mixes`);
    expect(mixes.map(({ id }) => id).sort()).toEqual([first.id, second.id, other.id].sort());
  });

  it('refuses what says nothing to look for', async () => {
    for (const wanted of [
      { by: 'batch', productKey: COLOUR, batch: ' ' },
      { by: 'day', productKey: COLOUR, day: 'monday' },
      { by: 'client' },
    ])
      expect((await ines.call('POST', '/trace', wanted)).status).toBe(422);
  });
});
