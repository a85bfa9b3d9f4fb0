import { useEffect, useReducer, useState } from 'react';
import { type Change, History } from './history.ts';

/** Whether a press of Ctrl Z belongs to the text that somebody is typing, or to a cell that answers it itself. */
function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target.dataset.cell !== undefined || target.isContentEditable) return true;
  const isText = target instanceof HTMLTextAreaElement || target instanceof HTMLInputElement;
  return isText && target.value !== '';
}

/** What a screen changed, to be taken back and made again by buttons, Ctrl Z and Ctrl Shift Z. */
export interface UseHistory {
  undoable: string | null;
  redoable: string | null;
  undo(): Promise<void>;
  redo(): Promise<void>;
  record(change: Change): void;
  inTurn<T>(work: () => Promise<T>): Promise<T>;
}

/** One history of changes for a screen. @param hasKeys whether Ctrl Z on the screen is meant for it. */
export function useHistory(hasKeys = true): UseHistory {
  const [, show] = useReducer((count: number) => count + 1, 0);
  const [history] = useState(() => new History(show));
  const [bound] = useState(() => ({
    undo: () => history.undo(),
    redo: () => history.redo(),
    record: (change: Change) => history.record(change),
    inTurn: <T>(work: () => Promise<T>) => history.inTurn(work),
  }));
  useEffect(() => {
    if (!hasKeys) return;
    function press(event: KeyboardEvent): void {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z' || isTyping(event.target))
        return;
      event.preventDefault();
      void (event.shiftKey ? history.redo() : history.undo());
    }
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [history, hasKeys]);
  return { ...bound, undoable: history.undoable, redoable: history.redoable };
}
