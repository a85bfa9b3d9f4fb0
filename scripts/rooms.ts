import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative, sep } from 'node:path';

/** Room of a file below its root: its folders, as deep as they go; files beside the rooms are the root's own. */
function roomOf(root: string, file: string): string {
  const folder = relative(root, dirname(file));
  return folder === '' ? '.' : folder.split(sep).join('/');
}

/** Which room imports from which, by the relative imports of files; types count as well. */
export function arrowsOf(root: string, files: ReadonlyMap<string, string>): Map<string, Set<string>> {
  const arrows = new Map<string, Set<string>>();
  for (const [file, text] of files) {
    const from = roomOf(root, file);
    for (const [, spec = ''] of text.matchAll(/(?:from|import\() ?'(\.{1,2}\/[^']+)'/g)) {
      const to = roomOf(root, join(dirname(file), spec));
      if (to !== from && !to.startsWith('..')) arrows.set(from, (arrows.get(from) ?? new Set()).add(to));
    }
  }
  return arrows;
}

/** Rooms that lie on a cycle of imports, each cycle once, as the rooms that it passes. */
export function cyclesOf(arrows: ReadonlyMap<string, ReadonlySet<string>>): string[][] {
  const cycles: string[][] = [];
  const done = new Set<string>();
  const walk = (room: string, path: string[]): void => {
    const at = path.indexOf(room);
    if (at >= 0) {
      cycles.push(path.slice(at));
      return;
    }
    if (done.has(room)) return;
    for (const next of arrows.get(room) ?? []) walk(next, [...path, room]);
    done.add(room);
  };
  for (const room of arrows.keys()) walk(room, []);
  return cycles;
}

function sourcesIn(root: string): Map<string, string> {
  return new Map(
    readdirSync(root, { recursive: true, withFileTypes: true })
      .filter(({ name }) => /\.tsx?$/.test(name) && !/\.test\.tsx?$/.test(name))
      .map(({ parentPath, name }) => join(parentPath, name))
      .map((file) => [file, readFileSync(file, 'utf8')]),
  );
}

if (process.argv[1]?.endsWith('rooms.ts')) {
  const cycles = ['core/src', 'server/src', 'web/src'].flatMap((root) =>
    cyclesOf(arrowsOf(root, sourcesIn(root))).map((cycle) => `${root}: ${[...cycle, cycle[0]].join(' → ')}`),
  );
  for (const cycle of cycles) console.error(`Rooms import each other in a ring: ${cycle}`);
  if (cycles.length > 0) process.exit(1);
}
