import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import {
  parseAreaM2,
  parseDecimal,
  parseDensityKgL,
  parseDurationMinutes,
  parseFilmUm,
  parseLengthMm,
  parseMassG,
  parseOrificeMm,
  parsePercent,
  parsePressureBar,
  parseSpreadM2L,
  parseTemperatureC,
  parseVocGL,
  parseVolumeMl,
} from './index.ts';

// What people type, and what it is. Factors by hand: US gallon 3785.411784 mL, inch 25.4 mm, pound 453.59237 g, psi 6.894757 kPa.

const VOLUMES: [string, number][] = [
  ['250', 250],
  ['250ml', 250],
  ['250 mL', 250],
  ['250 mls', 250],
  ['250 cc', 250],
  ['250 cm³', 250],
  ['1,000 ml', 1000],
  ['1.000 ml', 1000],
  ["1'000 ml", 1000],
  ['1 000 ml', 1000],
  ['1\u00a0000 ml', 1000],
  ['1.2 L', 1200],
  ['1,2 L', 1200],
  ['1.250 L', 1250],
  ['1,250 l', 1250],
  ['0.500 L', 500],
  ['.5 L', 500],
  [',5 L', 500],
  ['½ L', 500],
  ['1½ litres', 1500],
  ['1 ½ liters', 1500],
  ['1 litre', 1000],
  ['2 liter', 2000],
  ['2.5 ltr', 2500],
  ['75 cl', 750],
  ['5 dl', 500],
  ['3.5 oz', 103.5],
  ['8 fl oz', 236.6],
  ['8 fl. oz.', 236.6],
  ['8floz', 236.6],
  ['8 fluid ounces', 236.6],
  ['1 cup', 236.6],
  ['2 cups', 473.2],
  ['½ cup', 118.3],
  ['1 tbsp', 14.8],
  ['3 tablespoons', 44.4],
  ['2 tsp', 9.9],
  ['1 pt', 473.2],
  ['1 1/2 pt', 709.8],
  ['2 pints', 946.4],
  ['1 quart', 946.4],
  ['2 quarts', 1892.7],
  ['1-1/2 qt', 1419.5],
  ['1 1/2 qts', 1419.5],
  ['1 qt 8 oz', 1182.9],
  ['1/2 gal', 1892.7],
  ['½ gal', 1892.7],
  ['1 gallon', 3785.4],
  ['1.000 gal', 3785.4],
  ['5 gallons', 18_927.1],
  ['1 US gal', 3785.4],
  ['1 imp gal', 4546.1],
  ['1 UK pint', 568.3],
  ['about 250 ml', 250],
  ['~ 1 L', 1000],
];

const LENGTHS: [string, number][] = [
  ['400', 400],
  ['400 mm', 400],
  ['40 cm', 400],
  ['0,4 m', 400],
  ['1.240', 1240],
  ['1,240', 1240],
  ["1'240", 1240],
  ["2'100 mm", 2100],
  ['2 100', 2100],
  ['396.000', 396],
  ['397,5', 397.5],
  ['12 in.', 304.8],
  ['12in', 304.8],
  ['12 inches', 304.8],
  ['12"', 304.8],
  ['12”', 304.8],
  ["12''", 304.8],
  ['16½"', 419.1],
  ['16 ½"', 419.1],
  ['16 1⁄2"', 419.1],
  ['16 1/2', 419.1],
  ['¾"', 19.05],
  ['3⁄4"', 19.05],
  ['23⅝"', 600.08],
  ['23 7/16"', 595.31],
  ['23-7/16"', 595.31],
  ['15 3/4 in', 400.05],
  ["5'", 1524],
  ['5 ft', 1524],
  ['5 feet', 1524],
  ["5' 6", 1676.4],
  ['5\'6"', 1676.4],
  ['5\' 6 1/2"', 1689.1],
  ['5 ft 6 in', 1676.4],
  ['1\'-11 3/4"', 603.25],
  ['2.4 m', 2400],
  ['2,4 meters', 2400],
  ['0.75"', 19.05],
];

const FILMS: [string, number][] = [
  ['100', 100],
  ['100 µm', 100],
  ['100 μm', 100],
  ['100um', 100],
  ['100 micron', 100],
  ['100 microns', 100],
  ['4 mil', 101.6],
  ['4 mils', 101.6],
  ['4 thou', 101.6],
  ['0.004"', 101.6],
  ['.004 in', 101.6],
  ['0.1 mm', 100],
  ['0,1 mm', 100],
  ['1½ mils', 38.1],
];

const ORIFICES: [string, number][] = [
  ['1.3', 1.3],
  ['1,3 mm', 1.3],
  ['0.010"', 0.254],
  ['.012"', 0.3048],
  ['10 thou', 0.254],
  ['254 µm', 0.254],
  ['0.055 in', 1.397],
];

const TEMPERATURES: [string, number][] = [
  ['17', 17],
  ['17.5', 17.5],
  ['17,5 °C', 17.5],
  ['17 C', 17],
  ['17 deg C', 17],
  ['17 degrees', 17],
  ['68F', 20],
  ['68 °F', 20],
  ['68 deg F', 20],
  ['68 degrees Fahrenheit', 20],
  ['-3', -3],
  ['−3 °C', -3],
  ['14 F', -10],
  ['-4F', -20],
];

const DURATIONS: [string, number][] = [
  ['90', 90],
  ['90 min', 90],
  ['90 mins', 90],
  ['90 minutes', 90],
  ['1 hr', 60],
  ['2 hrs', 120],
  ['1.5 h', 90],
  ['1,5 h', 90],
  ['1½ h', 90],
  ['1 1/2 hours', 90],
  ['1/2 hour', 30],
  ['an hour', 60],
  ['4h30', 270],
  ['4 h 30', 270],
  ['4h 30min', 270],
  ['1 hr 15 min', 75],
  ['16:30', 990],
  ['2 d', 2880],
  ['3 d 2 h', 4440],
  ['2 days', 2880],
  ['1 day 4 hours', 1680],
  ['1 week', 10_080],
  ['2 weeks', 20_160],
  ['overnight', 960],
  ['over night', 960],
  ['30 s', 1],
  ['90 sec', 2],
];

const OTHERS: [string, (text: string) => { ok: boolean; value?: number }, string, number][] = [
  ['weight', parseMassG, '250', 250],
  ['weight', parseMassG, '250 g', 250],
  ['weight', parseMassG, '1.2 kg', 1200],
  ['weight', parseMassG, '1,2 kg', 1200],
  ['weight', parseMassG, '8.8 oz', 249.5],
  ['weight', parseMassG, '1 lb', 453.6],
  ['weight', parseMassG, '2 lb 3 oz', 992.2],
  ['weight', parseMassG, '2 lbs', 907.2],
  ['weight', parseMassG, '½ lb', 226.8],
  ['weight', parseMassG, '1,000 g', 1000],
  ['pressure', parsePressureBar, '2.5', 2.5],
  ['pressure', parsePressureBar, '2,5 bar', 2.5],
  ['pressure', parsePressureBar, '36 psi', 2.482],
  ['pressure', parsePressureBar, '250 kPa', 2.5],
  ['density', parseDensityKgL, '1.25', 1.25],
  ['density', parseDensityKgL, '1,25 kg/l', 1.25],
  ['density', parseDensityKgL, '1.25 g/mL', 1.25],
  ['density', parseDensityKgL, '1250 g/L', 1.25],
  ['density', parseDensityKgL, '10.4 lb/gal', 1.246],
  ['density', parseDensityKgL, '10.4 lbs per gal', 1.246],
  ['voc', parseVocGL, '120 g/l', 120],
  ['voc', parseVocGL, '1 lb/gal', 120],
  ['voc', parseVocGL, '0', 0],
  ['spread', parseSpreadM2L, '10', 10],
  ['spread', parseSpreadM2L, '10 m²/L', 10],
  ['spread', parseSpreadM2L, '10 m2/l', 10],
  ['spread', parseSpreadM2L, '10 sq m / litre', 10],
  ['spread', parseSpreadM2L, '400 ft²/gal', 9.82],
  ['spread', parseSpreadM2L, '400 sq ft/gal', 9.82],
  ['spread', parseSpreadM2L, '400 sq. ft./gal.', 9.82],
  ['area', parseAreaM2, '4.5', 4.5],
  ['area', parseAreaM2, '4,5 m²', 4.5],
  ['area', parseAreaM2, '48 sq ft', 4.459],
  ['area', parseAreaM2, '48 sqft', 4.459],
  ['share', parsePercent, '38', 38],
  ['share', parsePercent, '38 %', 38],
  ['share', parsePercent, '38%', 38],
  ['share', parsePercent, '12,5 %', 12.5],
  ['share', parsePercent, '38 percent', 38],
  ['share', parsePercent, '½ %', 0.5],
];

describe('quantities as people type them', () => {
  it.each(VOLUMES)('volume %s: %d mL', (text, value) =>
    expect(parseVolumeMl(text)).toEqual({ ok: true, value }),
  );
  it.each(LENGTHS)('length %s: %d mm', (text, value) =>
    expect(parseLengthMm(text)).toEqual({ ok: true, value }),
  );
  it.each(FILMS)('film %s: %d µm', (text, value) => expect(parseFilmUm(text)).toEqual({ ok: true, value }));
  it.each(ORIFICES)('orifice %s: %d mm', (text, value) =>
    expect(parseOrificeMm(text)).toEqual({ ok: true, value }),
  );
  it.each(TEMPERATURES)('temperature %s: %d °C', (text, value) =>
    expect(parseTemperatureC(text)).toEqual({ ok: true, value }),
  );
  it.each(DURATIONS)('time span %s: %d min', (text, value) =>
    expect(parseDurationMinutes(text)).toEqual({ ok: true, value }),
  );
  it.each(OTHERS)('%s %s %s: %d', (_kind, read, text, value) =>
    expect(read(text)).toEqual({ ok: true, value }),
  );

  it('takes the end of a range that the field asks for, and refuses one where it asks for none', () => {
    for (const text of ['2-4 h', '2 – 4 h', '2 h to 4 h', '2h-4h', '120 to 240 min']) {
      expect(parseDurationMinutes(text, { rangeEnd: 'low' })).toEqual({ ok: true, value: 120 });
      expect(parseDurationMinutes(text, { rangeEnd: 'high' })).toEqual({ ok: true, value: 240 });
      expect(parseDurationMinutes(text)).toMatchObject({
        ok: false,
        message: expect.stringContaining('is a range'),
      });
    }
    expect(parseDurationMinutes('1/2 - 1 h', { rangeEnd: 'low' })).toEqual({ ok: true, value: 30 });
    expect(parseTemperatureC('10-25 °C', { rangeEnd: 'low' })).toEqual({ ok: true, value: 10 });
    expect(parseFilmUm('4-6 mils', { rangeEnd: 'high' })).toEqual({ ok: true, value: 152.4 });
    expect(parseVolumeMl('1-2 qt', { rangeEnd: 'low' })).toEqual({ ok: true, value: 946.4 });
  });

  it.each([
    ['10,000 ml', 'could be 10.0 ml or 10000 ml'],
    ['18.000 mm', 'could be 18.0 mm or 18000 mm'],
  ])('asks where %s has two readings that both fit', (text, question) => {
    const read = text.endsWith('ml') ? parseVolumeMl(text) : parseLengthMm(text);
    expect(read).toMatchObject({ ok: false, message: expect.stringContaining(question) });
  });

  it('reads each answer to its own question as that answer', () => {
    expect(parseVolumeMl('10.0 ml')).toEqual({ ok: true, value: 10 });
    expect(parseVolumeMl('10000 ml')).toEqual({ ok: true, value: 10_000 });
  });

  it.each(['1/2', '3/4', '1 1/2'])(
    'asks for the unit of a bare %s where halves of the base unit make no sense',
    (text) => {
      for (const read of [parseVolumeMl, parseMassG, parseDurationMinutes, parseFilmUm])
        expect(read(text)).toMatchObject({
          ok: false,
          message: expect.stringMatching(/^Add a unit to/),
        });
    },
  );

  it.each([
    [parseVolumeMl, ['', 'a cupful', '1/0 gal', '3 furlongs', '1.2.3 L', '-250', '250 ml paint', '5 h']],
    [parseLengthMm, ['', 'wide', '-40', '4 0', '3/0', '12 furlongs', '5 min', '1,2,3']],
    [parseTemperatureC, ['', 'warm', '68 K', '20 °C 30']],
    [parseDurationMinutes, ['', 'soon', '4 L', '30 min 2 h', '-4 h']],
    [parseFilmUm, ['', 'thin', '4 bar']],
  ] as const)('refuses what is none, with what to type (%#)', (read, texts) => {
    for (const text of texts)
      expect([text, read(text)]).toEqual([
        text,
        { ok: false, message: expect.stringMatching(/Try |example|Type/) },
      ]);
  });
});

describe('bare numbers', () => {
  it.each([
    ['12', 12],
    ['12.5', 12.5],
    ['12,5', 12.5],
    ['.5', 0.5],
    ['57 %', 57],
    ['½', 0.5],
    ['1 1/2', 1.5],
    ['-3', -3],
    ['1.234,5', 1234.5],
    ['1,234.5', 1234.5],
    ['1,234,567', 1_234_567],
    ['0.125', 0.125],
  ])('reads %s', (text, value) => {
    expect(parseDecimal(text, { suffixes: ['%'] })).toEqual({ ok: true, value });
  });

  it('decides between thousands and thousandths by what may stand there, else asks', () => {
    expect(parseDecimal('1,000', { min: 1, max: 100 })).toEqual({ ok: true, value: 1 });
    expect(parseDecimal('1,000', { min: 100, max: 5000 })).toEqual({ ok: true, value: 1000 });
    expect(parseDecimal('1,000')).toMatchObject({
      ok: false,
      message: expect.stringContaining('could be 1 or 1000'),
    });
  });

  it('says which end was passed', () => {
    expect(parseDecimal('140', { what: 'a humidity', max: 100 })).toEqual({
      ok: false,
      message: 'Humidity must be at most 100.',
    });
    expect(parseDecimal('2.5', { isWhole: true })).toMatchObject({ ok: false });
    expect(parseDecimal('wet', { what: 'a humidity', example: '57 %' })).toEqual({
      ok: false,
      message: '“wet” is not a humidity. Try 57 %.',
    });
  });
});
