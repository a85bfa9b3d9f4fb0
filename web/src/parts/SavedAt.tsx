import { toMinute } from '@upholder/core/shop';
import { useEffect, useState } from 'react';
import { clockWords } from '../base/times.ts';
import { useServerDate } from '../base/useNow.ts';
import type { SaveState } from './useAutosave.ts';

/** The quiet line of autosave: `saved 10:42`. */
export function SavedAt({ state, timeZone }: { state: SaveState; timeZone: string }) {
  const now = useServerDate(10_000);
  const [savedAt, setSavedAt] = useState<number | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the time counts only at the moment of saving
  useEffect(() => {
    if (state === 'saving') setSavedAt(toMinute(now));
  }, [state]);
  const words = {
    saved: savedAt === null ? '' : `saved ${clockWords(savedAt, timeZone)}`,
    changed: 'not saved yet',
    saving: 'saving…',
    refused: 'not saved',
  }[state];
  return (
    <span
      role="status"
      className={`text-small ${state === 'refused' ? 'font-semibold text-stop' : 'text-quiet'}`}
    >
      {words}
    </span>
  );
}
