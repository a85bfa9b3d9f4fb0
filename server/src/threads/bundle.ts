import { existsSync, rmSync } from 'node:fs';
import { mkdtemp } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** Threads of the server: where their program begins. */
const ENTRIES = { planning: '../plans/worker.ts', import: '../imports/worker.ts' } as const;
export type ThreadName = keyof typeof ENTRIES;

const made = new Map<ThreadName, Promise<string>>();

async function make(name: ThreadName): Promise<string> {
  // Where it lies once the whole server is compiled.
  const beside = fileURLToPath(new URL(`./${name}-thread.mjs`, import.meta.url));
  if (existsSync(beside)) return beside;
  const { build } = await import('esbuild');
  const folder = await mkdtemp(join(tmpdir(), `upholder-${name}-`));
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
  const outfile = join(folder, 'worker.mjs');
  await build({
    entryPoints: [fileURLToPath(new URL(ENTRIES[name], import.meta.url))],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    sourcemap: 'inline',
    logLevel: 'silent',
  });
  return outfile;
}

/**
 * The program of a thread as one file of plain JavaScript: a thread that read a hundred files of TypeScript one by one would
 * keep the first who needs it waiting for seconds. Made once for each process, gone with it.
 * @throws when it cannot be written; the next call tries again.
 */
export function threadFile(name: ThreadName): Promise<string> {
  const known = made.get(name);
  if (known) return known;
  const one = make(name);
  made.set(name, one);
  one.catch(() => made.delete(name));
  return one;
}
