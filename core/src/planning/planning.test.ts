import { describe, it } from 'vitest';
import { expect, words } from '../../test/expect.ts';
import {
  randomCase,
  SAMPLE_START,
  SAMPLE_TIME_ZONE,
  sampleId,
  sampleJob,
  sampleShop,
  sixtyPieces,
} from '../../test/sample.ts';
import type { LogEntry } from '../jobs/index.ts';
import { coatAmounts } from '../mixing/index.ts';
import { addDays, localClock, localDate, minuteAt, toInstant, toMinute } from '../shop/index.ts';
import {
  checkPlan,
  comparePlans,
  type JobForPlanning,
  planJob,
  type ScheduledOp,
  type ShopForPlanning,
  type SolvedPlan,
  snapshotOf,
} from './index.ts';

function planned(
  job: JobForPlanning,
  shop: ShopForPlanning,
  now = SAMPLE_START,
  earlier: SolvedPlan | null = null,
): SolvedPlan {
  const outcome = planJob(
    job,
    shop,
    now,
    earlier ? { loads: earlier.problem.loads, ops: flat(earlier) } : undefined,
  );
  if (!outcome.ok) throw new Error(outcome.message);
  expect(checkPlan(outcome.value.problem, outcome.value.plan)).toEqual([]);
  return outcome.value;
}

function named(answer: SolvedPlan, name: string): ScheduledOp {
  const found = answer.plan.ops.find(({ op }) => words(op.name) === name);
  if (!found)
    throw new Error(`no “${name}” among ${answer.plan.ops.map(({ op }) => words(op.name)).join(', ')}`);
  return found;
}

function flat(answer: SolvedPlan) {
  return snapshotOf(sampleId(6, 1), '2026-11-23T06:00:00Z', sampleShop().climate, answer).ops;
}

function entryFor(item: ScheduledOp, doneAt: number, pieceIds = item.op.pieceIds): LogEntry {
  return {
    id: sampleId(7, doneAt),
    jobId: sampleId(4, 1),
    stepId: item.op.stepId,
    side: item.op.side,
    action: item.op.action,
    pieceIds,
    doneAt: toInstant(doneAt).toISOString(),
    coat: null,
    note: '',
    correctsId: null,
    isWithdrawal: false,
    memberId: sampleId(9, 1),
    memberName: 'Ines',
    loggedAt: toInstant(doneAt).toISOString(),
  };
}

describe('planJob', () => {
  it('is sound for 60 seeded random jobs and shops', () => {
    for (let seed = 1; seed <= 60; seed += 1) {
      const { job, shop } = randomCase(seed);
      const outcome = planJob(job, shop, SAMPLE_START);
      if (!outcome.ok) throw new Error(`seed ${seed}: ${outcome.message}`);
      const { problem, plan } = outcome.value;
      expect({ seed, violations: checkPlan(problem, plan) }).toEqual({ seed, violations: [] });
    }
  });

  it('gives the same plan for the same question', () => {
    expect(planned(sixtyPieces(), sampleShop()).plan).toEqual(planned(sixtyPieces(), sampleShop()).plan);
  });

  it('explains every minute of every wait', () => {
    const { plan } = planned(sixtyPieces(), sampleShop());
    const lastEnd = new Map<string, number>();
    for (const item of plan.ops) {
      const from = Math.max(SAMPLE_START, lastEnd.get(item.op.loadId) ?? 0);
      const explained = item.waits.reduce((sum, wait) => sum + wait.end - wait.start, 0);
      expect(explained).toBe(item.start - from);
      lastEnd.set(item.op.loadId, item.end);
    }
  });

  it('hangs two-sided doors and lays one-sided fronts flat', () => {
    const { problem } = planned(sixtyPieces(), sampleShop());
    expect(new Set(problem.loads.map(({ lie }) => lie))).toEqual(new Set(['hung', 'flat']));
  });

  it('coats a flat load backs first, flips it dry to handle, then the fronts', () => {
    const shop = sampleShop();
    const answer = planned(
      sampleJob([{ systemId: 'D', doors: 6, fronts: 0, options: { laying: 'flat' } }], shop),
      shop,
    );
    const [backs, flip, fronts] = ['Colour 1, backs', 'Flip for Colour 1', 'Colour 1, fronts'].map((name) =>
      named(answer, name),
    );
    if (!backs || !flip || !fronts) throw new Error('tasks are missing');
    expect(flip.start).toBeGreaterThanOrEqual(backs.end + (backs.op.lags?.handle ?? 0));
    expect(fronts.start).toBeGreaterThanOrEqual(flip.end);
  });

  it('gives spraying only to whoever may spray, and says so where nobody may', () => {
    const [ines, tam] = sampleShop().crew;
    const helper = sampleShop({ crew: [ines!, { ...tam!, skills: ['prep', 'brush'] }] });
    const answer = planned(sixtyPieces(helper), helper);
    const sprayed = answer.plan.ops.filter(({ op }) => op.skill === 'spray');
    expect(sprayed.length).toBeGreaterThan(0);
    expect(new Set(sprayed.map(({ personId }) => personId))).toEqual(new Set([ines!.id]));
    // The helper is not idle: everything else is still shared.
    expect(answer.plan.ops.some(({ personId }) => personId === tam!.id)).toBe(true);
    const stolen = {
      ...answer.plan,
      ops: answer.plan.ops.map((item) => (item === sprayed[0] ? { ...item, personId: tam!.id } : item)),
    };
    expect(checkPlan(answer.problem, stolen).map(({ code }) => code)).toContain('person');
    const nobody = sampleShop({ crew: [{ ...ines!, skills: ['prep'] }] });
    const refused = planJob(sixtyPieces(nobody), nobody, SAMPLE_START);
    expect(!refused.ok && refused.message).toContain('No one is assigned the skill');
  });

  it('never cuts a wet load and lets it dry through the night', () => {
    const { plan } = planned(sixtyPieces(), sampleShop());
    const wet = plan.ops.filter(({ op }) => op.isWet);
    expect(wet.every(({ segments }) => segments.length === 1)).toBe(true);
    expect(
      wet.some(
        ({ end, occupiedUntil }) =>
          localDate(end, SAMPLE_TIME_ZONE) < localDate(occupiedUntil ?? 0, SAMPLE_TIME_ZONE),
      ),
    ).toBe(true);
  });

  it('puts scuff and dust in where a long absence shuts the recoat window', () => {
    // Everyone is away for two weeks from the day after the first primer coat; the window shuts after seven days.
    const base = sampleShop();
    const job = sampleJob([{ systemId: 'A', doors: 4, fronts: 0 }], base);
    const undisturbed = named(planned(job, base), 'Prime 1');
    const leaving = addDays(localDate(undisturbed.end, SAMPLE_TIME_ZONE), 1);
    const away = Array.from({ length: 14 }, (_, day) => addDays(leaving, day));
    const shop = sampleShop({ settings: { ...base.settings, daysOff: away } });
    const answer = planned(job, shop);
    const prime2 = named(answer, 'Prime 2');
    const before = answer.plan.ops
      .filter(({ op }) => op.stepId === prime2.op.stepId && op.loadId === prime2.op.loadId)
      .map(({ op }) => op.action);
    expect(before).toEqual(['scuff', 'dust', 'do']);
    expect(localDate(prime2.start, SAMPLE_TIME_ZONE) >= addDays(leaving, 14)).toBe(true);
  });

  it('keeps out of time that other work has reserved', () => {
    const shop = sampleShop({
      reserved: [
        {
          start: SAMPLE_START,
          end: minuteAt('2026-11-25', '00:00', SAMPLE_TIME_ZONE),
          personId: sampleId(9, 1),
          use: null,
          by: 'Vestry',
        },
        {
          start: SAMPLE_START,
          end: minuteAt('2026-11-25', '00:00', SAMPLE_TIME_ZONE),
          personId: sampleId(9, 2),
          use: null,
          by: 'Vestry',
        },
      ],
    });
    const { plan } = planned(sampleJob([{ systemId: 'D', doors: 4, fronts: 0 }], shop), shop);
    expect(localDate(Math.min(...plan.ops.map(({ start }) => start)), SAMPLE_TIME_ZONE)).toBe('2026-11-25');
  });

  it('copes with promises of other jobs that already clash among themselves', () => {
    const until = minuteAt('2026-11-24', '12:00', SAMPLE_TIME_ZONE);
    const promise = {
      start: SAMPLE_START,
      end: until,
      personId: null,
      use: { resourceId: 'rail', amount: 8000 },
      by: 'Vestry',
    };
    const person = { start: SAMPLE_START, end: until, personId: sampleId(9, 1), use: null, by: 'Vestry' };
    const shop = sampleShop({ reserved: [promise, promise, person, { ...person, end: until - 60 }] });
    const { plan } = planned(sampleJob([{ systemId: 'D', doors: 4, fronts: 0 }], shop), shop);
    expect(plan.ops.filter(({ op }) => op.hold).every(({ start }) => start >= until)).toBe(true);
  });

  it('starts at the shop’s opening, in shop time', () => {
    const { plan } = planned(sampleJob([{ systemId: 'D', doors: 4, fronts: 0 }]), sampleShop());
    expect(localClock(plan.ops[0]?.start ?? 0, SAMPLE_TIME_ZONE)).toBe('07:30');
  });

  it('brushes and rolls in the client’s room: no booth, no rail, no rack', () => {
    const job = sampleJob([{ systemId: 'D', doors: 6, fronts: 0, frames: 2 }], sampleShop(), 'client');
    const { plan } = planned(job, sampleShop());
    expect(new Set(plan.ops.map(({ op }) => op.row))).toEqual(new Set(['room']));
    expect(plan.ops.every(({ op }) => op.hold === null)).toBe(true);
  });

  it('plans a gun in the client’s room as a gun: who may spray, its paint, its mix and its minutes', () => {
    const shop = sampleShop();
    const inRoom = (applicator: 'turbine' | 'roller') => {
      const job = sampleJob(
        [{ systemId: 'D', options: { applicator }, doors: 6, fronts: 0, frames: 2 }],
        shop,
        'client',
      );
      const coats = planned(job, shop).plan.ops.filter(({ op }) => op.stepKey === 'colour-1');
      const step = job.steps.find(({ key }) => key === 'colour-1')!;
      const sheet = shop.sheets[step.productKey ?? '']!;
      return { coats, amounts: coatAmounts(step, sheet, job.pieces, 'all', true)! };
    };
    const sprayed = inRoom('turbine');
    const rolled = inRoom('roller');
    expect(new Set(sprayed.coats.map(({ op }) => `${op.row} ${op.skill} ${op.paint?.applicator}`))).toEqual(
      new Set(['room spray turbine']),
    );
    expect(new Set(rolled.coats.map(({ op }) => `${op.row} ${op.skill} ${op.paint?.applicator}`))).toEqual(
      new Set(['room brush undefined']),
    );
    expect(sprayed.amounts.paintMl).toBeGreaterThan(rolled.amounts.paintMl * 1.2);
  });

  it.each([
    ['no pieces', { pieces: [] }, /no pieces/],
    [
      'no system',
      { zones: sixtyPieces().zones.map((zone) => ({ ...zone, systemId: null })) },
      /Choose a finishing system for Zone 1, Zone 2/,
    ],
  ])('says what is missing: %s', (_what, change, message) => {
    const outcome = planJob({ ...sixtyPieces(), ...change }, sampleShop(), SAMPLE_START);
    expect(outcome).toEqual({ ok: false, message: expect.stringMatching(message) });
  });

  it('says so when nobody works or a piece is longer than the rail', () => {
    const nobody = planJob(sixtyPieces(), sampleShop({ crew: [] }), SAMPLE_START);
    expect(nobody).toEqual({ ok: false, message: expect.stringMatching(/No one has working hours/) });
    const base = sampleShop();
    const short = sampleShop({ settings: { ...base.settings, railLengthMm: 200 } });
    expect(planJob(sixtyPieces(), short, SAMPLE_START)).toEqual({
      ok: false,
      message: expect.stringMatching(/larger than the rail/),
    });
  });
});

describe('planning on from the log', () => {
  const shop = sampleShop();
  const job = sampleJob([{ systemId: 'D', doors: 6, fronts: 0 }], shop);
  const first = planned(job, shop);

  it('keeps what is done where it was and plans the rest from now', () => {
    // One pair of hands: at the end of any operation nothing else is under way.
    const alone = sampleShop({ crew: shop.crew.slice(0, 1) });
    const before = planned(job, alone);
    const now = before.plan.ops[4]?.end ?? 0;
    const finished = before.plan.ops.filter(({ end }) => end <= now);
    const second = planned(
      { ...job, log: finished.map((item) => entryFor(item, item.end)) },
      alone,
      now,
      before,
    );
    const done = second.plan.ops.filter(({ personId }) => personId === null);
    expect(new Map(done.map(({ op, end }) => [op.id, end]))).toEqual(
      new Map(finished.map(({ op, end }) => [op.id, end])),
    );
    expect(second.plan.completion).toBe(before.plan.completion);
    expect(comparePlans(flat(before), flat(second))).toEqual([]);
  });

  it('lets work that is under way go on and end as planned', () => {
    const key = named(first, 'Key P220');
    const now = key.start + 10;
    const log = first.plan.ops.filter(({ end }) => end <= now).map((item) => entryFor(item, item.end));
    const second = planned({ ...job, log }, shop, now, first);
    const again = second.plan.ops.find(({ op }) => op.id === key.op.id);
    expect([again?.start, again?.end]).toEqual([now, key.end]);
    expect(second.plan.completion).toBe(first.plan.completion);
  });

  it('moves what follows when a coat is logged late', () => {
    const colour = named(first, 'Colour 1');
    const until = first.plan.ops.indexOf(colour);
    const late = colour.end + 26 * 60;
    const log = [
      ...first.plan.ops.slice(0, until).map((item) => entryFor(item, item.end)),
      entryFor(colour, late),
    ];
    const second = planned({ ...job, log }, shop, late, first);
    expect(named(second, 'Scuff P320').start).toBeGreaterThanOrEqual(late + (colour.op.lags?.sand ?? 0));
    expect(comparePlans(flat(first), flat(second)).length).toBeGreaterThan(3);
    expect(second.plan.completion).toBeGreaterThan(first.plan.completion);
  });

  it('uses the climate that was logged with the coat', () => {
    const colour = named(first, 'Colour 1');
    const entry: LogEntry = {
      ...entryFor(colour, colour.end),
      coat: {
        productKey: 'urethane-enamel-satin',
        paintMl: 900,
        thinnerMl: 45,
        cup: null,
        cupSeconds: null,
        climate: { airC: 12, rhPct: 80 },
        wftUm: null,
      },
    };
    const second = planned({ ...job, log: [entry] }, shop, colour.end, first);
    expect(named(second, 'Colour 1').op.lags?.sand).toBeGreaterThan((colour.op.lags?.sand ?? 0) * 2);
  });

  it('gives every load the climate of its own coat, not of the last one logged', () => {
    const primes = first.plan.ops.filter(({ op }) => words(op.name) === 'Prime 1');
    expect(primes.length).toBeGreaterThan(1);
    const log = primes.map((item, index) => ({
      ...entryFor(item, item.end),
      id: sampleId(8, index),
      coat: {
        productKey: 'bonding-primer',
        paintMl: 1,
        thinnerMl: 0,
        cup: null,
        cupSeconds: null,
        climate: { airC: 20 - 6 * index, rhPct: 55 },
        wftUm: null,
      },
    }));
    const now = Math.max(...primes.map(({ end }) => end));
    const second = planned({ ...job, log }, shop, now, first);
    const sand = primes.map(
      ({ op }) => second.plan.ops.find((item) => item.op.id === op.id)?.op.lags?.sand ?? 0,
    );
    expect(sand[1]).toBeGreaterThan((sand[0] ?? 0) * 1.3);
  });

  it('plans only the pieces that are left of a half-logged step', () => {
    const key = named(first, 'Key P220');
    const some = key.op.pieceIds.slice(0, 2);
    const log = [
      ...first.plan.ops.slice(0, 2).map((item) => entryFor(item, item.end)),
      entryFor(key, key.end, some),
    ];
    const second = planned({ ...job, log }, shop, key.end, first);
    const parts = second.plan.ops.filter(
      ({ op }) => op.stepId === key.op.stepId && op.loadId === key.op.loadId,
    );
    expect(parts.map(({ op, personId }) => [op.pieceIds.length, personId === null])).toEqual([
      [2, true],
      [key.op.pieceIds.length - 2, false],
    ]);
  });

  it('takes unlogged steps before a logged one as done', () => {
    const prime = named(first, 'Prime 1');
    const second = planned({ ...job, log: [entryFor(prime, prime.end)] }, shop, prime.end, first);
    const before = second.plan.ops.filter(
      ({ op }) => op.loadId === prime.op.loadId && op.stepKey.startsWith('clean'),
    );
    expect(before.every(({ personId }) => personId === null)).toBe(true);
  });

  it('ignores entries that were corrected or withdrawn', () => {
    const item = first.plan.ops[0] as ScheduledOp;
    const entry = entryFor(item, item.end);
    const withdrawal: LogEntry = { ...entry, id: sampleId(7, 1), correctsId: entry.id, isWithdrawal: true };
    const second = planned({ ...job, log: [entry, withdrawal] }, shop, SAMPLE_START, first);
    expect(second.plan.completion).toBe(first.plan.completion);
    expect(second.plan.ops[0]?.personId).not.toBeNull();
    expect(toMinute(entry.doneAt)).toBe(item.end);
  });
});

describe('checkPlan finds what is broken', () => {
  const shop = sampleShop();
  const answer = planned(sixtyPieces(shop), shop);

  function codesAfter(
    change: (ops: ScheduledOp[]) => ScheduledOp[],
    completion = answer.plan.completion,
  ): string[] {
    const ops = change(structuredClone(answer.plan.ops));
    return [...new Set(checkPlan(answer.problem, { ops, completion }).map(({ code }) => code))];
  }

  function shift(item: ScheduledOp, minutes: number): ScheduledOp {
    return {
      ...item,
      start: item.start + minutes,
      end: item.end + minutes,
      occupiedUntil: item.occupiedUntil === null ? null : item.occupiedUntil + minutes,
      segments: item.segments.map((segment) => ({
        ...segment,
        start: segment.start + minutes,
        end: segment.end + minutes,
      })),
    };
  }

  const shiftNamed = (name: string, minutes: number) => (ops: ScheduledOp[]) => {
    const index = ops.findIndex(({ op }) => words(op.name) === name);
    return ops.map((item, at) => (at === index ? shift(item, minutes) : item));
  };

  it('a missing, repeated or foreign operation', () => {
    expect(codesAfter((ops) => ops.slice(1))).toContain('missing');
    expect(codesAfter((ops) => [...ops, ops[0] as ScheduledOp])).toContain('twice');
    expect(
      codesAfter((ops) => [
        ...ops,
        { ...(ops[0] as ScheduledOp), op: { ...(ops[0] as ScheduledOp).op, id: 'stranger' } },
      ]),
    ).toContain('unknown');
  });

  it('a coat inside the recoat minimum', () => {
    expect(codesAfter(shiftNamed('Prime 2', -60))).toContain('clock');
  });

  it('work at night, before now, or by two hands at once', () => {
    expect(codesAfter(shiftNamed('Refit', 12 * 60))).toContain('calendar');
    expect(codesAfter(shiftNamed('Remove, tag and bag', -7 * 1440))).toContain('past');
    expect(codesAfter((ops) => ops.map((item) => ({ ...item, personId: sampleId(9, 1) })))).toContain(
      'person',
    );
  });

  it('a wet load that is cut, work that is skimped, an early hold', () => {
    const edit = (change: (item: ScheduledOp) => ScheduledOp) => (ops: ScheduledOp[]) => {
      const index = ops.findIndex(({ op }) => op.isWet && op.hold);
      return ops.map((item, at) => (at === index ? change(item) : item));
    };
    expect(
      codesAfter(
        edit((item) => {
          const only = item.segments[0] as ScheduledOp['segments'][number];
          const middle = only.start + 10;
          return {
            ...item,
            segments: [
              { ...only, end: middle, pieces: 1 },
              { start: middle, end: only.end, pieces: only.pieces - 1 },
            ],
          };
        }),
      ),
    ).toContain('cut');
    expect(
      codesAfter(
        edit((item) => ({ ...item, segments: item.segments.map((part) => ({ ...part, pieces: 1 })) })),
      ),
    ).toContain('work');
    expect(codesAfter(edit((item) => ({ ...item, occupiedUntil: item.end })))).toContain('hold');
  });

  it('a shut window, dust that is days old, an order turned round', () => {
    const late = (ops: ScheduledOp[], name: string) => {
      const from = ops.findIndex(({ op }) => words(op.name) === name);
      const load = ops[from]?.op.loadId;
      return ops.map((item, at) => (at >= from && item.op.loadId === load ? shift(item, 14 * 1440) : item));
    };
    expect(codesAfter((ops) => late(ops, 'Prime 2'))).toContain('window');
    expect(codesAfter((ops) => late(ops, 'Colour 1'))).toContain('dust');
    expect(codesAfter(shiftNamed('Pack', 14 * 1440))).toContain('order');
  });

  it('a rack or booth that is over-full', () => {
    const tight = {
      ...answer.problem,
      resources: answer.problem.resources.map((resource) =>
        resource.id === 'rack' ? { ...resource, capacity: 5 } : resource,
      ),
    };
    expect(checkPlan(tight, answer.plan).map(({ code }) => code)).toContain('capacity');
  });

  it('a handover that is not the end', () => {
    expect(codesAfter((ops) => ops, answer.plan.completion - 60)).toEqual(['completion']);
  });
});
