import { describe, expect, it } from 'vitest';
import { liveWithWays } from '../../test/waysLives.ts';

const CASES = 20;

describe('every way of working, with weather and a gun that fails', () => {
  // `npm run bench -- full` lives through 5,000.
  it.each(Array.from({ length: CASES }, (_, index) => index + 1))('case %d keeps every promise', (seed) => {
    expect(liveWithWays(seed)).toEqual([]);
  });
});
