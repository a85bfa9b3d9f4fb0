import { expect, it } from 'vitest';
import { moneyText, readMoney, readPercent } from './moneyText.ts';

it.each([
  ['84,50', 8450],
  ['84.5', 8450],
  ['£84.50', 8450],
  ['1,250', 125_000],
  ['1,250.75', 125_075],
  ['1 250', 125_000],
  ['1250 GBP', 125_000],
  ['-40', -4000],
  ['0', 0],
  ['', null],
  ['  ', null],
])('%s is read as %s', (text, minor) => {
  expect(readMoney(text)).toEqual({ ok: true, value: minor });
});

it('asks where three digits behind a point may be either', () => {
  const read = readMoney('1.250');
  expect(read.ok ? '' : read.message).toMatch(/1250.*1\.25/);
});

it.each(['much', '12 pounds', '1,2,3', '--4'])('%s is no amount', (text) => {
  expect(readMoney(text).ok).toBe(false);
});

it('shows what it read', () => {
  expect([8450, 125_000, -4000, 0, null].map(moneyText)).toEqual(['84.50', '1250', '-40', '0', '']);
  expect(readPercent('12,5 %')).toEqual({ ok: true, value: 12.5 });
  expect(readPercent('')).toEqual({ ok: true, value: null });
  expect(readPercent('8.875')).toEqual({ ok: true, value: 8.875 });
  expect(readPercent('a lot').ok).toBe(false);
});
