import { describe, expect, it } from 'vitest';
import { SAMPLE_START, sampleJob, sampleShop } from '../../test/sample.ts';
import { criticalChain, type PlanQuestion, planJob, reliefsFor, snapshotOf, weigh } from './index.ts';

const ask = (doors: number, shop = sampleShop()): PlanQuestion => ({
  input: sampleJob([{ systemId: 'A', doors, fronts: 0 }], shop),
  shop,
  now: SAMPLE_START,
  earlier: { loads: [], ops: [] },
});

describe('what would help', () => {
  it('offers only what is not so already', () => {
    const keys = (question: PlanQuestion) => reliefsFor(question).map(({ key }) => key.split(' ')[0]);
    expect(keys(ask(4))).toEqual(
      expect.arrayContaining(['saturday', 'rail', 'rack', 'bench', 'person', 'warm', 'light', 'flat']),
    );
    const shop = sampleShop({ climate: { airC: 24, rhPct: 45 } });
    shop.settings = {
      ...shop.settings,
      week: { ...shop.settings.week, sat: [{ from: '08:00', to: '12:00' }] },
    };
    const fewer = keys(ask(4, shop));
    expect(fewer).not.toContain('saturday');
    expect(fewer).not.toContain('warm');
  });

  it('a rail twice as long hands 60 doors over days sooner; a second rack does nothing for what hangs', () => {
    const question = ask(60);
    const base = weigh(question, 'earliest', 10);
    const of = (key: string) => {
      const relief = reliefsFor(question).find((one) => one.key === key);
      return relief ? weigh(relief.question, 'earliest', 10) : null;
    };
    const rail = {
      ...question,
      shop: {
        ...question.shop,
        settings: { ...question.shop.settings, railLengthMm: 2 * question.shop.settings.railLengthMm },
      },
    };
    expect(base!.handOver - weigh(rail, 'earliest', 10)!.handOver).toBeGreaterThan(2 * 1440);
    expect(of('rack')!.handOver).toBe(base!.handOver);
    expect(of('saturday')!.handOver).toBeLessThan(base!.handOver);
  });

  it('leaves the question that was asked as it is', () => {
    const question = ask(8);
    const before = structuredClone(question);
    for (const relief of reliefsFor(question)) weigh(relief.question, 'earliest', 0);
    expect(question).toEqual(before);
  });

  it('does not turn a zone over that has begun', () => {
    const question = ask(6);
    const planned = planJob(question.input, question.shop, SAMPLE_START);
    if (!planned.ok) throw new Error(planned.message);
    const [first] = planned.value.plan.ops;
    const entry = {
      id: question.input.pieces[0]!.id,
      jobId: question.input.job.id,
      stepId: first!.op.stepId,
      side: 'all' as const,
      action: 'do' as const,
      pieceIds: first!.op.pieceIds,
      doneAt: '2026-11-23T09:00:00.000Z',
      coat: null,
      note: '',
      correctsId: null,
      isWithdrawal: false,
      memberId: null,
      memberName: 'Ines',
      loggedAt: '2026-11-23T09:00:00.000Z',
    };
    const begun = { ...question, input: { ...question.input, log: [entry] } };
    expect(reliefsFor(begun).some(({ change }) => change?.kind === 'laying')).toBe(false);
  });
});

describe('the chain that decides the hand-over', () => {
  it('runs in time from now to the last operation, without a piece of free choice in between', () => {
    const { input, shop } = ask(30);
    const answer = planJob(input, shop, SAMPLE_START);
    if (!answer.ok) throw new Error(answer.message);
    const plan = snapshotOf(input.job.id, '2026-11-23T06:00:00.000Z', shop.climate, answer.value);
    const chain = criticalChain(plan.ops);
    const ops = chain.map(({ opId }) => plan.ops.find(({ id }) => id === opId)!);
    expect(ops.at(-1)?.end).toBe(plan.handOver);
    expect(chain[0]?.after).toBe('start');
    expect(chain.slice(1).every(({ after }) => after !== 'start')).toBe(true);
    for (let index = 1; index < ops.length; index += 1)
      expect(ops[index]!.start).toBeGreaterThanOrEqual(ops[index - 1]!.end);
    // Most of what decides is drying: that is why it takes days.
    expect(chain.filter(({ after }) => after === 'drying').length).toBeGreaterThan(2);
  });

  it('is empty when all is done', () => {
    expect(criticalChain([])).toEqual([]);
  });
});
