import { databaseOf, urlOfDatabase, withConnection } from '../db/connection.ts';
import type { PictureStore } from '../photos/pictureStore.ts';
import { moveContentsOut } from '../photos/store.ts';
import type { BackupHead } from './container.ts';
import { inScratch, type Scratch } from './scratch.ts';

/** What a restore did. */
export interface Restored {
  head: BackupHead;
  /** What the database that was there before is called now; null where it was empty and is gone. */
  keptAs: string | null;
}

/** Whether a database holds a shop. */
export async function holdsShop(url: string): Promise<boolean> {
  return withConnection(url, async (client) => {
    const { rows } = await client.query<{ found: string | null }>(
      `select to_regclass('public.shop') as found`,
    );
    if (!rows[0]?.found) return false;
    return ((await client.query('select 1 from shop limit 1')).rowCount ?? 0) > 0;
  });
}

/**
 * Puts a backup in the place of a database: restored and checked beside it first, then both change names. What was there before
 * is kept under another name where it held a shop. Everybody is signed out; people, PINs and badges stay as they were.
 * @param folder holds what is unpacked meanwhile.
 * @param pictures takes the pictures that the backup holds.
 * @throws BadBackup where the backup does not hold; then nothing has changed.
 */
export async function restoreInPlace(
  ownerUrl: string,
  path: string,
  passphrase: string,
  { folder, pictures }: { folder: string; pictures: PictureStore },
  now: Date,
): Promise<Restored> {
  const name = databaseOf(ownerUrl);
  const isKept = await holdsShop(ownerUrl);
  const keptAs = `${name}_before_${now.toISOString().replace(/\D/g, '').slice(0, 14)}`;
  async function putInPlace(scratch: Scratch): Promise<Restored> {
    await withConnection(scratch.url, async (client) => {
      await client.query('delete from session');
      await moveContentsOut(client, pictures);
    });
    await withConnection(urlOfDatabase(ownerUrl, 'postgres'), async (client) => {
      const leave = (database: string) =>
        client.query('select pg_terminate_backend(pid) from pg_stat_activity where datname = $1', [database]);
      await client.query(`alter database "${name}" allow_connections false`);
      await leave(name);
      await leave(scratch.name);
      await client.query(`alter database "${name}" rename to "${keptAs}"`);
      await client.query(`alter database "${scratch.name}" rename to "${name}"`);
      if (isKept) await client.query(`alter database "${keptAs}" allow_connections true`);
      else await client.query(`drop database "${keptAs}" with (force)`);
    });
    return { head: scratch.head, keptAs: isKept ? keptAs : null };
  }
  return inScratch(ownerUrl, path, passphrase, folder, putInPlace, async ({ shopId, content }) => {
    await pictures.put(shopId, content);
  });
}
