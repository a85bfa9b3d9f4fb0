// @vitest-environment jsdom
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { useAutosave } from './useAutosave.ts';

interface Card {
  name: string;
  note: string;
}

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

/** A form whose saves are answered by hand. */
function form() {
  const saves: { draft: Card; answer(isTaken: boolean): Promise<void> }[] = [];
  const save = (draft: Card) =>
    new Promise<boolean>((resolve) => {
      saves.push({
        draft,
        answer: (isTaken) =>
          act(async () => {
            resolve(isTaken);
          }),
      });
    });
  const view = renderHook(({ kept }) => useAutosave(kept, save), {
    initialProps: { kept: { name: 'Quay', note: '' } },
  });
  const change = (part: Partial<Card>) => act(() => view.result.current.change(part));
  const wait = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));
  return { view, saves, change, wait, state: () => view.result.current.state };
}

describe('a form that saves by itself', () => {
  it('waits until the hand rests, then saves all that changed, once', async () => {
    const { saves, change, wait, state } = form();
    change({ name: 'Q' });
    await wait(599);
    change({ name: 'Qu' });
    await wait(599);
    change({ note: 'back door' });
    expect([saves.length, state()]).toEqual([0, 'changed']);
    await wait(600);
    expect(saves.map(({ draft }) => draft)).toEqual([{ name: 'Qu', note: 'back door' }]);
    expect(state()).toBe('saving');
    await saves[0]?.answer(true);
    expect(state()).toBe('saved');
  });

  it('follows what somebody else changes, and keeps what was changed here', async () => {
    const { view, saves, change, wait } = form();
    const draft = () => view.result.current.draft;
    view.rerender({ kept: { name: 'Quay', note: 'key next door' } });
    expect(draft()).toEqual({ name: 'Quay', note: 'key next door' });
    change({ name: 'Quay 2' });
    view.rerender({ kept: { name: 'Quay', note: 'key at no. 7' } });
    expect(draft()).toEqual({ name: 'Quay 2', note: 'key at no. 7' });
    await wait(600);
    expect(saves.map((save) => save.draft)).toEqual([{ name: 'Quay 2', note: 'key at no. 7' }]);
    await saves[0]?.answer(true);
    view.rerender({ kept: { name: 'Quay 2', note: 'key at no. 7' } });
    view.rerender({ kept: { name: 'Quay 3', note: 'key at no. 7' } });
    expect(draft().name).toBe('Quay 3');
  });

  it('keeps what is changed back while it is being saved, and what was refused', async () => {
    const { view, saves, change, wait } = form();
    change({ name: 'Wharf' });
    await wait(600);
    change({ name: 'Quay' });
    view.rerender({ kept: { name: 'Wharf', note: '' } });
    await saves[0]?.answer(true);
    expect(view.result.current.draft.name).toBe('Quay');
    expect(saves[1]?.draft.name).toBe('Quay');
    await saves[1]?.answer(false);
    view.rerender({ kept: { name: 'Wharf', note: 'new key' } });
    expect(view.result.current.draft).toEqual({ name: 'Quay', note: 'new key' });
  });

  it('never lets two saves overtake each other: what changes meanwhile goes with the next', async () => {
    const { saves, change, wait, state } = form();
    change({ name: 'A' });
    await wait(600);
    change({ name: 'AB' });
    await wait(5000);
    expect(saves).toHaveLength(1);
    await saves[0]?.answer(true);
    expect(saves.map(({ draft }) => draft.name)).toEqual(['A', 'AB']);
    expect(state()).toBe('saving');
    await saves[1]?.answer(true);
    expect(state()).toBe('saved');
  });

  it('says what was refused, keeps it, and saves it with the next change', async () => {
    const { view, saves, change, wait, state } = form();
    change({ name: '' });
    await wait(600);
    await saves[0]?.answer(false);
    expect([state(), view.result.current.draft.name]).toEqual(['refused', '']);
    change({ name: 'Quay' });
    await wait(600);
    expect(saves[1]?.draft).toEqual({ name: 'Quay', note: '' });
  });

  it('saves at once what was changed when the form is left', async () => {
    const { view, saves, change } = form();
    change({ name: 'Left' });
    view.unmount();
    expect(saves.map(({ draft }) => draft.name)).toEqual(['Left']);
  });

  it('saves nothing when it is left unchanged, nor what was put there from outside', async () => {
    const { view, saves, wait } = form();
    act(() => view.result.current.replace({ name: 'Theirs', note: '' }));
    await wait(5000);
    view.unmount();
    expect(saves).toEqual([]);
  });
});
