import fc from 'fast-check';
import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { sampleId } from '../../test/sample.ts';
import {
  areComparable,
  BenchItemSchema,
  CUPS,
  type CustomCup,
  convertCup,
  cupSeconds,
  cupsOf,
  cupViscosity,
  customCup,
  fillsOf,
  findCup,
  itemsOf,
  outsideCup,
  relativeCup,
  type StoredItem,
} from './index.ts';

const iso4 = CUPS.find(({ id }) => id === 'iso-4')!;
const kit = (pairs: CustomCup['pairs'], change: Partial<CustomCup> = {}): CustomCup => ({
  kind: 'cup',
  name: 'Cup of the kit',
  standardId: 'iso-4',
  pairs,
  isRetired: false,
  ...change,
});

describe('a cup of one’s own', () => {
  it('is calibrated by the pairs: a cup that takes half of ISO 4’s seconds says the same viscosity', () => {
    // ν = 1.37·2t − 200/(2t) = 2.74 t − 100/t.
    const cup = customCup('kit', kit([40, 60, 80].map((standardS) => ({ ownS: standardS / 2, standardS }))));
    expect(cup.ok && cup.value.curve).toMatchObject({
      form: 'hyperbola',
      a: expect.closeTo(2.74, 6),
      b: expect.closeTo(100, 4),
    });
    expect(cup.ok && [cup.value.fromS, cup.value.toS]).toEqual([20, 40]);
    expect(cup.ok && convertCup(cup.value, 25, iso4).seconds).toBeCloseTo(50, 6);
  });

  it('says so when its pairs lie outside the standard', () => {
    const cup = customCup('kit', kit([{ ownS: 10, standardS: 20 }]));
    expect(cup.ok).toBe(false);
    expect(!cup.ok && cup.message).toContain('ISO 4 mm');
  });

  it('without pairs compares only with itself', () => {
    const cup = customCup('kit', kit([]));
    if (!cup.ok) throw new Error(cup.message);
    expect(cup.value.curve.form).toBe('relative');
    expect(areComparable(cup.value, iso4)).toBe(false);
    expect(areComparable(cup.value, relativeCup('kit', 'the same'))).toBe(true);
    expect(convertCup(cup.value, 40, iso4).isValid).toBe(false);
    expect(cupSeconds(cup.value, cupViscosity(cup.value, 41.5))).toBe(41.5);
    expect(outsideCup(cup.value, 2)).toContain('works from 3 to 600 s');
  });

  it('goes there and back within its range, whatever its pairs', () => {
    const own = fc.double({ min: 8, max: 60, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(own, { minLength: 1, maxLength: 6 }),
        fc.double({ min: 0.3, max: 2, noNaN: true }),
        (times, share) => {
          const pairs = times.map((ownS) => ({ ownS, standardS: Math.min(100, Math.max(30, ownS / share)) }));
          const cup = customCup('kit', kit(pairs));
          if (!cup.ok) throw new Error(cup.message);
          for (const seconds of [cup.value.fromS, (cup.value.fromS + cup.value.toS) / 2, cup.value.toS]) {
            const viscosity = cupViscosity(cup.value, seconds);
            if (viscosity > 0) expect(cupSeconds(cup.value, viscosity)).toBeCloseTo(seconds, 6);
          }
        },
      ),
    );
  });
});

describe('the cups of a shop', () => {
  const items: StoredItem[] = [
    { id: sampleId(8, 1), item: kit([], { name: 'Old cup', isRetired: true }) },
    { id: sampleId(8, 2), item: kit([{ ownS: 20, standardS: 40 }]) },
    {
      id: sampleId(8, 3),
      item: BenchItemSchema.parse({
        kind: 'gun',
        name: 'Gun',
        applicator: 'turbine',
        orificeUm: 1300,
        cupMl: 600,
        residueMl: 60,
        fullG: null,
      }),
    },
  ];

  it('are the standard ones, then its own, those put away last', () => {
    expect(
      cupsOf(items)
        .map(({ name }) => name)
        .slice(CUPS.length),
    ).toEqual(['Cup of the kit', 'Old cup']);
    expect(itemsOf(items, 'gun').map(({ item }) => item.cupMl)).toEqual([600]);
  });

  it.each([
    ['ISO 4', 'iso-4'],
    ['iso 4 mm', 'iso-4'],
    ['ISO 4mm', 'iso-4'],
    ['Ford #4', 'ford-4'],
    ['Ford 4', 'ford-4'],
    ['zahn 2', 'zahn-2'],
    ['DIN 4', 'din-4'],
    ['Cup of the kit', sampleId(8, 2)],
    ['a jam jar', undefined],
  ])('“%s” on a sheet is %s', (text, id) => {
    expect(findCup(text, cupsOf(items))?.id).toBe(id);
  });

  it.each([
    [{ kind: 'cup', name: '', standardId: 'iso-4', pairs: [] }, 'name'],
    [{ kind: 'cup', name: 'x', standardId: 'jar', pairs: [] }, 'standardId'],
    [{ kind: 'cup', name: 'x', standardId: 'iso-4', pairs: [{ ownS: 1, standardS: 40 }] }, 'pairs.0.ownS'],
    [
      {
        kind: 'gun',
        name: 'x',
        applicator: 'turbine',
        orificeUm: 20,
        cupMl: 600,
        residueMl: 60,
        fullG: null,
      },
      'orificeUm',
    ],
    [
      {
        kind: 'gun',
        name: 'x',
        applicator: 'turbine',
        orificeUm: null,
        cupMl: 10,
        residueMl: 60,
        fullG: null,
      },
      'cupMl',
    ],
  ])('refuses %o at its field', (item, path) => {
    const parsed = BenchItemSchema.safeParse(item);
    expect(parsed.error?.issues.map((issue) => issue.path.join('.'))).toEqual([path]);
  });
});

describe('filling a cup', () => {
  it.each([
    [0, 600, 0, 0],
    [600, 600, 1, 600],
    [601, 600, 2, 1],
    [1210, 600, 3, 10],
    [500, 600, 1, 500],
  ])('%d mL by %d mL: %d fillings, the last of %d mL', (mixMl, cupMl, fills, lastMl) => {
    expect(fillsOf(mixMl, cupMl)).toEqual({ fills, lastMl: expect.closeTo(lastMl, 9) });
  });
});
