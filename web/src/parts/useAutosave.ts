import { useCallback, useEffect, useRef, useState } from 'react';

const DELAY_MS = 600;

/** Where an autosaved form stands. */
export type SaveState = 'saved' | 'changed' | 'saving' | 'refused';

/**
 * Saves a draft by itself, shortly after the last change and at once when the form is left. While a save is under way,
 * later changes wait for it, so that two saves never overtake one another.
 *
 * @param save writes the draft; resolves to true when it was taken.
 */
export function useAutosave<T>(
  initial: T,
  save: (draft: T) => Promise<boolean>,
): { draft: T; change(part: Partial<T>): void; replace(value: T): void; state: SaveState } {
  const [draft, setDraft] = useState(initial);
  const [state, setState] = useState<SaveState>('saved');
  const latest = useRef({ draft: initial, isDirty: false, isSaving: false, save });
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
    const isTaken = await box.save(box.draft);
    box.isSaving = false;
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
    latest.current.isDirty = false;
    setDraft(value);
    setState('saved');
  }, []);

  useEffect(
    () => () => {
      clearTimeout(timer.current);
      void flush();
    },
    [flush],
  );

  return { draft, change, replace, state };
}
