import { said } from '@upholder/core/said';
import type { Database } from '../db/database.ts';
import { ApiError } from '../http/errors.ts';
import type { SpooledBody } from '../http/spooled.ts';
import { Line } from '../plans/line.ts';
import { Thread } from '../threads/thread.ts';
import { Teller } from './progress.ts';
import type { ReadJob, ReadOutcome } from './worker.ts';

/** A file of 120 MB takes a third of this; beyond it the thread ends with an error, and the server lives on. */
const MOST_MEMORY_MB = 1536;
/** So long nobody has to wait for a file that is checked. */
const IDLE_MS = 30_000;

/** Brings in job files, one at a time, in a thread of its own that is only there while it is needed. */
export class Importer {
  private readonly line = new Line();
  private readonly thread: Thread;

  /** @param onError told when the thread breaks while it has nothing that could be refused. */
  constructor(
    private readonly db: Database,
    onError: (error: Error) => void,
  ) {
    this.thread = new Thread('import', { mostMemoryMb: MOST_MEMORY_MB, idleMs: IDLE_MS }, onError);
  }

  /**
   * Reads and checks a file when it is its turn, and has it written.
   * @throws ApiError where it is no job file, or too much for one.
   */
  async bringIn<T>(
    shopId: string,
    body: SpooledBody,
    write: (read: ReadJob, teller: Teller) => Promise<T>,
  ): Promise<T> {
    const teller = new Teller(this.db, shopId);
    return this.line.run('imports', async () => {
      try {
        teller.tell({ phase: 'checking' });
        const found = await this.read(body.path);
        if (!found.ok)
          throw found.code === 'bad-json'
            ? new ApiError('bad-json', said('refusal.the-request-is-not-valid-json'))
            : new ApiError('bad-input', found.message, { fields: { [found.field]: found.message } });
        return await write(found.value, teller);
      } finally {
        // Before the next one is at it.
        await teller.end();
      }
    });
  }

  private async read(path: string): Promise<ReadOutcome> {
    try {
      return await this.thread.run<ReadOutcome>(path, 'read');
    } catch (error) {
      // Memory that runs out ends the thread, not the server.
      if ((error as { code?: string }).code === 'ERR_WORKER_OUT_OF_MEMORY')
        throw new ApiError('too-large', said('refusal.the-request-is-too-large'));
      throw error;
    }
  }

  /** Ends the thread, whatever it is at. */
  stop(): Promise<void> {
    return this.thread.stop();
  }
}
