import type { JobDetail } from '@upholder/core/api';
import { type PlannedOp, type PlanOrder, type PlanSnapshot, planToKeep } from '@upholder/core/planning';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sampleShop } from '../../core/test/sample.ts';
import { startPlanningThread } from '../src/plans/thread.ts';
import type { Running } from '../src/start.ts';
import { addShop, Caller, freshDatabase, NOW, startTestServer } from './harness.ts';
import { makeJob } from './samples.ts';

describe('the planning thread', () => {
  const thread = startPlanningThread(fail);
  let order: PlanOrder;

  beforeAll(async () => {
    const databaseUrl = await freshDatabase();
    const server = await startTestServer(databaseUrl);
    const { signIn } = await addShop(databaseUrl, 'Harbour Finishes');
    const caller = new Caller(server.address);
    await caller.signIn(signIn);
    const detail = await makeJob(caller, 30);
    await server.stop();
    order = { planId: uuid(), detail, shop: sampleShop(), now: new Date(NOW) };
  });

  afterAll(() => thread.stop());

  it('makes the very plan that would be made here', async () => {
    expect(await thread.one(order)).toEqual(planToKeep(order));
  });

  it('leaves the server free to answer while it plans', async () => {
    let isPlanning = true;
    const plan = thread.one(order).finally(() => {
      isPlanning = false;
    });
    let turns = 0;
    while (isPlanning) {
      await new Promise((resolve) => setImmediate(resolve));
      turns += 1;
    }
    expect((await plan).ok).toBe(true);
    expect(turns).toBeGreaterThan(10);
  });

  it('gives a later job what the ones before it have left, and keeps the place of one that may not be planned', async () => {
    const { detail, shop, now } = order;
    const first = await thread.one(order);
    if (!first.ok) throw new Error(first.message);
    const held = { detail: { ...detail, plan: first.value }, refusal: 'A stop is open.', planId: uuid() };
    const next = { detail, refusal: null, planId: uuid() };
    const [refused, later] = await thread.inTurn({ jobs: [held, next], shop, now });
    expect(refused).toEqual({ ok: false, message: 'A stop is open.' });
    if (!later?.ok) throw new Error('the second job has no plan');
    expect(clashesOf(first.value.ops, later.value.ops)).toEqual([]);
    expect(later.value.completion).toBeGreaterThan(first.value.completion);
  });

  it('says what was wrong with an order and plans the next one', async () => {
    const broken = { ...order, detail: { ...order.detail, pieces: null as never } };
    await expect(thread.one(broken)).rejects.toThrow(TypeError);
    expect((await thread.one(order)).ok).toBe(true);
  });

  it('ends in the middle of a plan when the server does', async () => {
    const other = startPlanningThread(fail);
    const plan = expect(other.one(order)).rejects.toThrow();
    await other.stop();
    await plan;
  });
});

describe('planning over the wire', () => {
  let server: Running;
  let second: Running;
  let caller: Caller;
  let elsewhere: Caller;

  beforeAll(async () => {
    const databaseUrl = await freshDatabase();
    server = await startTestServer(databaseUrl);
    second = await startTestServer(databaseUrl);
    const { signIn } = await addShop(databaseUrl, 'Harbour Finishes');
    caller = new Caller(server.address);
    elsewhere = new Caller(second.address);
    await caller.signIn(signIn);
    await elsewhere.signIn(signIn);
  });

  afterAll(() => Promise.all([server.stop(), second.stop()]));

  it('answers everybody else while many wait for their plans', async () => {
    const { job } = await makeJob(caller, 12);
    let isPlanning = true;
    const plans = Promise.all(
      Array.from({ length: 16 }, () => caller.ok('POST', `/jobs/${job.id}/plan`)),
    ).finally(() => {
      isPlanning = false;
    });
    for (let ask = 0; ask < 5; ask += 1) await caller.ok<JobDetail>('GET', `/jobs/${job.id}`);
    expect(isPlanning).toBe(true);
    expect(await plans).toHaveLength(16);
  });

  it('does not give the same hours to two jobs that are planned at once', async () => {
    const jobs: JobDetail[] = [];
    for (const doors of [6, 8, 10]) jobs.push(await makeJob(caller, doors));
    const plans = await Promise.all(
      jobs.map(({ job }) => caller.ok<{ plan: PlanSnapshot }>('POST', `/jobs/${job.id}/plan`)),
    );
    for (const [index, { plan }] of plans.entries())
      for (const other of plans.slice(index + 1)) expect(clashesOf(plan.ops, other.plan.ops)).toEqual([]);
  });

  it('nor where two servers plan at once: who comes second sees what the first gave away, and plans again', async () => {
    const jobs: JobDetail[] = [];
    for (const doors of [5, 7, 9, 6]) jobs.push(await makeJob(caller, doors));
    const plans = await Promise.all(
      jobs.map(({ job }, index) =>
        (index % 2 === 0 ? caller : elsewhere).ok<{ plan: PlanSnapshot }>('POST', `/jobs/${job.id}/plan`),
      ),
    );
    for (const [index, { plan }] of plans.entries())
      for (const other of plans.slice(index + 1)) expect(clashesOf(plan.ops, other.plan.ops)).toEqual([]);
  });
});

function fail(error: Error): never {
  throw error;
}

/** Where one person would be at two things. */
function clashesOf(mine: readonly PlannedOp[], theirs: readonly PlannedOp[]): unknown[] {
  const turnsOf = (ops: readonly PlannedOp[]) =>
    ops.flatMap(({ personId, segments }) => segments.map((part) => ({ personId, ...part })));
  const others = turnsOf(theirs);
  return turnsOf(mine).filter((one) =>
    others.some((two) => one.personId === two.personId && one.start < two.end && two.start < one.end),
  );
}
