import { configureStore } from '@reduxjs/toolkit';
import type { Changes, JobDetail, JobSummary, ShopContext, Touched } from '@upholder/core/api';
import { UNTOUCHED } from '@upholder/core/api';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { stubFetch } from '../../test/shopFetch.ts';
import { soon } from '../../test/soon.ts';
import { keepChanges, keptHere, renewAroundTouched } from './cache.ts';
import { upholder } from './upholder.ts';

const QUAY = '0f000000-0000-4000-8000-000000000001';
const GALLEY = '0f000000-0000-4000-8000-000000000002';
const NOTHING: Changes = { jobs: [], shop: {}, products: [], mixes: [] };
const { endpoints } = upholder;

function newStore() {
  return configureStore({
    reducer: { [upholder.reducerPath]: upholder.reducer },
    middleware: (defaults) => defaults({ serializableCheck: false }).concat(upholder.middleware),
  });
}
const detail = (id: string): JobDetail =>
  ({
    job: { id, version: 1, name: id === QUAY ? 'Quay' : 'Galley' },
    zones: [],
    steps: [],
    pieces: [{ id: 'p', position: 0, tag: 'D1', version: 1, note: '' }],
    log: [],
    plan: null,
    walls: [],
    openings: [],
    photos: [],
    decisions: [],
    findings: [],
    events: [],
  }) as unknown as JobDetail;
const summary = (id: string, entries: number) => ({ job: { id }, entries }) as unknown as JobSummary;

let asked: string[];
let answer: (path: string) => unknown;
let store: ReturnType<typeof newStore>;
beforeEach(() => {
  asked = [];
  answer = () => ({});
  stubFetch(async ({ url }) => {
    const path = new URL(url).pathname.slice(4);
    asked.push(path);
    return Response.json(answer(path));
  });
  store = newStore();
});
afterEach(() => {
  vi.unstubAllGlobals();
});
const put = <T>(action: T) => store.dispatch(action as never);
const keep = (name: 'job' | 'floor' | 'openJobs' | 'jobs' | 'shop' | 'mixes', arg: unknown, value: unknown) =>
  put(upholder.util.upsertQueryData(name as 'job', arg as string, value as JobDetail));
const job = (id: string) => endpoints.job.select(id)(store.getState()).data;
const floor = () => endpoints.floor.select()(store.getState()).data?.details ?? [];

describe('what changed is put into what is kept', () => {
  it('for the job itself, the floor and the list, and nothing is asked for', async () => {
    await keep('job', QUAY, detail(QUAY));
    await keep('floor', undefined, { details: [detail(QUAY), detail(GALLEY)] });
    await keep('jobs', undefined, { jobs: [summary(QUAY, 3), summary(GALLEY, 0)] });
    const before = floor()[1];
    const piece = { ...detail(QUAY).pieces[0], note: 'loose', version: 2 } as JobDetail['pieces'][number];
    keepChanges(store, {
      ...NOTHING,
      jobs: [
        {
          id: QUAY,
          isGone: false,
          pieces: { asked: ['p'], rows: [piece] },
          photos: [{ id: 'photo' }] as unknown as JobDetail['photos'],
          summary: summary(QUAY, 4),
        },
      ],
    });
    expect(job(QUAY)?.pieces[0]?.note).toBe('loose');
    expect(job(QUAY)?.photos).toHaveLength(1);
    expect(floor()[0]?.pieces[0]?.note).toBe('loose');
    // The floor goes without pictures, and keeps the other job as it was.
    expect(floor()[0]?.photos).toEqual([]);
    expect(floor()[1]).toBe(before);
    const { data } = endpoints.jobs.select()(store.getState());
    expect(data?.jobs.map(({ entries }) => entries)).toEqual([4, 0]);
    expect(asked).toEqual([]);
  });

  it('for all open jobs as for the floor, each with what else it says', async () => {
    const later = { jobs: 2, startsAt: 29_900_000 };
    await keep('floor', undefined, { details: [detail(QUAY)], later });
    await keep('openJobs', undefined, { details: [detail(QUAY), detail(GALLEY)] });
    const renamed = { ...detail(GALLEY).job, name: 'Galley kitchen' };
    keepChanges(store, { ...NOTHING, jobs: [{ id: GALLEY, isGone: false, job: renamed }] });
    const open = endpoints.openJobs.select()(store.getState()).data;
    expect(open?.details.map(({ job: { name } }) => name)).toEqual(['Quay', 'Galley kitchen']);
    keepChanges(store, { ...NOTHING, jobs: [{ id: QUAY, isGone: false, job: { ...renamed, id: QUAY } }] });
    expect(endpoints.floor.select()(store.getState()).data).toMatchObject({
      details: [{ job: { name: 'Galley kitchen' } }],
      later,
    });
    expect(asked).toEqual([]);
  });

  it('for a product after a pour, and a mix by its revision', async () => {
    const shop = { products: [{ id: 'a', key: 'a', version: 1, stockMl: 900 }], crew: [] };
    await keep('shop', undefined, shop);
    const old = { id: 'mix', revision: 3, startedAt: '2026-11-25T09:00:00.000Z', emptiedAt: null };
    await keep('mixes', undefined, { mixes: [old] });
    const product = { ...shop.products[0], stockMl: 650 } as unknown as ShopContext['products'][number];
    const overtaken = { ...old, revision: 2 } as unknown as Changes['mixes'][number];
    const fresh = {
      ...old,
      id: 'new',
      startedAt: '2026-11-25T10:00:00.000Z',
    } as unknown as Changes['mixes'][number];
    keepChanges(store, { ...NOTHING, products: [product], mixes: [overtaken, fresh] });
    expect(endpoints.shop.select()(store.getState()).data?.products[0]?.stockMl).toBe(650);
    const mixes = endpoints.mixes.select()(store.getState()).data?.mixes;
    expect(mixes?.map(({ id, revision }) => [id, revision])).toEqual([
      ['new', 3],
      ['mix', 3],
    ]);
  });

  it('asks again for what is just being read, since that may be from before the change', async () => {
    answer = () => {
      const name = asked.length === 1 ? 'before' : 'after';
      return { ...detail(QUAY), job: { id: QUAY, version: 1, name } };
    };
    put(endpoints.job.initiate(QUAY));
    keepChanges(store, { ...NOTHING, jobs: [{ id: QUAY, isGone: false, plan: null }] });
    await soon(() => expect(job(QUAY)?.job.name).toBe('after'));
    expect(asked).toEqual([`/jobs/${QUAY}`, `/jobs/${QUAY}`]);
  });
});

describe('a plan', () => {
  it('brings its job onto the floor, where it was not before', async () => {
    answer = () => ({ details: [detail(QUAY), detail(GALLEY)], later: { jobs: 0, startsAt: null } });
    await keep('floor', undefined, { details: [detail(QUAY)], later: { jobs: 1, startsAt: 29_900_000 } });
    const watching = put(endpoints.floor.initiate()) as unknown as { unsubscribe(): void };
    renewAroundTouched(store, { ...UNTOUCHED, jobs: [{ id: QUAY, plan: true }] });
    expect(asked).toEqual([]);
    renewAroundTouched(store, { ...UNTOUCHED, jobs: [{ id: GALLEY, plan: true }] });
    await soon(() => expect(floor()).toHaveLength(2));
    expect(asked).toEqual(['/floor']);
    watching.unsubscribe();
  });
});

describe('what somebody else touched', () => {
  const touched: Touched = {
    ...UNTOUCHED,
    jobs: [{ id: QUAY, pieces: ['p'], map: true, photos: true }],
    shop: ['crew'],
    products: ['a'],
    mixes: ['mix'],
  };

  it('is of no interest where nothing of it is kept', () => {
    expect(keptHere(store, touched)).toEqual(UNTOUCHED);
  });

  it('is asked for as far as it is kept: on the floor without map and pictures, in the list only the line', async () => {
    await keep('jobs', undefined, { jobs: [] });
    expect(keptHere(store, touched).jobs).toEqual([{ id: QUAY, summary: true }]);
    await keep('floor', undefined, { details: [detail(QUAY)] });
    expect(keptHere(store, touched).jobs).toEqual([{ id: QUAY, summary: true, pieces: ['p'] }]);
    await keep('job', QUAY, detail(QUAY));
    expect(keptHere(store, touched).jobs).toEqual([{ ...touched.jobs[0], summary: true }]);
    await keep('mixes', undefined, { mixes: [] });
    expect(keptHere(store, touched)).toMatchObject({ shop: [], products: [], mixes: ['mix'] });
  });

  it('makes what other jobs reckon with out of date by a plan, and by nothing else', async () => {
    for (const id of [QUAY, GALLEY]) await put(endpoints.planningContext.initiate(id));
    asked.length = 0;
    renewAroundTouched(store, { ...UNTOUCHED, jobs: [{ id: QUAY, pieces: ['p'], zones: true }] });
    renewAroundTouched(store, { ...UNTOUCHED, jobs: [{ id: QUAY, plan: true }] });
    // What a job has booked itself it leaves out.
    await soon(() => expect(asked).toEqual([`/jobs/${GALLEY}/plan/context`]));
  });
});
