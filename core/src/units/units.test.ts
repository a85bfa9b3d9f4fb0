import { describe, expect, it } from 'vitest';
import {
  formatDuration,
  formatMl,
  formatMm,
  parseDurationMinutes,
  parseLengthMm,
  parseTemperatureC,
  parseVolumeMl,
} from './index.ts';

describe('parseLengthMm', () => {
  it.each([
    ['400', 400],
    ['400 mm', 400],
    ['40 cm', 400],
    ['0,4 m', 400],
    ['23 7/16"', 595.31],
    ['23-7/16"', 595.31],
    ['23 7/16 in', 595.31],
    ['15 3/4', 400.05],
    ['3/4', 19.05],
    ['1\'-11 3/4"', 603.25],
    ["2'", 609.6],
    ['397,5', 397.5],
  ])('reads %s', (text, mm) => {
    expect(parseLengthMm(text)).toEqual({ ok: true, value: mm });
  });

  it('uses the unit of the column for a bare number', () => {
    expect(parseLengthMm('40', 'cm')).toEqual({ ok: true, value: 400 });
    expect(parseLengthMm('10', 'in')).toEqual({ ok: true, value: 254 });
  });

  it.each(['', 'wide', '-40', '4 0', '3/0', '12 furlongs'])('refuses %j with advice', (text) => {
    const read = parseLengthMm(text);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.message).toMatch(/400/);
  });

  it('shows whole millimetres without decimals', () => {
    expect([formatMm(400), formatMm(397.5)]).toEqual(['400', '397.5']);
  });
});

describe('durations', () => {
  it.each([
    ['3 d 2 h', 74 * 60],
    ['4h30', 270],
    ['4 h', 240],
    ['90 min', 90],
    ['90', 90],
    ['1.5 h', 90],
    ['7 d', 10080],
    ['16:30', 990],
  ])('reads %s', (text, minutes) => {
    expect(parseDurationMinutes(text)).toEqual({ ok: true, value: minutes });
  });

  it.each([
    [42, '42 min'],
    [544, '9 h 04'],
    [240, '4 h'],
    [2 * 1440 + 120, '2 d 2 h'],
    [10080, '7 d'],
    [2 * 1440 + 1439, '3 d'],
    [-15, '−15 min'],
  ])('writes %d minutes as %s', (minutes, text) => {
    expect(formatDuration(minutes)).toBe(text);
  });

  it('refuses words', () => {
    expect(parseDurationMinutes('soon').ok).toBe(false);
  });
});

describe('volumes and temperatures', () => {
  it.each([
    ['250ml', 250],
    ['1.2 L', 1200],
    ['3.5 oz', 103.5],
    ['1/2 gal', 1892.7],
    ['1 1/2 pt', 709.8],
  ])('reads %s', (text, ml) => {
    expect(parseVolumeMl(text)).toEqual({ ok: true, value: ml });
  });

  it('refuses division by zero and words', () => {
    expect(parseVolumeMl('1/0 gal').ok).toBe(false);
    expect(parseVolumeMl('a cup').ok).toBe(false);
    expect(parseTemperatureC('warm').ok).toBe(false);
  });

  it('switches to litres at one litre', () => {
    expect([formatMl(999), formatMl(1234)]).toEqual(['999 mL', '1.23 L']);
  });

  it.each([
    ['68F', 20],
    ['17.5 °C', 17.5],
    ['−3', -3],
  ])('reads %s', (text, celsius) => {
    expect(parseTemperatureC(text)).toEqual({ ok: true, value: celsius });
  });
});
