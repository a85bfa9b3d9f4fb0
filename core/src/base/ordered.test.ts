import { expect, it } from 'vitest';
import { countWhile } from './ordered.ts';

it('counts the head of a list for which something holds, as going through it one by one does', () => {
  for (let length = 0; length <= 9; length += 1) {
    const list = Array.from({ length }, (_, index) => index * 2);
    for (let limit = -1; limit <= 2 * length + 1; limit += 1)
      expect(countWhile(list, (item) => item <= limit)).toBe(list.filter((item) => item <= limit).length);
  }
});
