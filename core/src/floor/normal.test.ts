import { describe, it } from 'vitest';
import { expect, words } from '../../test/expect.ts';
import { contextOf } from '../../test/ruleContext.ts';
import { GENERIC_PRODUCTS } from '../catalogue/index.ts';
import { laidOnBy, SYSTEM_IDS } from '../systems/index.ts';
import { normalNow } from './index.ts';

describe('what is normal now', () => {
  const said = (
    systemId: (typeof SYSTEM_IDS)[number],
    key: string,
    applicator?: 'brush' | 'turbine' | 'roller-foam',
  ) => {
    const { steps: made } = contextOf(systemId);
    const steps = made.map((step) =>
      step.key === key && applicator ? { ...step, ...laidOnBy(step, applicator) } : step,
    );
    const step = steps.find((one) => one.key === key);
    if (!step) throw new Error(`no ${key}`);
    return normalNow(step, steps, GENERIC_PRODUCTS).map(words).join(' ');
  };

  it('is a colour that shows through, until the last coat of it', () => {
    expect(said('D', 'colour-1')).toContain('one more coat follows');
    expect(said('D', 'colour-2')).not.toContain('show through');
    expect(said('D', 'colour-2')).toContain('This coat is the one that shows');
    expect(said('D', 'colour-1')).not.toContain('the one that shows');
  });

  it('is a primer that does not hide, and edges that later coats build where it was sprayed', () => {
    expect(said('D', 'prime-1', 'turbine')).toContain('Primer need not hide');
    expect(said('D', 'prime-1', 'turbine')).toContain('Edges look thin now');
    expect(said('D', 'prime-1', 'brush')).not.toContain('Edges look thin');
    expect(said('D', 'colour-2', 'turbine')).not.toContain('Edges look thin');
    expect(said('D', 'colour-1', 'roller-foam')).toContain('stipple levels');
  });

  it('is a milky clear coat, and a stain that is uneven while it is wet', () => {
    expect(said('K', 'clear-1')).toContain('milky');
    expect(said('K', 'stain')).toContain('judge it wiped off and dry');
    expect(said('K', 'stain')).not.toContain('the one that shows');
    // By a gun nothing is wiped off.
    expect(said('K', 'stain', 'turbine')).not.toContain('wiped');
  });

  it('is an arris that is sanded through while a coat follows, and nothing of the kind on bare stock', () => {
    expect(said('D', 'sand-prime')).toContain('Sanding through on a sharp edge does no harm');
    expect(said('D', 'key')).toBe('');
    expect(said('D', 'pack')).toBe('');
    const { steps } = contextOf('D');
    const sand = steps.find(({ key }) => key === 'sand-prime');
    const last = { ...sand!, key: 'rub-out' };
    expect(normalNow(last, [...steps, last], GENERIC_PRODUCTS).map(words)).toEqual([
      'No coat follows: do not sand through anywhere.',
    ]);
  });

  it('is a sentence each, in every system', () => {
    for (const systemId of SYSTEM_IDS)
      for (const { key } of contextOf(systemId).steps) {
        const { steps } = contextOf(systemId);
        for (const sentence of normalNow(steps.find((one) => one.key === key)!, steps, GENERIC_PRODUCTS))
          expect(words(sentence)).toMatch(/^[A-Z][^⟦]+\.$/);
      }
  });
});
