import { chmodSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { startCluster } from '../src/db/cluster.ts';
import { withConnection } from '../src/db/connection.ts';
import { ensureRole } from '../src/db/roles.ts';
import { SERVER_PASSWORD, SERVER_ROLE } from './role.ts';

declare module 'vitest' {
  interface ProvidedContext {
    postgresUrl: string;
  }
}

/** One PostgreSQL for all database tests; each test file makes its own database in it. */
export default async function setUp(project: TestProject): Promise<() => Promise<void>> {
  const given = process.env.DATABASE_URL;
  if (given) {
    await withConnection(given, (client) => ensureRole(client, SERVER_ROLE, SERVER_PASSWORD));
    project.provide('postgresUrl', given);
    return async () => undefined;
  }
  const folder = mkdtempSync(join(tmpdir(), 'upholder-test-'));
  chmodSync(folder, 0o755);
  const cluster = await startCluster(folder, { isTemporary: true });
  const url = await cluster.database('upholder_test');
  await withConnection(url, (client) => ensureRole(client, SERVER_ROLE, SERVER_PASSWORD));
  project.provide('postgresUrl', url);
  return () => cluster.stop();
}
