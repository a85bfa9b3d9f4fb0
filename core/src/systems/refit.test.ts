import { describe, expect, it } from 'vitest';
import { contextOf } from '../../test/ruleContext.ts';
import { fitEdited, mergeStarted, type Step, type StepDraft } from './index.ts';

const ZONE = 'zone';
let minted = 0;
const mint = () => `new-${++minted}`;
const stepsOf = (drafts: readonly StepDraft[]): Step[] =>
  drafts.map((draft, position) => ({ ...draft, id: `id-${draft.key}`, zoneId: ZONE, position }));
const keys = (steps: readonly { key: string }[]) => steps.map(({ key }) => key);
const plain = contextOf('D').steps;
const mixed = contextOf('D', { treatments: ['finish', 'replace', 'repair'] }).steps;

describe('a sequence changed by hand', () => {
  it('takes in the steps of raw and repaired pieces before what all share, and keeps its own', () => {
    const byHand = stepsOf(plain)
      .filter(({ key }) => key !== 'clean-2')
      .map((step) => (step.key === 'key' ? { ...step, grit: 150 } : step));
    const fitted = fitEdited(byHand, mixed, ZONE, new Set(), mint);
    const extra = mixed.filter(({ appliesTo }) => appliesTo === 'new' || appliesTo === 'repaired');
    expect(keys(fitted)).not.toContain('clean-2');
    expect(fitted.find(({ key }) => key === 'key')).toMatchObject({
      id: 'id-key',
      grit: 150,
      appliesTo: 'old',
    });
    expect(keys(fitted)).toEqual(expect.arrayContaining(keys(extra)));
    const last = Math.max(...extra.map(({ key }) => keys(fitted).indexOf(key)));
    expect(last).toBeLessThan(keys(fitted).indexOf('prime-1'));
    // And away again, but for what is logged.
    const gone = fitEdited(fitted, plain, ZONE, new Set(), mint);
    expect(keys(gone)).toEqual(keys(byHand));
    const logged = fitted.find(({ key }) => key === 'repair');
    expect(keys(fitEdited(fitted, plain, ZONE, new Set([logged?.id ?? '']), mint))).toContain('repair');
  });
});

describe('a sequence under way', () => {
  it('loses no step, gets what is missing where it belongs, and keeps ids', () => {
    const known = stepsOf(plain);
    const merged = mergeStarted(known, mixed, ZONE, mint);
    expect(keys(merged)).toEqual(keys(mixed));
    for (const step of known) expect(merged.find(({ key }) => key === step.key)?.id).toBe(step.id);
    // Called for no more: it stays before the step that followed it.
    const back = mergeStarted(
      merged.map((step, position) => ({ ...step, position })),
      plain,
      ZONE,
      mint,
    );
    expect(keys(back)).toEqual(keys(merged));
    expect(new Set(back.map(({ id }) => id)).size).toBe(back.length);
  });
});
