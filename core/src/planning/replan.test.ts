import { describe, expect, it } from 'vitest';
import { entryFor, liveFor, liveThrough, replan } from '../../test/lives.ts';
import { randomCase, SAMPLE_START, seeded } from '../../test/sample.ts';
import { floorAgenda, pieceStates } from '../floor/index.ts';
import { checkPlan, planAsBefore } from './index.ts';

const ROUNDS = 6;

describe('a job that is worked, logged and planned again, over and over', () => {
  // `npm run bench -- full` lives through 720 more.
  it('stays sound for 10 seeded lives', () => {
    for (let seed = 1; seed <= 10; seed += 1) {
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

  it('stays sound where it is pinned, let go, scuffed, cooled and searched on as well', () => {
    const lives = Array.from({ length: 6 }, (_, index) => liveThrough(index + 1, 6));
    expect(lives.reduce((sum, { replans }) => sum + replans, 0)).toBe(6 * 7);
    // Some pins must have been out of reach, or they were never tried.
    expect(lives.some(({ refusals }) => refusals > 0)).toBe(true);
  });

  it('scuffs where dusting first took the last minutes of a window', () => {
    expect(liveThrough(303, 3).replans).toBe(4);
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
      plan = replan(job, shop, plan.completion, plan);
    }
    expect(plan.ops.every(({ personId }) => personId === null)).toBe(true);
    const agenda = floorAgenda([{ ...job, plan }], shop, plan.completion);
    expect([agenda.ready, agenda.waiting]).toEqual([[], []]);
  });

  it('never lets the floor offer a task before its clock, whatever was logged', () => {
    for (let seed = 1; seed <= 12; seed += 1) {
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
    for (let seed = 1; seed <= 12; seed += 1) {
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

describe('the plan before, minutes later', () => {
  it('is kept where everything goes as planned, also while tasks are under way', () => {
    const minutes = Array.from({ length: 60 }, (_, index) => SAMPLE_START + 90 + index * 23);
    for (const seed of [1003, 1005, 1008]) {
      const { job, shop } = randomCase(seed);
      const plan = replan(job, shop, SAMPLE_START, null);
      const open = plan.ops.filter(({ personId }) => personId !== null);
      let wasUnderWay = 0;
      for (const now of minutes) {
        const log = open
          .filter(({ end }) => end <= now)
          .map((op) => entryFor(op, op.pieceIds, op.end, { memberId: op.personId }));
        const question = { input: { ...job, log }, shop, now, earlier: plan };
        const again = planAsBefore(question, plan.ops);
        if (!again.ok) throw new Error(`${seed} at ${now - SAMPLE_START}: ${again.message}`);
        expect(checkPlan(again.value.problem, again.value.plan)).toEqual([]);
        for (const { op, start, end, personId } of again.value.plan.ops) {
          if (personId === null) continue;
          const before = open.find(({ id }) => id === op.id);
          expect([op.id, end, personId]).toEqual([op.id, before?.end, before?.personId]);
          expect(start).toBe(Math.max(start, before?.start ?? 0));
          wasUnderWay += Number((before?.start ?? 0) < now);
        }
      }
      expect(wasUnderWay).toBeGreaterThan(0);
    }
  });

  it('is not kept where a task should be through and is not', () => {
    const { job, shop } = randomCase(1003);
    const plan = replan(job, shop, SAMPLE_START, null);
    const open = plan.ops.filter(({ personId }) => personId !== null);
    const first = open.reduce((earliest, op) => (op.end < earliest.end ? op : earliest));
    const question = { input: job, shop, now: first.end + 1, earlier: plan };
    expect(planAsBefore(question, plan.ops).ok).toBe(false);
  });
});
