import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { GENERIC_PRODUCTS } from '../catalogue/index.ts';
import { coatStepOf, otherProduct } from './index.ts';

const key = 'waterborne-lacquer-satin';
const from = GENERIC_PRODUCTS['urethane-enamel-satin']!;
const sheet = GENERIC_PRODUCTS[key]!;
const step = coatStepOf(
  'colour-1',
  'Colour 1',
  'urethane-enamel-satin',
  from,
  'turbine',
  `Two coats of ${from.name}.`,
);

describe('another product in a coat', () => {
  it('takes what came from the old sheet from the new one, and says so', () => {
    const { part, said } = otherProduct(step, from, { key, sheet });
    expect(part).toMatchObject({
      productKey: key,
      wftUm: sheet.wftTypUm,
      thinning: { convention: sheet.maxThinning.convention, value: 0 },
      cautions: sheet.cautions,
      why: `Two coats of ${sheet.name}.`,
    });
    expect(said).toContain('From the new sheet');
    expect(said).not.toContain('Kept');
  });

  it('keeps what somebody set: film, thinning, thinner, cautions', () => {
    const own = {
      ...step,
      wftUm: 77,
      thinning: { convention: 'of-mix' as const, value: 3.5 },
      thinnerName: 'rain water',
      cautions: [...from.cautions, 'Mind the cat.'],
    };
    const { part, said } = otherProduct(own, from, { key, sheet });
    expect(part).toMatchObject({ wftUm: 77, thinning: own.thinning, thinnerName: 'rain water' });
    expect(part.cautions).toEqual([...sheet.cautions, 'Mind the cat.']);
    expect(said).toContain('Kept: 77 µm wet, thinning, your cautions.');
  });

  it('is there and back again', () => {
    const there = { ...step, ...otherProduct(step, from, { key, sheet }).part };
    const back = {
      ...there,
      ...otherProduct(there, sheet, { key: 'urethane-enamel-satin', sheet: from }).part,
    };
    expect(back).toEqual({ ...step, cautions: from.cautions });
  });
});
