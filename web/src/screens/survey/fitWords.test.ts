import { rankSystems } from '@upholder/core/survey';
import { describe, expect, it } from 'vitest';
import { fitWords } from './fitWords.ts';

const minus = { reason: 'needs a spray booth', points: -4 };
const plus = { reason: 'hard enough for a kitchen', points: 6 };
const open = { question: 'substrate', fewest: 40, most: 60, ruledOutBy: ['bare oak'] } as never;

describe('fitWords', () => {
  it.each([
    ['Fits well', { exclusions: [], terms: [plus], open: [] }],
    ['Fits with a catch', { exclusions: [], terms: [plus, minus], open: [] }],
    ['Fits with a catch', { exclusions: [], terms: [minus], open: [open] }],
    ['Fits so far', { exclusions: [], terms: [plus], open: [open] }],
    ['Ruled out', { exclusions: ['no spray indoors'], terms: [minus], open: [open] }],
  ] as const)('says “%s”', (words, system) => {
    expect(fitWords(system as never)).toBe(words);
  });

  it('claims nothing well and blames no missing answer where the facts speak of neither', () => {
    const ranked = rankSystems({
      oldColour: '#f2eee2',
      newColour: '#eeeae0',
      place: 'shop',
      hasBooth: true,
      boothRatedForSolvent: true,
      repairs: 0,
      replacements: 0,
      daysAgreed: null,
    });
    for (const system of ranked.filter(({ exclusions }) => exclusions.length === 0)) {
      const against = system.terms.filter(({ points }) => points < 0);
      expect([fitWords(system), against]).toEqual(
        against.length > 0 ? ['Fits with a catch', against] : ['Fits so far', []],
      );
    }
    expect(ranked.map(fitWords)).toContain('Fits so far');
  });
});
