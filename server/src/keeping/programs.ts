import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import type { Readable } from 'node:stream';
import { findPostgres } from '../db/programs.ts';

/** Said where PostgreSQL's own programs for dumping and restoring are not there. */
const MISSING =
  'pg_dump and pg_restore are missing. Install them with sudo apt-get install postgresql-client';

function program(name: 'pg_dump' | 'pg_restore'): string {
  const beside = `${findPostgres()}/${name}`;
  return existsSync(beside) ? beside : name;
}

/** How PostgreSQL's programs are told where to connect to: not in the words of the command, which everybody can see. */
function environmentOf(url: string): NodeJS.ProcessEnv {
  const { hostname, port, username, password, pathname, searchParams } = new URL(url);
  const mode = searchParams.get('sslmode');
  return {
    ...process.env,
    PGHOST: decodeURIComponent(hostname),
    PGPORT: port || '5432',
    PGUSER: decodeURIComponent(username),
    PGPASSWORD: decodeURIComponent(password),
    PGDATABASE: decodeURIComponent(pathname.slice(1)),
    ...(mode && { PGSSLMODE: mode === 'no-verify' ? 'require' : mode }),
  };
}

/** A program under way: what it writes, and its end. */
interface Run {
  output: Readable;
  ended: Promise<void>;
}

function run(name: 'pg_dump' | 'pg_restore', args: string[], url: string, input?: string): Run {
  const child = spawn(program(name), [...args, ...(input ? [input] : [])], {
    env: environmentOf(url),
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let complaint = '';
  child.stderr.on('data', (chunk: Buffer) => {
    complaint += chunk.toString();
  });
  const ended = new Promise<void>((resolve, reject) => {
    child.once('error', (error: NodeJS.ErrnoException) =>
      reject(error.code === 'ENOENT' ? new Error(MISSING) : error),
    );
    child.once('close', (code) =>
      code === 0
        ? resolve()
        : reject(new Error(complaint.trim().split('\n').at(-1) || `${name} ended with ${code}`)),
    );
  });
  return { output: child.stdout, ended };
}

/** Dumps a database, as it is in a snapshot, in PostgreSQL's custom format. */
export function dump(url: string, snapshot: string): Run {
  return run('pg_dump', ['-Fc', '--no-owner', '--no-privileges', `--snapshot=${snapshot}`], url);
}

/** Restores a dump into an empty database, all of it or nothing. */
export async function restoreDump(url: string, path: string): Promise<void> {
  const { output, ended } = run(
    'pg_restore',
    [
      '--no-owner',
      '--no-privileges',
      '--exit-on-error',
      '--single-transaction',
      '-d',
      new URL(url).pathname.slice(1),
    ],
    url,
    path,
  );
  output.resume();
  await ended;
}
