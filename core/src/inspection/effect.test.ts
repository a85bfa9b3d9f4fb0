import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { entryFor } from '../../test/lives.ts';
import { SAMPLE_START, sampleJob, sampleShop } from '../../test/sample.ts';
import { GENERIC_SUPPLIES } from '../catalogue/index.ts';
import { planJob, snapshotOf } from '../planning/index.ts';
import { DEFAULT_SHOP_SETTINGS } from '../shop/index.ts';
import { cureCaseOf, cureEffects, curesFor } from './index.ts';

const { week } = DEFAULT_SHOP_SETTINGS;
/** Open every day, so that no weekend swallows a delay. */
const shop = sampleShop({
  settings: { ...DEFAULT_SHOP_SETTINGS, week: { ...week, sat: week.mon, sun: week.mon } },
});

/** A small job of which all pieces have had everything up to a step, with its plan at that moment. */
function jobAt(key: string) {
  const job = sampleJob([{ systemId: 'D', doors: 3, fronts: 0 }], shop);
  const first = planJob(job, shop, SAMPLE_START);
  if (!first.ok) throw new Error(first.message);
  const earlier = snapshotOf('p', '2026-11-23T06:00:00.000Z', shop.climate, first.value);
  const step = job.steps.find((one) => one.key === key);
  const done = first.value.plan.ops.filter(
    ({ op }) => (job.steps.find(({ id }) => id === op.stepId)?.position ?? 0) <= (step?.position ?? 0),
  );
  const log = done.map(({ op, end }) => entryFor(op, op.pieceIds, end));
  const now = Math.max(...done.map(({ end }) => end));
  return { input: { ...job, log }, shop, now, earlier };
}

function optionsOf(question: ReturnType<typeof jobAt>, defect: 'run' | 'nibs' | 'wrinkle') {
  const { input } = question;
  const [zone, piece] = [input.zones[0]!, input.pieces[0]!];
  const around = {
    job: { ...input.job, neededBy: null },
    zone,
    steps: input.steps,
    piece,
    log: input.log,
    shop,
  };
  const spot = { side: 'front' as const, part: 'face' as const, x: 0.5, y: 0.5 };
  return curesFor(cureCaseOf({ defect, severity: 'visible', spot }, around, GENERIC_SUPPLIES));
}

describe('cureEffects', () => {
  it('costs nothing where the sanding that comes anyway does it', () => {
    const question = jobAt('prime-1');
    const [denib] = optionsOf(question, 'nibs');
    const zoneId = question.input.zones[0]!.id;
    expect(denib?.steps).toEqual([]);
    expect(cureEffects(question, zoneId, [denib!.edits])[0]?.laterMin).toBe(0);
  });

  it('puts the end off by the work and the drying of a coat that is laid once more', () => {
    const question = jobAt('colour-2');
    const zoneId = question.input.zones[0]!.id;
    const [recoat] = optionsOf(question, 'run');
    const [strip] = optionsOf(question, 'wrinkle');
    const [run, whole] = cureEffects(question, zoneId, [recoat!.edits, strip!.edits]);
    expect(run!.laterMin).toBeGreaterThan(recoat!.minutes);
    expect(whole!.laterMin).toBeGreaterThan(run!.laterMin);
    expect(whole!.completion - whole!.laterMin).toBe(run!.completion - run!.laterMin);
  });

  it('says nothing of a job that cannot be planned', () => {
    const question = jobAt('colour-2');
    const [zone] = question.input.zones;
    const input = { ...question.input, zones: [{ ...zone!, systemId: null }] };
    expect(cureEffects({ ...question, input }, zone!.id, [[]])).toEqual([null]);
  });
});
