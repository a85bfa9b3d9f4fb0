import type { ClimateSource } from '@upholder/core/drying';
import type { Logger } from 'pino';
import type { Clock } from '../base/clock.ts';
import { type Database, many } from '../db/database.ts';
import { announce } from '../live/channel.ts';
import { addReading } from './store.ts';

const EVERY_MINUTES = 5;

/** Asks the climate source every five minutes and keeps what it says for every shop. Returns what stops it. */
export function startClimateFeed(db: Database, source: ClimateSource, clock: Clock, log: Logger): () => void {
  async function take(): Promise<void> {
    const step = EVERY_MINUTES * 60_000;
    const at = new Date(Math.floor(clock.now().getTime() / step) * step);
    const reading = await source.readingAt(at);
    for (const { id } of await many<{ id: string }>(db, 'select id from shop')) {
      if (await addReading(db, id, reading)) await announce(db, id, { shop: ['air'] });
    }
  }
  const run = () => {
    take().catch((error: Error) => log.warn({ reason: error.message }, 'no climate reading kept'));
  };
  run();
  const timer = setInterval(run, 60_000);
  return () => clearInterval(timer);
}
