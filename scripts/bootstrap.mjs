// Runs before anything is installed: plain Node, no packages.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));

function isInstalled() {
  const marker = `${ROOT}node_modules/.package-lock.json`;
  return (
    existsSync(marker) && statSync(marker).mtimeMs >= statSync(`${ROOT}package-lock.json`).mtimeMs - 1000
  );
}

function ensureModules() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    console.error(`Upholder needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
    process.exit(1);
  }
  if (isInstalled()) return;
  console.log('Installing packages…');
  const { status } = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: ROOT,
    stdio: 'inherit',
  });
  if (status !== 0) {
    console.error('npm could not install the packages; see above.');
    process.exit(status ?? 1);
  }
}

/** Runs a program of Node with these arguments until it ends, and passes signals and its exit code on. */
function keep(args) {
  const child = spawn(process.execPath, args, { cwd: ROOT, stdio: 'inherit' });
  // A terminal, and whoever signals the whole group, tells the child as well: it takes the first and waits for it.
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code) => process.exit(code ?? 1));
}

/** Installs packages when they are missing, then runs a TypeScript program. */
export function run(program) {
  ensureModules();
  keep(['--import', 'tsx', `${ROOT}${program}`, ...process.argv.slice(2)]);
}

/** Installs packages and compiles where that is needed, then runs the compiled server. */
export function runCompiled(...args) {
  ensureModules();
  const { status } = spawnSync(process.execPath, ['--import', 'tsx', `${ROOT}scripts/prepare.ts`], {
    cwd: ROOT,
    stdio: 'inherit',
  });
  if (status !== 0) process.exit(status ?? 1);
  keep(['--enable-source-maps', `${ROOT}dist/server/upholder.mjs`, ...args, ...process.argv.slice(2)]);
}
