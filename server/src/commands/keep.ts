import { existsSync } from 'node:fs';
import { mkdir, readdir } from 'node:fs/promises';
import { resolve } from 'node:path';
import { plural } from '@upholder/core/said';
import { migrate } from '../db/migrate.ts';
import { grantServer } from '../db/roles.ts';
import { Backups } from '../keeping/backup.ts';
import { type ChainReport, checkChains, FAULT_WORDS, hasLink } from '../keeping/chain.ts';
import { readHead } from '../keeping/container.ts';
import { holdsShop, restoreInPlace } from '../keeping/restore.ts';
import { inScratch } from '../keeping/scratch.ts';
import { exportShop } from '../keeping/shopExport.ts';
import { importShop } from '../keeping/shopImport.ts';
import { picturesIn } from '../photos/pictureStore.ts';
import { moveContentsOut } from '../photos/store.ts';
import { ask } from './ask.ts';
import { type Base, chosenShop, openAsOwner, Refused, reach, type Told } from './reach.ts';

function settingsOf({ config }: Base) {
  if (!config.backup) throw new Refused('Backups have no folder. Set BACKUP_FOLDER.');
  return config.backup;
}

const picturesOf = ({ config }: Base) => picturesIn(config.pictureFolder);

/** The backups of this installation. */
export function backupsOf(base: Base, ownerUrl: string, version: string): Backups {
  return new Backups(ownerUrl, settingsOf(base), version, picturesOf(base));
}

/** `backup`: makes one now, and restores it for a test. */
export async function backup(base: Base, version: string): Promise<void> {
  const { ownerUrl } = await reach(base);
  const backups = backupsOf(base, ownerUrl, version);
  const { name, bytes, isEncrypted, entries } = await backups.make('asked');
  console.log(
    `${resolve(backups.folder, name)}: ${Math.ceil(bytes / 1024)} kB, ${plural(entries, 'log entry', 'log entries')}, ${isEncrypted ? 'encrypted' : 'not encrypted'}. It was test-restored, and its log is intact.`,
  );
}

async function passphraseFor(base: Base, path: string): Promise<string> {
  const { head } = await readHead(path);
  if (!head.encryption) return '';
  return settingsOf(base).passphrase || (await ask('Passphrase of the backup: ', { isSecret: true }));
}

/** `restore FILE`: puts a backup in the place of the database. */
export async function restore(base: Base, { words, options }: Told, version: string): Promise<void> {
  const [path = ''] = words;
  if (!existsSync(path)) throw new Refused(`There is no backup at ${path || '(say which file)'}.`);
  const passphrase = await passphraseFor(base, path);
  const { ownerUrl, databaseUrl } = await reach(base);
  const { folder } = settingsOf(base);
  await mkdir(folder, { recursive: true, mode: 0o700 });
  if (await holdsShop(ownerUrl)) {
    if (options.replace !== true)
      throw new Refused(
        'There is a shop here already. Add --replace to replace it with the backup; it is backed up first.',
      );
    const before = await backupsOf(base, ownerUrl, version).make('before-restore');
    console.log(`What was here is kept in ${resolve(folder, before.name)}.`);
  }
  const { head, keptAs } = await restoreInPlace(
    ownerUrl,
    path,
    passphrase,
    { folder, pictures: picturesOf(base) },
    new Date(),
  );
  await grantServer(ownerUrl, databaseUrl);
  const entries = head.shops.reduce((sum, shop) => sum + shop.entries, 0);
  console.log(
    `Restored the backup of ${head.madeAt}: ${plural(entries, 'log entry', 'log entries')}, log intact. Everyone has to sign in again.`,
  );
  if (keptAs !== null) console.log(`The previous database is kept as ${keptAs}.`);
}

function sayChain({ shopName, entries, head, faults }: ChainReport): void {
  if (faults.length === 0) {
    console.log(
      `${shopName}: ${plural(entries, 'log entry', 'log entries')}, none changed, none missing. Last link ${head ?? 'none yet'}.`,
    );
    return;
  }
  console.log(`${shopName}: THE LOG WAS CHANGED.`);
  for (const { entryId, fault } of faults) console.log(`  Entry ${entryId} ${FAULT_WORDS[fault]}.`);
}

/** `check`: goes through the sealed log, and holds it against the last backup; with --against tries a whole backup. */
export async function check(base: Base, { options }: Told, version: string): Promise<void> {
  const db = await openAsOwner(base);
  const backups = backupsOf(base, db.ownerUrl, version);
  const [latest] = await backups.list();
  const { against } = options;
  if (against !== undefined) {
    const path =
      against === 'backup' || against === true ? latest && backups.fileOf(latest.name) : String(against);
    if (!path || !existsSync(path)) throw new Refused('There is no such backup.');
    const passphrase = await passphraseFor(base, path);
    await mkdir(backups.folder, { recursive: true, mode: 0o700 });
    await inScratch(db.ownerUrl, path, passphrase, backups.folder, async ({ head, chains }) => {
      console.log(`The backup of ${head.madeAt} restores completely and upgrades to version ${version}:`);
      chains.forEach(sayChain);
    });
    return;
  }
  const chains = await checkChains(db);
  chains.forEach(sayChain);
  let isGood = chains.every(({ faults }) => faults.length === 0);
  const path = latest && backups.fileOf(latest.name);
  if (path) {
    const { head } = await readHead(path);
    for (const { id, head: link } of head.shops) {
      if (link === null || (await hasLink(db, id, link))) continue;
      isGood = false;
      console.log(
        `The log is not the one in the backup of ${head.madeAt}: entries have been removed or replaced since.`,
      );
    }
  }
  if (!isGood) process.exitCode = 1;
}

/** `export-shop FOLDER`. */
export async function exportTo(base: Base, told: Told): Promise<void> {
  const [folder = ''] = told.words;
  if (folder === '') throw new Refused('Name the folder: upholder export-shop FOLDER');
  if (existsSync(folder) && (await readdir(folder)).length > 0) throw new Refused(`${folder} is not empty.`);
  const { ownerUrl } = await reach(base);
  await migrate(ownerUrl);
  const db = await openAsOwner(base);
  await moveContentsOut(db, picturesOf(base));
  const shop = await chosenShop(db, told);
  await db.transaction(async (connection) => {
    await connection.query('set transaction isolation level repeatable read, read only');
    await exportShop(connection, shop.id, folder, new Date(), picturesOf(base));
  });
  console.log(
    `${shop.name} is in ${resolve(folder)}: shop.json, tables as CSV, pictures. Keep it safe: it holds what clients told you.`,
  );
}

/** `import-shop FOLDER`. */
export async function importFrom(base: Base, { words: [folder = ''] }: Told): Promise<void> {
  if (folder === '') throw new Refused('Name the folder: upholder import-shop FOLDER');
  const { ownerUrl } = await reach(base);
  await migrate(ownerUrl);
  const { name, entries } = await importShop(await openAsOwner(base), folder, picturesOf(base));
  console.log(`${name} is imported: ${plural(entries, 'log entry', 'log entries')}, all intact.`);
}
