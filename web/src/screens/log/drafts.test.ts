import { minuteAt } from '@upholder/core/shop';
import { describe, expect, it } from 'vitest';
import { type CoatDraft, coatDraftOf, readCoatDraft } from '../../job/log/CoatFields.tsx';
import { readDoneAt, writeDoneAt } from '../../job/log/DoneAtField.tsx';

const draft: CoatDraft = {
  productKey: 'bonding-primer',
  paint: '620 mL',
  thinner: '31',
  cup: 'ISO 4 mm',
  seconds: '28',
  airC: '18.2',
  rhPct: '57 %',
  wft: '',
};

describe('a coat while it is typed', () => {
  it('is read with its units', () => {
    expect(readCoatDraft(draft)).toEqual({
      errors: {},
      value: {
        productKey: 'bonding-primer',
        paintMl: 620,
        thinnerMl: 31,
        cup: 'ISO 4 mm',
        cupSeconds: 28,
        climate: { airC: 18.2, rhPct: 57 },
        wftUm: null,
      },
    });
  });

  it('takes an empty field as unknown, not as nothing', () => {
    const { errors, value } = readCoatDraft({
      ...draft,
      paint: '',
      thinner: ' ',
      seconds: '',
      airC: '',
      rhPct: '',
    });
    expect(errors).toEqual({});
    expect(value).toMatchObject({
      paintMl: null,
      thinnerMl: null,
      cup: null,
      cupSeconds: null,
      climate: null,
    });
  });

  it.each([
    ['paint', { paint: 'a cup' }],
    ['thinner', { thinner: 'some' }],
    ['seconds', { seconds: '0' }],
    ['seconds', { seconds: 'soon' }],
    ['rhPct', { rhPct: '140' }],
    ['rhPct', { rhPct: '' }],
    ['airC', { airC: 'warm' }],
    ['airC', { airC: '90' }],
    ['wft', { wft: 'thick' }],
    ['wft', { wft: '3 mm' }],
    ['wft', { wft: '1' }],
  ])('says what is wrong with %s in %j', (field, change) => {
    expect(Object.keys(readCoatDraft({ ...draft, ...change }).errors)).toEqual([field]);
  });

  it.each([
    ['90', 90],
    ['4 mil', 101.6],
    ['0,1 mm', 100],
    [' ', null],
  ])('reads the comb as %j', (wft, wftUm) => {
    expect(readCoatDraft({ ...draft, wft })).toMatchObject({ errors: {}, value: { wftUm } });
  });

  it('goes from a record to a draft and back', () => {
    const { value } = readCoatDraft({ ...draft, paint: '0.7 L', wft: '4 mil' });
    expect(readCoatDraft(coatDraftOf(value)).value).toEqual(value);
    expect(coatDraftOf(null)).toMatchObject({ productKey: '', paint: '', cup: '' });
  });
});

describe('when it was done', () => {
  const zone = 'Europe/London';
  const now = minuteAt('2026-11-25', '10:40', zone);

  it('goes to shop time and back', () => {
    const written = writeDoneAt('2026-07-01T06:30:00.000Z', zone);
    expect(written).toEqual({ date: '2026-07-01', clock: '07:30' });
    expect(readDoneAt(written, zone, now)).toEqual({ ok: true, value: '2026-07-01T06:30:00.000Z' });
  });

  it('refuses a time in the future, and what is no time', () => {
    expect(readDoneAt({ date: '2026-11-25', clock: '10:45' }, zone, now)).toMatchObject({
      ok: false,
      message: expect.stringMatching(/in the future/),
    });
    expect(readDoneAt({ date: '2026-11-25', clock: '' }, zone, now)).toMatchObject({ ok: false });
    expect(readDoneAt({ date: '2026-11-25', clock: '10:40' }, zone, now).ok).toBe(true);
  });
});
