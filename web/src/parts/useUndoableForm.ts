import type { Refusal } from '../api/upholder.ts';
import { type UseHistory, useHistory } from '../base/useHistory.ts';
import { type Draft, type DraftForm, type Reading, useDraftForm } from './useDraftForm.ts';

interface UndoableFormOptions<T> {
  /** What is kept now, and its version. */
  kept: T;
  version: number;
  draftOf(value: T): Draft;
  read(draft: Draft): Reading<T>;
  /** Said once it is saved. */
  saved: string;
  /** Writes a value over a version. */
  put(value: T, version: number): Promise<{ refusal: Refusal } | { draft: Draft; version: number }>;
}

/** A form whose saves can be undone and redone. */
export function useUndoableForm<T>({ kept, version, draftOf, read, saved, put }: UndoableFormOptions<T>): {
  form: DraftForm;
  history: UseHistory;
} {
  const history = useHistory();
  const form = useDraftForm<T>({
    start: draftOf(kept),
    version,
    read,
    saved,
    async save(after, over) {
      const outcome = await put(after, over);
      if ('refusal' in outcome) return outcome;
      let last = outcome.version;
      const again = async (wanted: T): Promise<boolean> => {
        const done = await put(wanted, last);
        if ('refusal' in done) {
          form.say({ kind: 'stop', words: done.refusal.message });
          return false;
        }
        last = done.version;
        form.start(done.draft, done.version);
        return true;
      };
      history.record({ what: 'the last save', undo: () => again(kept), redo: () => again(after) });
      return outcome;
    },
  });
  return { form, history };
}
