import { describe, expect, it } from 'vitest';
import { isUntouched, mergedTouched, patchedDetail, patchedShop, UNTOUCHED } from './patch.ts';
import type { Changes, JobChanges } from './shapes/changes.ts';
import type { JobDetail, PieceRow, ShopContext } from './shapes/contract.ts';

const piece = (id: string, position: number, version = 1, note = '') =>
  ({ id, tag: id, position, version, note }) as PieceRow;
const zone = (id: string, position: number, version = 1) =>
  ({ id, position, version, name: id }) as JobDetail['zones'][number];
const step = (id: string, zoneId: string) => ({ id, zoneId }) as JobDetail['steps'][number];
const entry = (id: string, loggedAt: string) => ({ id, loggedAt }) as JobDetail['log'][number];

const detail = {
  job: { id: 'job', version: 3, name: 'Quay' },
  zones: [zone('wall', 0), zone('island', 1)],
  steps: [step('s1', 'wall'), step('s2', 'wall'), step('s3', 'island')],
  pieces: [piece('d1', 0), piece('d2', 1, 4), piece('d3', 2)],
  log: [entry('e1', '2026-11-23T07:00:00.000Z'), entry('e2', '2026-11-23T09:00:00.000Z')],
  plan: { id: 'plan', madeAt: '2026-11-23T06:00:00.000Z' },
  walls: [],
  openings: [],
  photos: [],
  decisions: [],
  findings: [],
  events: [],
} as unknown as JobDetail;
const patched = (changes: Partial<JobChanges>) =>
  patchedDetail(detail, { id: 'job', isGone: false, ...changes });

describe('a job with a change put in', () => {
  it('keeps every part that was not named as the very same object', () => {
    const after = patched({ pieces: { asked: ['d1'], rows: [piece('d1', 0, 2, 'loose')] } });
    expect(after.pieces.map(({ note }) => note)).toEqual(['loose', '', '']);
    for (const part of ['job', 'zones', 'steps', 'log', 'plan', 'walls', 'photos'] as const)
      expect(after[part]).toBe(detail[part]);
    expect(after.pieces[1]).toBe(detail.pieces[1]);
  });

  it('drops pieces that were asked for and are gone, puts in new ones by their place, leaves the others', () => {
    const after = patched({ pieces: { asked: ['d1', 'new'], rows: [piece('new', 1)] } });
    expect(after.pieces.map(({ id }) => id)).toEqual(['d2', 'new', 'd3']);
    const whole = patched({ pieces: { asked: 'all', rows: [piece('d3', 2), piece('d9', 0)] } });
    expect(whole.pieces.map(({ id }) => id)).toEqual(['d9', 'd3']);
  });

  it('takes nothing back by an answer that was overtaken on its way', () => {
    const after = patched({
      job: { ...detail.job, version: 2, name: 'Old name' },
      plan: { ...detail.plan, id: 'older', madeAt: '2026-11-22T06:00:00.000Z' } as JobDetail['plan'],
      pieces: { asked: ['d2'], rows: [piece('d2', 1, 3, 'old')] },
    });
    expect(after.job).toBe(detail.job);
    expect(after.plan).toBe(detail.plan);
    expect(after.pieces[1]).toBe(detail.pieces[1]);
  });

  it('puts the steps of a zone in place of its own, in the order of the zones, and drops those of a zone that went', () => {
    const other = patched({ steps: [{ zoneId: 'wall', steps: [step('s9', 'wall')] }] });
    expect(other.steps.map(({ id }) => id)).toEqual(['s9', 's3']);
    const turned = patched({ zones: [zone('wall', 2, 2), zone('island', 1, 2)] });
    expect(turned.steps.map(({ id }) => id)).toEqual(['s3', 's1', 's2']);
    const gone = patched({ zones: [zone('island', 1)] });
    expect(gone.zones.map(({ id }) => id)).toEqual(['island']);
    expect(gone.steps.map(({ id }) => id)).toEqual(['s3']);
  });

  it('puts an entry into the log where it was written, and takes it in once', () => {
    const between = entry('e3', '2026-11-23T08:00:00.000Z');
    const once = patched({ log: { asked: ['e3'], rows: [between] } });
    expect(once.log.map(({ id }) => id)).toEqual(['e1', 'e3', 'e2']);
    const twice = patchedDetail(once, {
      id: 'job',
      isGone: false,
      log: { asked: ['e3'], rows: [between] },
    });
    expect(twice.log).toEqual(once.log);
  });
});

describe('a shop with a change put in', () => {
  const shop = {
    id: 'shop',
    name: 'Harbour',
    version: 5,
    crew: [],
    products: [
      { id: 'p1', key: 'enamel', version: 2, stockMl: 900 },
      { id: 'p2', key: 'primer', version: 1, stockMl: null },
    ],
    supplies: [],
  } as unknown as ShopContext;
  const change: Changes = { jobs: [], shop: {}, products: [], mixes: [] };

  it('gets one product again after a pour, and everything else stays the very same', () => {
    const poured = { ...shop.products[0], stockMl: 650 } as ShopContext['products'][number];
    const after = patchedShop(shop, { ...change, products: [poured] });
    expect(after.products.map(({ stockMl }) => stockMl)).toEqual([650, null]);
    expect(after.products[1]).toBe(shop.products[1]);
    expect([after.crew, after.supplies]).toEqual([shop.crew, shop.supplies]);
    expect(after.crew).toBe(shop.crew);
  });

  it('keeps a newer head against an older answer, but takes the rest of it', () => {
    const crew = [{ id: 'm' }] as ShopContext['crew'];
    const after = patchedShop(shop, { ...change, shop: { name: 'Old', version: 4, crew } });
    expect([after.name, after.version, after.crew]).toEqual(['Harbour', 5, crew]);
  });
});

describe('two changes as one', () => {
  it('name each job once, with all that either touched', () => {
    const merged = mergedTouched(
      { ...UNTOUCHED, jobs: [{ id: 'a', pieces: ['1'], zones: true }], shop: ['air'], mixes: ['p'] },
      { ...UNTOUCHED, jobs: [{ id: 'a', pieces: ['2'], plan: true }, { id: 'b' }], products: 'all' },
    );
    expect(merged).toEqual({
      jobs: [{ id: 'a', pieces: ['1', '2'], zones: true, plan: true }, { id: 'b' }],
      shop: ['air'],
      products: 'all',
      mixes: ['p'],
    });
    expect([isUntouched(UNTOUCHED), isUntouched(merged)]).toEqual([true, false]);
  });
});
