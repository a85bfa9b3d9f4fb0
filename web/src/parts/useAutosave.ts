import { useCallback, useEffect, useRef, useState } from 'react';

const DELAY_MS = 600;

/** Where an autosaved form stands. */
export type SaveState = 'saved' | 'changed' | 'saving' | 'refused';

/** What is kept now, with the fields that a draft changed since it was last like it. */
function withChanges<T extends object>(base: T, draft: T, now: T): T {
  const isSame = (key: keyof T) => JSON.stringify(draft[key]) === JSON.stringify(base[key]);
  const changed = (Object.keys(draft) as (keyof T)[]).filter((key) => !isSame(key));
  return { ...now, ...Object.fromEntries(changed.map((key) => [key, draft[key]])) };
}

/**
 * Saves a draft by itself, shortly after the last change and at once when the form is left. While a save is under way,
 * later changes wait for it, so that two saves never overtake one another.
 *
 * @param initial what is kept now; what changes in it elsewhere is taken into the draft.
 * @param save writes the draft; resolves to true when it was taken.
 */
export function useAutosave<T extends object>(
  initial: T,
  save: (draft: T) => Promise<boolean>,
): { draft: T; change(part: Partial<T>): void; replace(value: T): void; state: SaveState } {
  const [draft, setDraft] = useState(initial);
  const [state, setState] = useState<SaveState>('saved');
  const latest = useRef({ draft: initial, base: initial, isDirty: false, isSaving: false, save });
  useEffect(() => {
    latest.current.save = save;
  });
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);

  const flush = useCallback(async () => {
    const box = latest.current;
    if (!box.isDirty || box.isSaving) return;
    box.isSaving = true;
    box.isDirty = false;
    setState('saving');
    const before = box.base;
    const sent = box.draft;
    // What is on its way counts as kept, so that changing it back is a change.
    box.base = sent;
    const isTaken = await box.save(sent);
    box.isSaving = false;
    if (!isTaken && box.base === sent) box.base = before;
    if (box.isDirty) void flush();
    else setState(isTaken ? 'saved' : 'refused');
  }, []);

  const change = useCallback(
    (part: Partial<T>) => {
      const box = latest.current;
      box.draft = { ...box.draft, ...part };
      box.isDirty = true;
      setDraft(box.draft);
      setState('changed');
      // Each change puts the save off: nobody's half a word is saved while they type.
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void flush(), DELAY_MS);
    },
    [flush],
  );

  const replace = useCallback((value: T) => {
    latest.current.draft = value;
    latest.current.base = value;
    latest.current.isDirty = false;
    setDraft(value);
    setState('saved');
  }, []);

  // What somebody else changed is taken in, field by field; what was changed here stays.
  const kept = JSON.stringify(initial);
  useEffect(() => {
    const box = latest.current;
    const now = JSON.parse(kept) as T;
    box.draft = withChanges(box.base, box.draft, now);
    box.base = now;
    setDraft(box.draft);
  }, [kept]);

  useEffect(
    () => () => {
      clearTimeout(timer.current);
      void flush();
    },
    [flush],
  );

  return { draft, change, replace, state };
}
