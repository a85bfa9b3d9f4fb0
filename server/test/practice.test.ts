import type { PracticeRun } from '@upholder/core/film';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Running } from '../src/start.ts';
import { type Caller, startTwoShops } from './harness.ts';

let server: Running;
let ines: Caller;
let stranger: Caller;
beforeAll(async () => {
  ({ server, ines, stranger } = await startTwoShops('Practises', 'Elsewhere'));
});
afterAll(() => server.stop());

interface Runs {
  runs: PracticeRun[];
}
const runs = (who = ines) => who.ok<Runs>('GET', '/practice-runs');
const pathTo = (x: number): PracticeRun['path'] => [
  [0, 0, 80, 200, 0, 0, 90, 200, 1],
  [1, x, 80, 200, 0, 0, 90, 200, 1],
];
const keep = (lesson: string, score: number, x: number, who = ines) =>
  who.ok<Runs>('PUT', `/practice-runs/${lesson}`, { score, path: pathTo(x) });

describe('practice runs', () => {
  it('only the best of each lesson is kept, with its way', async () => {
    expect((await runs()).runs).toEqual([]);
    await keep('speed', 62, 600);
    await keep('speed', 81.5, 610);
    // Worse, and as good: the one before stays.
    await keep('speed', 40, 620);
    await keep('speed', 81.5, 630);
    await keep('overlap', 30, 640);
    const kept = (await runs()).runs;
    expect(kept.map(({ lesson, score }) => [lesson, score])).toEqual([
      ['overlap', 30],
      ['speed', 81.5],
    ]);
    expect(kept[1]?.path).toEqual(pathTo(610));
  });

  it('belong to whoever made them', async () => {
    expect((await runs(stranger)).runs).toEqual([]);
    await keep('speed', 12, 650, stranger);
    expect((await runs(stranger)).runs.map(({ score }) => score)).toEqual([12]);
    expect((await runs()).runs.map(({ score }) => score)).toContain(81.5);
  });

  it('a lesson that there is none of, and a score that cannot be, are refused', async () => {
    expect((await ines.call('PUT', '/practice-runs/dancing', { score: 50, path: pathTo(1) })).status).toBe(
      422,
    );
    expect((await ines.call('PUT', '/practice-runs/speed', { score: 101, path: pathTo(1) })).status).toBe(
      422,
    );
    expect((await ines.call('PUT', '/practice-runs/speed', { score: 50, path: [[1, 2]] })).status).toBe(422);
  });
});
