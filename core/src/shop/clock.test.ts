import { describe, expect, it } from 'vitest';
import { parseClock, readClock, readSpan } from './index.ts';

describe('a time of day', () => {
  it.each([
    ['07:30', '07:30'],
    ['7:30', '07:30'],
    ['7.30', '07:30'],
    ['7h30', '07:30'],
    ['0730', '07:30'],
    ['1420', '14:20'],
    ['7', '07:00'],
    ['7 am', '07:00'],
    ['7:30 AM', '07:30'],
    ['2:20 pm', '14:20'],
    ['2pm', '14:00'],
    ['2:20 p.m.', '14:20'],
    ['12 am', '00:00'],
    ['12:15 am', '00:15'],
    ['12 pm', '12:00'],
    ['noon', '12:00'],
    ['midnight', '24:00'],
    [' 24:00 ', '24:00'],
  ])('typed as %j is %s', (typed, clock) => expect(readClock(typed)).toBe(clock));

  it.each(['', '25:00', '7:75', '13 pm', '0 am', 'soon', '24:01', '7:3', '12345', '7;30'])(
    '%j is none',
    (typed) => expect(readClock(typed)).toBeNull(),
  );

  it('is one that is kept, whatever it was typed as', () => {
    for (let minute = 0; minute < 1440; minute += 1) {
      const [hour, rest] = [Math.floor(minute / 60), String(minute % 60).padStart(2, '0')];
      const half = `${hour % 12 || 12}:${rest} ${hour < 12 ? 'am' : 'pm'}`;
      expect([parseClock(readClock(`${hour}:${rest}`) ?? ''), parseClock(readClock(half) ?? '')]).toEqual([
        minute,
        minute,
      ]);
    }
  });
});

describe('a stretch of a day', () => {
  it.each([
    ['07:30–12:00', '07:30', '12:00'],
    ['7:30 am - 4:30 pm', '07:30', '16:30'],
    ['7 to 4', '07:00', '16:00'],
    ['7-noon', '07:00', '12:00'],
    ['12:30–4', '12:30', '16:00'],
    ['1 pm–5 pm', '13:00', '17:00'],
    ['1–5 pm', '13:00', '17:00'],
    ['7–4 pm', '07:00', '16:00'],
    ['11–1 pm', '11:00', '13:00'],
    ['12:30–4:30 pm', '12:30', '16:30'],
    ['12:15–3 am', '00:15', '03:00'],
    ['13:00–5 pm', '13:00', '17:00'],
    ['noon–4 pm', '12:00', '16:00'],
    ['8 am–midnight', '08:00', '24:00'],
    ['22:00–00:00', '22:00', '24:00'],
    ['10 pm–12 am', '22:00', '24:00'],
  ])('%j', (typed, from, to) => expect(readSpan(typed)).toEqual({ from, to }));

  it('keeps what it cannot read, and never turns a stated half of the day round', () => {
    expect(readSpan('early–late')).toEqual({ from: 'early', to: 'late' });
    expect(readSpan('7:30')).toEqual({ from: '07:30', to: '' });
    expect(readSpan('5 pm–4 am')).toEqual({ from: '17:00', to: '04:00' });
    expect(readSpan('12:00–07:30')).toEqual({ from: '12:00', to: '07:30' });
    expect(readSpan('17:00–16:00')).toEqual({ from: '17:00', to: '16:00' });
  });
});
