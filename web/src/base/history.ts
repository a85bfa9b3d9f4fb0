/** A change that can be taken back and made again. Both say whether it came to something. */
export interface Change {
  /** What was changed, in words behind “Undo”. */
  what: string;
  undo(): Promise<boolean>;
  redo(): Promise<boolean>;
}

/** So many changes can be taken back. */
const DEPTH = 100;

/**
 * Changes in the order in which they were made, forth and back. Work that is given to it is done one after the other: presses
 * may come faster than answers, and each has to find what the one before it left.
 */
export class History {
  private past: Change[] = [];
  private future: Change[] = [];
  private turn: Promise<unknown> = Promise.resolve();

  /** @param onChange told whenever other changes can be taken back or made again. */
  constructor(private readonly onChange: () => void = () => undefined) {}

  /** What would be taken back next, or null. */
  get undoable(): string | null {
    return this.past.at(-1)?.what ?? null;
  }

  /** What would be made again next, or null. */
  get redoable(): string | null {
    return this.future.at(-1)?.what ?? null;
  }

  /** Does work after all that was given before. */
  inTurn<T>(work: () => Promise<T>): Promise<T> {
    const result = this.turn.then(work);
    this.turn = result.catch(() => undefined);
    return result;
  }

  /** Keeps a change that was made: what had been taken back before cannot be made again after it. */
  record(change: Change): void {
    this.past = [...this.past, change].slice(-DEPTH);
    this.future = [];
    this.onChange();
  }

  /** Takes the last change back. What could not be taken back stays to be tried again. */
  undo(): Promise<void> {
    return this.inTurn(async () => {
      const last = this.past.at(-1);
      if (!last || !(await last.undo())) return;
      this.past = this.past.slice(0, -1);
      this.future = [...this.future, last];
      this.onChange();
    });
  }

  /** Makes the change again that was taken back last. */
  redo(): Promise<void> {
    return this.inTurn(async () => {
      const last = this.future.at(-1);
      if (!last || !(await last.redo())) return;
      this.future = this.future.slice(0, -1);
      this.past = [...this.past, last];
      this.onChange();
    });
  }
}
