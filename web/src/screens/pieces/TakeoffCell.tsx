import type { Piece } from '@upholder/core/pieces';
import { useState } from 'react';
import type { Column } from './cells.ts';

interface CellProps {
  column: Column;
  piece: Piece;
  row: number;
  error: string | undefined;
  onCommit(column: Column, text: string): void;
  onFocus(): void;
  /** The piece as it would be with what stands in the cell right now. */
  onPreview(part: Partial<Piece>): void;
}

/** A cell that shows what is written, keeps what is wrong, and saves as it is left. */
export function TakeoffCell({ column, piece, row, error, onCommit, onFocus, onPreview }: CellProps) {
  const written = column.write(piece);
  const [draft, setDraft] = useState<string | null>(null);
  const [before, setBefore] = useState(written);
  if (before !== written) {
    // The piece changed elsewhere or the change was taken: show it, unless something wrong still stands here.
    setBefore(written);
    setDraft(null);
  }
  const shared = {
    'data-cell': `${row} ${column.key}`,
    'aria-label': `${column.title} of ${piece.tag || 'the new piece'}`,
    'aria-invalid': error !== undefined,
    title: error,
    onFocus,
    className: `h-full w-full min-w-0 border-0 bg-transparent px-1.5 outline-offset-[-3px] aria-[invalid=true]:bg-stop-wash aria-[invalid=true]:text-stop ${column.isNumber ? 'text-right' : ''}`,
  };
  if (written === null) return <span className="px-2 text-right text-quiet" />;
  if (column.choices) {
    return (
      <select
        {...shared}
        className={`${shared.className} pl-1 text-note`}
        value={written}
        onChange={({ target }) => onCommit(column, target.value)}
      >
        {column.choices.map(({ value, name }) => (
          <option key={value} value={value}>
            {name}
          </option>
        ))}
      </select>
    );
  }
  return (
    <input
      {...shared}
      value={draft ?? written}
      autoComplete="off"
      spellCheck={false}
      onChange={({ target }) => {
        setDraft(target.value);
        const read = column.read(target.value, piece);
        if (read.ok) onPreview(read.value);
      }}
      onBlur={() => draft !== null && draft !== written && onCommit(column, draft)}
    />
  );
}
