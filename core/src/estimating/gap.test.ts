import { describe, expect, it } from 'vitest';
import { sampleId } from '../../test/sample.ts';
import { GENERIC_PRODUCTS } from '../catalogue/index.ts';
import { PIECE_DEFAULTS, type Piece } from '../pieces/index.ts';
import { gapReasons } from './gap.ts';
import { reserveReason } from './reserve.ts';
import { seededPerSide } from './standardDoor.ts';

const door = (part: Partial<Piece> = {}): Piece => ({
  ...PIECE_DEFAULTS,
  id: sampleId(3, 1),
  zoneId: sampleId(1, 1),
  position: 0,
  tag: 'D1',
  construction: 'slab',
  widthMm: 400,
  heightMm: 720,
  finishFront: true,
  finishBack: true,
  ...part,
});
const step = { wftUm: 75, applicator: 'turbine' as const, isEdgesOnly: false, faces: 'both' as const };
const standard = seededPerSide('colour', 'turbine');
/** A standard door counts as one with two sides. */
const counted = (perSideMl = standard, equivalentSides = 2) => ({
  perSideMl,
  equivalentSides,
  paintMl: perSideMl * equivalentSides,
});

describe('why count and film differ', () => {
  it('they do not on the door that the count was made from', () => {
    expect(gapReasons(step, [door()], 'colour', counted(), 2 * standard)).toEqual([]);
  });

  it('a figure of its own, twice the standard, doubles the count', () => {
    const [reason, ...others] = gapReasons(step, [door()], 'colour', counted(2 * standard), 2 * standard);
    expect(reason?.cause).toBe('figure');
    expect(reason?.pct).toBeCloseTo(100, 6);
    expect(others).toEqual([]);
  });

  it('a film of 100 µm where the count expects 75 makes the count a quarter too small', () => {
    const [reason] = gapReasons(
      { ...step, wftUm: 100 },
      [door()],
      'colour',
      counted(),
      (2 * standard * 100) / 75,
    );
    expect(reason?.cause).toBe('film');
    expect(reason?.pct).toBeCloseTo(-25, 6);
  });

  it('residue is what is left: a tenth more by film that nothing else explains', () => {
    const [reason] = gapReasons(step, [door()], 'colour', counted(), 2 * standard * 1.1);
    expect(reason?.cause).toBe('rest');
    expect(reason?.pct).toBeCloseTo((1 / 1.1 - 1) * 100, 6);
  });

  it('a larger door that still counts as one is counted too low, the factors multiply to the gap', () => {
    const large = door({ widthMm: 500, heightMm: 900 });
    const filmMl = 2 * standard * 1.7;
    const reasons = gapReasons(step, [large], 'colour', counted(), filmMl);
    expect(reasons.find(({ cause }) => cause === 'area')?.pct ?? 0).toBeLessThan(-20);
    const product = reasons.reduce((all, { pct }) => all * (1 + pct / 100), 1);
    // Causes below 5 % are left out of the list.
    expect(Math.abs(product - 1 / 1.7)).toBeLessThan(0.06);
  });

  it('is silent where there is nothing to compare', () => {
    expect(gapReasons(step, [], 'colour', counted(), 100)).toEqual([]);
    expect(gapReasons(step, [door()], 'colour', counted(), 0)).toEqual([]);
  });
});

describe('why there is a reserve', () => {
  const sheet = GENERIC_PRODUCTS['urethane-enamel-satin']!;

  it('300 mL at 40.00 a litre cost 12.00; running short a day of 200.00 and another litre', () => {
    const need = {
      safeMl: 3300,
      paintMl: 3000,
      sheet: { ...sheet, containers: [{ ml: 1000, price: 4150 }] },
    };
    expect(reserveReason(need, 20_000, 4000)).toEqual({
      reserveMl: 300,
      reserveCost: 1200,
      shortCost: 24_150,
    });
  });

  it('is not guessed where no rate or no price is known', () => {
    const need = { safeMl: 3300, paintMl: 3000, sheet };
    expect(reserveReason(need, null, 4000)).toMatchObject({ reserveCost: 1200, shortCost: null });
    expect(reserveReason(need, 20_000, null)).toMatchObject({ reserveCost: null, shortCost: null });
  });
});
