import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { D } from '../../test/ruleCases.ts';
import { changed, codes, contextOf, inserted } from '../../test/ruleContext.ts';
import { sampleId } from '../../test/sample.ts';
import { SANDED_OFF, sandedOffUm } from '../film/index.ts';
import type { StepDraft } from '../systems/index.ts';
import {
  anotherRepeat,
  applyEdits,
  builtUp,
  checkSequence,
  loopEdits,
  loopsOf,
  roundsEdits,
  takenOffUm,
  unloopEdits,
} from './index.ts';

const keys = (steps: readonly StepDraft[]) => steps.map(({ key }) => key);

describe('what a pass takes off', () => {
  it('is as the table says at its grits, and lies on a straight line over logarithms between them', () => {
    expect(SANDED_OFF.map(({ grit }) => sandedOffUm(grit))).toEqual(SANDED_OFF.map(({ um }) => um));
    // P220 8 µm, P320 4 µm: half way in ln grit is P265.3, and √32 = 5.66 µm.
    expect(sandedOffUm(Math.sqrt(220 * 320))).toBeCloseTo(Math.sqrt(32), 9);
    expect(sandedOffUm(240)).toBeCloseTo(8 * 0.5 ** (Math.log(240 / 220) / Math.log(320 / 220)), 9);
  });

  it('stays as at the ends beyond them, and is nothing by an empty table', () => {
    expect([sandedOffUm(40), sandedOffUm(3000), sandedOffUm(180, [])]).toEqual([30, 0.5, 0]);
    expect(
      sandedOffUm(200, [
        { grit: 180, um: 0 },
        { grit: 220, um: 4 },
      ]),
    ).toBe(0);
  });

  it('counts every pass, and only of what sands a film all over', () => {
    const sand = D().steps.find(({ key }) => key === 'sand-prime')!;
    expect(takenOffUm({ ...sand, grit: 220, passes: 3 }, undefined)).toBe(24);
    expect(takenOffUm({ ...sand, grit: 220, isEdgesOnly: true }, undefined)).toBe(0);
    expect(takenOffUm({ ...sand, grit: null }, undefined)).toBe(0);
    expect(takenOffUm({ ...sand, operation: 'key', grit: 220 }, undefined)).toBe(0);
  });
});

describe('a build-up', () => {
  it('is the films less what is sanded off the topmost', () => {
    const { steps, sheets } = D();
    const { films, sanded } = builtUp(steps, sheets);
    // 95 µm of bonding primer at its solids, 95 µm of enamel twice; P240 after the primer, P320 between the coats.
    expect(films.map(({ step }) => step.key)).toEqual(['prime-1', 'colour-1', 'colour-2']);
    expect(sanded.map(({ step, offUm }) => [step.key, Math.round(offUm * 10) / 10])).toEqual([
      ['sand-prime', 6.8],
      ['sand-colour-1', 4],
    ]);
    const lost = films.map(({ dftUm, leftUm }) => Math.round((dftUm - leftUm) * 10) / 10);
    expect(lost).toEqual([6.8, 4, 0]);
  });

  it('goes on into the film below where nothing is left of the topmost', () => {
    const context = changed(D(), 'sand-colour-1', { grit: 80, passes: 2 });
    const { films } = builtUp(context.steps, context.sheets);
    const [primer, first] = films;
    expect(first?.leftUm).toBe(0);
    // 60 µm come off: all of the coat, the rest of the primer that P240 had left.
    expect(primer!.dftUm - primer!.leftUm).toBeCloseTo(6.811 + (60 - first!.dftUm), 2);
  });

  it('begins anew where the wood is sanded bare, and leaves filler out', () => {
    const bare = changed(D(), 'sand-prime', { resultingSurface: 'bare' });
    expect(builtUp(bare.steps, bare.sheets).films.map(({ step }) => step.key)).toEqual([
      'colour-1',
      'colour-2',
    ]);
    const filled = contextOf('A');
    expect(builtUp(filled.steps, filled.sheets).sanded.map(({ step }) => step.key)).toEqual([
      'sand-prime',
      'sand-colour-1',
    ]);
    // Filler that is spread over a film is what its sanding takes.
    const over = inserted(D(), 'sand-prime', {
      ...filled.steps.find(({ key }) => key === 'fill-1'),
      key: 'fill-over',
    });
    expect(builtUp(over.steps, over.sheets).sanded.map(({ step }) => step.key)).toEqual(['sand-colour-1']);
  });
});

describe('a loop', () => {
  const steps = D().steps;
  const span = { from: 'dust-prime', to: 'sand-prime' };
  const made = applyEdits(steps, loopEdits(steps, span, { rounds: 3, most: 5 }));

  it('is made of steps that follow one another, round after round', () => {
    expect(loopsOf(made)).toEqual([
      { group: 'loop 1', rounds: 3, most: 5, keys: ['dust-prime', 'prime-1', 'sand-prime'] },
    ]);
    const at = keys(made).indexOf('dust-prime');
    expect(keys(made).slice(at, at + 10)).toEqual([
      'dust-prime',
      'prime-1',
      'sand-prime',
      'dust-prime-round-2',
      'prime-2',
      'sand-prime-round-2',
      'dust-prime-round-3',
      'prime-3',
      'sand-prime-round-3',
      'dust-colour-1',
    ]);
    expect(made.filter(({ repeat }) => repeat).map(({ name }) => name)).toEqual(
      expect.arrayContaining([expect.stringContaining('1'), expect.stringContaining('3')]),
    );
    expect(checkSequence({ ...D(), steps: made }).filter(({ severity }) => severity === 'stop')).toEqual([]);
  });

  it('may be chosen from its end to its start, and of no step that is in one already', () => {
    const turned = loopEdits(steps, { from: 'sand-prime', to: 'dust-prime' }, { rounds: 3, most: 5 });
    expect(applyEdits(steps, turned)).toEqual(made);
    expect(loopEdits(made, { from: 'hang', to: 'sand-prime' }, { rounds: 2, most: 3 })).toEqual([]);
    expect(loopEdits(steps, { from: 'gone', to: 'prime-1' }, { rounds: 2, most: 3 })).toEqual([]);
  });

  it('gets more rounds, or fewer, and never more than nine or than its most', () => {
    const rounds = (wanted: { rounds: number; most: number }) =>
      loopsOf(applyEdits(made, roundsEdits(made, 'loop 1', wanted)))[0];
    expect(rounds({ rounds: 1, most: 5 })).toMatchObject({ rounds: 1, most: 5 });
    expect(rounds({ rounds: 6, most: 8 })).toMatchObject({ rounds: 6, most: 8 });
    expect(rounds({ rounds: 12, most: 12 })).toMatchObject({ rounds: 9, most: 9 });
    expect(rounds({ rounds: 4, most: 2 })).toMatchObject({ rounds: 2, most: 2 });
    expect(roundsEdits(made, 'gone', { rounds: 2, most: 2 })).toEqual([]);
  });

  it('comes apart into its first round', () => {
    expect(applyEdits(made, unloopEdits(made, 'loop 1'))).toEqual(steps);
  });

  it('goes round once more for the pieces that need it alone', () => {
    const more = applyEdits(made, anotherRepeat(made, 'loop 1', [sampleId(3, 1)]));
    const fourth = more.filter(({ repeat }) => repeat?.number === 4);
    expect(fourth.map(({ pieceIds }) => pieceIds)).toEqual(Array.from({ length: 3 }, () => [sampleId(3, 1)]));
    expect(more.filter(({ pieceIds }) => pieceIds.length > 0)).toHaveLength(3);
    const full = applyEdits(made, roundsEdits(made, 'loop 1', { rounds: 5, most: 5 }));
    expect(anotherRepeat(full, 'loop 1')).toEqual([]);
  });

  it('of two kinds keeps its own name', () => {
    const both = applyEdits(made, loopEdits(made, { from: 'clean-1', to: 'key' }, { rounds: 2, most: 3 }));
    expect(loopsOf(both).map(({ group, rounds }) => [group, rounds])).toEqual([
      ['loop 2', 2],
      ['loop 1', 3],
    ]);
  });
});

describe('light passes', () => {
  it('sag by what is wet at one time: with flash-off a pass, without it all of them', () => {
    const heavy = changed(D(), 'colour-1', { wftUm: 151, passes: 2, flashMin: 5 });
    expect(codes(heavy)).not.toContain('sag-vertical');
    expect(codes(changed(heavy, 'colour-1', { flashMin: 0 }))).toContain('sag-vertical');
    expect(codes(changed(heavy, 'colour-1', { wftUm: 302 }))).toContain('sag-vertical');
  });
});
