import { describe, expect, it } from 'vitest';
import { literalComparisons } from './literals.ts';

const found = (line: string) => literalComparisons(line, 'a.ts').length;

describe('comparisons with a member of a list that has traits', () => {
  it.each([
    "if (step.operation === 'coat') return;",
    "steps.find(({ operation }) => operation !== 'dust')",
    "steps[film - 1]?.operation === 'dust'",
    "entry.action === 'flip' ? 'turned' : ''",
    "({ kind }) => kind === 'door'",
    "if (piece.kind !== 'drawer-front') return;",
    "zone.systemId === 'K'",
    "if (id === 'O') refresh();",
    "switch (operation) {\n  case 'clean':\n    return 1;\n    default:\n    return 2;\n  }",
  ])('are found: %s', (line) => expect(found(line)).toBe(1));

  it.each([
    "if (does(step, 'laysFilm')) return;",
    "supply.kind === 'cleaner'",
    "layer.kind === 'class'",
    "why.kind === 'clock'",
    "envelope.kind === 'log'",
    "if (id === 'new') return;",
    "piece.construction === 'moulding'",
    "const step = { operation: 'coat' };",
    "switch (kind) {\n  case 'door':\n    return 1;\n  }",
  ])('are not seen in what only looks alike: %s', (line) => expect(found(line)).toBe(0));
});
