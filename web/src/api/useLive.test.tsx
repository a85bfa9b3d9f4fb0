// @vitest-environment jsdom
import { act, cleanup, renderHook } from '@testing-library/react';
import type { Session } from '@upholder/core/api';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { stubFetch } from '../../test/shopFetch.ts';
import { PAGE_ID } from '../base/pageId.ts';
import { store } from './store.ts';
import { upholder } from './upholder.ts';
import { useLive } from './useLive.ts';

/** A stream of the server, spoken by the test. */
class Stream {
  static readonly CLOSED = 2;
  static opened: Stream[] = [];
  readyState = 1;
  onopen: (() => void) | null = null;
  onerror: (() => void) | null = null;
  onmessage: ((event: { data: string; lastEventId: string }) => void) | null = null;

  constructor(readonly url: string) {
    Stream.opened.push(this);
  }

  say(what: object, lastEventId: string): void {
    act(() => this.onmessage?.({ data: JSON.stringify(what), lastEventId }));
  }

  /** The server refuses it for good, as it does once a sign-in ran out. */
  refuse(): void {
    this.close();
    act(() => this.onerror?.());
  }

  close(): void {
    this.readyState = Stream.CLOSED;
  }
}

const MEMBER = {
  id: '0f000000-0000-4000-8000-000000000001',
  name: 'Maren',
  role: 'owner' as const,
  isConfirmed: true,
  units: null,
};
const session = (changesUpTo: string, member: Session['member'] = MEMBER): Session => ({
  member,
  tablet: null,
  needsSetup: false,
  csrfToken: 'token',
  demoMembers: [],
  isDemo: false,
  now: '2026-11-25T10:00:00.000Z',
  changesUpTo,
});
const since = () => Stream.opened.map(({ url }) => new URL(url, 'http://shop').searchParams.get('since'));
const last = () => Stream.opened.at(-1) as Stream;

let asked: string[];
beforeEach(async () => {
  vi.useFakeTimers();
  asked = [];
  Stream.opened = [];
  vi.stubGlobal('EventSource', Stream);
  stubFetch(async (request) => {
    asked.push(`${request.method} ${new URL(request.url).pathname}`);
    return Response.json({ mixes: [], jobs: [], shop: {}, products: [] });
  });
  store.dispatch(upholder.util.resetApiState());
  await store.dispatch(upholder.endpoints.mixes.initiate());
  asked = [];
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

function live(first: Session | undefined) {
  const wrapper = ({ children }: { children: ReactNode }) => <Provider store={store}>{children}</Provider>;
  return renderHook((now: Session | undefined) => useLive(now), { initialProps: first, wrapper });
}

describe('hearing what others change', () => {
  it('goes on from where its sign-in was answered, and asks for nothing while nothing happened', async () => {
    const view = live(undefined);
    expect(since()).toEqual([]);
    view.rerender(session('a:4'));
    expect(since()).toEqual(['a:4']);
    last().say({ goesOn: true }, 'a:4');
    last().say({ page: PAGE_ID, touched: { jobs: [], shop: [], products: [], mixes: 'all' } }, 'a:5');
    await act(() => vi.runOnlyPendingTimersAsync());
    expect(asked).toEqual([]);
  });

  it('asks for what another page touched, and for everything only where it is told to', async () => {
    live(session('a:4'));
    last().say({ page: 'another', touched: { jobs: [], shop: [], products: [], mixes: 'all' } }, 'a:5');
    await act(() => vi.runOnlyPendingTimersAsync());
    expect(asked).toEqual(['POST /api/changes']);
    last().say({ resync: true }, 'b:0');
    await act(() => vi.runOnlyPendingTimersAsync());
    expect(asked).toEqual(['POST /api/changes', 'GET /api/mixes']);
  });

  it('comes back to where it heard, also through another sign-in', async () => {
    const view = live(session('a:4'));
    last().say({ goesOn: true }, 'a:6');
    last().refuse();
    await act(() => vi.advanceTimersByTimeAsync(60_000));
    expect(since()).toEqual(['a:4', 'a:6']);
    view.rerender(session('a:9', null));
    expect(last().readyState).toBe(Stream.CLOSED);
    view.rerender(session('a:12'));
    // What it kept through it holds nothing of what was changed meanwhile.
    expect(since()).toEqual(['a:4', 'a:6', 'a:6']);
  });
});
