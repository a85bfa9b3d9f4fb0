import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { contextOf } from '../../test/ruleContext.ts';
import { SAMPLE_START, sampleId, sampleJob, sampleShop } from '../../test/sample.ts';
import { pieceStates } from '../floor/index.ts';
import { checkPlan, planJob } from '../planning/index.ts';
import { type Step, sideOf, stepAppliesTo } from '../systems/index.ts';
import { anotherRepeat, applyEdits, checkSequence, DEVIATIONS, type Deviation, deviate } from './index.ts';
import { strandsOf } from './walk.ts';

const ONE = sampleId(3, 1);
const TWO = sampleId(3, 2);

describe('single pieces', () => {
  it.each(Object.keys(DEVIATIONS) as Deviation[])(
    '%s: steps of their own, nobody else’s change, no stop',
    (deviation) => {
      const context = contextOf('D', { pieces: [{}, {}, {}] });
      const edits = deviate(deviation, context.steps, [ONE, TWO], context.sheets);
      const steps = applyEdits(context.steps, edits);
      const added = steps.filter(({ pieceIds }) => pieceIds.length > 0);
      expect(added.length).toBe(edits.length);
      expect(added.every(({ pieceIds }) => pieceIds.join() === [ONE, TWO].join())).toBe(true);
      expect(steps.filter(({ pieceIds }) => pieceIds.length === 0)).toEqual([...context.steps]);
      const stops = checkSequence({ ...context, steps }).filter(({ severity }) => severity === 'stop');
      expect(stops.map(({ code }) => code)).toEqual([]);
      const [marked, other] = [context.pieces[0]!, context.pieces[2]!];
      for (const step of added)
        expect([stepAppliesTo(step, marked), stepAppliesTo(step, other)]).toEqual([true, false]);
    },
  );

  it('are offered only what the sequence has a place for', () => {
    const { sheets } = contextOf('D');
    for (const deviation of Object.keys(DEVIATIONS) as Deviation[])
      expect(deviate(deviation, [], [ONE], sheets)).toEqual([]);
    expect(deviate('knots', contextOf('D').steps, [ONE], {})).toEqual([]);
  });

  it('are planned soundly, alone through their own steps', () => {
    const shop = sampleShop();
    const job = sampleJob([{ systemId: 'D', doors: 6, fronts: 0 }], shop);
    const drafts = job.steps.map(({ id: _id, zoneId: _zone, position: _position, ...draft }) => draft);
    const steps: Step[] = applyEdits(drafts, deviate('more-coat', drafts, [ONE, TWO], shop.sheets)).map(
      (draft, position) => ({
        ...draft,
        id: job.steps.find(({ key }) => key === draft.key)?.id ?? sampleId(8, position),
        zoneId: job.zones[0]!.id,
        position,
      }),
    );
    const outcome = planJob({ ...job, steps }, shop, SAMPLE_START);
    if (!outcome.ok) throw new Error(outcome.message);
    expect(checkPlan(outcome.value.problem, outcome.value.plan)).toEqual([]);
    const more = outcome.value.plan.ops.filter(({ op }) => op.stepKey === 'colour-2-more');
    expect(more.flatMap(({ op }) => op.pieceIds).sort()).toEqual([ONE, TWO]);
    // The film on them is finished only with their own coat; their neighbours' with the shared one.
    const last = steps.find(({ key }) => key === 'colour-2')!;
    const entry = {
      id: sampleId(7, 1),
      jobId: job.job.id,
      stepId: last.id,
      pieceIds: job.pieces.map(({ id }) => id),
      side: 'all' as const,
      action: 'do' as const,
      doneAt: '2026-11-23T10:00:00.000Z',
      loggedAt: '2026-11-23T10:00:00.000Z',
      memberId: null,
      memberName: 'Ines',
      note: '',
      correctsId: null,
      isWithdrawal: false,
      coat: null,
    };
    const states = pieceStates(
      { ...job, steps, log: [entry] },
      { sheets: shop.sheets, settings: shop.settings, climate: shop.climate },
      SAMPLE_START + 60 * 1440,
    );
    expect(states.get(sampleId(3, 3))?.front?.state).toBe('cured');
    expect(states.get(ONE)?.front?.state).toBe('dry');
  });
});

describe('faces', () => {
  it('lay a film on one of them only, and the rules see each by itself', () => {
    const context = contextOf('D');
    const steps = applyEdits(context.steps, [{ kind: 'change', key: 'colour-2', part: { faces: 'front' } }]);
    const step = steps.find(({ key }) => key === 'colour-2')!;
    expect(sideOf(step)).toBe('front');
    const door = context.pieces[0]!;
    expect(stepAppliesTo({ ...step, faces: 'back' }, { ...door, finishBack: false })).toBe(false);
    const strands = strandsOf(steps).map((strand) => strand.some(({ key }) => key === 'colour-2'));
    expect(strands).toEqual([true, false]);
  });
});

describe('a loop until somebody is content', () => {
  const { steps, ...context } = contextOf('A');
  const filling = (list: readonly { key: string; repeat: { group: string } | null }[]) =>
    list.filter(({ repeat }) => repeat?.group === 'filling').map(({ key }) => key);

  it('says how many rounds are expected and at most, takes one more behind the last, and then no more', () => {
    expect(filling(steps)).toEqual(['fill-1', 'sand-fill-1', 'fill-2', 'sand-fill-2']);
    expect(steps.find(({ key }) => key === 'fill-1')?.repeat).toEqual({
      group: 'filling',
      number: 1,
      max: 3,
    });
    const more = applyEdits(steps, anotherRepeat(steps, 'filling'));
    expect(filling(more)).toEqual([...filling(steps), 'fill-3', 'sand-fill-3']);
    expect(more.find(({ key }) => key === 'fill-3')).toMatchObject({ name: 'Grain fill 3', waitFor: 'sand' });
    expect(anotherRepeat(more, 'filling')).toEqual([]);
    expect(anotherRepeat(steps, 'nothing')).toEqual([]);
    const stops = checkSequence({ ...context, steps: more }).filter(({ severity }) => severity === 'stop');
    expect(stops).toEqual([]);
  });
});
