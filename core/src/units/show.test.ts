import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  exactLength,
  METRIC,
  QUANTITY_NAMES,
  type QuantityName,
  readQuantity,
  SINGLE_QUANTITIES,
  SINGLE_UNITS,
  showBare,
  showQuantities,
  showQuantity,
  UK,
  type UnitPrefs,
  UnitPrefsSchema,
  US,
  understood,
  unitOf,
} from './index.ts';

/** Quantities that nobody types. */
const SHOWN_ONLY: readonly QuantityName[] = ['warmth', 'viscosity', 'strainer', 'orifice'];
const TYPED = QUANTITY_NAMES.filter((name) => !SHOWN_ONLY.includes(name));

describe('a quantity as it is shown', () => {
  it.each<[QuantityName, number, metric: string, us: string, uk: string]>([
    // 590.55 mm are 23 1/4 inches; 1 in = 25.4 mm (ISO 80000, exact).
    ['length', 590.55, '590.5 mm', '23 1/4 in', '590.5 mm'],
    ['length', 16, '16 mm', '5/8 in', '16 mm'],
    ['length', 9000, '9000 mm', '29 ft 6 5/16 in', '9000 mm'],
    ['length', 3657.6, '3657.6 mm', '12 ft', '3657.6 mm'],
    ['length', 0, '0 mm', '0 in', '0 mm'],
    // 1 mil = 25.4 µm.
    ['film', 101.6, '101.6 µm', '4 mil', '101.6 µm'],
    ['film', 120, '120 µm', '4.7 mil', '120 µm'],
    // 1 US fl oz = 29.5735 mL; quarters up to a cup, whole ones up to a gallon.
    ['volume', 12.5, '12.5 mL', '3/8 fl oz', '12.5 mL'],
    ['volume', 100, '100 mL', '3 1/2 fl oz', '100 mL'],
    ['volume', 850, '850 mL', '29 fl oz', '850 mL'],
    ['volume', 999.7, '1 L', '34 fl oz', '1 L'],
    ['volume', 3785.411784, '3.79 L', '1 gal', '3.79 L'],
    ['volume', 3780, '3.78 L', '1 gal', '3.78 L'],
    ['volume', 0, '0 mL', '0 fl oz', '0 mL'],
    ['volume', 0.5, '0.5 mL', '1/8 fl oz', '0.5 mL'],
    ['weight', 1250, '1250 g', '44.1 oz', '1250 g'],
    ['weight', 12_500, '12.5 kg', '27.6 lb', '12.5 kg'],
    ['temperature', 23, '23 °C', '73 °F', '23 °C'],
    ['temperature', -3, '−3 °C', '27 °F', '−3 °C'],
    ['warmth', 3, '3 °C', '5 °F', '3 °C'],
    ['pressure', 2.5, '2.5 bar', '36 psi', '36 psi'],
    ['area', 0.073, '0.073 m²', '0.79 ft²', '0.073 m²'],
    ['area', 9.290304, '9.29 m²', '100 ft²', '9.29 m²'],
    // 1 lb/US gal = 0.119826 kg/L.
    ['density', 1.25, '1.25 kg/L', '10.43 lb/gal', '1.25 kg/L'],
    ['voc', 120, '120 g/L', '1 lb/gal', '120 g/L'],
    ['spread', 9.8, '9.8 m²/L', '399 ft²/gal', '9.8 m²/L'],
    ['coverage', 60, '60 mL/m²', '18.8 fl oz/100 ft²', '60 mL/m²'],
    ['joint', 12, '12 mL/m', '12.4 fl oz/100 ft', '12 mL/m'],
    ['run', 9, '9 m', '29.5 ft', '9 m'],
    ['pace', 6, '6 min/m²', '0.56 min/ft²', '6 min/m²'],
    ['drops', 30, '30 drops/L', '28.4 drops/qt', '30 drops/L'],
    ['tip', 0.254, '0.254 mm', '0.01 in', '0.254 mm'],
    ['needle', 1.3, '1.3 mm', '1.3 mm', '1.3 mm'],
    ['strainer', 190, '190 µm', '190 micron', '190 µm'],
  ])('%s of %d is %s, %s or %s', (name, value, ...words) => {
    expect([METRIC, US, UK].map((prefs) => showQuantity(name, value, prefs))).toEqual(words);
  });

  it('says a unit once for a size, and each where they differ', () => {
    expect(showQuantities('length', [400, 720], METRIC)).toBe('400 × 720 mm');
    expect(showQuantities('length', [400, 720], US)).toBe('15 3/4 × 28 3/8 in');
    expect(showQuantities('volume', [900, 1100], METRIC, ' to ')).toBe('900 mL to 1.1 L');
  });

  it('takes single quantities out of a system', () => {
    const prefs: UnitPrefs = { system: 'us', single: { film: 'µm', temperature: '°C' } };
    expect(showQuantity('film', 120, prefs)).toBe('120 µm');
    expect(showQuantity('temperature', 23, prefs)).toBe('23 °C');
    expect(showQuantity('length', 400, prefs)).toBe('15 3/4 in');
    expect(UnitPrefsSchema.safeParse({ system: 'us', single: { film: 'inch' } }).success).toBe(false);
    expect(UnitPrefsSchema.parse({ system: 'uk' })).toEqual(UK);
  });
});

const anyPrefs = fc.record({
  system: fc.constantFrom('metric', 'us', 'uk'),
  single: fc.record(
    Object.fromEntries(SINGLE_QUANTITIES.map((name) => [name, fc.constantFrom(...SINGLE_UNITS[name])])),
    { requiredKeys: [] },
  ),
}) as fc.Arbitrary<UnitPrefs>;

describe('a quantity as it is typed', () => {
  it('is to the last digit what it was, where a field is left as it is shown', () => {
    const stored = fc.oneof(
      fc.double({ min: 0.001, max: 20_000, noNaN: true }),
      fc.integer({ min: 0, max: 20_000 }),
    );
    fc.assert(
      fc.property(anyPrefs, fc.constantFrom(...TYPED), stored, (prefs, name, value) => {
        for (const text of [showQuantity(name, value, prefs), showBare(name, value, prefs)]) {
          const read = readQuantity(name, text, prefs, value);
          expect(read).toEqual({ ok: true, value });
          expect(Object.is(read.ok && read.value, value)).toBe(true);
        }
      }),
      { numRuns: 2000 },
    );
  });

  it('is near what was shown, where somebody types just that again', () => {
    fc.assert(
      fc.property(
        anyPrefs,
        fc.constantFrom(...TYPED),
        fc.double({ min: 20, max: 300, noNaN: true }),
        (prefs, name, value) => {
          const read = readQuantity(name, showQuantity(name, value, prefs), prefs);
          if (!read.ok) throw new Error(`${showQuantity(name, value, prefs)}: ${read.message}`);
          // A field shows what it then holds: typing that once more changes nothing any more.
          const again = readQuantity(name, showQuantity(name, read.value, prefs), prefs);
          expect(again.ok && showQuantity(name, again.value, prefs)).toBe(
            showQuantity(name, read.value, prefs),
          );
        },
      ),
      { numRuns: 1000 },
    );
  });

  it.each<[QuantityName, string, UnitPrefs, number]>([
    ['length', '23 1/4', US, 590.55],
    ['length', '23.25', US, 590.55],
    ['length', '590.5', METRIC, 590.5],
    ['length', '590.5 mm', US, 590.5],
    ['length', '23 1/4"', METRIC, 590.55],
    ['length', '29 ft 6 5/16 in', METRIC, 8999.54],
    ['length', '4 1/2', METRIC, 114.3],
    ['temperature', '64', US, 17.8],
    ['temperature', '17,5 °C', US, 17.5],
    ['film', '4', US, 101.6],
    ['film', '4 mil', METRIC, 101.6],
    ['volume', '32', US, 946.4],
    ['volume', '1,2 L', US, 1200],
    ['volume', '1 qt 8 oz', METRIC, 1182.9],
    ['area', '48', US, 4.459],
    ['pressure', '36', UK, 2.482],
    ['coverage', '19', US, 60.48],
    ['spread', '400', US, 9.82],
  ])('%s %s', (name, text, prefs, value) => {
    expect(readQuantity(name, text, prefs)).toEqual({ ok: true, value });
  });

  it('says what it understood where another unit was typed, and nothing where not', () => {
    expect(understood('length', '23 1/4"', METRIC)).toBe('590.5 mm');
    expect(understood('length', '59 cm', US)).toBe('23 1/4 in');
    expect(understood('temperature', '64 F', METRIC)).toBe('17.8 °C');
    for (const [text, prefs] of [
      ['590', METRIC],
      ['590 mm', METRIC],
      ['23 1/4', US],
      ['23 1/4 in', US],
      ['', US],
      ['wide', US],
    ] as const)
      expect(understood('length', text, prefs)).toBe('');
  });

  it('refuses what is no quantity, whatever the system', () => {
    for (const prefs of [METRIC, US, UK])
      expect(readQuantity('length', 'wide', prefs)).toMatchObject({ ok: false });
    expect(() => readQuantity('strainer', '190', METRIC)).toThrow(/nobody types/);
  });
});

describe('a column of a quantity', () => {
  it('names its unit in the head', () => {
    expect([METRIC, US, UK].map((prefs) => unitOf('length', prefs))).toEqual(['mm', 'in', 'mm']);
    expect([METRIC, US].map((prefs) => [unitOf('volume', prefs), showBare('volume', 2500, prefs)])).toEqual([
      ['mL', '2500'],
      ['fl oz', '85'],
    ]);
  });

  it('of an exported length is exact to the hundredth of a millimetre', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 2_000_000 }), (hundredths) => {
        const mm = hundredths / 100;
        for (const prefs of [METRIC, US]) {
          const read = readQuantity('length', exactLength(mm, prefs), prefs);
          expect(read).toEqual({ ok: true, value: mm });
        }
      }),
    );
  });
});
