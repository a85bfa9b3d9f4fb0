import { existsSync, rmSync } from 'node:fs';
import { mkdtemp } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

let made: Promise<string> | null = null;

/** Where it lies once the whole server is compiled. */
const BESIDE = fileURLToPath(new URL('./planning-thread.mjs', import.meta.url));

async function make(): Promise<string> {
  if (existsSync(BESIDE)) return BESIDE;
  const { build } = await import('esbuild');
  const folder = await mkdtemp(join(tmpdir(), 'upholder-planner-'));
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
  const outfile = join(folder, 'worker.mjs');
  await build({
    entryPoints: [fileURLToPath(new URL('./worker.ts', import.meta.url))],
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
 * The program of the planning thread as one file of plain JavaScript: a thread that read a hundred files of TypeScript one by
 * one would keep the first plan waiting for seconds. Made once for each process, gone with it.
 * @throws when it cannot be written; the next call tries again.
 */
export function workerFile(): Promise<string> {
  made ??= make().catch((error: unknown) => {
    made = null;
    throw error;
  });
  return made;
}
