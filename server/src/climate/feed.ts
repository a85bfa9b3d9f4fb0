import type { ClimateStations } from '@upholder/core/drying';
import type { Place } from '@upholder/core/shop';
import type { Logger } from 'pino';
import type { Clock } from '../base/clock.ts';
import { type Database, many } from '../db/database.ts';
import { stationOf } from '../devices/station.ts';
import { announce } from '../live/channel.ts';
import { addReading } from './store.ts';

const EVERY_MINUTES = 5;

/** Asks the sensors every five minutes and keeps what it says for every shop. Returns what stops it. */
export function startClimateFeed(
  db: Database,
  source: ClimateStations,
  clock: Clock,
  log: Logger,
): () => void {
  async function take(): Promise<void> {
    const step = EVERY_MINUTES * 60_000;
    const at = new Date(Math.floor(clock.now().getTime() / step) * step);
    const reading = await source.readingAt(at);
    const shops = await many<{ id: string; places: Place[] | null }>(
      db,
      `select id, settings -> 'places' as places from shop`,
    );
    for (const { id, places } of shops) {
      let isNew = await addReading(db, id, reading);
      for (const place of places ?? []) {
        const station = stationOf(source, place);
        if (station) isNew = (await addReading(db, id, await station.readingAt(at), place.id)) || isNew;
      }
      if (isNew) await announce(db, id, { shop: ['air'] });
    }
  }
  const run = () => {
    take().catch((error: Error) => log.warn({ reason: error.message }, 'no climate reading kept'));
  };
  run();
  const timer = setInterval(run, 60_000);
  return () => clearInterval(timer);
}
