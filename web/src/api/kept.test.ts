import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { forgetAnswers, type HeldAnswers, keepAnswers, keepWhatIsKnown, keptAnswer } from './kept.ts';

const DAY_MS = 86_400_000;
const session = (id: string) => ({ member: { id } });
const at = (key: string, data: unknown, ms = Date.now()) => ({ key, data, at: ms });

beforeEach(() => forgetAnswers());

describe('answers kept on a device', () => {
  it('are there for the member who saw them, with their moment', async () => {
    const floor = at('floor(undefined)', { n: 1 }, Date.now() - 3_600_000);
    await keepAnswers('m1', [at('session(undefined)', session('m1')), floor]);
    expect(await keptAnswer('floor(undefined)')).toEqual(floor);
    expect(await keptAnswer('jobs(undefined)')).toBeNull();
  });

  it('are forgotten once somebody else is signed in', async () => {
    await keepAnswers('m1', [at('session(undefined)', session('m1')), at('floor(undefined)', 1)]);
    await keepAnswers('m2', [at('session(undefined)', session('m2'))]);
    expect(await keptAnswer('floor(undefined)')).toBeNull();
    expect((await keptAnswer('session(undefined)'))?.data).toEqual(session('m2'));
  });

  it('are forgotten after a month in which nobody asked for them', async () => {
    await keepAnswers('m1', [
      at('job("old")', 1, Date.now() - 31 * DAY_MS),
      at('job("new")', 2, Date.now() - 29 * DAY_MS),
      at('session(undefined)', session('m1')),
    ]);
    // The next page begins to keep.
    await keepAnswers('m1', [at('floor(undefined)', 3)]);
    expect(await keptAnswer('job("old")')).toBeNull();
    expect((await keptAnswer('job("new")'))?.data).toBe(2);
  });
});

describe('what a page knows', () => {
  function page() {
    const held: HeldAnswers = { queries: {} };
    let changed = () => {};
    keepWhatIsKnown(
      () => held,
      (listener) => {
        changed = listener;
      },
    );
    return {
      held,
      learns(key: string, data: unknown, status = 'fulfilled') {
        held.queries[key] = { status, data };
        changed();
      },
    };
  }

  it('is kept a moment after it changed: what came, nothing that failed, nothing about people', async () => {
    const { learns } = page();
    learns('session(undefined)', session('m1'));
    learns('floor(undefined)', { n: 1 });
    learns('members(undefined)', { secret: true });
    learns('jobs(undefined)', { half: true }, 'rejected');
    await vi.waitFor(async () => expect(await keptAnswer('floor(undefined)')).not.toBeNull(), 5000);
    expect(await keptAnswer('members(undefined)')).toBeNull();
    expect(await keptAnswer('jobs(undefined)')).toBeNull();
  });

  it('is not kept while nobody is signed in', async () => {
    const { learns } = page();
    learns('floor(undefined)', { n: 1 });
    learns('session(undefined)', { member: null });
    const after = page();
    after.learns('session(undefined)', session('m1'));
    after.learns('shop(undefined)', { n: 2 });
    await vi.waitFor(async () => expect(await keptAnswer('shop(undefined)')).not.toBeNull(), 5000);
    expect(await keptAnswer('floor(undefined)')).toBeNull();
  });

  it('keeps the moment of an answer that came from the device itself', async () => {
    const old = Date.now() - 3 * DAY_MS;
    await keepAnswers('m1', [
      at('session(undefined)', session('m1'), old),
      at('floor(undefined)', { n: 1 }, old),
    ]);
    const { learns } = page();
    learns('session(undefined)', (await keptAnswer('session(undefined)'))?.data);
    learns('floor(undefined)', (await keptAnswer('floor(undefined)'))?.data);
    learns('mixes(undefined)', { n: 2 });
    await vi.waitFor(async () => expect(await keptAnswer('mixes(undefined)')).not.toBeNull(), 5000);
    expect((await keptAnswer('floor(undefined)'))?.at).toBe(old);
  });
});
