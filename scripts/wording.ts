import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseSync } from 'oxc-parser';
import { ROOT } from './build.ts';

/** A retired phrase that stands in text that people see. */
export interface Retired {
  line: number;
  phrase: string;
  use: string;
}

interface Node {
  type: string;
  start: number;
  end: number;
  [part: string]: unknown;
}

/** The list of retired phrases, from the table in the document about wording. */
export function retiredIn(document: string): Map<string, string> {
  return new Map(
    [...document.matchAll(/^\| `([^`]+)` \| (.+) \|$/gm)].map(([, phrase = '', use = '']) => [phrase, use]),
  );
}

/** A code, a key or an address: no space in it, small letters first, or a call. Nobody reads those. */
const isForMachines = (text: string): boolean =>
  /^(?:(?:GET|POST|PUT|PATCH|DELETE) )?[a-z0-9@$/][\w@./:*+?=&-]*$/.test(text);

/** The parts of a file that people may read: strings, templates and text between tags. */
function textsOf(path: string, code: string): { start: number; text: string }[] {
  const { program, errors } = parseSync(path, code);
  if (errors[0]) throw new Error(`${path}: ${errors[0].message}`);
  const found: { start: number; text: string }[] = [];
  const walk = (part: unknown): void => {
    if (typeof part !== 'object' || part === null) return;
    if (Array.isArray(part)) {
      part.forEach(walk);
      return;
    }
    const node = part as Node;
    if (/^(Import|Export(All|Named))Declaration$/.test(node.type)) {
      walk(node.declaration);
      return;
    }
    if (
      node.type === 'JSXText' ||
      node.type === 'TemplateElement' ||
      (node.type === 'Literal' && typeof node.value === 'string')
    ) {
      const text = code.slice(node.start, node.end);
      if (!isForMachines(text.replace(/^['"`]|['"`]$/g, '').trim())) found.push({ start: node.start, text });
      return;
    }
    Object.values(node).forEach(walk);
  };
  walk(program);
  return found;
}

const escaped = (phrase: string) => phrase.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** Where a text says what is retired, as whole words. */
function retiredWords(
  text: string,
  retired: ReadonlyMap<string, string>,
): { at: number; phrase: string; use: string }[] {
  return [...retired].flatMap(([phrase, use]) => {
    const pattern = new RegExp(`(?<![\\p{L}-])${escaped(phrase)}(?![\\p{L}])`, 'gu');
    return [...text.matchAll(pattern)].map(({ index }) => ({ at: index, phrase, use }));
  });
}

const lineAt = (text: string, at: number): number => text.slice(0, at).split('\n').length;

/** Where a file says what is retired in text that people may read. */
export function findRetired(path: string, code: string, retired: ReadonlyMap<string, string>): Retired[] {
  return textsOf(path, code)
    .flatMap(({ start, text }) =>
      retiredWords(text, retired).map(({ at, phrase, use }) => ({
        line: lineAt(code, start + at),
        phrase,
        use,
      })),
    )
    .sort((a, b) => a.line - b.line);
}

/** Where a document says what is retired, outside of code and its blocks. */
export function findRetiredInDocument(document: string, retired: ReadonlyMap<string, string>): Retired[] {
  const prose = document.replace(/```[\s\S]*?```|`[^`\n]*`|\]\([^)]*\)/g, (code) =>
    code.replace(/[^\n]/g, ' '),
  );
  return retiredWords(prose, retired)
    .toSorted((a, b) => a.at - b.at)
    .map(({ at, phrase, use }) => ({
      line: lineAt(prose, at),
      phrase,
      use,
    }));
}

/** What an earlier version wrote has to be recognised as it was. */
const OLD_WORDS = /core\/src\/recode\/|http\/oldPages/;
/** The list itself, and what was decided or released under the words of its day. */
const OLD_DOCUMENTS = /docs\/wording\.md$/;

if (process.argv[1]?.endsWith('wording.ts')) {
  const retired = retiredIn(readFileSync(join(ROOT, 'docs/wording.md'), 'utf8'));
  let count = 0;
  const tell = (path: string, found: readonly Retired[]): void => {
    for (const { line, phrase, use } of found) {
      console.error(`${path.slice(ROOT.length)}:${line}: “${phrase}” is retired; use: ${use}`);
      count += 1;
    }
  };
  const filesBelow = (root: string, pattern: RegExp) =>
    readdirSync(join(ROOT, root), { recursive: true, withFileTypes: true })
      .filter(({ name }) => pattern.test(name))
      .map(({ parentPath, name }) => join(parentPath, name));
  for (const root of ['core/src', 'server/src', 'web/src', 'demo'])
    for (const path of filesBelow(root, /\.tsx?$/))
      if (!/\.test\.tsx?$|\.d\.ts$/.test(path) && !OLD_WORDS.test(path))
        tell(path, findRetired(path, readFileSync(path, 'utf8'), retired));
  const documents = ['README.md', 'CHANGELOG.md', 'CONTRIBUTING.md'].map((name) => join(ROOT, name));
  for (const path of [...documents, ...filesBelow('docs', /\.md$/)])
    if (!OLD_DOCUMENTS.test(path)) tell(path, findRetiredInDocument(readFileSync(path, 'utf8'), retired));
  if (count > 0) process.exit(1);
}
