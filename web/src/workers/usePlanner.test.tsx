// @vitest-environment jsdom
import { act, cleanup, renderHook } from '@testing-library/react';
import type { JobDetail, ShopContext } from '@upholder/core/api';
import { DEFAULT_PLAN_OPTIONS } from '@upholder/core/planning';
import { DEFAULT_SHOP_SETTINGS } from '@upholder/core/shop';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { stubFetch } from '../../test/shopFetch.ts';
import { soon } from '../../test/soon.ts';
import { store } from '../api/store.ts';
import { usePlanSearch } from './usePlanner.ts';

/** A worker that only notes what it is told, and searches until it is told how it ended. */
class Planner {
  static all: Planner[] = [];
  isEnded = false;
  isStopped = false;
  aimed: { input: { pieces: unknown[] } } | null = null;
  slices: number[] = [];
  tell: (news: unknown) => void = () => undefined;
  finish: (outcome: unknown) => void = () => undefined;
  constructor() {
    Planner.all.push(this);
  }
  terminate(): void {
    this.isEnded = true;
  }
}

vi.mock('comlink', () => ({
  proxy: (value: unknown) => value,
  wrap: (worker: Planner) => ({
    aim: async (question: Planner['aimed']) => {
      worker.aimed = question;
    },
    more: async (pieces: unknown[]) => {
      worker.slices.push(pieces.length);
    },
    stop: async () => {
      worker.isStopped = true;
    },
    search: (_planOptions: unknown, _tries: number, tell: (news: unknown) => void) => {
      worker.tell = tell;
      return new Promise((resolve) => {
        worker.finish = resolve;
      });
    },
  }),
}));

const JOB = '0f000000-0000-4000-8000-000000000009';
const detailOf = (pieces: number): JobDetail =>
  ({
    job: { id: JOB, place: 'shop', startOn: '2026-11-23' },
    zones: [],
    steps: [],
    log: [],
    plan: null,
    pieces: Array.from({ length: pieces }, (_, index) => ({ id: String(index) })),
  }) as unknown as JobDetail;
const shop = {
  timeZone: 'Europe/London',
  settings: DEFAULT_SHOP_SETTINGS,
  crew: [],
  products: [],
  supplies: [],
  planningClimate: { airC: 19, rhPct: 55 },
  placeAirs: {},
} as unknown as ShopContext;

let isAway = false;
beforeEach(() => {
  Planner.all = [];
  isAway = false;
  vi.stubGlobal('Worker', Planner);
  stubFetch(async () => {
    if (isAway) throw new TypeError('away');
    const climate = shop.planningClimate;
    return Response.json({ reserved: [], climate, forecast: [], guns: {}, now: 29_500_000 });
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

function searching(pieces = 3) {
  const wrapper = ({ children }: { children: ReactNode }) => <Provider store={store}>{children}</Provider>;
  const detail = detailOf(pieces);
  const view = renderHook(() => usePlanSearch(detail, shop), { wrapper });
  const now = () => view.result.current;
  const start = async () => {
    act(() => void now().start(DEFAULT_PLAN_OPTIONS));
    await act(() => soon(() => expect(Planner.all.at(-1)?.aimed).not.toBeNull()));
  };
  return { view, now, start, worker: () => Planner.all.at(-1) };
}

describe('a search for a better plan', () => {
  it('hands a long job over in slices, so that the page is not held up', async () => {
    const { start, worker } = searching(250);
    await start();
    await act(() => soon(() => expect(worker()?.slices).toHaveLength(3)));
    expect(worker()?.aimed?.input.pieces).toEqual([]);
    expect(worker()?.slices).toEqual([120, 120, 10]);
  });

  it('shows what is found while it is found, and how it ended', async () => {
    const { now, start, worker } = searching();
    await start();
    await act(() => soon(() => expect(worker()?.slices).toHaveLength(1)));
    await act(async () => worker()?.tell({ tries: 10 }));
    expect([now().news, now().isRunning]).toEqual([{ tries: 10 }, true]);
    act(() => now().stop());
    expect(worker()?.isStopped).toBe(true);
    await act(async () => worker()?.finish({ ok: true, value: { tries: 12 } }));
    expect([now().news, now().isRunning]).toEqual([{ tries: 12 }, false]);
  });

  it('says why there is no plan, and begins again with another worker', async () => {
    const { now, start, worker } = searching();
    await start();
    await act(() => soon(() => expect(worker()?.slices).toHaveLength(1)));
    await act(async () => worker()?.finish({ ok: false, message: 'No one may spray.' }));
    expect([now().problem, now().isRunning]).toEqual(['No one may spray.', false]);
    act(() => void now().start(DEFAULT_PLAN_OPTIONS));
    await act(() => soon(() => expect(Planner.all).toHaveLength(2)));
    expect([Planner.all[0]?.isEnded, now().problem]).toEqual([true, null]);
  });

  it('says so where the server cannot be asked what else is planned, and goes on later', async () => {
    isAway = true;
    const { now } = searching();
    await act(() => now().start(DEFAULT_PLAN_OPTIONS));
    expect(now().problem).toMatch(/cannot be reached/);
    expect(now().isRunning).toBe(false);
  });

  it('ends with the screen that began it', async () => {
    const { view, start, worker } = searching();
    await start();
    view.unmount();
    expect(worker()?.isEnded).toBe(true);
  });
});
