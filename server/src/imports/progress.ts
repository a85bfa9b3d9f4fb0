import { v7 as uuid } from 'uuid';
import { type Database, many } from '../db/database.ts';

/** How far a file is that is brought in. */
export interface ImportProgress {
  phase: 'waiting' | 'checking' | 'pictures' | 'writing';
  /** Pictures that are done, of so many. */
  done: number;
  of: number;
}

/** So often it is said that somebody is still at it. */
const BEAT_MS = 5000;
/** What nobody said anything of for so long has ended with its server, in seconds. */
const SILENT_S = 20;
/** Pictures follow one another faster than anybody reads. */
const PICTURES_MS = 50;

/** Tells all servers of a shop how far a file is. What cannot be told does not hold it up. */
export class Teller {
  private readonly id = uuid();
  private readonly beat: NodeJS.Timeout;
  private progress: ImportProgress = { phase: 'waiting', done: 0, of: 0 };
  private toldAt = 0;
  /** One after the other, so that what is said last stands. */
  private told: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly db: Database,
    private readonly shopId: string,
  ) {
    this.beat = setInterval(() => this.write(), BEAT_MS);
    this.write();
  }

  tell(change: Partial<ImportProgress>): void {
    const isOther = change.phase !== undefined && change.phase !== this.progress.phase;
    this.progress = { ...this.progress, ...change };
    if (isOther || performance.now() - this.toldAt > PICTURES_MS) this.write();
  }

  /** It is through, or refused. */
  async end(): Promise<void> {
    clearInterval(this.beat);
    await this.told;
    await this.db
      .query("delete from job_import where id = $1 or told_at < now() - interval '1 day'", [this.id])
      .catch(() => undefined);
  }

  private write(): void {
    this.toldAt = performance.now();
    const { phase, done, of } = this.progress;
    this.told = this.told.then(() =>
      this.db
        .query(
          `insert into job_import (id, shop_id, phase, done, of_all) values ($1, $2, $3, $4, $5)
           on conflict (id) do update set phase = excluded.phase, done = excluded.done, of_all = excluded.of_all, told_at = now()`,
          [this.id, this.shopId, phase, done, of],
        )
        .catch(() => undefined),
    );
  }
}

/** Files of a shop that are being brought in, by whichever server, the first one first. */
export async function importsOf(db: Database, shopId: string): Promise<ImportProgress[]> {
  return many<ImportProgress & Record<string, unknown>>(
    db,
    `select phase, done, of_all as of from job_import
      where shop_id = $1 and told_at > now() - make_interval(secs => $2) order by begun_at, id`,
    [shopId, SILENT_S],
  );
}
