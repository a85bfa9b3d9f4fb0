import {
  type Rows,
  type Touched,
  type TouchedInput,
  type TouchedJob,
  TouchedSchema,
  UNTOUCHED,
} from '@upholder/core/api';
import pg from 'pg';
import type { Logger } from 'pino';
import { v4 as uuid } from 'uuid';
import { z } from 'zod';
import type { Queryable } from '../db/database.ts';

const CHANNEL = 'upholder';
const RETRY_MS = 500;
/** So many changes are kept for a page whose line broke; one that missed more looks at everything again. */
const MOST_KEPT = 500;

/** PostgreSQL carries less than 8,000 bytes in one notification: so many jobs are named in one, so many rows of a kind. */
const MOST_JOBS = 20;
const MOST_ROWS = 30;

const ChangeSchema = z.object({
  shopId: z.uuid(),
  /** The page that wrote it, which has the answer already; empty for what no page wrote. */
  page: z.string(),
  touched: TouchedSchema,
  /** A session that ended: whatever listens within it is told no more. */
  endedSession: z.uuid().optional(),
});

/** Something of a shop changed: what, and by which page. */
export type Change = z.infer<typeof ChangeSchema>;

function brief(rows: Rows): Rows {
  return rows === 'all' || rows.length <= MOST_ROWS ? rows : 'all';
}

function briefJob({ steps, pieces, log, ...job }: TouchedJob): TouchedJob {
  return {
    ...job,
    ...(steps && { steps: brief(steps) }),
    ...(pieces && { pieces: brief(pieces) }),
    ...(log && { log: brief(log) }),
  };
}

/** Tells every server process of a change once the transaction around it commits. */
export async function announce(
  db: Queryable,
  shopId: string,
  change: TouchedInput,
  page = '',
): Promise<void> {
  const { jobs, products, mixes, ...rest } = TouchedSchema.parse(change);
  const parts: Touched[] = [
    { ...rest, products: brief(products), mixes: brief(mixes), jobs: jobs.slice(0, MOST_JOBS).map(briefJob) },
  ];
  for (let at = MOST_JOBS; at < jobs.length; at += MOST_JOBS)
    parts.push({ ...UNTOUCHED, jobs: jobs.slice(at, at + MOST_JOBS).map(briefJob) });
  for (const touched of parts) {
    const told: Change = { shopId, page, touched };
    await db.query('select pg_notify($1, $2)', [CHANNEL, JSON.stringify(told)]);
  }
}

/** Tells every server process that a session has ended. */
export async function announceEnded(db: Queryable, shopId: string, endedSession: string): Promise<void> {
  const told: Change = { shopId, page: '', touched: UNTOUCHED, endedSession };
  await db.query('select pg_notify($1, $2)', [CHANNEL, JSON.stringify(told)]);
}

type Listener = (change: Change | 'resync' | 'end') => void;

/** Hears what all server processes announce, over one connection that is opened again whenever it breaks. */
export class LiveChannel {
  private readonly listeners = new Set<Listener>();
  /** Names the stretch since the connection was opened: what was counted before says nothing any more. */
  private stretch = uuid();
  private count = 0;
  private recent: Change[] = [];
  private client: pg.Client | null = null;
  private timer: NodeJS.Timeout | null = null;
  private isClosed = false;

  constructor(
    private readonly databaseUrl: string,
    private readonly log: Logger,
  ) {}

  async open(): Promise<void> {
    if (this.isClosed) return;
    const client = new pg.Client({ connectionString: this.databaseUrl, connectionTimeoutMillis: 3000 });
    client.on('error', () => this.lose(client));
    client.on('end', () => this.lose(client));
    client.on('notification', ({ payload }) => {
      const change = ChangeSchema.safeParse(JSON.parse(payload ?? 'null'));
      if (!change.success) return;
      if (change.data.endedSession) return this.tell(change.data);
      this.count += 1;
      this.recent = [...this.recent.slice(1 - MOST_KEPT), change.data];
      this.tell(change.data);
    });
    try {
      await client.connect();
      await client.query(`listen ${CHANNEL}`);
      this.client = client;
      this.stretch = uuid();
      this.recent = [];
      // Whatever was announced while nobody listened is gone: let everyone look again.
      this.tell('resync');
    } catch {
      this.lose(client);
    }
  }

  subscribe(listener: Listener): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /** How many listen. */
  get size(): number {
    return this.listeners.size;
  }

  /** Where in the stream of changes this process is now. */
  place(): string {
    return `${this.stretch}:${this.count}`;
  }

  /** What was told since a place, of every shop; null where that is not known any more. */
  since(place: string): Change[] | null {
    const [stretch, text = ''] = place.split(':');
    const missed = this.count - Number(text);
    if (stretch !== this.stretch || !(missed >= 0 && missed <= this.recent.length)) return null;
    return this.recent.slice(this.recent.length - missed);
  }

  async close(): Promise<void> {
    this.isClosed = true;
    if (this.timer) clearTimeout(this.timer);
    const client = this.client;
    this.client = null;
    await client?.end().catch(() => undefined);
  }

  /** Ends all that listen: the server stops. */
  end(): void {
    this.tell('end');
  }

  private tell(change: Change | 'resync' | 'end'): void {
    for (const listener of this.listeners) listener(change);
  }

  private lose(client: pg.Client): void {
    if (this.isClosed || this.timer) return;
    if (this.client !== null && this.client !== client) return;
    this.client = null;
    client.end().catch(() => undefined);
    this.log.warn('live channel lost, trying again');
    this.timer = setTimeout(() => {
      this.timer = null;
      void this.open();
    }, RETRY_MS);
  }
}
