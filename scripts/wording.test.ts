import { describe, expect, it } from 'vitest';
import { findRetired, findRetiredInDocument, retiredIn } from './wording.ts';

const LIST = retiredIn(
  '| retired | use |\n|---|---|\n| `Settle it` | Save rule |\n| `free pot` | unassigned mix |\n| `visit` | task |\n',
);

describe('retired words', () => {
  it('are read from the table', () => {
    expect([...LIST]).toEqual([
      ['Settle it', 'Save rule'],
      ['free pot', 'unassigned mix'],
      ['visit', 'task'],
    ]);
  });

  it('are found in text, with their line, and not in comments, names, keys, codes or paths', () => {
    const code = [
      "import { visit } from './visit.ts';",
      '/** Settle it: what a rule is for. */',
      "const name = pot ?? 'free pot'; // Settle it",
      'const view = <Button title={`A visit`}>',
      '  Settle it',
      '</Button>;',
      "const said = { visit: 'rule.a-visit-ends', 'visit': 'visits', path: '/visit/:id' };",
      "const revisited = 'Revisit it; the visitor came';",
    ].join('\n');
    expect(findRetired('x.tsx', code, LIST).map(({ line, phrase }) => [line, phrase])).toEqual([
      [3, 'free pot'],
      [4, 'visit'],
      [5, 'Settle it'],
    ]);
  });

  it('are found in documents, and not in their code', () => {
    const document = 'A visit.\n\n```sh\nvisit\n```\n\nThe `visit` of [a page](docs/visit.md).\nSettle it.';
    expect(findRetiredInDocument(document, LIST).map(({ line, phrase }) => [line, phrase])).toEqual([
      [1, 'visit'],
      [8, 'Settle it'],
    ]);
  });
});
