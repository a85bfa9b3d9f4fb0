import { describe, it } from 'vitest';
import { expect, words } from '../../test/expect.ts';
import { CLOCK_KINDS } from '../systems/index.ts';
import { actionWords, CLOCK_WORDS, PLACE_WORDS, SIDE_WORDS } from './index.ts';

describe('words of the trade', () => {
  it('fit behind “must be” for a clock, and say nothing where nothing is waited for', () => {
    for (const kind of CLOCK_KINDS) {
      if (kind === 'none') expect(CLOCK_WORDS[kind]).toBe('');
      else
        expect(`It must be ${CLOCK_WORDS[kind]}.`).toMatch(
          /^It must be (?:(?:dry|ready) (?:to|for) [a-z ]+|touch dry)\.$/,
        );
    }
  });

  it('name a place alone and inside a sentence', () => {
    for (const { name, at } of Object.values(PLACE_WORDS)) {
      expect(name).toMatch(/^[A-Z]/);
      expect(words(at).toLowerCase()).toContain(words(name).toLowerCase());
    }
  });

  it('name a task by what was done and to which side', () => {
    expect(actionWords('do', 'Prime 1') + SIDE_WORDS.back).toBe('Prime 1, backs');
    expect(actionWords('flip', 'Prime 1')).toBe('Flip for Prime 1');
    expect([actionWords('scuff', 'Colour 2'), actionWords('dust', 'Colour 2')]).toEqual([
      'Scuff before Colour 2',
      'Dust before Colour 2',
    ]);
    expect(SIDE_WORDS.all).toBe('');
  });
});
