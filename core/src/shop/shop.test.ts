import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import {
  DEFAULT_SHOP_SETTINGS,
  localClock,
  localDate,
  minuteAt,
  parseClock,
  ShopSettingsSchema,
  toInstant,
  workIntervals,
} from './index.ts';

const zone = 'Europe/London';

describe('calendar', () => {
  it('reads times of day', () => {
    expect(['07:30', '7:30', '24:00', '24:10', '7.30', ''].map(parseClock)).toEqual([
      450,
      450,
      1440,
      null,
      null,
      null,
    ]);
  });

  it('goes to the minute and back in the shop time zone', () => {
    const summer = minuteAt('2026-07-01', '07:30', zone);
    expect(toInstant(summer).toISOString()).toBe('2026-07-01T06:30:00.000Z');
    expect([localDate(summer, zone), localClock(summer, zone)]).toEqual(['2026-07-01', '07:30']);
  });

  it('keeps wall-clock hours across a daylight-saving change', () => {
    // clocks go back on Sunday 25 October 2026
    const intervals = workIntervals(
      DEFAULT_SHOP_SETTINGS,
      zone,
      minuteAt('2026-10-23', '00:00', zone),
      minuteAt('2026-10-27', '00:00', zone),
    );
    expect(
      intervals.map(
        ({ start, end }) => `${toInstant(start).toISOString().slice(5, 16)}–${localClock(end, zone)}`,
      ),
    ).toEqual(['10-23T06:30–12:00', '10-23T11:30–15:30', '10-26T07:30–12:00', '10-26T12:30–16:30']);
  });

  it('skips days off of the shop and of the person', () => {
    const from = minuteAt('2026-11-23', '00:00', zone);
    const until = minuteAt('2026-11-26', '00:00', zone);
    const shop = { ...DEFAULT_SHOP_SETTINGS, daysOff: ['2026-11-24'] };
    const dates = workIntervals(shop, zone, from, until, ['2026-11-25']).map((span) =>
      localDate(span.start, zone),
    );
    expect([...new Set(dates)]).toEqual(['2026-11-23']);
  });

  it('refuses overlapping or backward stretches', () => {
    const week = {
      ...DEFAULT_SHOP_SETTINGS.week,
      mon: [
        { from: '08:00', to: '12:00' },
        { from: '11:00', to: '16:00' },
      ],
    };
    expect(ShopSettingsSchema.safeParse({ ...DEFAULT_SHOP_SETTINGS, week }).success).toBe(false);
    const backward = { ...DEFAULT_SHOP_SETTINGS.week, mon: [{ from: '12:00', to: '08:00' }] };
    expect(ShopSettingsSchema.safeParse({ ...DEFAULT_SHOP_SETTINGS, week: backward }).success).toBe(false);
    expect(ShopSettingsSchema.safeParse(DEFAULT_SHOP_SETTINGS).success).toBe(true);
  });
});

describe('settings of a shop', () => {
  const numbers = Object.entries({ ...DEFAULT_SHOP_SETTINGS, ...DEFAULT_SHOP_SETTINGS.doorMeasure }).filter(
    ([, value]) => typeof value === 'number',
  );
  const withOne = (key: string, value: number) => ({
    ...DEFAULT_SHOP_SETTINGS,
    ...(key in DEFAULT_SHOP_SETTINGS ? { [key]: value } : {}),
    doorMeasure: {
      ...DEFAULT_SHOP_SETTINGS.doorMeasure,
      ...(key in DEFAULT_SHOP_SETTINGS.doorMeasure ? { [key]: value } : {}),
    },
  });

  it.each(numbers.map(([key]) => key))('says in a sentence what it does not take as %s', (key) => {
    for (const wrong of [Number.NaN, -1, 1e9]) {
      const { error } = ShopSettingsSchema.safeParse(withOne(key, wrong));
      expect(error?.issues[0]?.message, `${wrong}`).toMatch(/^[A-Z].* .*\.$/);
      expect(error?.issues[0]?.message).not.toMatch(/invalid|expected|too (small|big)/i);
    }
  });

  it('takes halves of metres, and no halves of benches', () => {
    expect(ShopSettingsSchema.safeParse(withOne('railLengthMm', 1500.5)).success).toBe(true);
    expect(ShopSettingsSchema.safeParse(withOne('benches', 2.5)).error?.issues[0]?.message).toBe(
      'Benches must be a whole number.',
    );
  });
});
