import { said } from '@upholder/core/said';
import { Piscina } from 'piscina';
import { ApiError } from '../http/errors.ts';
import type { SpooledBody } from '../http/spooled.ts';
import { Line } from '../plans/line.ts';
import { threadFile } from '../threads/bundle.ts';
import type { ReadJob, ReadOutcome } from './worker.ts';

/** How far a file is that is brought in. */
export interface ImportProgress {
  phase: 'waiting' | 'checking' | 'pictures' | 'writing';
  /** Pictures that are done, of so many. */
  done: number;
  of: number;
}

/** A file of 120 MB takes a third of this; beyond it the thread ends with an error, and the server lives on. */
const MOST_MEMORY_MB = 1536;
/** So long nobody has to wait for a file that is checked. */
const IDLE_MS = 30_000;

/** Brings in job files, one at a time, in a thread of its own that is only there while it is needed. */
export class Importer {
  private readonly line = new Line();
  private readonly under = new Map<string, Set<ImportProgress>>();
  private pool: Promise<Piscina> | null = null;

  /** @param onError told when the thread breaks while it has nothing that could be refused. */
  constructor(private readonly onError: (error: Error) => void) {}

  /** Files of a shop that are being brought in. */
  progressOf(shopId: string): ImportProgress[] {
    return [...(this.under.get(shopId) ?? [])];
  }

  /**
   * Reads and checks a file when it is its turn, and has it written.
   * @throws ApiError where it is no job file, or too much for one.
   */
  async bringIn<T>(
    shopId: string,
    body: SpooledBody,
    write: (read: ReadJob, progress: ImportProgress) => Promise<T>,
  ): Promise<T> {
    const progress: ImportProgress = { phase: 'waiting', done: 0, of: 0 };
    const own = this.under.get(shopId) ?? new Set();
    this.under.set(shopId, own.add(progress));
    try {
      return await this.line.run('imports', async () => {
        progress.phase = 'checking';
        const found = await this.read(body.path);
        if (!found.ok)
          throw found.code === 'bad-json'
            ? new ApiError('bad-json', said('refusal.the-request-is-not-valid-json'))
            : new ApiError('bad-input', found.message, { fields: { [found.field]: found.message } });
        return write(found.value, progress);
      });
    } finally {
      own.delete(progress);
      if (own.size === 0) this.under.delete(shopId);
    }
  }

  private async read(path: string): Promise<ReadOutcome> {
    this.pool ??= this.start().catch((error: unknown) => {
      this.pool = null;
      throw error;
    });
    try {
      return (await (await this.pool).run(path, { name: 'read' })) as ReadOutcome;
    } catch (error) {
      // Memory that runs out ends the thread, not the server.
      if ((error as { code?: string }).code === 'ERR_WORKER_OUT_OF_MEMORY')
        throw new ApiError('too-large', said('refusal.the-request-is-too-large'));
      throw error;
    }
  }

  private async start(): Promise<Piscina> {
    const thread = new Piscina({
      filename: await threadFile('import'),
      minThreads: 0,
      maxThreads: 1,
      idleTimeout: IDLE_MS,
      resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
    });
    thread.on('error', this.onError);
    return thread;
  }

  /** Ends the thread, whatever it is at. */
  async stop(): Promise<void> {
    await (await this.pool?.catch(() => null))?.destroy();
  }
}
