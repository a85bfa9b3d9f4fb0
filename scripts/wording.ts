import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './build.ts';

/** A retired phrase that stands in text that people see. */
export interface Retired {
  line: number;
  phrase: string;
  use: string;
}

/** The list of retired phrases, from the table in the document about wording. */
export function retiredIn(document: string): Map<string, string> {
  return new Map(
    [...document.matchAll(/^\| `([^`]+)` \| (.+) \|$/gm)].map(([, phrase = '', use = '']) => [phrase, use]),
  );
}

/** Blanks out comments, keeping line breaks, so that only code and the text in it are left. */
function withoutComments(code: string): string {
  return code.replace(/\/\*[\s\S]*?\*\/|(?<=^|[\s{(;,])\/\/[^\n]*/g, (comment) =>
    comment.replace(/[^\n]/g, ' '),
  );
}

/** Where a file says what is retired, outside of comments. */
export function findRetired(code: string, retired: ReadonlyMap<string, string>): Retired[] {
  return withoutComments(code)
    .split('\n')
    .flatMap((text, at) =>
      [...retired]
        .filter(([phrase]) => text.includes(phrase))
        .map(([phrase, use]) => ({ line: at + 1, phrase, use })),
    );
}

if (process.argv[1]?.endsWith('wording.ts')) {
  const retired = retiredIn(readFileSync(join(ROOT, 'docs/wording.md'), 'utf8'));
  let count = 0;
  for (const root of ['core/src', 'server/src', 'web/src', 'demo'])
    for (const entry of readdirSync(join(ROOT, root), { recursive: true, withFileTypes: true })) {
      if (!/\.tsx?$/.test(entry.name) || /\.test\.tsx?$/.test(entry.name)) continue;
      const path = join(entry.parentPath, entry.name);
      for (const { line, phrase, use } of findRetired(readFileSync(path, 'utf8'), retired)) {
        console.error(`${path.slice(ROOT.length)}:${line}: “${phrase}” is retired; use: ${use}`);
        count += 1;
      }
    }
  if (count > 0) process.exit(1);
}
