import { type Changes, isUntouched, mergedTouched, type Touched, UNTOUCHED } from '@upholder/core/api';

/** So often what was read is read again because this page wrote something meanwhile; then it counts all the same. */
const MOST_TRIES = 3;

/** What a watcher works with. */
export interface WatcherTools {
  /** Of what was touched, what is kept here. */
  keptHere(touched: Touched): Touched;
  /** Reads from the server. */
  ask(touched: Touched): Promise<Changes>;
  /** Puts what was read into what is kept. */
  keep(changes: Changes): void;
  /** What to do where reading fails. */
  renewWhole(touched: Touched): void;
  /** A moment before reading, another one for each page: of a change that all hear at once not all ask at once. */
  pause?(): Promise<void>;
  /** How often this page wrote something and kept the answer. */
  writes(): number;
}

/**
 * Hears what others changed and reads just that again: one question at a time, whatever is heard meanwhile in the next one, so
 * that a hundred changes at once are two questions and an older answer never comes after a newer one.
 */
export class Watcher {
  private pending: Touched = UNTOUCHED;
  private isAsking = false;

  constructor(private readonly tools: WatcherTools) {}

  /** Takes note of a change. Resolves once nothing is left to be read. */
  async hear(touched: Touched): Promise<void> {
    this.pending = mergedTouched(this.pending, touched);
    if (this.isAsking) return;
    this.isAsking = true;
    try {
      while (!isUntouched(this.pending)) {
        if (this.tools.pause) await this.tools.pause();
        await this.readPending();
      }
    } finally {
      this.isAsking = false;
    }
  }

  private async readPending(): Promise<void> {
    const wanted = this.tools.keptHere(this.pending);
    this.pending = UNTOUCHED;
    if (isUntouched(wanted)) return;
    try {
      for (let tries = 1; ; tries += 1) {
        const writes = this.tools.writes();
        const changes = await this.tools.ask(wanted);
        // Read before this page's own change and come after it, it would take that change off the screen.
        if (tries < MOST_TRIES && this.tools.writes() !== writes) continue;
        return this.tools.keep(changes);
      }
    } catch {
      this.tools.renewWhole(wanted);
    }
  }
}
