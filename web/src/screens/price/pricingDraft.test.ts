import { type Pricing, PricingSchema, USUAL_PRICING } from '@upholder/core/rates';
import { PLAIN_VOICE, US_VOICE } from '@upholder/core/words';
import { afterEach, describe, expect, it } from 'vitest';
import { setVoice } from '../../base/voice.ts';
import { pricingDraft, readPricing } from './pricingDraft.ts';

afterEach(() => setVoice(PLAIN_VOICE));

const full: Pricing = PricingSchema.parse({
  hoursFrom: 'sequence',
  marginPct: 18.5,
  taxPct: 0,
  roundTo: 500,
  shows: 'lines',
  extras: [{ id: '00000000-0000-4000-8000-000000000001', name: 'Handles', amount: -7250 }],
  sendOut: { by: 'm2', each: 5382, daysAway: 12 },
});
const change = (pricing: Pricing, part: object) =>
  readPricing({ ...pricingDraft(pricing), ...part }, pricing);

describe('how a job is priced, as it is typed', () => {
  it('is read back as it was kept', () => {
    expect(readPricing(pricingDraft(full), full)).toEqual({ value: full, errors: {} });
    expect(readPricing(pricingDraft(USUAL_PRICING), USUAL_PRICING)).toEqual({
      value: USUAL_PRICING,
      errors: {},
    });
  });

  it('is read back in square feet too, to the last minor unit', () => {
    setVoice(US_VOICE);
    expect(pricingDraft(full).sendOutEach).toBe('5');
    expect(readPricing(pricingDraft(full), full).value).toEqual(full);
    // 6.00 a square foot are 64.58 a square metre.
    expect(change(full, { sendOutEach: '6' }).value?.sendOut?.each).toBe(6458);
  });

  it('a piece is a piece in any unit', () => {
    setVoice(US_VOICE);
    expect(change(full, { sendOutBy: 'piece', sendOutEach: '60' }).value?.sendOut).toEqual({
      by: 'piece',
      each: 6000,
      daysAway: 12,
    });
  });

  it('says at which field something is wrong, and keeps the rest', () => {
    expect(change(full, { sendOutDays: 'a week' }).errors).toHaveProperty('sendOutDays');
    expect(change(full, { sendOutDays: '' }).errors).toHaveProperty('sendOutDays');
    expect(change(full, { sendOutEach: '' }).errors).toHaveProperty('sendOutEach');
    expect(change(full, { marginPct: '95' }).errors).toHaveProperty('marginPct');
    const extras = [{ id: full.extras[0]?.id, name: '', amount: 'much' }];
    expect(Object.keys(change(full, { extras }).errors).sort()).toEqual(['extras.0.amount', 'extras.0.name']);
  });

  it('is nobody’s offer where neither price nor days are entered', () => {
    expect(change(full, { sendOutEach: '', sendOutDays: '' }).value?.sendOut).toBeNull();
  });
});
