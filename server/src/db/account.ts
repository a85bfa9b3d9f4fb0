import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdirSync } from 'node:fs';

/** A user of this machine. */
export interface Account {
  uid: number;
  gid: number;
}

/** PostgreSQL refuses to run as root; its Debian package brings a user for it. */
export function unprivilegedAccount(): Account | null {
  if (process.getuid?.() !== 0) return null;
  for (const user of ['postgres', 'nobody']) {
    const uid = spawnSync('id', ['-u', user], { encoding: 'utf8' });
    const gid = spawnSync('id', ['-g', user], { encoding: 'utf8' });
    if (uid.status === 0) return { uid: Number(uid.stdout), gid: Number(gid.stdout) };
  }
  throw new Error('No unprivileged user to run PostgreSQL as: create a user called postgres.');
}

/** The wanted folder, or one under /var/tmp named after it when the server's user cannot get at it. */
export function reachableFolder(wanted: string, account: Account | null): string {
  mkdirSync(wanted, { recursive: true });
  if (!account) return wanted;
  const probe = spawnSync('test', ['-x', wanted], { uid: account.uid, gid: account.gid });
  if (probe.status === 0) return wanted;
  const name = createHash('sha256').update(wanted).digest('hex').slice(0, 12);
  const elsewhere = `/var/tmp/upholder-${name}`;
  mkdirSync(elsewhere, { recursive: true });
  return elsewhere;
}
