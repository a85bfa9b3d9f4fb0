import { setTimeout as pause } from 'node:timers/promises';
import type { Router } from 'express';
import type { App } from '../context/app.ts';
import { maybeOne } from '../db/database.ts';
import { knownMigrations } from '../db/migrate.ts';

/** Whoever asks is answered within a second, whatever the database does. */
const LONGEST_MS = 800;

type Found = { database: 'up' | 'down' | 'slow'; migration: number | null };

/** `GET /health`: 200 with version and migration when everything works, 503 when the database cannot be reached or is too slow. */
export function addHealthRoute(router: Router, { db, version }: App): void {
  const known = knownMigrations().length;
  // One question at a time, however many ask: a database that hangs is not asked again by each of them.
  let under: Promise<Found> | null = null;
  async function ask(): Promise<Found> {
    try {
      const row = await maybeOne<{ count: number }>(db, 'select count(*) as count from migration');
      return { database: 'up', migration: row?.count ?? 0 };
    } catch {
      return { database: 'down', migration: null };
    } finally {
      under = null;
    }
  }
  router.get('/health', async (_request, response) => {
    under ??= ask();
    const giveUp = new AbortController();
    const slow = pause(LONGEST_MS, { database: 'slow', migration: null } as Found, { signal: giveUp.signal });
    slow.catch(() => undefined);
    const { database, migration } = await Promise.race([under, slow]);
    giveUp.abort();
    const isReady = migration === known;
    const status = isReady ? 'ready' : database === 'up' ? 'migrating' : 'waiting';
    response.status(isReady ? 200 : 503).json({ status, version, migration: migration ?? known, database });
  });
}
