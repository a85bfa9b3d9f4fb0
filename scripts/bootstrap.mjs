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

/** Installs packages when they are missing, then runs a TypeScript program and passes signals and its exit code on. */
export function run(program) {
  ensureModules();
  const child = spawn(process.execPath, ['--import', 'tsx', `${ROOT}${program}`, ...process.argv.slice(2)], {
    cwd: ROOT,
    stdio: 'inherit',
  });
  // A terminal, and whoever signals the whole group, tells the child as well: it takes the first and waits for it.
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code) => process.exit(code ?? 1));
}
