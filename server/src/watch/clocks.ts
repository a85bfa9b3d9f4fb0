import type { Logger } from 'pino';
import { one, type Queryable } from '../db/database.ts';

const LOOK_EVERY_MS = 10 * 60_000;
/** Beyond this, times in the log and in the countdowns of two machines tell different stories. */
export const MOST_SECONDS_APART = 5;

/** Seconds by which the clock of the database is ahead of this machine's, from the middle of the call. */
export async function secondsAhead(db: Queryable): Promise<number> {
  const asked = Date.now();
  const { now } = await one<{ now: Date }>(db, 'select clock_timestamp() as now');
  return (now.getTime() - (asked + Date.now()) / 2) / 1000;
}

/** Compares the clocks now and then, and says so when they are apart. */
export function watchClocks(db: Queryable, log: Logger): { ahead(): number | null; stop(): void } {
  let known: number | null = null;
  async function look(): Promise<void> {
    known = await secondsAhead(db);
    if (Math.abs(known) > MOST_SECONDS_APART)
      log.warn(
        { seconds: Math.round(known) },
        'the clocks of database and server are apart: set them by a time server',
      );
  }
  const lookAgain = () =>
    void look().catch(() => {
      known = null;
    });
  lookAgain();
  const timer = setInterval(lookAgain, LOOK_EVERY_MS);
  return { ahead: () => known, stop: () => clearInterval(timer) };
}
