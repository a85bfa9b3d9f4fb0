import pg from 'pg';
import type { Logger } from 'pino';
import { z } from 'zod';
import type { Queryable } from '../db/database.ts';

const CHANNEL = 'upholder';
const RETRY_MS = 500;

const ChangeSchema = z.object({
  shopId: z.uuid(),
  topic: z.enum(['job', 'jobs', 'shop', 'climate', 'pots']),
  id: z.string(),
});

/** Something changed: which kind of thing, of which shop. */
export type Change = z.infer<typeof ChangeSchema>;

/** Tells every server process of a change once the transaction around it commits. */
export async function announce(db: Queryable, change: Change): Promise<void> {
  await db.query('select pg_notify($1, $2)', [CHANNEL, JSON.stringify(change)]);
}

type Listener = (change: Change | 'resync') => void;

/** Hears what all server processes announce, over one connection that is opened again whenever it breaks. */
export class LiveChannel {
  private readonly listeners = new Set<Listener>();
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
      if (change.success) this.tell(change.data);
    });
    try {
      await client.connect();
      await client.query(`listen ${CHANNEL}`);
      this.client = client;
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

  async close(): Promise<void> {
    this.isClosed = true;
    if (this.timer) clearTimeout(this.timer);
    const client = this.client;
    this.client = null;
    await client?.end().catch(() => undefined);
  }

  private tell(change: Change | 'resync'): void {
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
