const KEY = 'upholder.lastJob';

/** Remembers the job whose screens were open last on this device. */
export function rememberJob(id: string): void {
  try {
    localStorage.setItem(KEY, id);
  } catch {
    // A blocked storage only costs the order of a list.
  }
}

/** The job that was open last on this device, or null. */
export function lastJob(): string | null {
  try {
    return localStorage.getItem(KEY);
  } catch {
    return null;
  }
}
