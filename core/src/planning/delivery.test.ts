import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { entryFor } from '../../test/lives.ts';
import { SAMPLE_START, SAMPLE_TIME_ZONE, sampleId, sampleJob, sampleShop } from '../../test/sample.ts';
import type { Treatment } from '../pieces/index.ts';
import { minuteAt } from '../shop/index.ts';
import type { SurveyAnswers } from '../survey/index.ts';
import { FINISHING_SYSTEMS, generateSteps } from '../systems/index.ts';
import { checkPlan, type EarlierPlan, type JobForPlanning, planJob, searchPlan } from './index.ts';
import { NO_EARLIER_PLAN } from './problem/input.ts';
import { lowerBound } from './solve/bound.ts';

const shop = sampleShop();
const THURSDAY = '2026-11-26';
const thursday = minuteAt(THURSDAY, '00:00', SAMPLE_TIME_ZONE);

/** Eight doors; the first ones have the treatments given, all others are finished as they are. */
function jobWith(
  survey: SurveyAnswers,
  treatments: readonly Treatment[] = ['replace', 'replace'],
): JobForPlanning {
  const job = sampleJob([{ systemId: 'D', doors: 8, fronts: 0 }], shop);
  const zones = job.zones.map((zone) => ({ ...zone, survey }));
  const pieces = job.pieces.map((piece, index) => ({ ...piece, treatment: treatments[index] ?? 'finish' }));
  const drafts = generateSteps({
    systemId: 'D',
    options: FINISHING_SYSTEMS.D.defaults,
    sheets: shop.sheets,
    shop: shop.settings,
    isOnSite: false,
    treatments: ['replace', 'finish'],
  });
  if (!drafts.ok) throw new Error(drafts.message);
  const zoneId = zones[0]?.id ?? '';
  const steps = drafts.value.map((draft, position) => ({
    ...draft,
    id: sampleId(2, position),
    zoneId,
    position,
  }));
  return { ...job, zones, pieces, steps };
}

function planned(job: JobForPlanning, earlier: EarlierPlan = NO_EARLIER_PLAN) {
  const made = planJob(job, shop, SAMPLE_START, earlier);
  if (!made.ok) throw new Error(made.message);
  expect(checkPlan(made.value.problem, made.value.plan)).toEqual([]);
  return made.value;
}

describe('new pieces that are still to come', () => {
  const job = jobWith({ replacementsOn: THURSDAY });
  const { problem, plan } = planned(job);
  const replaced = new Set(job.pieces.slice(0, 2).map(({ id }) => id));
  const isNew = ({ op }: (typeof plan.ops)[number]) => op.pieceIds.some((id) => replaced.has(id));

  it('are not worked on before their day, and the old ones do not wait for them', () => {
    const starts = (ops: typeof plan.ops) => Math.min(...ops.map(({ start }) => start));
    expect(starts(plan.ops.filter(isNew))).toBeGreaterThanOrEqual(thursday);
    expect(starts(plan.ops.filter((item) => !isNew(item)))).toBeLessThan(SAMPLE_START + 1440);
  });

  it('say so as the reason of their wait, up to that day and no further', () => {
    const firsts = new Map(
      plan.ops
        .filter(isNew)
        .map((item) => [item.op.loadId, item] as const)
        .reverse(),
    );
    const told = plan.ops.filter(({ waits }) => waits.some(({ why }) => why.kind === 'delivery'));
    expect(new Set(told)).toEqual(new Set(firsts.values()));
    for (const { waits } of told) {
      expect(waits[0]).toEqual({ start: SAMPLE_START, end: thursday, why: { kind: 'delivery' } });
      expect(waits.slice(1).every(({ why }) => why.kind !== 'delivery')).toBe(true);
    }
  });

  it('move the bound and the handover with them', () => {
    const known = planned(jobWith({}));
    expect(plan.completion).toBeGreaterThan(known.plan.completion);
    const bound = lowerBound(problem).at;
    expect(bound).toBeGreaterThan(lowerBound(known.problem).at);
    expect(bound).toBeLessThanOrEqual(plan.completion);
  });

  it('are missed by the checker when a plan takes them too early', () => {
    const { plan: tooEarly } = planned(jobWith({}));
    const codes = checkPlan(problem, tooEarly).map(({ code }) => code);
    expect(codes).toContain('delivery');
  });

  it('refuse a pin before their day with that reason', () => {
    const first = plan.ops.find(isNew)!;
    const pins = new Map([[first.op.id, minuteAt('2026-11-24', '09:00', SAMPLE_TIME_ZONE)]]);
    const question = { input: job, shop, now: SAMPLE_START, earlier: { loads: problem.loads, ops: [] } };
    expect(searchPlan(question, { objective: 'earliest', seed: 1, pins })).toMatchObject({
      ok: false,
      message: expect.stringMatching(/new pieces are not delivered/),
    });
  });
});

it('raw stock comes all on that day', () => {
  const { problem, plan } = planned(jobWith({ replacementsOn: THURSDAY, existing: 'raw' }, []));
  expect(problem.loads.every(({ from }) => from === thursday)).toBe(true);
  expect(Math.min(...plan.ops.map(({ start }) => start))).toBeGreaterThanOrEqual(thursday);
});

describe('new pieces that are here', () => {
  it('are planned at once: the day has passed, or work on them was logged before it', () => {
    const past = planned(jobWith({ replacementsOn: '2026-11-20' }));
    expect(past.problem.loads.every(({ from }) => from === undefined)).toBe(true);
    const job = jobWith({ replacementsOn: THURSDAY });
    const step = job.steps.find(({ key }) => key === 'raw-ease')!;
    const ids = job.pieces.slice(0, 2).map(({ id }) => id);
    const entry = entryFor({ stepId: step.id, side: 'all', action: 'do' }, ids, SAMPLE_START - 60);
    expect(planned({ ...job, log: [entry] }).problem.loads.every(({ from }) => from === undefined)).toBe(
      true,
    );
  });
});

it('a piece that is to be replaced after its load has begun leaves the load', () => {
  const before = planned(jobWith({}, []));
  const job = jobWith({ replacementsOn: THURSDAY }, ['replace']);
  const step = job.steps.find(({ key }) => key === 'clean-1')!;
  const pieceIds = job.pieces.slice(1).map(({ id }) => id);
  const entry = entryFor({ stepId: step.id, side: 'all', action: 'do' }, pieceIds, SAMPLE_START - 60);
  const loads = before.problem.loads.map(({ ops, ...load }) => load);
  const { problem } = planned({ ...job, log: [entry] }, { loads, ops: [] });
  const replaced = job.pieces[0]!.id;
  expect(problem.loads.find((load) => load.pieceIds.includes(replaced))).toMatchObject({
    pieceIds: [replaced],
    from: thursday,
  });
  const others = problem.loads.filter((load) => !load.pieceIds.includes(replaced));
  expect(others.map(({ id }) => id)).toEqual(loads.map(({ id }) => id));
  expect(others.every(({ from }) => from === undefined)).toBe(true);
});

describe('a piece that is past saving after all', () => {
  it('leaves its load to the others, and the load of the new one has a name of its own', () => {
    const finished = jobWith({}, []);
    const { problem } = planned(finished);
    const load = problem.loads[0];
    const first = load?.ops[0];
    if (!load || !first) throw new Error('nothing is planned');
    // As many are replaced as stay behind, and the first of them gave the load its name.
    const going = load.pieceIds.slice(0, Math.ceil(load.pieceIds.length / 2));
    const job = {
      ...jobWith({}, []),
      log: [entryFor(first, load.pieceIds, SAMPLE_START)],
      pieces: finished.pieces.map((piece) =>
        going.includes(piece.id) ? { ...piece, treatment: 'replace' as const } : piece,
      ),
    };
    const name = `${load.id.split('.').slice(0, 2).join('.')}.${going.length}`;
    const earlier = {
      loads: problem.loads.map((one) => (one === load ? { ...one, id: name } : one)),
      ops: [],
    };
    const again = planned(job, earlier);
    const ids = again.problem.loads.map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids).toContain(name);
  });
});
