import { describe, it } from 'vitest';
import { expect, words } from '../../test/expect.ts';
import { SAMPLE_START, SAMPLE_TIME_ZONE, sampleJob, sampleShop } from '../../test/sample.ts';
import { localDate } from '../shop/index.ts';
import {
  answerOf,
  checkPlan,
  criticalChain,
  DEFAULT_PLAN_OPTIONS,
  improvementsFor,
  type Plan,
  type PlanOptions,
  type PlanRequest,
  planJob,
  searchPlan,
  snapshotOf,
  unblockersFor,
  weigh,
} from './index.ts';
import { badAirFor } from './problem/air.ts';

const ask = (doors: number, shop = sampleShop()): PlanRequest => ({
  input: sampleJob([{ systemId: 'A', doors, fronts: 0 }], shop),
  shop,
  now: SAMPLE_START,
  earlier: { loads: [], ops: [] },
});

describe('what would help', () => {
  it('offers only what is not so already', () => {
    const keys = (question: PlanRequest) => improvementsFor(question).map(({ key }) => key.split(' ')[0]);
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
      const improvement = improvementsFor(question).find((one) => one.key === key);
      return improvement ? weigh(improvement.question, 'earliest', 10) : null;
    };
    const rail = {
      ...question,
      shop: {
        ...question.shop,
        settings: { ...question.shop.settings, railLengthMm: 2 * question.shop.settings.railLengthMm },
      },
    };
    expect(base!.completion - weigh(rail, 'earliest', 10)!.completion).toBeGreaterThan(2 * 1440);
    expect(of('rack')!.completion).toBe(base!.completion);
    // Warmer air shortens every clock.
    expect(of('warm')!.completion).toBeLessThan(base!.completion);
  });

  it('leaves the question that was asked as it is', () => {
    const question = ask(8);
    const before = structuredClone(question);
    for (const improvement of improvementsFor(question)) weigh(improvement.question, 'earliest', 0);
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
    expect(improvementsFor(begun).some(({ change }) => change?.kind === 'options')).toBe(false);
  });
});

describe('what the client, or whoever makes new pieces, could do', () => {
  const keysOf = (question: PlanRequest) => improvementsFor(question).map(({ key }) => key);

  it('is only offered where something of it holds the job up', () => {
    const keys = keysOf(ask(4));
    expect(keys.some((key) => key === 'room' || key === 'delivery' || key.startsWith('open '))).toBe(false);
  });

  it('changes what is wished by a press, one closed day at a time', () => {
    const question = { ...ask(4), oneZoneAtATime: true, roomClosed: ['2026-11-24', '2026-11-26'] };
    const changes = new Map(improvementsFor(question).map(({ key, change }) => [key, change]));
    expect(changes.get('room')).toEqual({ kind: 'wish', planOptions: { oneZoneAtATime: false } });
    expect(changes.get('open 2026-11-24')).toEqual({
      kind: 'wish',
      planOptions: { roomClosed: ['2026-11-26'] },
    });
    expect(changes.get('open 2026-11-26')).toEqual({
      kind: 'wish',
      planOptions: { roomClosed: ['2026-11-24'] },
    });
  });

  it('says what new pieces would win that are here at once', () => {
    const asked = ask(4);
    const { zones, pieces } = asked.input;
    const question = {
      ...asked,
      input: {
        ...asked.input,
        zones: zones.map((zone) => ({ ...zone, survey: { replacementsOn: '2026-12-07' } })),
        pieces: pieces.map((piece, index) => ({
          ...piece,
          treatment: index === 0 ? ('replace' as const) : piece.treatment,
        })),
      },
    };
    const improvement = improvementsFor(question).find(({ key }) => key === 'delivery')!;
    const [late, soon] = [question, improvement.question].map((one) => weigh(one, 'earliest', 0)!.completion);
    expect(late! - soon!).toBeGreaterThan(7 * 1440);
    expect(keysOf(improvement.question)).not.toContain('delivery');
  });
});

describe('the chain that decides the handover', () => {
  it('runs in time from now to the last operation, without a piece of free choice in between', () => {
    const { input, shop } = ask(30);
    const answer = planJob(input, shop, SAMPLE_START);
    if (!answer.ok) throw new Error(answer.message);
    const plan = snapshotOf(input.job.id, '2026-11-23T06:00:00.000Z', shop.climate, answer.value);
    const chain = criticalChain(plan.ops);
    const ops = chain.map(({ opId }) => plan.ops.find(({ id }) => id === opId)!);
    expect(ops.at(-1)?.end).toBe(plan.completion);
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

describe('a room that is closed', () => {
  it('is worked in on other days only, and that explains the wait', () => {
    const question = ask(6);
    const open = searchPlan(question);
    if (!open.ok) throw new Error(open.message);
    const inRoom = (plan: Plan) => plan.ops.filter(({ op }) => op.row === 'room');
    const first = inRoom(open.value.found!.plan)[0]!;
    const day = localDate(first.start, SAMPLE_TIME_ZONE);
    const closed = searchPlan({ ...question, roomClosed: [day] });
    if (!closed.ok) throw new Error(closed.message);
    const { problem, plan } = closed.value.found!;
    expect(checkPlan(problem, plan)).toEqual([]);
    for (const { start, end } of inRoom(plan)) {
      expect(localDate(start, SAMPLE_TIME_ZONE)).not.toBe(day);
      expect(localDate(end, SAMPLE_TIME_ZONE)).not.toBe(day);
    }
    const waits = answerOf({ problem, plan }).plan.ops.flatMap((item) => item.waits);
    expect(
      waits.some(({ why }) => why.kind === 'resource' && words(why.by).includes('closed that day')),
    ).toBe(true);
  });
});

describe('where there is no plan', () => {
  const question = ask(8);
  const found = searchPlan(question);
  if (!found.ok) throw new Error(found.message);
  const { problem, plan } = found.value.found!;
  const earlier = {
    loads: problem.loads,
    ops: plan.ops.map(({ op, start, end, segments }) => ({ id: op.id, start, end, segments })),
  };
  const coat = plan.ops.find(({ op }) => op.stepKey === 'colour-1')!;
  const free = (asked: PlanRequest, planOptions: PlanOptions) => [
    ...unblockersFor({ ...asked, earlier }, planOptions),
  ];

  it('a pin that comes too early may be moved to when it would hold, or let go', () => {
    const planOptions = { ...DEFAULT_PLAN_OPTIONS, pins: { [coat.op.id]: SAMPLE_START + 180 } };
    const choices = free(question, planOptions);
    expect(choices.map(({ key }) => key.split(' ')[0])).toEqual(['move', 'free']);
    for (const { planOptions: freed } of choices) {
      const pins = new Map(Object.entries(freed!.pins));
      expect(searchPlan({ ...question, earlier }, { objective: 'earliest', seed: 1, pins }).ok).toBe(true);
    }
  });

  it('nothing has to be freed where a plan exists', () => {
    expect(free(question, DEFAULT_PLAN_OPTIONS)).toEqual([]);
  });

  it('a piece that is longer than rack and rail wants more of them', () => {
    const shop = sampleShop();
    shop.settings = { ...shop.settings, railLengthMm: 0, rackSlots: 1, rackSlotLengthMm: 300 };
    const long = { ...ask(2, shop), earlier: { loads: [], ops: [] } };
    expect(searchPlan(long).ok).toBe(false);
    expect([...unblockersFor(long, DEFAULT_PLAN_OPTIONS)].map(({ key }) => key)).toEqual(['rail', 'rack']);
  });
});

describe('air that is not fit', () => {
  const HOUR = 60;
  /** Three days by the hour: frost until a moment, then as it was. */
  const frostUntil = (until: number) =>
    Array.from({ length: 72 }, (_, hour) => {
      const at = SAMPLE_START + hour * HOUR;
      return { at, climate: { airC: at < until ? 4 : 18, rhPct: 55 } };
    });

  it('holds coats back as far as the forecast goes, and nothing else; the wait says so', () => {
    const question = ask(6);
    const until = SAMPLE_START + 2 * 1440;
    const cold = { ...question, shop: { ...question.shop, forecast: frostUntil(until) } };
    const plain = planJob(question.input, question.shop, SAMPLE_START);
    const held = planJob(cold.input, cold.shop, SAMPLE_START);
    if (!plain.ok || !held.ok) throw new Error('no plan');
    const { problem, plan } = held.value;
    expect(checkPlan(problem, plan)).toEqual([]);
    const coats = plan.ops.filter(({ op }) => op.isCoat);
    for (const { start } of coats) expect(start).toBeGreaterThanOrEqual(until);
    expect(plain.value.plan.ops.some(({ op, start }) => op.isCoat && start < until)).toBe(true);
    expect(plan.ops.some(({ op, start }) => !op.isCoat && start < until)).toBe(true);
    const air = plan.ops.flatMap(({ waits }) => waits).find(({ why }) => why.kind === 'air');
    expect(air?.why).toMatchObject({ kind: 'air', why: expect.stringContaining('4 °C') });
    // The checker knows it on its own.
    const early = {
      ...plan,
      ops: plan.ops.map((item) =>
        item === coats[0] ? { ...item, start: until - 90, end: until - 30 } : item,
      ),
    };
    expect(checkPlan(problem, early).map(({ code }) => code)).toContain('air');
  });

  it('joins the bad hours, each product by its own sheet', () => {
    const sheet = sampleShop().sheets['urethane-enamel-satin']!;
    const [one, ...more] = badAirFor(sheet, frostUntil(SAMPLE_START + 5 * HOUR));
    expect([one?.start, one?.end, more]).toEqual([SAMPLE_START, SAMPLE_START + 5 * HOUR, []]);
    expect(badAirFor({ ...sheet, airMinC: 0, surfaceMinC: 0 }, frostUntil(SAMPLE_START + 5 * HOUR))).toEqual(
      [],
    );
  });
});
