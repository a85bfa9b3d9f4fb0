import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { LOG_ACTIONS } from '../core/src/jobs/index.ts';
import { PIECE_KINDS } from '../core/src/pieces/index.ts';
import { SYSTEM_IDS } from '../core/src/systems/index.ts';
import { OPERATIONS } from '../core/src/systems/operations.ts';

/** Lists whose members have traits: what is asked of one is a trait, so that a new member answers it. */
const LISTS = [
  {
    name: 'operation',
    subject: /operation$/,
    members: OPERATIONS,
    traits: 'does() of core/src/systems/operations.ts',
  },
  { name: 'log action', subject: /action$/, members: LOG_ACTIONS, traits: 'core/src/jobs/actions.ts' },
  { name: 'piece kind', subject: /(^|\.|\b)kind$/, members: PIECE_KINDS, traits: 'core/src/pieces/kinds.ts' },
  {
    name: 'finishing system',
    subject: /(systemId|baseId|\bid)$/,
    members: SYSTEM_IDS,
    traits: 'core/src/systems/traits.ts',
  },
];

const COMPARISON = /([\w$.?[\]()]+) (?:===|!==) '([^']+)'/g;
const CASE = /\bcase '([^']+)':/g;

/** Source files of a folder, without tests. */
function sourcesIn(folder: string): string[] {
  return readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter(({ name }) => /\.tsx?$/.test(name) && !/\.test\.tsx?$/.test(name))
    .map(({ parentPath, name }) => join(parentPath, name));
}

/** Comparisons with a member of a list that has traits, each as `file:line: what`. */
export function literalComparisons(text: string, file: string): string[] {
  const found: string[] = [];
  text.split('\n').forEach((line, index) => {
    for (const [, subject = '', literal = ''] of line.matchAll(COMPARISON)) {
      const list = LISTS.find(
        ({ subject: asked, members }) =>
          asked.test(subject) && (members as readonly string[]).includes(literal),
      );
      if (list)
        found.push(
          `${file}:${index + 1}: compares ${list.name} “${literal}”; ask ${list.traits} instead, or add a trait there.`,
        );
    }
  });
  // A switch over operations or actions without a compile error for a new member does the same.
  for (const block of text.matchAll(/switch \(([^)]*(?:operation|action))\) \{([\s\S]*?)\n {2}\}/g)) {
    const cases = [...(block[2] ?? '').matchAll(CASE)].map(([, literal]) => literal);
    const list = LISTS.find(({ members }) =>
      cases.some((one) => (members as readonly string[]).includes(one ?? '')),
    );
    if (list && /\bdefault:/.test(block[2] ?? ''))
      found.push(
        `${file}: a switch over ${block[1]} with a default lets a new ${list.name} pass; use ${list.traits}.`,
      );
  }
  return found;
}

if (process.argv[1]?.endsWith('literals.ts')) {
  const found = ['core/src', 'server/src', 'web/src']
    .flatMap(sourcesIn)
    .flatMap((file) => literalComparisons(readFileSync(file, 'utf8'), file));
  for (const line of found) console.error(line);
  if (found.length > 0) process.exit(1);
}
