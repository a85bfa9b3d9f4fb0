import { describe, expect, it } from 'vitest';
import { randomCase, SAMPLE_START, sampleId, seeded } from '../../test/sample.ts';
import { floorAgenda, pieceStates } from '../floor/index.ts';
import type { LogEntry } from '../jobs/index.ts';
import { type Minute, toInstant } from '../shop/index.ts';
import {
  checkPlan,
  type JobForPlanning,
  type PlannedOp,
  type PlanSnapshot,
  planJob,
  type ShopForPlanning,
  snapshotOf,
} from './index.ts';

const ROUNDS = 6;

let number = 0;

function entryFor(
  op: Pick<PlannedOp, 'stepId' | 'side' | 'action'>,
  pieceIds: string[],
  doneAt: Minute,
  change: Partial<LogEntry> = {},
): LogEntry {
  number += 1;
  const at = toInstant(doneAt).toISOString();
  return {
    id: sampleId(7, number),
    jobId: sampleId(4, 1),
    stepId: op.stepId,
    side: op.side,
    action: op.action,
    pieceIds,
    doneAt: at,
    coat: null,
    note: '',
    correctsId: null,
    isWithdrawal: false,
    memberId: sampleId(9, 1),
    memberName: 'Person 1',
    loggedAt: at,
    ...change,
  };
}

function replan(
  job: JobForPlanning,
  shop: ShopForPlanning,
  now: Minute,
  earlier: PlanSnapshot | null,
): PlanSnapshot {
  const outcome = planJob(job, shop, now, earlier ?? undefined);
  if (!outcome.ok) throw new Error(outcome.message);
  const violations = checkPlan(outcome.value.problem, outcome.value.plan);
  expect(violations).toEqual([]);
  return snapshotOf(sampleId(6, 1), toInstant(now).toISOString(), shop.climate, outcome.value);
}

/** What a crew with a loose relation to its plan might log between two looks at the clock. */
function liveFor(
  minutes: Minute,
  job: JobForPlanning,
  plan: PlanSnapshot,
  now: Minute,
  random: () => number,
): LogEntry[] {
  const log = [...job.log];
  const until = now + minutes;
  for (const op of [...plan.ops].sort((a, b) => a.start - b.start)) {
    if (op.personId === null || op.end > until) continue;
    const chance = random();
    if (chance < 0.15) continue;
    const late = Math.floor(random() * 90);
    const doneAt = Math.min(until, op.end + late);
    const some = op.pieceIds.filter(() => random() < 0.6);
    const pieceIds = chance < 0.3 && some.length > 0 ? some : op.pieceIds;
    const climate = random() < 0.5 ? { airC: 12 + random() * 14, rhPct: 40 + random() * 35 } : null;
    const productKey = job.steps.find(({ id }) => id === op.stepId)?.productKey;
    const coat =
      productKey && op.isCoat
        ? { productKey, paintMl: 500, thinnerMl: 0, cup: null, cupSeconds: null, climate, wftUm: null }
        : null;
    log.push(entryFor(op, pieceIds, doneAt, { coat }));
  }
  const last = log.at(-1);
  if (last && random() < 0.2) {
    log.push(
      entryFor(last, last.pieceIds, now, { doneAt: last.doneAt, correctsId: last.id, isWithdrawal: true }),
    );
  }
  return log;
}

describe('a job that is worked, logged and planned again, over and over', () => {
  it('stays sound for 60 seeded lives', () => {
    for (let seed = 1; seed <= 60; seed += 1) {
      const random = seeded(seed * 977);
      const { job: start, shop } = randomCase(seed + 1000);
      let job = start;
      let now = SAMPLE_START;
      let plan = replan(job, shop, now, null);
      for (let round = 0; round < ROUNDS; round += 1) {
        const minutes = 120 + Math.floor(random() * 2000);
        job = { ...job, log: liveFor(minutes, job, plan, now, random) };
        now += minutes;
        plan = replan(job, shop, now, plan);
        const planned = plan.ops.filter(({ personId }) => personId !== null);
        expect(planned.every(({ start: at }) => at >= now)).toBe(true);
      }
    }
  });

  it('ends: when everything is logged nothing is left to do, and the agenda is empty', () => {
    const { job: start, shop } = randomCase(4242);
    let job = start;
    let plan = replan(job, shop, SAMPLE_START, null);
    for (let round = 0; round < 4; round += 1) {
      const log = plan.ops
        .filter(({ personId }) => personId !== null)
        .map((op) => entryFor(op, op.pieceIds, op.end));
      job = { ...job, log: [...job.log, ...log] };
      plan = replan(job, shop, plan.handOver, plan);
    }
    expect(plan.ops.every(({ personId }) => personId === null)).toBe(true);
    const agenda = floorAgenda([{ ...job, plan }], shop, plan.handOver);
    expect([agenda.ready, agenda.waiting]).toEqual([[], []]);
  });

  it('never lets the floor offer a visit before its clock, whatever was logged', () => {
    for (let seed = 1; seed <= 25; seed += 1) {
      const random = seeded(seed * 31);
      const { job, shop } = randomCase(seed + 2000);
      const plan = replan(job, shop, SAMPLE_START, null);
      const now = SAMPLE_START + 600 + Math.floor(random() * 6000);
      const lived = { ...job, log: liveFor(now - SAMPLE_START, job, plan, SAMPLE_START, random) };
      const agenda = floorAgenda([{ ...lived, plan }], shop, now);
      for (const item of agenda.ready) expect(item.openAt).toBeLessThanOrEqual(now);
      for (const item of agenda.waiting) expect(item.openAt).toBeGreaterThan(now);
      const loads = [...agenda.ready, ...agenda.waiting].map(({ loadId }) => loadId);
      expect(new Set(loads).size).toBe(loads.length);
    }
  });

  it('gives every piece a state, and wet only with an end', () => {
    for (let seed = 1; seed <= 25; seed += 1) {
      const random = seeded(seed * 57);
      const { job, shop } = randomCase(seed + 3000);
      const plan = replan(job, shop, SAMPLE_START, null);
      const now = SAMPLE_START + Math.floor(random() * 9000);
      const lived = { ...job, log: liveFor(now - SAMPLE_START, job, plan, SAMPLE_START, random) };
      const states = pieceStates(lived, shop, now);
      expect(states.size).toBe(job.pieces.length);
      for (const { front, back } of states.values()) {
        for (const side of [front, back]) {
          if (side?.state === 'wet') expect(side.wetUntil).toBeGreaterThan(now);
          else if (side) expect(side.wetUntil).toBeNull();
        }
      }
    }
  });
});
