import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';

const PAUSE_MS = 500;

/** Nobody answers, the name is not known yet, or PostgreSQL is starting or full: all pass by themselves. */
const PASSING = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ENOTFOUND',
  'EAI_AGAIN',
  'ETIMEDOUT',
  'EHOSTUNREACH',
  'ENETUNREACH',
  '57P03',
  '53300',
]);

function isPassing(error: unknown): boolean {
  const { code, message, errors } = (error ?? {}) as { code?: string; message?: string; errors?: unknown[] };
  if (errors) return errors.every(isPassing);
  return PASSING.has(code ?? '') || /timeout expired|terminated unexpectedly/i.test(message ?? '');
}

/**
 * Waits until the database answers, however long it takes: after a power cut it may come up later than the server.
 * @param onWait told once, with what holds it up.
 * @throws what the database refuses for good (a wrong password, a missing database), or the reason of the signal.
 */
export async function waitForDatabase(
  url: string,
  onWait: (reason: string) => void,
  signal?: AbortSignal,
): Promise<void> {
  for (let tries = 0; ; tries += 1) {
    signal?.throwIfAborted();
    const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: 3000 });
    client.on('error', () => undefined);
    try {
      await client.connect();
      return await client.end();
    } catch (error) {
      await client.end().catch(() => undefined);
      if (!isPassing(error)) throw error;
      if (tries === 0) onWait((error as Error).message || (error as { code?: string }).code || 'no answer');
      await pause(PAUSE_MS, undefined, { signal });
    }
  }
}
