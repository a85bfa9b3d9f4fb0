import { describe, expect, it } from 'vitest';
import { Lifetime } from '../src/base/lifetime.ts';

function later<T>(): { promise: Promise<T>; resolve: (value: T) => void; reject: (error: Error) => void } {
  let resolve: (value: T) => void = () => undefined;
  let reject: (error: Error) => void = () => undefined;
  const promise = new Promise<T>((yes, no) => {
    resolve = yes;
    reject = no;
  });
  return { promise, resolve, reject };
}

describe('what a program owns', () => {
  it('is ended once, the last one first, however often it is asked', async () => {
    const lifetime = new Lifetime();
    const ended: string[] = [];
    for (const name of ['database', 'server'])
      await lifetime.own(
        async () => name,
        async (thing) => ended.push(thing),
      );
    await Promise.all([lifetime.stop(), lifetime.stop()]);
    await lifetime.stop();
    expect(ended).toEqual(['server', 'database']);
  });

  it('is ended as well where it was still starting, and nothing is started after it', async () => {
    const lifetime = new Lifetime();
    const ended: string[] = [];
    const start = later<string>();
    const database = lifetime.own(
      () => start.promise,
      async (thing) => ended.push(thing),
    );
    const refused = expect(database).rejects.toThrow('IsStopping');
    const stopped = lifetime.stop();
    start.resolve('database');
    await stopped;
    await refused;
    expect(ended).toEqual(['database']);
    let isStarted = false;
    const server = lifetime.own(
      async () => {
        isStarted = true;
      },
      async () => undefined,
    );
    await expect(server).rejects.toThrow();
    expect(isStarted).toBe(false);
  });

  it('holds up nothing where it could not start or does not end well', async () => {
    const lifetime = new Lifetime();
    const ended: string[] = [];
    await lifetime.own(
      async () => 'database',
      async (thing) => ended.push(thing),
    );
    await lifetime.own(
      async () => 'feed',
      async () => {
        throw new Error('the feed does not end');
      },
    );
    const broken = lifetime.own(
      async () => {
        throw new Error('the port is taken');
      },
      async () => ended.push('server'),
    );
    await expect(broken).rejects.toThrow('the port is taken');
    await lifetime.stop();
    expect(ended).toEqual(['database']);
  });
});
