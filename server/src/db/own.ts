import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Lifetime } from '../base/lifetime.ts';
import { startCluster } from './cluster.ts';
import { runningCluster } from './reachable.ts';

/** Name of the database in a PostgreSQL custom. */
const DATABASE = 'upholder';
const PID_FILE = 'upholder.pid';

/** How to reach a database: as the server, and as the owner of its tables. */
export interface Reached {
  databaseUrl: string;
  ownerUrl: string;
}

/** A server that runs on a data folder: its process and, once it serves, its address. Null where none does. */
export function serverOn(folder: string): { pid: number; address: string } | null {
  const path = join(folder, PID_FILE);
  if (!existsSync(path)) return null;
  const [pid = '', address = ''] = readFileSync(path, 'utf8').split('\n');
  // A process id is given to others after a restart of the machine: it must also be one of ours.
  const command = existsSync(`/proc/${pid}/cmdline`) ? readFileSync(`/proc/${pid}/cmdline`, 'utf8') : '';
  return command.includes('upholder') ? { pid: Number(pid), address } : null;
}

/** Says where a server is, for those who look into its data folder. */
export function noteAddress(folder: string, address: string): void {
  writeFileSync(join(folder, PID_FILE), `${process.pid}\n${address}\n`);
}

/**
 * Takes a data folder for a server: no second one may run on it.
 * @throws Error that names the one that runs.
 */
export async function takeFolder(lifetime: Lifetime, folder: string): Promise<void> {
  mkdirSync(folder, { recursive: true });
  const other = serverOn(folder);
  if (other)
    throw new Error(
      `Upholder is already running on ${folder}${other.address && ` at ${other.address}`} (process ${other.pid}).`,
    );
  await lifetime.own(
    async () => noteAddress(folder, ''),
    async () => rmSync(join(folder, PID_FILE), { force: true }),
  );
}

/** Starts the PostgreSQL of a data folder, for as long as the program runs. */
export async function startOwn(lifetime: Lifetime, folder: string): Promise<Reached> {
  mkdirSync(folder, { recursive: true });
  const cluster = await lifetime.own(
    () => startCluster(folder),
    (started) => started.stop(),
  );
  const ownerUrl = await cluster.database(DATABASE);
  return { ownerUrl, databaseUrl: await cluster.asServer(ownerUrl) };
}

/** The PostgreSQL of a data folder: the one that a server keeps running there, or started for as long as the program runs. */
export async function reachOwn(lifetime: Lifetime, folder: string): Promise<Reached> {
  const running = serverOn(folder) && runningCluster(folder);
  if (!running) return startOwn(lifetime, folder);
  const ownerUrl = running.database(DATABASE);
  return { ownerUrl, databaseUrl: running.asServer(ownerUrl) };
}
