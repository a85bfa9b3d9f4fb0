import type { UseHistory } from '../base/useHistory.ts';
import { Button } from './controls.tsx';

/** Takes the last change of a screen back, and makes it again. */
export function UndoButtons({
  history: { undoable, redoable, undo, redo },
  isBusy = false,
}: {
  history: Pick<UseHistory, 'undoable' | 'redoable' | 'undo' | 'redo'>;
  isBusy?: boolean;
}) {
  return (
    <>
      <Button disabled={isBusy || undoable === null} onClick={() => void undo()} title="Ctrl Z">
        Undo{undoable && ` ${undoable}`}
      </Button>
      {redoable !== null && (
        <Button disabled={isBusy} onClick={() => void redo()} title="Ctrl Shift Z">
          Redo {redoable}
        </Button>
      )}
    </>
  );
}
