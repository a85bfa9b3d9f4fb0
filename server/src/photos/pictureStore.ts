import { createHash } from 'node:crypto';
import { constants } from 'node:fs';
import { mkdir, open, readdir, readFile, rename, rm, stat, utimes } from 'node:fs/promises';
import { join } from 'node:path';

/** SHA-256 in hexadecimal of what a picture holds. */
export type ContentHash = string;

/**
 * Where the contents of pictures lie, for each shop by what they are. A folder today; anything that keeps bytes under a name can
 * stand here.
 */
export interface PictureStore {
  /** Keeps a content; keeping it again changes nothing. It is on the disk when this returns. @throws Error where it cannot be kept. */
  put(shopId: string, content: Buffer): Promise<ContentHash>;
  /** A content as it was put; null where it is missing or is no longer what its name says. */
  get(shopId: string, hash: ContentHash): Promise<Buffer | null>;
  /** Sets aside what nobody names, and lets go of what was set aside long ago. @returns how many were set aside. */
  sweep(shopId: string, named: ReadonlySet<ContentHash>, now: Date): Promise<number>;
}

const HASH = /^[0-9a-f]{64}$/;
const DAY_MS = 86_400_000;
/** What was just put may be named in a moment. */
const YOUNGEST_MS = DAY_MS;
/** What nobody names comes back with a backup, or with a database that was kept when one was restored. */
const SET_ASIDE_MS = 60 * DAY_MS;
const ASIDE = 'aside';

export const hashOf = (content: Buffer): ContentHash => createHash('sha256').update(content).digest('hex');

const isMissing = (error: unknown): boolean => (error as NodeJS.ErrnoException).code === 'ENOENT';
async function orNull<T>(work: Promise<T>): Promise<T | null> {
  return work.catch((error: unknown) => {
    if (isMissing(error)) return null;
    throw error;
  });
}

/** Keeps pictures as files below a folder, two letters of their hash a folder further down. */
export function picturesIn(folder: string): PictureStore {
  const folderOf = (shopId: string, hash: ContentHash) => join(folder, shopId, hash.slice(0, 2));
  const fileOf = (shopId: string, hash: ContentHash) => join(folderOf(shopId, hash), hash);
  const asideOf = (shopId: string, hash: ContentHash) => join(folder, shopId, ASIDE, hash);

  async function writeFile(shopId: string, hash: ContentHash, content: Buffer): Promise<void> {
    const path = fileOf(shopId, hash);
    const part = `${path}.${process.pid}.${Date.now().toString(36)}.part`;
    await mkdir(folderOf(shopId, hash), { recursive: true, mode: 0o700 });
    try {
      const file = await open(part, constants.O_WRONLY | constants.O_CREAT | constants.O_TRUNC, 0o600);
      try {
        await file.writeFile(content);
        await file.sync();
      } finally {
        await file.close();
      }
      await rename(part, path);
    } catch (error) {
      await rm(part, { force: true }).catch(() => undefined);
      throw error;
    }
    // The name is on the disk when its folder is.
    const above = await open(folderOf(shopId, hash), 'r');
    await above.sync().finally(() => above.close());
  }

  async function* files(shopId: string): AsyncGenerator<string> {
    const parts = (await orNull(readdir(join(folder, shopId)))) ?? [];
    for (const part of parts.filter((name) => name.length === 2))
      yield* (await readdir(join(folder, shopId, part))).map((name) => join(folder, shopId, part, name));
  }

  return {
    async put(shopId, content) {
      const hash = hashOf(content);
      if (!(await this.get(shopId, hash))) await writeFile(shopId, hash, content);
      return hash;
    },

    async get(shopId, hash) {
      if (!HASH.test(hash)) return null;
      const found = await orNull(readFile(fileOf(shopId, hash)));
      if (found) return hashOf(found) === hash ? found : null;
      const aside = await orNull(readFile(asideOf(shopId, hash)));
      if (!aside || hashOf(aside) !== hash) return null;
      // Named by somebody after all: it goes back to where it was.
      await writeFile(shopId, hash, aside);
      return aside;
    },

    async sweep(shopId, named, now) {
      let count = 0;
      for await (const path of files(shopId)) {
        const hash = path.slice(-64);
        if (HASH.test(hash) && named.has(hash)) continue;
        const info = await orNull(stat(path));
        if (!info || now.getTime() - info.mtimeMs < YOUNGEST_MS) continue;
        // A part that was never finished is of no use to anybody.
        if (!HASH.test(hash)) {
          await rm(path, { force: true });
          continue;
        }
        await mkdir(join(folder, shopId, ASIDE), { recursive: true, mode: 0o700 });
        if ((await orNull(rename(path, asideOf(shopId, hash)).then(() => true))) !== true) continue;
        await utimes(asideOf(shopId, hash), now, now);
        count += 1;
      }
      for (const hash of (await orNull(readdir(join(folder, shopId, ASIDE)))) ?? []) {
        const info = await orNull(stat(asideOf(shopId, hash)));
        if (info && now.getTime() - info.mtimeMs > SET_ASIDE_MS)
          await rm(asideOf(shopId, hash), { force: true });
      }
      return count;
    },
  };
}
