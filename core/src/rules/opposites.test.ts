import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { D } from '../../test/ruleCases.ts';
import { codes, contextOf, inserted } from '../../test/ruleContext.ts';
import { GENERIC_SUPPLIES } from '../catalogue/index.ts';
import { adviceOf, degreasingPasses } from '../survey/index.ts';
import { gritPart, type StepDraft, supplyNeed } from '../systems/index.ts';
import { applyEdits, checkSequence, deviate, overrideCode, type RuleContext } from './index.ts';

const change = (context: RuleContext, key: string, part: Partial<StepDraft>): RuleContext => ({
  ...context,
  steps: context.steps.map((step) => (step.key === key ? { ...step, ...part } : step)),
});
const find = (context: RuleContext, code: string) =>
  checkSequence(context).filter((one) => one.code === code);

describe('a warning that is right in its home case', () => {
  it('lets a deglosser be when a key is cut after it, and objects when only dusting follows late', () => {
    const wiped = inserted(D(), 'key', {
      key: 'degloss',
      name: 'Degloss',
      operation: 'degloss',
      supplyKey: 'deglosser-liquid',
    });
    expect(codes(wiped)).not.toContain('degloss-window');
    const late = { ...wiped, steps: wiped.steps.filter(({ operation }) => operation !== 'key') };
    const slow = change(late, 'clean-2', { dryingMin: 600 });
    expect(codes(slow)).toContain('degloss-window');
  });

  it('lets frame gaps be caulked, and keeps panel joints free', () => {
    const caulk = (name: string) => inserted(D(), 'sand-prime', { key: 'caulk', name, operation: 'caulk' });
    expect(codes(caulk('Caulk frame gaps'))).not.toContain('floating-panel');
    expect(codes(caulk('Caulk panel joints'))).toContain('floating-panel');
  });

  it('asks no build-up of a clear finish, and some of an opaque one', () => {
    const clear = contextOf('K');
    const thin = { ...clear, steps: clear.steps.map((step) => (step.wftUm ? { ...step, wftUm: 40 } : step)) };
    expect(codes(thin)).not.toContain('film-total');
    const opaque = D();
    const few = { ...opaque, steps: opaque.steps.filter(({ key }) => !/prime|colour-2/.test(key)) };
    expect(
      codes({ ...few, steps: few.steps.map((step) => (step.wftUm ? { ...step, wftUm: 60 } : step)) }),
    ).toContain('film-total');
  });

  it('does not say that a colour shows which is hidden already', () => {
    const context = D();
    const facts = { ...context.facts, oldColour: '#dfe5dc', newColour: '#dfe5dc' };
    const one = { ...context, facts, steps: context.steps.filter(({ key }) => !/colour-2|scuff/.test(key)) };
    expect(find(one, 'hiding')).toEqual([]);
  });

  it('asks for backs first where pieces lie, not where they hang or stay in the room', () => {
    const split = (laying: 'flat' | 'hung', isOnSite = false): RuleContext => {
      const context = { ...D(), isOnSite };
      const colour = context.steps.find(({ key }) => key === 'colour-1')!;
      return {
        ...context,
        options: { ...context.options, laying },
        steps: context.steps.flatMap((step) =>
          step === colour
            ? [
                { ...colour, faces: 'front' as const },
                { ...colour, key: 'colour-1b', faces: 'back' as const },
              ]
            : [step],
        ),
      };
    };
    expect(codes(split('flat'))).toContain('backs-first');
    expect(codes(split('hung'))).not.toContain('backs-first');
    expect(codes(split('flat', true))).not.toContain('backs-first');
  });
});

describe('an override', () => {
  const thinned = change(D(), 'prime-1', { thinning: { convention: 'on-paint', value: 20 } });
  const [stop] = find(thinned, 'thinning-max');

  it('holds for its step with its product and value, and for no later coat', () => {
    const given = overrideCode(stop!, thinned.steps);
    expect(overrideCode(find(thinned, 'thinning-max')[0]!, thinned.steps)).toBe(given);
    const later = change(thinned, 'colour-1', { thinning: { convention: 'on-paint', value: 20 } });
    const all = find(later, 'thinning-max').map((one) => overrideCode(one, later.steps));
    expect(all).toHaveLength(2);
    expect(all.filter((code) => code === given)).toHaveLength(1);
  });

  it('lapses when the value or the product changes, and survives another name', () => {
    const given = overrideCode(stop!, thinned.steps);
    const again = (part: Partial<StepDraft>) => {
      const other = change(thinned, 'prime-1', part);
      return overrideCode(find(other, 'thinning-max')[0]!, other.steps);
    };
    expect(again({ thinning: { convention: 'on-paint', value: 25 } })).not.toBe(given);
    expect(again({ productKey: 'acrylic-primer' })).not.toBe(given);
    expect(again({ name: 'First primer' })).toBe(given);
    expect(given.length).toBeLessThanOrEqual(160);
  });
});

describe('gear that belongs together', () => {
  it('takes the abrasive along with the grit, in its form where there is one', () => {
    const key = D().steps.find(({ operation }) => operation === 'key')!;
    expect(GENERIC_SUPPLIES[key.supplyKey ?? '']).toMatchObject({ kind: 'abrasive', grit: 220 });
    const finer = gritPart(key, 180, GENERIC_SUPPLIES);
    expect(finer).toMatchObject({ grit: 180, name: 'Key P180' });
    expect(GENERIC_SUPPLIES[finer.supplyKey ?? '']).toMatchObject({ kind: 'abrasive', grit: 180 });
    // A grit that the stores do not have names no abrasive rather than a wrong one.
    expect(gritPart(key, 1234, GENERIC_SUPPLIES).supplyKey).toBeNull();
  });

  it('counts degreasing passes as the survey does', () => {
    const context = D();
    for (const [soil, isEnough] of [
      ['light', true],
      ['kitchen', true],
      ['heavy', false],
    ] as const) {
      const facts = { ...context.facts, soil };
      const laid = context.steps.filter(({ operation }) => operation === 'clean').length;
      expect([soil, find({ ...context, facts }, 'soil-passes').length === 0]).toEqual([soil, isEnough]);
      expect([soil, degreasingPasses(soil, false) <= laid]).toEqual([soil, isEnough]);
      const advice = adviceOf({ ...facts, nicotine: false }).find(({ about }) => about === 'cleaning');
      expect(advice?.do).toContain(`${degreasingPasses(soil, false)} degreasing`);
    }
  });

  it('adds a degreasing pass like the one before it: cleaner, rest, everything', () => {
    const context = D();
    const greasy = { ...context, facts: { ...context.facts, soil: 'heavy' as const } };
    const [finding] = find(greasy, 'soil-passes');
    const steps = applyEdits(greasy.steps, finding?.fixes[0]?.edits ?? []);
    const [first, second] = steps.filter(({ operation }) => operation === 'clean');
    expect(second).toMatchObject({
      name: 'Degrease again',
      supplyKey: first?.supplyKey,
      dryingMin: first?.dryingMin,
    });
    expect(first?.supplyKey).not.toBeNull();
  });

  it('spot-primes a patch after it was sanded', () => {
    const context = D();
    const steps = applyEdits(context.steps, deviate('patch', context.steps, ['piece'], context.sheets));
    expect(steps.filter(({ key }) => key.startsWith('patch')).map(({ key }) => key)).toEqual([
      'patch',
      'patch-sand',
      'patch-dust',
      'patch-prime',
    ]);
  });

  it('masks hinge by hinge: two to a low door, four to a tall one, none to a drawer front', () => {
    const step: StepDraft = {
      ...D().steps[0]!,
      key: 'mask-hinges',
      operation: 'mask',
      appliesTo: 'any',
      pieceIds: [],
    };
    const [door] = D({ pieces: [{ heightMm: 720 }] }).pieces;
    const tape = GENERIC_SUPPLIES['tape-delicate']!;
    const need = (part: object) => supplyNeed(step, tape, [{ ...door!, ...part }]);
    expect(need({})).toEqual({ amount: 0.5, unit: 'm' });
    expect(need({ heightMm: 1900 })).toEqual({ amount: 1, unit: 'm' });
    expect(need({ kind: 'drawer-front' })).toBeNull();
  });
});

describe('what is not done', () => {
  it('lists no hooks and no packing in the client’s room, and no hooks for what lies flat', () => {
    const operations = (context: RuleContext) => new Set(context.steps.map(({ operation }) => operation));
    const home = operations(contextOf('D'));
    expect([home.has('hang'), home.has('pack')]).toEqual([true, true]);
    const room = operations(contextOf('D', { isOnSite: true }));
    expect([room.has('hang'), room.has('pack')]).toEqual([false, false]);
    const flat = operations(contextOf('D', { options: { laying: 'flat' } }));
    expect([flat.has('hang'), flat.has('pack')]).toEqual([false, true]);
  });
});
