import { vi } from 'vitest';

/** Waits until something holds. The limit is against hanging: a busy machine is many times slower than a free one. */
export function soon<T>(holds: () => T | Promise<T>): Promise<T> {
  return vi.waitFor(holds, { timeout: 60_000, interval: 20 });
}
