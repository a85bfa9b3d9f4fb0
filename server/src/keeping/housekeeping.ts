import type { Logger } from 'pino';
import type { Clock } from '../base/clock.ts';
import type { Queryable } from '../db/database.ts';
import type { PictureStore } from '../photos/pictureStore.ts';
import { sweepPictures } from '../photos/sweeping.ts';
import { thin } from './thinning.ts';

const EVERY_MS = 24 * 3_600_000;
/** Whoever has just started has other things to do first. */
const FIRST_MS = 5 * 60_000;

/** What is tidied up. */
interface House {
  db: Queryable;
  pictures: PictureStore;
  clock: Clock;
  log: Logger;
}

/** Lets go once a day what nobody needs any more, for as long as the server runs. @returns ends it. */
export function startHousekeeping({ db, pictures, clock, log }: House): () => void {
  async function tidy(): Promise<void> {
    const aside = await sweepPictures(db, pictures, new Date());
    const thinned = await thin(db, clock.now());
    if (aside + thinned.plans + thinned.readings + thinned.mappings > 0)
      log.info({ aside, ...thinned }, 'tidied up');
  }
  const tidyAgain = () =>
    void tidy().catch((error: Error) => log.error({ reason: error.message }, 'could not tidy up'));
  const first = setTimeout(tidyAgain, FIRST_MS);
  const timer = setInterval(tidyAgain, EVERY_MS);
  return () => {
    clearTimeout(first);
    clearInterval(timer);
  };
}
