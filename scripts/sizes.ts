import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** Longest component, in lines. */
const COMPONENT_LINES = 150;
/** Longest file without a reason at its top. */
const FILE_LINES = 300;
const REASON = /^\/\/ Longer than other files: \S/m;

/** What of a source file is too long, each as `file:line: what`. */
export function tooLong(text: string, file: string): string[] {
  const lines = text.split('\n');
  const found: string[] = [];
  if (lines.length > FILE_LINES && !REASON.test(lines.slice(0, 60).join('\n')))
    found.push(
      `${file}: ${lines.length} lines; split it, or say why at its top: “// Longer than other files: …”.`,
    );
  if (!file.endsWith('.tsx')) return found;
  lines.forEach((line, at) => {
    const name = /^(?:export )?(?:default )?function ([A-Z]\w*)/.exec(line)?.[1];
    if (name === undefined) return;
    const length = lines.slice(at).findIndex((one) => /^\}\s*$/.test(one)) + 1;
    if (length > COMPONENT_LINES)
      found.push(
        `${file}:${at + 1}: ${name} has ${length} lines; a component has ${COMPONENT_LINES} at most.`,
      );
  });
  return found;
}

if (process.argv[1]?.endsWith('sizes.ts')) {
  const found = ['core/src', 'server/src', 'web/src'].flatMap((root) =>
    readdirSync(root, { recursive: true, withFileTypes: true })
      .filter(({ name }) => /\.tsx?$/.test(name) && !/\.test\.tsx?$/.test(name))
      .map(({ parentPath, name }) => join(parentPath, name))
      .flatMap((file) => tooLong(readFileSync(file, 'utf8'), file)),
  );
  for (const line of found) console.error(line);
  if (found.length > 0) process.exit(1);
}
