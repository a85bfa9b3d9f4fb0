import { useSyncExternalStore } from 'react';

/** A tablet held upright or on its side: less room than the desk. */
const NARROW = '(max-width: 1180px)';

function watch(onChange: () => void): () => void {
  const query = window.matchMedia(NARROW);
  query.addEventListener('change', onChange);
  return () => query.removeEventListener('change', onChange);
}

/** Whether the window is as narrow as a tablet. */
export function useIsNarrow(): boolean {
  return useSyncExternalStore(watch, () => window.matchMedia(NARROW).matches);
}
