import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));
export const WEB_DIST = join(ROOT, 'web/dist');

function newest(path: string): number {
  const info = statSync(path);
  if (!info.isDirectory()) return info.mtimeMs;
  const inside = readdirSync(path).filter((name) => name !== 'node_modules' && name !== 'dist');
  return Math.max(0, ...inside.map((name) => newest(join(path, name))));
}

/** Builds the interface unless a build newer than its sources is there. @throws Error when the build fails. */
export function buildWeb(): void {
  const built = join(WEB_DIST, 'index.html');
  const sources = ['web', 'core/src', 'package-lock.json'].map((path) => newest(join(ROOT, path)));
  if (existsSync(built) && statSync(built).mtimeMs > Math.max(...sources)) return;
  console.log('Building the interface…');
  const { status, stdout, stderr } = spawnSync('npx', ['vite', 'build', '--logLevel', 'warn'], {
    cwd: join(ROOT, 'web'),
    encoding: 'utf8',
  });
  if (status !== 0) throw new Error(`The interface could not be built:\n${stdout}${stderr}`);
}
