import { describe, expect, it } from 'vitest';
import { findRetired, retiredIn } from './wording.ts';

const LIST = retiredIn(
  '| retired | use |\n|---|---|\n| `Settle it` | Save rule |\n| `free pot` | unassigned mix |\n',
);

describe('retired words', () => {
  it('are read from the table', () => {
    expect([...LIST]).toEqual([
      ['Settle it', 'Save rule'],
      ['free pot', 'unassigned mix'],
    ]);
  });

  it('are found in text, with their line, and not in comments', () => {
    const code = [
      '/** Settle it: what a rule is for. */',
      "const name = pot ?? 'free pot'; // Settle it",
      '<Button>',
      '  Settle it',
      '</Button>',
      "const address = 'http://free pot';",
    ].join('\n');
    expect(findRetired(code, LIST).map(({ line, phrase }) => [line, phrase])).toEqual([
      [2, 'free pot'],
      [4, 'Settle it'],
      [6, 'free pot'],
    ]);
    expect(findRetired('/*\n * free pot\n */\n', LIST)).toEqual([]);
  });
});
