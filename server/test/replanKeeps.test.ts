import type { JobDetail } from '@upholder/core/api';
import type { PlanSnapshot } from '@upholder/core/planning';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Running } from '../src/start.ts';
import { addShop, Caller, freshDatabase, startTestServer } from './harness.ts';
import { makeJob } from './samples.ts';

let server: Running;
let url: string;

beforeAll(async () => {
  url = await freshDatabase();
  // Well before opening: however slow this machine is, nothing of the plans has begun when they are made again.
  server = await startTestServer(url, { clockStart: '2026-11-22T12:00:00.000Z' });
});
afterAll(() => server.stop());

describe('planning an unchanged job again', () => {
  it.each([
    [24, 3],
    [40, 2],
    [56, 4],
  ])('never ends it later: %d doors, and %d jobs planned since', async (doors, others) => {
    const own = new Caller(server.address);
    await own.signIn((await addShop(url, `Keeps ${doors}`)).signIn);
    const plan = async (id: string) =>
      (await own.ok<{ plan: PlanSnapshot }>('POST', `/jobs/${id}/plan`)).plan;
    const first = await makeJob(own, doors);
    const before = await plan(first.job.id);
    for (let number = 0; number < others; number += 1)
      await plan((await makeJob(own, doors - 5 * number)).job.id);
    const after = await plan(first.job.id);
    expect(after.completion).toBeLessThanOrEqual(before.completion);
    // And planned a third time it still stands.
    expect((await plan(first.job.id)).completion).toBeLessThanOrEqual(before.completion);
    const { plan: kept } = await own.ok<JobDetail>('GET', `/jobs/${first.job.id}`);
    expect(kept?.completion).toBeLessThanOrEqual(before.completion);
  });
});
