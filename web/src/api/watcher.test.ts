import { type Changes, type Touched, UNTOUCHED } from '@upholder/core/api';
import { describe, expect, it } from 'vitest';
import { soon } from '../../test/soon.ts';
import { Watcher, type WatcherTools } from './watcher.ts';

const NOTHING: Changes = { jobs: [], shop: {}, products: [], mixes: [] };
const piece = (id: string, ...pieces: string[]): Touched => ({ ...UNTOUCHED, jobs: [{ id, pieces }] });

/** A watcher whose questions are answered by hand. */
function watching(change: Partial<WatcherTools> = {}) {
  const asked: { touched: Touched; answer(changes?: Changes): void; fail(): void }[] = [];
  const kept: Changes[] = [];
  const renewed: Touched[] = [];
  const watcher = new Watcher({
    keptHere: (touched) => touched,
    ask: (touched) =>
      new Promise((resolve, reject) => {
        asked.push({
          touched,
          answer: (changes = NOTHING) => resolve(changes),
          fail: () => reject(new Error('away')),
        });
      }),
    keep: (changes) => kept.push(changes),
    renewWhole: (touched) => renewed.push(touched),
    writes: () => 0,
    ...change,
  });
  return { watcher, asked, kept, renewed };
}

describe('a watcher', () => {
  it('asks for what was touched and keeps the answer', async () => {
    const { watcher, asked, kept } = watching();
    const heard = watcher.hear(piece('a', '1'));
    expect(asked.map(({ touched }) => touched)).toEqual([piece('a', '1')]);
    const answer = { ...NOTHING, shop: { name: 'Harbour' } };
    asked[0]?.answer(answer);
    await heard;
    expect(kept).toEqual([answer]);
  });

  it('asks one question at a time: what is heard meanwhile goes into the next one, once', async () => {
    const { watcher, asked, kept } = watching();
    const heard = watcher.hear(piece('a', '1'));
    for (const id of ['2', '3', '2', '1']) void watcher.hear(piece('a', id));
    void watcher.hear(piece('b', '9'));
    void watcher.hear({ ...UNTOUCHED, shop: ['air'] });
    expect(asked).toHaveLength(1);
    asked[0]?.answer();
    await soon(() => expect(asked).toHaveLength(2));
    expect(asked[1]?.touched).toEqual({
      ...UNTOUCHED,
      shop: ['air'],
      jobs: [
        { id: 'a', pieces: ['2', '3', '1'] },
        { id: 'b', pieces: ['9'] },
      ],
    });
    asked[1]?.answer();
    await heard;
    expect([asked.length, kept.length]).toEqual([2, 2]);
  });

  it('takes all rows for some of them where one change was too long to name them', async () => {
    const { watcher, asked } = watching();
    void watcher.hear({ ...UNTOUCHED, jobs: [{ id: 'x' }] });
    void watcher.hear(piece('a', '1'));
    void watcher.hear({ ...UNTOUCHED, jobs: [{ id: 'a', pieces: 'all', plan: true }] });
    void watcher.hear(piece('a', '2'));
    asked[0]?.answer();
    await soon(() => expect(asked).toHaveLength(2));
    expect(asked[1]?.touched.jobs).toEqual([{ id: 'a', pieces: 'all', plan: true }]);
  });

  it('waits a moment before it asks, and asks at once for all that it heard meanwhile', async () => {
    let go = () => {};
    const pause = () =>
      new Promise<void>((resolve) => {
        go = resolve;
      });
    const { watcher, asked } = watching({ pause });
    const heard = watcher.hear(piece('a', '1'));
    void watcher.hear(piece('b', '2'));
    expect(asked).toEqual([]);
    go();
    await soon(() => expect(asked).toHaveLength(1));
    expect(asked[0]?.touched.jobs.map(({ id }) => id)).toEqual(['a', 'b']);
    asked[0]?.answer();
    await heard;
  });

  it('asks nothing about what is not kept here', async () => {
    const { watcher, asked } = watching({ keptHere: () => UNTOUCHED });
    await watcher.hear(piece('a', '1'));
    expect(asked).toEqual([]);
  });

  it('reads again what was read while this page wrote something itself', async () => {
    let writes = 0;
    const { watcher, asked, kept } = watching({ writes: () => writes });
    const heard = watcher.hear(piece('a', '1'));
    writes = 1;
    asked[0]?.answer({ ...NOTHING, shop: { name: 'before my change' } });
    await soon(() => expect(asked).toHaveLength(2));
    expect(kept).toEqual([]);
    const later = { ...NOTHING, shop: { name: 'after it' } };
    asked[1]?.answer(later);
    await heard;
    expect(kept).toEqual([later]);
  });

  it('has all of it asked for again where reading fails, and hears on', async () => {
    const { watcher, asked, renewed, kept } = watching();
    const heard = watcher.hear(piece('a', '1'));
    asked[0]?.fail();
    await heard;
    expect(renewed).toEqual([piece('a', '1')]);
    const again = watcher.hear(piece('a', '2'));
    asked[1]?.answer();
    await again;
    expect(kept).toHaveLength(1);
  });
});
