import { Piscina } from 'piscina';
import { type ThreadName, threadFile } from './bundle.ts';

interface Limits {
  /** Beyond it the thread ends with an error, and the server lives on. */
  mostMemoryMb: number;
  /** So long it waits for more before it goes; for ever where it is left out. */
  idleMs?: number;
}

/** A thread of the server: it starts with the first who needs it, takes one call after the other, and is started again where it broke. */
export class Thread {
  private pool: Promise<Piscina> | null = null;

  /** @param onError told when the thread breaks while it has no call that could be refused. */
  constructor(
    private readonly name: ThreadName,
    private readonly limits: Limits,
    private readonly onError: (error: Error) => void,
  ) {}

  /** Has the thread do something. Rejects when it ran out of memory, or when the signal says that nobody waits any more. */
  async run<T>(asked: unknown, name: string, signal?: AbortSignal): Promise<T> {
    this.pool ??= this.start().catch((error: unknown) => {
      this.pool = null;
      throw error;
    });
    return (await this.pool).run(asked, { name, signal });
  }

  /** Ends the thread, whatever it is at. */
  async stop(): Promise<void> {
    await (await this.pool?.catch(() => null))?.destroy();
  }

  private async start(): Promise<Piscina> {
    const { mostMemoryMb, idleMs } = this.limits;
    const pool = new Piscina({
      filename: await threadFile(this.name),
      maxThreads: 1,
      ...(idleMs === undefined
        ? { idleTimeout: Number.POSITIVE_INFINITY }
        : { minThreads: 0, idleTimeout: idleMs }),
      execArgv: ['--enable-source-maps'],
      resourceLimits: { maxOldGenerationSizeMb: mostMemoryMb },
    });
    pool.on('error', this.onError);
    return pool;
  }
}
