import { useSyncExternalStore } from 'react';

// Paper is as narrow as a phone, but is not held like one: what is printed is laid out as at the desk.

/** A tablet held upright or on its side: less room than the desk. */
const NARROW = 'screen and (max-width: 1180px)';
/** A phone in the hand: one column. */
const PHONE = 'screen and (max-width: 767px)';

function useMatches(query: string): boolean {
  return useSyncExternalStore(
    (onChange) => {
      const watched = window.matchMedia(query);
      watched.addEventListener('change', onChange);
      return () => watched.removeEventListener('change', onChange);
    },
    () => window.matchMedia(query).matches,
  );
}

/** Whether the window is as narrow as a tablet. */
export const useIsNarrow = (): boolean => useMatches(NARROW);

/** Whether the window is as narrow as a phone. */
export const useIsPhone = (): boolean => useMatches(PHONE);

/** How much room a window has. */
export type Room = 'desk' | 'tablet' | 'phone';

/** How much room this window has. */
export function useRoom(): Room {
  const isNarrow = useIsNarrow();
  return useIsPhone() ? 'phone' : isNarrow ? 'tablet' : 'desk';
}
