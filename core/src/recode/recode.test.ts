import { describe, it, expect as plain } from 'vitest';
import { expect, words } from '../../test/expect.ts';
import { isSaid } from '../said/index.ts';
import { PLAIN_VOICE, speak, US_VOICE } from '../words/index.ts';
import { recode, recodePlan, recodeStep } from './index.ts';

describe('words of old', () => {
  it.each([
    ['Prime 1', '⟦word.prime {"number":1}⟧'],
    ['Key P180', '⟦step.key-p {"grit":180}⟧'],
    ['Degrease and rinse', '⟦step.degrease-and-rinse⟧'],
    ['Flip for Prime 1', '⟦job.flip {"step":"⟦word.prime {\\"number\\":1}⟧"}⟧'],
    ['Colour 2, backs', '⟦word.colour {"number":2}⟧⟦word.backs⟧'],
    [
      'Upper wall: 7 drawer fronts and 1 door',
      '⟦word.load {"zone":"Upper wall","pieces":"⟦word.and {\\"before\\":\\"⟦word.pieces-of-kind {\\\\\\"kind\\\\\\":\\\\\\"drawer-front\\\\\\",\\\\\\"count\\\\\\":7}⟧\\",\\"last\\":\\"⟦word.pieces-of-kind {\\\\\\"kind\\\\\\":\\\\\\"door\\\\\\",\\\\\\"count\\\\\\":1}⟧\\"}⟧"}⟧',
    ],
  ])('%s is said by code', (text, code) => {
    // As it is stored, not as it reads.
    plain(recode(text)).toBe(code);
    expect(words(recode(text))).toBe(text);
  });

  it.each([
    'Ines’ own primer',
    'Rub the moulding down by hand',
    '',
    'Upper wall: everything',
    '⟦word.stain⟧',
  ])('what a person wrote stays: %s', (text) => {
    plain(recode(text)).toBe(text);
  });

  it('takes two sentences that stand together', () => {
    const both = 'Takes the wear. The sheet does not list the turbine for this product.';
    expect(isSaid(recode(both))).toBe(true);
    expect(recode('Takes the wear. Ask Ines first.').endsWith(' Ask Ines first.')).toBe(true);
  });

  it('takes a step and a plan apart, and leaves the rest of them alone', () => {
    const step = recodeStep({ name: 'Dust off', why: 'My own reason.', cautions: ['Gloves'], grit: null });
    expect(isSaid(step.name)).toBe(true);
    expect(step).toEqual({ name: 'Dust off', why: 'My own reason.', cautions: ['Gloves'], grit: null });
    const plan = recodePlan({
      ops: [{ id: 'a', name: 'Refit' }],
      loads: [{ label: 'Z: 2 shelves' }],
      late: 1,
    });
    expect(plan).toEqual({ ops: [{ id: 'a', name: 'Refit' }], loads: [{ label: 'Z: 2 shelves' }], late: 1 });
    expect(isSaid(plan.loads[0]?.label ?? '')).toBe(true);
  });

  it('spells a coat as the region does, once it is said by code', () => {
    expect([PLAIN_VOICE, US_VOICE].map((voice) => speak(recode('Colour 1'), voice))).toEqual([
      'Colour 1',
      'Color 1',
    ]);
  });
});
