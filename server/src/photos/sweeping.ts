import type { Queryable } from '../db/database.ts';
import type { PictureStore } from './pictureStore.ts';
import { namedContents } from './store.ts';

/** Sets aside what no picture of a shop names any more. @returns how many contents. */
export async function sweepPictures(db: Queryable, pictures: PictureStore, now: Date): Promise<number> {
  let count = 0;
  for (const [shopId, named] of await namedContents(db)) count += await pictures.sweep(shopId, named, now);
  return count;
}
