/** Said to whoever wants to start something once stopping has begun. */
class IsStopping extends Error {
  constructor() {
    super('IsStopping');
  }
}

/** How long the end of one thing is waited for; then the others are ended all the same. */
const LONGEST_END_MS = 20_000;

function atMost(work: Promise<unknown>, milliseconds: number): Promise<unknown> {
  return new Promise((resolve) => {
    const timer = setTimeout(resolve, milliseconds);
    work.then(resolve, resolve).finally(() => clearTimeout(timer));
  });
}

/** What a program has started and must end before it ends itself, the last one first. */
export class Lifetime {
  private readonly ends: (() => Promise<unknown>)[] = [];
  private stopping: Promise<void> | null = null;
  private readonly abort = new AbortController();

  get isStopping(): boolean {
    return this.stopping !== null;
  }

  /**
   * Starts something that is ended when the program ends, also where that is asked for while it still starts.
   * @param start may give up early by its signal.
   * @throws IsStopping once stopping has begun; whatever `start` throws.
   */
  async own<T>(start: (signal: AbortSignal) => Promise<T>, end: (thing: T) => Promise<unknown>): Promise<T> {
    if (this.isStopping) throw new IsStopping();
    const started = start(this.abort.signal);
    this.ends.push(() => started.then(end));
    const thing = await started;
    if (this.isStopping) throw new IsStopping();
    return thing;
  }

  /** Ends everything, once: whoever asks again waits for the first. */
  stop(): Promise<void> {
    if (!this.stopping) {
      this.stopping = this.endAll();
      this.abort.abort(new IsStopping());
    }
    return this.stopping;
  }

  private async endAll(): Promise<void> {
    for (const end of this.ends.reverse()) await atMost(end(), LONGEST_END_MS);
  }
}

/**
 * Runs a program until it is told to stop by Ctrl-C or a signal, however often: the process ends once everything that it owns
 * has ended, with code 0, or with 1 and the message on the error output where `main` fails.
 */
export function runUntilStopped(main: (lifetime: Lifetime) => Promise<void>): void {
  const lifetime = new Lifetime();
  const stop = (code: number) => void lifetime.stop().then(() => process.exit(code));
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, () => stop(0));
  main(lifetime).catch((error: Error) => {
    if (lifetime.isStopping) return;
    console.error(error.message);
    stop(1);
  });
}
