// @vitest-environment jsdom
import { beforeEach, describe, expect, it } from 'vitest';
import { stubFetch } from '../../test/shopFetch.ts';
import { store } from './store.ts';
import { upholder } from './upholder.ts';

/** What the server has: a floor and its tag. */
const there = { tag: '"one"', later: { jobs: 0, startsAt: null as number | null } };
let asked: (string | null)[];
let sent: number;

beforeEach(() => {
  asked = [];
  sent = 0;
  stubFetch(async (request) => {
    const held = request.headers.get('if-none-match');
    if (!request.url.endsWith('/floor'))
      return Response.json({ member: null, now: '2026-11-25T10:00:00.000Z' });
    asked.push(held);
    if (held === there.tag) return new Response(null, { status: 304, headers: { etag: there.tag } });
    sent += 1;
    return Response.json({ details: [], later: there.later }, { headers: { etag: there.tag } });
  });
  store.dispatch(upholder.util.resetApiState());
});

const floor = () =>
  store.dispatch(upholder.endpoints.floor.initiate(undefined, { forceRefetch: true })).unwrap();

describe('an answer that bears a tag', () => {
  it('is asked for with it, is the same where nothing changed, and is another where something did', async () => {
    const first = await floor();
    expect(await floor()).toEqual(first);
    expect([asked, sent]).toEqual([[null, '"one"'], 1]);
    Object.assign(there, { tag: '"two"', later: { jobs: 1, startsAt: 5 } });
    expect((await floor()).later).toEqual({ jobs: 1, startsAt: 5 });
    expect((await floor()).later).toEqual({ jobs: 1, startsAt: 5 });
    expect([asked.slice(2), sent]).toEqual([['"one"', '"two"'], 2]);
  });

  it('is what the server said, not what this page made of it meanwhile', async () => {
    await floor();
    store.dispatch(
      upholder.util.updateQueryData('floor', undefined, (known) => ({
        ...known,
        later: { jobs: 9, startsAt: 9 },
      })),
    );
    expect((await floor()).later).toEqual(there.later);
  });

  it('is forgotten with the session', async () => {
    await floor();
    await store.dispatch(upholder.endpoints.session.initiate(undefined, { forceRefetch: true }));
    await floor();
    expect(asked.at(-1)).toBeNull();
  });
});
