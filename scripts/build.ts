import { spawnSync } from 'node:child_process';
import { cpSync, existsSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));
export const WEB_DIST = join(ROOT, 'web/dist');

function newest(path: string): number {
  const info = statSync(path);
  if (!info.isDirectory()) return info.mtimeMs;
  const inside = readdirSync(path).filter((name) => !['node_modules', 'dist', 'test'].includes(name));
  return Math.max(0, ...inside.map((name) => newest(join(path, name))));
}

/** Whether a file is there and newer than all that it is made from. */
function isFresh(made: string, sources: string[]): boolean {
  return (
    existsSync(made) &&
    statSync(made).mtimeMs > Math.max(...sources.map((source) => newest(join(ROOT, source))))
  );
}

/** Builds the interface unless a build newer than its sources is there. @throws Error when the build fails. */
export function buildWeb(): void {
  const built = join(WEB_DIST, 'index.html');
  if (isFresh(built, ['web', 'core/src', 'package-lock.json'])) return;
  console.log('Building the interface…');
  const { status, stdout, stderr } = spawnSync('npx', ['vite', 'build', '--logLevel', 'warn'], {
    cwd: join(ROOT, 'web'),
    // Whoever builds from within a test would build for testing otherwise: twice as heavy.
    env: { ...process.env, NODE_ENV: 'production' },
    encoding: 'utf8',
  });
  if (status !== 0) throw new Error(`The interface could not be built:\n${stdout}${stderr}`);
}

/** The server alone, once it is compiled. */
export const COMPILED_SERVER = join(ROOT, 'dist/server/main.mjs');

const SERVER_PARTS = ['server', 'core', 'demo'];

/**
 * Compiles the server into `dist/server` unless what lies there is newer than its sources: the program, the planning thread
 * and the sample shop beside it, and the migrations. Packages stay where they are installed.
 * @returns the program.
 */
export async function compileServer(): Promise<string> {
  const folder = join(ROOT, 'dist/server');
  const program = join(folder, 'upholder.mjs');
  if (isFresh(program, [...SERVER_PARTS, 'package-lock.json'])) return program;
  console.log('Compiling the server…');
  const packages = ['server', 'core'].flatMap((part) => {
    const { dependencies } = JSON.parse(readFileSync(join(ROOT, part, 'package.json'), 'utf8')) as {
      dependencies: Record<string, string>;
    };
    return Object.keys(dependencies).filter((name) => !name.startsWith('@upholder/'));
  });
  rmSync(folder, { recursive: true, force: true });
  cpSync(join(ROOT, 'server/migrations'), join(folder, 'migrations'), { recursive: true });
  await build({
    entryPoints: {
      'planning-thread': join(ROOT, 'server/src/plans/worker.ts'),
      'import-thread': join(ROOT, 'server/src/imports/worker.ts'),
      sample: join(ROOT, 'demo/sample.ts'),
      upholder: join(ROOT, 'server/src/cli.ts'),
      // The server alone, as campaigns start it again and again.
      main: join(ROOT, 'server/src/main.ts'),
    },
    outdir: folder,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    sourcemap: true,
    logLevel: 'warning',
    external: packages.flatMap((name) => [name, `${name}/*`]),
  });
  return program;
}
