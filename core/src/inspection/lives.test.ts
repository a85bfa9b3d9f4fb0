import { describe, it } from 'vitest';
import { expect } from '../../test/expect.ts';
import { liveWithFindings } from '../../test/findingLives.ts';

describe('jobs with things found on the way', () => {
  // `npm run bench -- full` lives through 2,000.
  it('end with every piece finished, accepted or replaced, and with every plan sound', () => {
    // In the fiftieth one is left for the next coat to cover.
    const seeds = [...Array.from({ length: 17 }, (_, index) => index + 1), 50];
    const lives = seeds.map((seed) => liveWithFindings(seed));
    const sum = (key: keyof (typeof lives)[0]) => lives.reduce((total, life) => total + life[key], 0);
    expect(sum('findings')).toBeGreaterThan(55);
    for (const way of ['cured', 'accepted', 'left', 'replaced'] as const) expect(sum(way)).toBeGreaterThan(0);
  });
});
