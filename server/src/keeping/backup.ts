import { existsSync } from 'node:fs';
import { mkdir, readdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import type { BackupRow, BackupState } from '@upholder/core/api';
import type { BackupSettings } from '../base/config.ts';
import { withConnection } from '../db/connection.ts';
import { migrate } from '../db/migrate.ts';
import type { PictureStore } from '../photos/pictureStore.ts';
import { namedContents } from '../photos/store.ts';
import { readHead, writeBackup } from './container.ts';
import { writtenPictures } from './pictureStream.ts';
import { dump } from './programs.ts';
import { expired } from './rotation.ts';
import { countRows, inScratch } from './scratch.ts';

const ENDING = '.upholder-backup';
const NAME = /^[\w-]+\.upholder-backup$/;
const TROUBLE = 'last-trouble.txt';
/** Any number that nothing else in the database locks: one process makes a backup at a time. */
const LOCK = 4311;
/** Before this migration pictures lay in the database. */
const PICTURES_OUT_SINCE = '0033';

/** Why a backup is made. */
export type BackupReason = BackupRow['reason'];

/** Makes, lists and hands out the backups of a database. */
export class Backups {
  private under: Promise<BackupRow> | null = null;

  /** @param ownerUrl makes the database in which a backup is tried. @param program version of this program. */
  constructor(
    private readonly ownerUrl: string,
    private readonly settings: BackupSettings,
    private readonly program: string,
    private readonly pictures: PictureStore,
  ) {}

  get everyHours(): number {
    return this.settings.everyHours;
  }

  get folder(): string {
    return this.settings.folder;
  }

  /** All that are kept, the latest first. */
  async list(): Promise<BackupRow[]> {
    if (!existsSync(this.settings.folder)) return [];
    const names = (await readdir(this.settings.folder)).filter((name) => NAME.test(name));
    const rows = await Promise.all(
      names.map(async (name) => {
        const path = join(this.settings.folder, name);
        const read = await readHead(path).catch(() => null);
        if (!read) return [];
        const { madeAt, reason, encryption, shops } = read.head;
        const entries = shops.reduce((sum, shop) => sum + shop.entries, 0);
        const bytes = (await stat(path)).size;
        return [{ name, madeAt, bytes, isEncrypted: encryption !== null, reason, entries }];
      }),
    );
    return rows.flat().sort((a, b) => b.madeAt.localeCompare(a.madeAt));
  }

  async state(): Promise<BackupState> {
    return {
      backups: await this.list(),
      folder: this.settings.folder,
      everyHours: this.settings.everyHours,
      hasPassphrase: this.settings.passphrase !== '',
      trouble: await readFile(join(this.settings.folder, TROUBLE), 'utf8').catch(() => null),
    };
  }

  /** Brings the database up to this program; where that changes what is there, a backup is made first. */
  upgrade(): Promise<void> {
    return migrate(this.ownerUrl, async () => (await this.make('before-upgrade')).name);
  }

  /** Where a backup lies; null where there is none of this name. */
  fileOf(name: string): string | null {
    const path = join(this.settings.folder, name);
    return NAME.test(name) && existsSync(path) ? path : null;
  }

  /**
   * Makes a backup, restores it into a database of its own to see that it can be, and lets go those that are too old. Whoever
   * asks while one is made gets that one.
   * @throws Error when it could not be made or does not restore; then no file is left, and the reason is kept beside.
   */
  make(reason: BackupReason): Promise<BackupRow> {
    this.under ??= this.makeOne(reason).finally(() => {
      this.under = null;
    });
    return this.under;
  }

  private async makeOne(reason: BackupReason): Promise<BackupRow> {
    const { folder, keepDays } = this.settings;
    await mkdir(folder, { recursive: true, mode: 0o700 });
    const now = new Date();
    const stamp = now.toISOString().replace(/[:.]/g, '').replace('T', '-').slice(0, 17);
    const name = `${stamp}-${reason}${ENDING}`;
    const part = join(folder, `.${name}.part`);
    try {
      await this.write(part, reason, now);
      await inScratch(this.ownerUrl, part, this.settings.passphrase, folder, async () => undefined);
      await rename(part, join(folder, name));
      await rm(join(folder, TROUBLE), { force: true });
    } catch (error) {
      await rm(part, { force: true });
      await writeFile(join(folder, TROUBLE), (error as Error).message).catch(() => undefined);
      throw error;
    }
    const all = await this.list();
    for (const old of expired(all, now, keepDays)) await rm(join(folder, old), { force: true });
    const made = all.find((row) => row.name === name);
    if (!made) throw new Error(`The backup ${name} is not where it was written.`);
    return made;
  }

  /** Writes what the database holds in one moment. */
  private write(path: string, reason: BackupReason, now: Date): Promise<void> {
    return withConnection(this.ownerUrl, async (client) => {
      await client.query('select pg_advisory_lock($1)', [LOCK]);
      await client.query('begin transaction isolation level repeatable read, read only');
      const { rows: snapshots } = await client.query<{ id: string }>('select pg_export_snapshot() as id');
      const rows = await countRows(client);
      const { rows: applied } = await client.query<{ name: string }>(
        'select name from migration order by id desc limit 1',
      );
      const hasChain = 'log_chain' in rows;
      const { rows: shops } = await client.query<{ id: string; entries: number; head: string | null }>(
        `select id, (select count(*)::int from log_entry where shop_id = shop.id) as entries,
                ${hasChain ? `(select encode(link, 'hex') from log_chain where shop_id = shop.id order by seq desc limit 1)` : 'null'} as head
           from shop order by id`,
      );
      const migration = applied[0]?.name ?? '';
      const named = migration >= PICTURES_OUT_SINCE ? await namedContents(client) : new Map();
      const pictures = [...named.values()].reduce((sum, hashes) => sum + hashes.size, 0);
      const head = {
        madeAt: now.toISOString(),
        reason,
        program: this.program,
        migration,
        rows,
        shops,
        pictures,
      };
      let ended: Promise<void> = Promise.resolve();
      const store = this.pictures;
      const dumpNow = () => {
        const run = dump(this.ownerUrl, snapshots[0]?.id ?? '');
        // Told below, with what came of the file.
        ended = run.ended;
        ended.catch(() => undefined);
        return run.output;
      };
      async function* content(): AsyncGenerator<Buffer> {
        yield* writtenPictures(store, named);
        yield* dumpNow();
      }
      const open = () => Readable.from(content());
      await writeBackup(path, head, this.settings.passphrase, open);
      // A dump that broke off leaves a file that looks whole.
      await ended;
      await client.query('commit');
    });
  }
}
