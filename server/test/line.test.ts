import { expect, it } from 'vitest';
import { Line } from '../src/plans/line.ts';

it('does one after the other for each key, also after one that failed', async () => {
  const line = new Line();
  const said: string[] = [];
  let letGo = () => {};
  const first = line.run('a', async () => {
    await new Promise<void>((resolve) => {
      letGo = resolve;
    });
    said.push('first');
    throw new Error('it went wrong');
  });
  const second = line.run('a', async () => said.push('second'));
  await line.run('b', async () => said.push('other'));
  expect(said).toEqual(['other']);
  letGo();
  await expect(first).rejects.toThrow('it went wrong');
  await second;
  expect(said).toEqual(['other', 'first', 'second']);
});
