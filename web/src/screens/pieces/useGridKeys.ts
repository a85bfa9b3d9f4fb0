import type { PieceRow } from '@upholder/core/api';
import { type KeyboardEvent, useRef } from 'react';
import type { Refusal } from '../../api/upholder.ts';
import type { Column } from './cells.ts';
import type { Cells, FocusCell } from './useCells.ts';

/** Marks pieces for changing them together: one, or with Shift all from the one marked before. */
export function useMarking(
  pieces: readonly PieceRow[],
  marked: ReadonlySet<string>,
  onMark: (ids: ReadonlySet<string>) => void,
): (row: number, isRange: boolean) => void {
  const lastMarked = useRef(0);
  return function mark(row: number, isRange: boolean): void {
    const next = new Set(marked);
    const isMarking = !marked.has(pieces[row]?.id ?? '');
    const [from, to] = isRange
      ? [Math.min(lastMarked.current, row), Math.max(lastMarked.current, row)]
      : [row, row];
    for (const { id } of pieces.slice(from, to + 1)) {
      if (isMarking) next.add(id);
      else next.delete(id);
    }
    lastMarked.current = row;
    onMark(next);
  };
}

interface KeysOptions {
  pieces: readonly PieceRow[];
  columns: readonly Column[];
  cells: Cells;
  mark(row: number, isRange: boolean): void;
  focusCell: FocusCell;
  undo(): Promise<void>;
  drop(pieces: PieceRow[]): Promise<Refusal | null>;
  onProblem(message: string | null): void;
}

/** The keys of the take-off: Enter and the arrows go on, Ctrl D copies from above, Ctrl Delete deletes, Shift Space marks. */
export function gridKeys({ pieces, columns, cells, mark, focusCell, undo, drop, onProblem }: KeysOptions) {
  const { fresh, commit, commitFresh, addFresh } = cells;
  return function press(event: KeyboardEvent): void {
    const { target, key } = event;
    if (!(target instanceof HTMLElement) || !target.dataset.cell) return;
    const [rowText, columnKey = ''] = target.dataset.cell.split(' ');
    const row = Number(rowText);
    const isControl = event.ctrlKey || event.metaKey;
    const piece = pieces[row];
    const column = columns.find((candidate) => candidate.key === columnKey);
    if (isControl && key === 'z') {
      event.preventDefault();
      target.blur();
      void undo().then(() => focusCell(row === -1 ? 'new' : row, columnKey));
    } else if (isControl && (key === 'Delete' || key === 'Backspace') && piece) {
      event.preventDefault();
      void drop([piece]).then((refusal) => onProblem(refusal?.message ?? null));
    } else if (event.shiftKey && key === ' ' && piece) {
      event.preventDefault();
      mark(row, false);
    } else if (isControl && key === 'd' && column) {
      event.preventDefault();
      const rowAbove = row === -1 ? pieces.length - 1 : row - 1;
      const above = pieces[rowAbove];
      // What stands in the cell above counts, even when the server has not answered for it yet.
      const cell = document.querySelector<HTMLInputElement | HTMLSelectElement>(
        `[data-cell="${rowAbove} ${columnKey}"]`,
      );
      const text = cell?.value ?? (above ? column.write(above) : null);
      if (text === null || columnKey === 'tag') return;
      if (piece) void commit(piece, column, text);
      else commitFresh(column, text);
    } else if (key === 'Enter') {
      event.preventDefault();
      if (row === -1 && column) {
        const value = target instanceof HTMLInputElement ? target.value : null;
        void addFresh(value === null ? fresh : commitFresh(column, value));
      } else focusCell(row + 1 < pieces.length ? row + 1 : 'new', columnKey);
    } else if (key === 'ArrowDown' && !(target instanceof HTMLSelectElement)) {
      event.preventDefault();
      if (row !== -1) focusCell(row + 1 < pieces.length ? row + 1 : 'new', columnKey);
    } else if (key === 'ArrowUp' && !(target instanceof HTMLSelectElement)) {
      event.preventDefault();
      if (row === -1) focusCell(pieces.length - 1, columnKey);
      else if (row > 0) focusCell(row - 1, columnKey);
    } else if (key === 'Escape') target.blur();
  };
}
