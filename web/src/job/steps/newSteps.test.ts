import type { ProductRow } from '@upholder/core/api';
import { GENERIC_PRODUCTS } from '@upholder/core/catalogue';
import { coatStepOf, sandStep, YARDSTICKS } from '@upholder/core/systems';
import { describe, it } from 'vitest';
import { expect, words } from '../../../../core/test/expect.ts';
import { NEW_STEPS, placeAfter } from './newSteps.ts';

const products = Object.entries(GENERIC_PRODUCTS).map(([key, sheet]) => ({ key, sheet })) as ProductRow[];
const coat = (key: string, productKey: string) => {
  const sheet = GENERIC_PRODUCTS[productKey];
  if (!sheet) throw new Error(`no ${productKey}`);
  return coatStepOf(key, key, productKey, sheet, 'brush', 'as a test');
};
const sand = sandStep('sand', 240, 'by hand', YARDSTICKS.scuff, 'as a test');
const offered = (steps: Parameters<typeof placeAfter>[0], after: string) =>
  NEW_STEPS.filter(({ fits }) => fits?.(placeAfter(steps, after, products)) ?? true).map(({ name }) =>
    words(name),
  );

describe('what can be put into a sequence', () => {
  const steps = [
    sand,
    coat('prime', 'bonding-primer'),
    coat('colour', 'urethane-enamel-satin'),
    coat('clear', 'clear-poly-satin'),
  ];

  it('is glaze over dry colour, wax over the last film, neither over bare wood or primer', () => {
    expect(offered(steps, 'sand')).not.toContain('Glaze');
    expect(offered(steps, 'sand')).not.toContain('Wax');
    expect(offered(steps, 'prime')).not.toContain('Glaze');
    expect(offered(steps, 'colour')).toContain('Glaze');
    expect(offered(steps, 'colour')).not.toContain('Wax');
    expect(offered(steps, 'clear')).toContain('Wax');
    expect(offered(steps, 'clear')).toContain('Clear coat');
  });

  it('brings the product with its film', () => {
    const made = NEW_STEPS.find(({ name }) => words(name) === 'Glaze')?.make(products);
    expect(made).toMatchObject({
      productKey: 'glaze-waterborne',
      applicator: 'brush',
      wftUm: 40,
      waitFor: 'recoat',
    });
    expect(NEW_STEPS.find(({ name }) => words(name) === 'Wax')?.make([])).toBeNull();
  });
});
