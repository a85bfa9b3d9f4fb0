import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { entryFor } from '../../test/lives.ts';
import { SAMPLE_START, sampleJob, sampleShop } from '../../test/sample.ts';
import { GENERIC_SUPPLIES } from '../catalogue/index.ts';
import { checkPlan, planJob, snapshotOf } from '../planning/index.ts';
import { DEFAULT_SHOP_SETTINGS } from '../shop/index.ts';
import { editedSteps } from './effect.ts';
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

function optionsOf(question: ReturnType<typeof jobAt>, defect: 'run' | 'nibs' | 'wrinkle', at = 0) {
  const { input } = question;
  const [zone, piece] = [input.zones[0]!, input.pieces[at]!];
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
    const pieceId = question.input.pieces[0]!.id;
    const [effect] = cureEffects(question, zoneId, pieceId, [denib!.edits]);
    // Nothing is put in: there is nothing to choose, and the piece goes on with the others.
    expect(effect).toMatchObject({ withLoad: { laterMin: 0, rejoins: true }, alone: null });
  });

  it('puts the end off by the work and the drying of a coat that is laid once more', () => {
    const question = jobAt('colour-2');
    const zoneId = question.input.zones[0]!.id;
    const [recoat] = optionsOf(question, 'run');
    const [strip] = optionsOf(question, 'wrinkle');
    const pieceId = question.input.pieces[0]!.id;
    const effects = cureEffects(question, zoneId, pieceId, [recoat!.edits, strip!.edits]);
    const [run, whole] = effects.map(({ withLoad }) => withLoad);
    // Its set-up may fall away where the gun still holds the paint.
    expect(run!.laterMin).toBeGreaterThan(0);
    expect(whole!.laterMin).toBeGreaterThan(run!.laterMin);
    expect(whole!.completion - whole!.laterMin).toBe(run!.completion - run!.laterMin);
  });

  it('tells whether the piece gets the last coat with its zone, with its load and on its own', () => {
    const question = jobAt('colour-1');
    // The second and third door share a load.
    const [zone, piece, other] = [
      question.input.zones[0]!,
      question.input.pieces[1]!,
      question.input.pieces[2]!,
    ];
    const [strip] = optionsOf(question, 'wrinkle', 1);
    const [effect] = cureEffects(question, zone.id, piece.id, [strip!.edits]);
    expect(effect!.withLoad!.rejoins).toBe(true);
    // Stripped and built up again by itself, it comes days after the others, who need not wait.
    expect(effect!.alone!.rejoins).toBe(false);
    // Past the last coat there is nothing to rejoin.
    const late = jobAt('colour-2');
    const [recoat] = optionsOf(late, 'run', 1);
    const [after] = cureEffects(late, zone.id, piece.id, [recoat!.edits]);
    expect([after!.withLoad!.rejoins, after!.alone!.rejoins]).toEqual([null, null]);

    // The plan with the piece on its own: the other doors are refitted without waiting for it.
    const endOf = (isAlone: boolean) => {
      const steps = editedSteps(
        question.input.steps,
        zone.id,
        strip!.edits.map((edit) =>
          edit.kind === 'insert' ? { ...edit, step: { ...edit.step, goesAlone: isAlone } } : edit,
        ),
      );
      const outcome = planJob({ ...question.input, steps }, shop, question.now, question.earlier);
      if (!outcome.ok) throw new Error(outcome.message);
      expect(checkPlan(outcome.value.problem, outcome.value.plan)).toEqual([]);
      const own = outcome.value.plan.ops.filter(({ op }) => op.pieceIds.includes(other.id));
      return Math.max(...own.map(({ end }) => end));
    };
    expect(endOf(true)).toBeLessThan(endOf(false));
  });

  it('says nothing of a job that cannot be planned', () => {
    const question = jobAt('colour-2');
    const [zone] = question.input.zones;
    const input = { ...question.input, zones: [{ ...zone!, systemId: null }] };
    expect(cureEffects({ ...question, input }, zone!.id, input.pieces[0]!.id, [[]])).toEqual([
      { withLoad: null, alone: null },
    ]);
  });
});
