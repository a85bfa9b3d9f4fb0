import type { ShopContext } from '@upholder/core/api';
import type { MixRecord } from '@upholder/core/mixing';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sampleMix } from '../../core/test/sampleMix.ts';
import type { Running } from '../src/start.ts';
import { type Caller, startTwoShops } from './harness.ts';
import { makeJob } from './samples.ts';

let server: Running;
let ines: Caller;
let stranger: Caller;

beforeAll(async () => {
  ({ server, ines, stranger } = await startTwoShops('Bench', 'Other bench'));
});
afterAll(() => server.stop());

const at = '2026-11-23T07:30:00.000Z';
const mix = (change: Partial<MixRecord> = {}): MixRecord => sampleMix(uuid(), change);
const pour = (ml: number) => ({ id: uuid(), role: 'paint' as const, ml, at });
const put = (caller: Caller, one: MixRecord) => caller.call('PUT', `/mixes/${one.id}`, one);
const known = async (id: string) =>
  (await ines.ok<{ mixes: MixRecord[] }>('GET', '/mixes')).mixes.find((one) => one.id === id);

describe('mixes at the bench', () => {
  it('are written as they grow; the same word again and an overtaken one change nothing', async () => {
    const first = mix();
    expect((await put(ines, first)).status).toBe(200);
    const second = { ...first, revision: 2, pours: [pour(900)] };
    const third = { ...second, revision: 3, pours: [...second.pours, pour(20)] };
    await put(ines, second);
    await put(ines, third);
    await put(ines, third);
    const late = await put(ines, second);
    expect(late.status).toBe(200);
    expect(((await late.json()) as MixRecord).revision).toBe(3);
    expect((await known(first.id))?.pours.map(({ ml }) => ml)).toEqual([900, 20]);
  });

  it('never lose what was poured or read, nor change their product', async () => {
    const first = mix({ pours: [pour(900)] });
    await put(ines, first);
    for (const change of [{ pours: [] }, { pours: [pour(900)] }, { productKey: 'acrylic-primer' }]) {
      const refused = await ines.refused('PUT', `/mixes/${first.id}`, { ...first, ...change, revision: 2 });
      expect(refused.status).toBe(409);
      expect(refused.current).toMatchObject({ id: first.id, revision: 1 });
    }
    expect((await known(first.id))?.pours).toHaveLength(1);
  });

  it('keep what two benches poured at once: the second is told what the first wrote', async () => {
    const first = mix();
    await put(ines, first);
    await put(ines, { ...first, revision: 2, pours: [pour(500)] });
    const refused = await ines.refused('PUT', `/mixes/${first.id}`, {
      ...first,
      revision: 2,
      pours: [pour(400)],
    });
    expect(refused.status).toBe(409);
    expect((refused.current as MixRecord).pours.map(({ ml }) => ml)).toEqual([500]);
  });

  it('go past the sheet’s maximum only with a written reason', async () => {
    const recipe = {
      thinning: { convention: 'of-mix' as const, value: 10 },
      conditionerPct: 0,
      hardenerBy: 'volume' as const,
      dropsPerL: 0,
    };
    const thin = mix({ recipe });
    const refused = await ines.refused('PUT', `/mixes/${thin.id}`, thin);
    expect(refused.status).toBe(422);
    expect(refused.fields?.overrideReason).toBeDefined();
    expect((await put(ines, { ...thin, overrideReason: 'cold boat, tested on a panel' })).status).toBe(200);
  });

  it('take what is poured out of the tins, once, and leftovers not at all', async () => {
    const { products } = await ines.ok<ShopContext>('GET', '/shop');
    const product = products.find(({ key }) => key === 'urethane-enamel-satin')!;
    const stock = async () =>
      (await ines.ok<ShopContext>('GET', '/shop')).products.find(({ id }) => id === product.id)?.stockMl;
    expect(product.stockMl).toBeNull();
    await put(ines, mix({ pours: [pour(300)] }));
    expect(await stock()).toBeNull();
    await ines.ok('PUT', `/products/${product.id}/stock`, { stockMl: 2500 });
    const first = mix({ pours: [pour(900)] });
    await put(ines, first);
    await put(ines, first);
    const thinner = { id: uuid(), role: 'thinner' as const, ml: 90, at };
    const left = { ...pour(120), fromMixId: uuid() };
    await put(ines, { ...first, revision: 2, pours: [...first.pours, thinner, left, pour(100)] });
    expect(await stock()).toBe(1500);
    await put(ines, mix({ pours: [pour(2000)] }));
    expect(await stock()).toBe(0);
    expect((await ines.call('PUT', `/products/${product.id}/stock`, { stockMl: -1 })).status).toBe(422);
    expect((await stranger.call('PUT', `/products/${product.id}/stock`, { stockMl: 1 })).status).toBe(404);
  });

  it('take a colour out of its own tins, and a count without colours cuts them alike', async () => {
    const find = async () =>
      (await ines.ok<ShopContext>('GET', '/shop')).products.find(
        ({ key }) => key === 'urethane-enamel-satin',
      )!;
    const { id } = await find();
    const detail = await makeJob(ines);
    const slate = detail.zones[0]!.newColour;
    await ines.ok('PUT', `/products/${id}/stock`, {
      stockMl: 4000,
      coloursMl: { [slate]: 1000, '#fafafa': 2500 },
    });
    const stepId = detail.steps.find(({ productKey }) => productKey === 'urethane-enamel-satin')!.id;
    const first = mix({ jobId: detail.job.id, stepId, pours: [pour(700)] });
    await put(ines, first);
    await put(ines, first);
    expect(await find()).toMatchObject({ stockMl: 3300, coloursMl: { [slate]: 300, '#fafafa': 2500 } });
    // Nobody said what the next is for: it comes out of the tins without a colour.
    await put(ines, mix({ pours: [pour(400)] }));
    expect(await find()).toMatchObject({ stockMl: 2900, coloursMl: { [slate]: 300, '#fafafa': 2500 } });
    await ines.ok('PUT', `/products/${id}/stock`, { stockMl: 1400 });
    expect(await find()).toMatchObject({ stockMl: 1400, coloursMl: { [slate]: 150, '#fafafa': 1250 } });
    await ines.ok('PUT', `/products/${id}/stock`, { stockMl: null });
    expect(await find()).toMatchObject({ stockMl: null, coloursMl: {} });
    const bad = { stockMl: 10, coloursMl: { slate: 10 } };
    expect((await ines.call('PUT', `/products/${id}/stock`, bad)).status).toBe(422);
  });

  it('give back to the tin what is clean, and the tin is thinner from then on', async () => {
    const find = async () =>
      (await ines.ok<ShopContext>('GET', '/shop')).products.find(({ key }) => key === 'build-primer')!;
    const thinned = mix({
      productKey: 'build-primer',
      pours: [pour(900), { id: uuid(), role: 'thinner', ml: 90, at }],
    });
    const emptied = {
      ...thinned,
      revision: 2,
      emptiedAt: at,
      leftMl: 220,
      leftTo: 'back into the tin' as const,
    };
    await put(ines, thinned);
    const uncounted = await ines.refused('PUT', `/mixes/${thinned.id}`, emptied);
    expect([uncounted.status, uncounted.fields?.leftTo]).toEqual([
      422,
      'Choose a closed container or waste.',
    ]);
    expect((await known(thinned.id))?.emptiedAt).toBeNull();
    await ines.ok('PUT', `/products/${(await find()).id}/stock`, { stockMl: 2000 });
    await put(ines, emptied);
    await put(ines, { ...emptied, revision: 3, note: 'said twice' });
    expect(await find()).toMatchObject({ stockMl: 2220, tinFraction: 0.00909 });
    const hardened = mix({
      productKey: 'two-part-enamel-satin',
      pours: [pour(500), { id: uuid(), role: 'hardener', ml: 100, at }],
    });
    await put(ines, hardened);
    const never = await ines.refused('PUT', `/mixes/${hardened.id}`, {
      ...emptied,
      ...hardened,
      revision: 2,
      emptiedAt: at,
      leftMl: 50,
      leftTo: 'back into the tin',
    });
    expect(never.message).toContain('Catalysed material');
    await ines.ok('PUT', `/products/${(await find()).id}/stock`, { stockMl: 2500 });
    expect((await find()).tinFraction).toBe(0.00909);
    await ines.ok('PUT', `/products/${(await find()).id}/stock`, { stockMl: 2500, isFresh: true });
    expect((await find()).tinFraction).toBe(0);
  });

  it('belong to one shop', async () => {
    const own = mix();
    await put(ines, own);
    expect((await put(stranger, { ...own, revision: 2 })).status).toBe(409);
    expect((await stranger.ok<{ mixes: MixRecord[] }>('GET', '/mixes')).mixes).toEqual([]);
    expect((await put(ines, mix({ productKey: 'nothing' }))).status).toBe(422);
    expect((await ines.call('PUT', `/mixes/${uuid()}`, own)).status).toBe(422);
  });
});

describe('what belongs to the bench', () => {
  const kit = {
    kind: 'cup' as const,
    name: 'Cup of the kit',
    standardId: 'iso-4',
    pairs: [{ ownS: 20, standardS: 40 }],
    isRetired: false,
  };
  const items = async (caller: Caller) => (await caller.ok<ShopContext>('GET', '/shop')).benchItems;

  it('is written once, changed by its version, and nobody else’s', async () => {
    const id = uuid();
    await ines.ok('PUT', `/bench-items/${id}`, { version: 0, item: kit });
    const again = await ines.refused('PUT', `/bench-items/${id}`, { version: 0, item: kit });
    expect(again.status).toBe(409);
    expect(again.current).toMatchObject({ id, version: 1, item: { name: 'Cup of the kit' } });
    await ines.ok('PUT', `/bench-items/${id}`, { version: 1, item: { ...kit, name: 'Kit cup, brass' } });
    expect(await items(ines)).toMatchObject([{ id, version: 2, item: { name: 'Kit cup, brass' } }]);
    const stale = await ines.refused('PUT', `/bench-items/${id}`, { version: 1, item: kit });
    expect(stale.status).toBe(409);
    expect(await items(stranger)).toEqual([]);
    const foreign = await stranger.refused('PUT', `/bench-items/${id}`, { version: 2, item: kit });
    expect(foreign.status).toBe(404);
    const gun = {
      kind: 'gun',
      name: 'x',
      applicator: 'turbine',
      orificeUm: 1300,
      cupMl: 600,
      residueMl: 60,
      fullG: null,
    };
    expect((await ines.refused('PUT', `/bench-items/${id}`, { version: 2, item: gun })).status).toBe(409);
  });

  it('is refused at its field', async () => {
    const refused = await ines.refused('PUT', `/bench-items/${uuid()}`, {
      version: 0,
      item: { ...kit, pairs: [{ ownS: 20, standardS: 0 }] },
    });
    expect([refused.status, Object.keys(refused.fields ?? {})]).toEqual([422, ['item.pairs.0.standardS']]);
  });

  it('forgets tools that were taken out days ago, and keeps those of today', async () => {
    const kept = (endedAt: string | null) => ({
      version: 0,
      item: {
        kind: 'kept' as const,
        name: 'roller, wrapped',
        productKey: 'build-primer',
        batch: '',
        keptFrom: '2026-11-18T08:00:00.000Z',
        keepUntil: '2026-11-18T20:00:00.000Z',
        by: 'Ines',
        endedAt,
      },
    });
    for (const endedAt of [null, '2026-11-23T07:00:00.000Z', '2026-11-19T07:00:00.000Z'])
      await ines.ok('PUT', `/bench-items/${uuid()}`, kept(endedAt));
    const shown = (await items(ines)).filter(({ item }) => item.kind === 'kept');
    expect(shown).toHaveLength(2);
  });
});
