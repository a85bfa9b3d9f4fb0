/** Work that is done one after the other for each key, whatever becomes of what went before. */
export class Line {
  private readonly last = new Map<string, Promise<unknown>>();

  /** Does some work when everything that was handed in before it under the same key has settled. */
  run<T>(key: string, work: () => Promise<T>): Promise<T> {
    const mine = (this.last.get(key) ?? Promise.resolve()).then(work, work);
    this.last.set(key, mine);
    const leave = () => {
      if (this.last.get(key) === mine) this.last.delete(key);
    };
    mine.then(leave, leave);
    return mine;
  }
}
