import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { findPostgres } from '../server/src/db/programs.ts';

/** Whether a program can be found on the path. */
export function hasProgram(name: string): boolean {
  return spawnSync('sh', ['-c', `command -v ${name}`]).status === 0;
}

/**
 * Installs a Debian package, with sudo when not root.
 * @throws Error with the one line to type when that is not possible here.
 */
export function installDebianPackage(name: string, why: string): void {
  const isRoot = process.getuid?.() === 0;
  const advice = `${why}. Install it with: sudo apt-get install ${name}`;
  if (!hasProgram('apt-get')) throw new Error(`${why}. Install the package “${name}” of your system.`);
  if (!isRoot && spawnSync('sudo', ['-n', 'true']).status !== 0) throw new Error(advice);
  console.log(`Installing ${name}…`);
  const prefix = isRoot ? [] : ['sudo', '-n'];
  const run = (...args: string[]) => {
    const [command = '', ...rest] = [...prefix, 'env', 'DEBIAN_FRONTEND=noninteractive', ...args];
    return spawnSync(command, rest, { stdio: ['ignore', 'ignore', 'pipe'], encoding: 'utf8' });
  };
  if (run('apt-get', 'install', '-y', '-qq', name).status === 0) return;
  run('apt-get', 'update', '-qq');
  const second = run('apt-get', 'install', '-y', '-qq', name);
  if (second.status !== 0)
    throw new Error(`${advice} (apt-get said: ${second.stderr.trim().split('\n').at(-1)})`);
}

/** The PostgreSQL programs, installed when they are missing. */
export function ensurePostgres(): string {
  if (findPostgres() === null) installDebianPackage('postgresql', 'PostgreSQL is missing');
  const found = findPostgres();
  if (found === null)
    throw new Error('PostgreSQL was installed, but its programs are not in /usr/lib/postgresql.');
  return found;
}

const CHROMIUM = '/usr/bin/chromium';

/** Debian's Chromium, installed when it is missing. */
export function ensureChromium(): string {
  if (!existsSync(CHROMIUM)) installDebianPackage('chromium', 'Chromium is missing');
  return CHROMIUM;
}
