import type { Logger } from 'pino';
import type { Queryable } from '../db/database.ts';
import type { PictureStore } from './pictureStore.ts';
import { namedContents } from './store.ts';

const EVERY_MS = 24 * 3_600_000;
/** Whoever has just started has other things to do first. */
const FIRST_MS = 5 * 60_000;

/** Sets aside what no picture of a shop names any more. @returns how many contents. */
export async function sweepPictures(db: Queryable, pictures: PictureStore, now: Date): Promise<number> {
  let count = 0;
  for (const [shopId, named] of await namedContents(db)) count += await pictures.sweep(shopId, named, now);
  return count;
}

/** Sweeps once a day, for as long as the server runs. @returns ends it. */
export function startSweeping(db: Queryable, pictures: PictureStore, log: Logger): () => void {
  const sweep = () =>
    void sweepPictures(db, pictures, new Date())
      .then((count) => {
        if (count > 0) log.info({ count }, 'contents that no picture names were set aside');
      })
      .catch((error: Error) => log.error({ reason: error.message }, 'pictures could not be swept'));
  const first = setTimeout(sweep, FIRST_MS);
  const timer = setInterval(sweep, EVERY_MS);
  return () => {
    clearTimeout(first);
    clearInterval(timer);
  };
}
