import type { Router } from 'express';
import type { App } from '../context/app.ts';
import { maybeOne } from '../db/database.ts';
import { knownMigrations } from '../db/migrate.ts';

/** `GET /health`: 200 with version and migration when everything works, 503 when the database cannot be reached. */
export function addHealthRoute(router: Router, { db, version }: App): void {
  router.get('/health', async (_request, response) => {
    const known = knownMigrations().length;
    try {
      const row = await maybeOne<{ count: number }>(db, 'select count(*) as count from migration');
      const migration = row?.count ?? 0;
      const isReady = migration === known;
      response
        .status(isReady ? 200 : 503)
        .json({ status: isReady ? 'ready' : 'migrating', version, migration, database: 'up' });
    } catch {
      response.status(503).json({ status: 'waiting', version, migration: known, database: 'down' });
    }
  });
}
