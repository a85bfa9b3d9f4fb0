import { randomBytes } from 'node:crypto';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { urlOfDatabase, withConnection } from '../db/connection.ts';
import { migrate } from '../db/migrate.ts';
import { type ChainReport, checkChains } from './chain.ts';
import { type BackupHead, unpackBackup } from './container.ts';
import { BadBackup, type StoredPicture } from './pictureStream.ts';
import { restoreDump } from './programs.ts';

/** Rows of every table of a database. */
export async function countRows(client: {
  query(sql: string): Promise<{ rows: Record<string, unknown>[] }>;
}): Promise<Record<string, number>> {
  const { rows: tables } = await client.query(
    `select table_name as name from information_schema.tables
      where table_schema = 'public' and table_type = 'BASE TABLE' order by table_name`,
  );
  const counts: Record<string, number> = {};
  for (const { name } of tables) {
    const { rows } = await client.query(`select count(*)::int as count from "${name}"`);
    counts[String(name)] = Number(rows[0]?.count);
  }
  return counts;
}

/** A backup, restored into a database that nobody else uses. */
export interface Scratch {
  url: string;
  name: string;
  head: BackupHead;
  chains: ChainReport[];
}

/** What is wrong with what was restored: other rows than the backup counted, or a log whose chain does not hold. */
function assertWhole({ head, chains }: Scratch, rows: Record<string, number>): void {
  const other = Object.keys(head.rows).find((table) => rows[table] !== head.rows[table]);
  if (other)
    throw new BadBackup(
      `The backup does not restore completely: ${other} has ${rows[other] ?? 0} of ${head.rows[other]} rows.`,
    );
  const broken = chains.find(({ faults }) => faults.length > 0);
  if (broken) throw new BadBackup(`The log of ${broken.shopName} in this backup has been changed.`);
  for (const { id, head: link } of head.shops) {
    if (chains.find(({ shopId }) => shopId === id)?.head !== link && head.migration >= '0017')
      throw new BadBackup('The log in this backup is not the one that was backed up.');
  }
}

/**
 * Restores a backup into a database of its own beside the one that is used, counts its rows, brings it up to this version and
 * goes through its log; then `use` may have it. It is dropped at the end unless `use` gave it another name.
 * @param onPicture is given each picture; left out, they are only held against their hashes.
 * @throws BadBackup where it does not hold; Error where no database can be made.
 */
export async function inScratch<T>(
  ownerUrl: string,
  path: string,
  passphrase: string,
  folder: string,
  use: (scratch: Scratch) => Promise<T>,
  onPicture?: (picture: StoredPicture) => Promise<void>,
): Promise<T> {
  const name = `upholder_scratch_${randomBytes(6).toString('hex')}`;
  const url = urlOfDatabase(ownerUrl, name);
  const unpacked = join(folder, `.${name}`);
  try {
    const head = await unpackBackup(path, passphrase, unpacked, onPicture);
    await withConnection(ownerUrl, (client) => client.query(`create database "${name}" template template0`));
    await restoreDump(url, unpacked);
    const rows = await withConnection(url, countRows);
    await migrate(url);
    const chains = await withConnection(url, (client) => checkChains(client));
    const scratch = { url, name, head, chains };
    assertWhole(scratch, rows);
    return await use(scratch);
  } finally {
    await rm(unpacked, { force: true });
    await withConnection(ownerUrl, (client) =>
      client.query(`drop database if exists "${name}" with (force)`),
    ).catch(() => undefined);
  }
}
