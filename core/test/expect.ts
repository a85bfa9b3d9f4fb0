import { expect as plain } from 'vitest';
import { teach } from '../src/said/index.ts';
import { REST } from '../src/said/rest.ts';
import { PLAIN_VOICE, speak, speakAll } from '../src/words/index.ts';

teach(REST);

/** What people read of a text. */
export const words = (text: string): string => speak(text, PLAIN_VOICE);

const READ = new Set(['toBe', 'toEqual', 'toStrictEqual', 'toMatchObject', 'toContain', 'toContainEqual']);

/** Matchers that read what they are given as people read it too. */
function reading<T extends object>(matchers: T): T {
  return new Proxy(matchers, {
    get(target, name) {
      const value: unknown = Reflect.get(target, name);
      if (name === 'not' || name === 'resolves' || name === 'rejects') return reading(value as object);
      if (typeof value !== 'function') return value;
      return READ.has(String(name))
        ? (...wanted: unknown[]) =>
            Reflect.apply(
              value,
              target,
              wanted.map((one) => speakAll(one, PLAIN_VOICE)),
            )
        : (...args: unknown[]) => Reflect.apply(value, target, args);
    },
  });
}

/**
 * Expects of values what people read of them: what is said by code stands in words, in metric units and British spelling.
 */
export const expect = Object.assign(
  ((actual: unknown, message?: string) =>
    reading(plain(speakAll(actual, PLAIN_VOICE), message))) as typeof plain,
  plain,
);
