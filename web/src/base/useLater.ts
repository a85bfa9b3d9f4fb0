import { useEffect } from 'react';

/** Longer than a screen takes to come up; nobody waits for what is loaded then. */
export const LATER_MS = 2000;

/**
 * Loads what a screen opens at a press, once it has come up: it is there by then, also where the server is not.
 * @param loads the same list at every call, or they start anew.
 */
export function useLater(loads: readonly (() => Promise<unknown>)[]): void {
  useEffect(() => {
    const timer = setTimeout(() => {
      // What cannot be loaded now is tried again at the press.
      for (const load of loads) void load().catch(() => undefined);
    }, LATER_MS);
    return () => clearTimeout(timer);
  }, [loads]);
}
