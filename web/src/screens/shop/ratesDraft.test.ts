import { RatesSchema } from '@upholder/core/rates';
import { DEFAULT_SHOP_SETTINGS, type ShopSettings } from '@upholder/core/shop';
import { describe, expect, it } from 'vitest';
import { ratesDraft, readRates } from './ratesDraft.ts';

const shop: ShopSettings = {
  ...DEFAULT_SHOP_SETTINGS,
  rates: RatesSchema.parse({
    hour: { prep: 2450, brush: null, spray: 3000 },
    trip: 900,
    overheadPct: 14,
    marginPct: 22.5,
    taxPct: 8.875,
    roundTo: 500,
    terms: 'Cash.',
    shows: 'total',
  }),
};

describe('the rates of a shop, as they are typed', () => {
  it('are read back as they were kept, what is not known as well', () => {
    expect(readRates(ratesDraft(shop), shop)).toEqual({ value: shop, errors: {} });
    expect(readRates(ratesDraft(DEFAULT_SHOP_SETTINGS), DEFAULT_SHOP_SETTINGS).value).toEqual(
      DEFAULT_SHOP_SETTINGS,
    );
  });

  it('name the field that is wrong: an amount, a share, days', () => {
    const { value, errors } = readRates(
      { ...ratesDraft(shop), 'hour.prep': '1.250', taxPct: '200', validDays: '0', cartridgeHours: '' },
      shop,
    );
    expect(value).toBeNull();
    expect(Object.keys(errors).sort()).toEqual(['cartridgeHours', 'hour.prep', 'taxPct', 'validDays']);
  });

  it('leave everything else of the shop alone', () => {
    const read = readRates({ ...ratesDraft(shop), trip: '12,50' }, shop).value;
    expect(read).toEqual({ ...shop, rates: { ...shop.rates, trip: 1250 } });
  });
});
