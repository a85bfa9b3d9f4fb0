import { describe, expect, it } from 'vitest';
import { contextOf } from '../../test/ruleContext.ts';
import { GENERIC_PRODUCTS, isSprayed } from '../catalogue/index.ts';
import { checkSequence } from '../rules/index.ts';
import {
  FINISHING_SYSTEMS,
  inMoves,
  presetOf,
  presetsFor,
  type StepDraft,
  SYSTEM_IDS,
  takesMoves,
  toolsOf,
} from './index.ts';

const sheetOf = ({ productKey }: StepDraft) =>
  productKey === null ? undefined : GENERIC_PRODUCTS[productKey];

describe('usual ways of doing a step with more than one tool', () => {
  const context = contextOf('D');
  const step = (key: string) => context.steps.find((one) => one.key === key)!;

  it('are offered where the sheet lists their tools, and name the tool that the step has', () => {
    const colour = step('colour-1');
    const sheet = sheetOf(colour)!;
    const named = (part: Partial<StepDraft>, applicators = sheet.applicators) =>
      presetsFor({ ...colour, ...part }, { ...sheet, applicators }).map(({ preset }) => preset);
    expect(named({})).toEqual(['brush-roll', 'brush-roll-tip', 'gun-roll', 'brush-gun']);
    expect(named({}, ['brush'])).toEqual([]);
    expect(named({}, ['roller', 'brush'])).toEqual(['brush-roll', 'brush-roll-tip']);
    expect(named({}, ['turbine', 'roller'])).toEqual(['gun-roll']);
    const [, , gun] = presetsFor({ ...colour, applicator: 'airless' }, sheet);
    expect(gun?.applications.map(({ applicator }) => applicator)).toEqual(['airless', 'roller']);
    const [foam] = presetsFor({ ...colour, applicator: 'roller-foam' }, sheet);
    expect(foam?.applications.map(({ applicator }) => applicator)).toEqual(['brush', 'roller-foam']);
  });

  it('are a machine or films and foams for an abrasive, and none for what takes neither', () => {
    expect(presetsFor(step('sand-prime'), undefined).map(({ preset }) => preset)).toEqual([
      'machine-hand',
      'film-foam',
    ]);
    expect(takesMoves(step('dust-prime'))).toBe(false);
    expect(takesMoves(step('pack'))).toBe(false);
    expect(takesMoves({ ...step('colour-1'), isEdgesOnly: true })).toBe(false);
  });

  it('are known again, whatever is changed of widths and thinning, and not once a part or a tool is another', () => {
    const colour = step('colour-1');
    const sheet = sheetOf(colour)!;
    for (const { preset, applications } of presetsFor(colour, sheet)) {
      const done = { ...colour, ...inMoves(colour, applications) };
      const wide = { ...done, applications: applications.map((move) => ({ ...move, toolMm: 38 })) };
      expect([presetOf(done, sheet), presetOf(wide, sheet)]).toEqual([preset, preset]);
      const other = applications.map((move) => ({ ...move, parts: ['edges' as const] }));
      expect(presetOf({ ...done, applications: other }, sheet)).toBeNull();
    }
    expect(presetOf(colour, sheet)).toBeNull();
  });

  it('trip over no rule by themselves in any system, on framed doors and on slabs', () => {
    let tried = 0;
    for (const systemId of SYSTEM_IDS)
      for (const construction of ['five-piece', 'slab'] as const) {
        const home = contextOf(systemId, { pieces: [{ construction }] });
        const before = new Set(checkSequence(home).map(({ code, at }) => `${code} ${at}`));
        for (const own of home.steps)
          for (const { preset, applications } of presetsFor(own, sheetOf(own))) {
            // A gun where there was none asks for a place that is made for it.
            if (toolsOf({ ...own, applications }).some(isSprayed) && !isSprayed(own.applicator)) continue;
            const steps = home.steps.map((one) =>
              one === own ? { ...one, ...inMoves(one, applications) } : one,
            );
            const more = checkSequence({ ...home, steps })
              .filter(({ severity }) => severity === 'stop')
              .map(({ code, at }) => `${code} ${at}`)
              .filter((said) => !before.has(said));
            expect([systemId, FINISHING_SYSTEMS[systemId].name, preset, more]).toEqual([
              systemId,
              FINISHING_SYSTEMS[systemId].name,
              preset,
              [],
            ]);
            tried += 1;
          }
      }
    expect(tried).toBeGreaterThan(60);
  });
});
