import type { ClimateStations } from '@upholder/core/drying';
import type { Logger } from 'pino';
import type { Clock } from '../base/clock.ts';
import type { Config } from '../base/config.ts';
import type { Database } from '../db/database.ts';
import type { Importer } from '../imports/importer.ts';
import type { Installation } from '../installation/installation.ts';
import type { Backups } from '../keeping/backup.ts';
import type { LiveChannel } from '../live/channel.ts';
import type { PictureStore } from '../photos/pictureStore.ts';
import type { PlanningThread } from '../plans/thread.ts';

/** Everything the routes work with. */
export interface App {
  db: Database;
  clock: Clock;
  climate: ClimateStations;
  live: LiveChannel;
  planner: PlanningThread;
  config: Config;
  log: Logger;
  version: string;
  installation: Installation;
  pictures: PictureStore;
  importer: Importer;
  /** Null where backups are somebody else's business. */
  backups: Backups | null;
}
