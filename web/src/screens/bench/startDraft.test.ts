import type { ShopContext } from '@upholder/core/api';
import { GENERIC_PRODUCTS, type ProductSheet } from '@upholder/core/catalogue';
import { type MixRecord, MixRecordSchema } from '@upholder/core/mixing';
import { v7 as uuid } from 'uuid';
import { describe, expect, it } from 'vitest';
import { isReady, mixFrom, readDraft } from './readDraft.ts';
import { draftFrom, type MixDraft } from './startDraft.ts';

const gunId = uuid();

/** As much of a shop as the bench looks at. */
function shopWith(change: Partial<ProductSheet> = {}, tinFraction = 0, gun: object = {}): ShopContext {
  const keys = ['urethane-enamel-satin', 'two-part-enamel-satin', 'grain-filler-water'];
  return {
    products: keys.map((key) => ({
      id: uuid(),
      key,
      version: 1,
      stockMl: null,
      tinFraction,
      sheet: { ...GENERIC_PRODUCTS[key], ...(key === keys[0] ? change : {}) },
    })),
    benchItems: [
      {
        id: gunId,
        version: 1,
        item: {
          kind: 'gun',
          name: 'Gun',
          applicator: 'turbine',
          orificeUm: 1300,
          cupMl: 600,
          residueMl: 40,
          fullG: null,
          isRetired: false,
          isOutOfOrder: false,
          tiedTo: '',
          ...gun,
        },
      },
    ],
  } as unknown as ShopContext;
}

const start = (query: string, shop = shopWith(), part: Partial<MixDraft> = {}, mixes: MixRecord[] = []) => {
  const draft = { ...draftFrom(new URLSearchParams(query), shop), ...part };
  const read = readDraft(draft, shop, mixes);
  if (!read) throw new Error('no such coating');
  return { draft, read };
};
const ml = (read: { pours: { role: string; ml: number }[] }) =>
  Object.fromEntries(read.pours.map((pour) => [pour.role, Math.round(pour.ml * 10) / 10]));
const enamel = 'product=urethane-enamel-satin&applicator=turbine';

describe('a new mix, as the form is read', () => {
  it('for a task: its mix, with what stays in this gun instead of a usual one, and a tenth in reserve', () => {
    // 560 mL of mix hold 60 for a usual turbine gun: 500 reach the pieces, 40 stay, 54 as reserve.
    const { draft, read } = start(`${enamel}&mix=560+mL&thinning=10`);
    expect([draft.goal, draft.gunId]).toEqual(['task', gunId]);
    expect(read.share).toEqual({ piecesMl: 500, residueMl: 40, reserveMl: expect.closeTo(54, 9) });
    expect(ml(read)).toEqual({ paint: 540, thinner: 54 });
    expect(isReady(read, draft)).toBe(true);
  });

  it('for a coat by brush and roller out of one mix: what both keep back', () => {
    // 310 mL of mix hold 30 for the brush and 80 for the mohair roller with its tray: 200 reach the pieces.
    const query = 'product=urethane-enamel-satin&applicator=brush&also=roller-mohair,nonsense&mix=310+mL';
    const { draft, read } = start(query);
    expect(draft.also).toEqual(['roller-mohair']);
    expect(read.share).toEqual({ piecesMl: 200, residueMl: 110, reserveMl: expect.closeTo(31, 9) });
  });

  it('takes no machine that is kept for another product, or out of order', () => {
    const gunIn = (gun: object) => start(enamel, shopWith({}, 0, gun)).draft.gunId;
    expect(gunIn({ tiedTo: 'urethane-enamel-satin' })).toBe(gunId);
    expect(gunIn({ tiedTo: 'two-part-enamel-satin' })).toBe('');
    expect(gunIn({ isOutOfOrder: true })).toBe('');
  });

  it('so much paint, or a cup to fill, is what it says', () => {
    expect(ml(start(`${enamel}&paint=900+mL&thinning=10`).read)).toEqual({ paint: 900, thinner: 90 });
    const cup = start(`${enamel}&thinning=10`, shopWith(), { goal: 'cup', amount: '660 mL' });
    expect(ml(cup.read)).toEqual({ paint: 600, thinner: 60 });
    expect(cup.read.share).toBeNull();
  });

  it('an area takes what framed doors take: twice the area, twice what reaches them', () => {
    const area = (amount: string) =>
      start(enamel, shopWith(), { goal: 'area', amount, reserve: '0' }).read.share;
    const one = area('2.5 m²');
    expect(area('5')?.piecesMl).toBeCloseTo(2 * (one?.piecesMl ?? 0), 9);
    // 100 µm on 2.5 m² are 250 mL; a turbine gun brings between half and two thirds of it to a door.
    expect(one?.piecesMl).toBeGreaterThan(250 / 0.65);
    expect(one?.piecesMl).toBeLessThan(250 / 0.4);
  });

  it.each([
    [{ amount: 'a lot' }, 'amount'],
    [{ amount: '0 mL' }, 'amount'],
    [{ goal: 'area' as const, amount: '-2' }, 'amount'],
    [{ material: 'warm' }, 'material'],
    [{ conditioner: 'ten' }, 'conditioner'],
    [{ way: 'stick' as const, pail: '5' }, 'pail'],
    [{ goal: 'task' as const, reserve: '200' }, 'reserve'],
  ])('%o is refused at its field, and no mix starts', (part, field) => {
    const { draft, read } = start(enamel, shopWith(), part);
    expect(read.errors[field as 'amount']).toEqual(expect.any(String));
    expect(isReady(read, draft)).toBe(false);
  });

  it('past the sheet it starts only with a reason, which the mix keeps', () => {
    const { draft, read } = start(`${enamel}&paint=900+mL&thinning=12`);
    expect([read.stops.length, isReady(read, draft)]).toEqual([1, false]);
    const reasoned = { ...draft, reason: 'cold boat' };
    expect(isReady(read, reasoned)).toBe(true);
    const mix = mixFrom(reasoned, read, {
      search: new URLSearchParams(),
      madeBy: 'Ines',
      at: '2026-11-23T08:00:00.000Z',
    });
    expect(MixRecordSchema.parse({ ...mix, revision: 1 }).overrideReason).toBe('cold boat');
  });

  it('a tin that holds 4 % already is not thinned to 2 %, and less is added for 6 %', () => {
    const thin = start(`${enamel}&paint=900+mL&thinning=2`, shopWith({}, 0.04)).read;
    expect([thin.tinIsThinner, thin.recipe.thinning.value]).toEqual([true, 4]);
    const more = start(`${enamel}&paint=900+mL&thinning=6`, shopWith({}, 0.04)).read;
    expect([more.tinIsThinner, more.recipe.thinning.value]).toEqual([false, 6]);
  });

  it('takes the target of its applicator in whichever cup the sheet means', () => {
    const upTo = shopWith({ targets: [{ applicator: 'turbine', cup: 'Ford 4', fromS: null, toS: 24 }] });
    expect(start(enamel, upTo).read.target).toMatchObject({ cup: { id: 'ford-4' }, fromS: null, toS: 24 });
    const unknown = shopWith({ targets: [{ applicator: 'turbine', cup: 'jam jar', fromS: 20, toS: 24 }] });
    expect(start(enamel, unknown).read.target).toBeNull();
  });

  it('by the scale it goes by weight where the sheet has that ratio', () => {
    const both = shopWith();
    const sheet = both.products[1]!.sheet;
    sheet.hardener = { ...sheet.hardener!, partsByWeight: 4 };
    const query = 'product=two-part-enamel-satin&applicator=turbine&paint=500+mL';
    expect(start(query, both, { way: 'weight' }).read.recipe.hardenerBy).toBe('weight');
    expect(start(query, both, { way: 'volume' }).read.recipe.hardenerBy).toBe('volume');
  });

  it('pours closed mixes of the same product in first, each once, with their names', () => {
    const closed = MixRecordSchema.parse({
      ...mixFrom(start(enamel).draft, start(`${enamel}&paint=900+mL`).read, {
        search: new URLSearchParams(),
        madeBy: 'Ines',
        at: '2026-11-22T08:00:00.000Z',
      }),
      revision: 3,
      pours: [
        { id: uuid(), role: 'paint', ml: 900, at: '2026-11-22T08:00:00.000Z' },
        { id: uuid(), role: 'thinner', ml: 90, at: '2026-11-22T08:00:00.000Z' },
      ],
      emptiedAt: '2026-11-22T12:00:00.000Z',
      leftMl: 110,
    });
    const { draft, read } = start(`${enamel}&paint=300+mL&thinning=10`, shopWith(), { used: [closed.id] }, [
      closed,
    ]);
    const mix = mixFrom(draft, read, {
      search: new URLSearchParams(),
      madeBy: 'Ines',
      at: '2026-11-23T08:00:00.000Z',
    });
    expect(mix.pours.map(({ role, ml: poured, fromMixId }) => [role, poured, fromMixId])).toEqual([
      ['paint', 100, closed.id],
      ['thinner', 10, closed.id],
    ]);
    expect(start(enamel, shopWith(), {}, [closed, { ...mix, revision: 1 }]).read.leftovers).toEqual([]);
    expect(start('product=two-part-enamel-satin', shopWith(), {}, [closed]).read.leftovers).toEqual([]);
  });
});
