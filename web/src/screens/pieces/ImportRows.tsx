import { useVirtualizer } from '@tanstack/react-virtual';
import type { TakeoffRow } from '@upholder/core/formats';
import { sayPiece } from '@upholder/core/pieces';
import { useMemo, useRef, useState } from 'react';
import { voice } from '../../base/voice.ts';

const ROW_PX = 36;

/** A row as it was understood: how many of what, in mm. */
function saidOf({ pieces }: TakeoffRow): string {
  const [first] = pieces;
  return first ? sayPiece(first, pieces.length, voice().units) : '';
}

interface RowsProps {
  headings: readonly string[];
  rows: readonly TakeoffRow[];
  /** Lines that can be read but are to stay out. */
  skipped: ReadonlySet<number>;
  onSkip(line: number, isSkipped: boolean): void;
  onSkipAll(isSkipped: boolean): void;
  onEdit(line: number, cells: string[]): void;
}

/** The rows of a table as they were read; every cell can be put right where it stands. */
export function ImportRows({ headings, rows, skipped, onSkip, onSkipAll, onEdit }: RowsProps) {
  const [onlyBad, setOnlyBad] = useState(false);
  const scroller = useRef<HTMLDivElement>(null);
  const shown = useMemo(
    () => (onlyBad ? rows.filter(({ pieces }) => pieces.length === 0) : rows),
    [rows, onlyBad],
  );
  const bad = rows.filter(({ pieces }) => pieces.length === 0).length;
  const list = useVirtualizer({
    count: shown.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_PX,
    overscan: 10,
  });
  const template = `2.4rem 3rem 17rem repeat(${headings.length}, 7rem)`;
  const areAllIn = rows.every(({ line, pieces }) => pieces.length === 0 || !skipped.has(line));
  return (
    <div className="mt-2">
      {bad > 0 && bad < rows.length && (
        <label className="mb-1 flex items-center gap-2">
          <input
            type="checkbox"
            className="size-4 accent-(--act)"
            checked={onlyBad}
            onChange={({ target }) => setOnlyBad(target.checked)}
          />
          Show only the {bad} that cannot be imported
        </label>
      )}
      <div
        ref={scroller}
        role="table"
        aria-label="Rows of the table"
        className="max-h-80 overflow-auto border border-line"
      >
        <div
          role="row"
          className="sticky top-0 z-10 grid min-w-max bg-sheet font-semibold text-small"
          style={{ gridTemplateColumns: template }}
        >
          <span role="columnheader" className="grid place-items-center">
            <input
              type="checkbox"
              className="size-4 accent-(--act)"
              aria-label="Import all rows that can be read"
              checked={areAllIn}
              onChange={({ target }) => onSkipAll(!target.checked)}
            />
          </span>
          <span role="columnheader" className="px-1 py-1.5 text-quiet">
            Line
          </span>
          <span role="columnheader" className="border-line border-l px-2 py-1.5">
            Said
          </span>
          {headings.map((heading, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: columns stay where they are
            <span key={index} role="columnheader" className="truncate border-line border-l px-2 py-1.5">
              {heading}
            </span>
          ))}
        </div>
        <div role="rowgroup" className="relative min-w-max" style={{ height: list.getTotalSize() }}>
          {list.getVirtualItems().map(({ index, start }) => {
            const row = shown[index];
            if (!row) return null;
            const isGood = row.pieces.length > 0;
            return (
              <div
                key={row.line}
                role="row"
                className={`absolute inset-x-0 grid items-stretch border-line border-t text-note ${isGood ? '' : 'bg-stop-wash'}`}
                style={{ top: start, height: ROW_PX, gridTemplateColumns: template }}
              >
                <span role="cell" className="grid place-items-center">
                  {isGood && (
                    <input
                      type="checkbox"
                      className="size-4 accent-(--act)"
                      aria-label={`Import line ${row.line}`}
                      checked={!skipped.has(row.line)}
                      onChange={({ target }) => onSkip(row.line, !target.checked)}
                    />
                  )}
                </span>
                <span role="cell" className="self-center px-1 text-quiet">
                  {row.line}
                </span>
                <span
                  role="cell"
                  className="line-clamp-2 self-center border-line border-l px-2 text-small text-stop leading-tight"
                  title={Object.values(row.errors).join(' ')}
                >
                  {Object.values(row.errors).join(' ')}
                  {isGood && (
                    <span className="text-ink">
                      {[saidOf(row), row.doubts[-1] ?? ''].filter(Boolean).join('. ')}
                    </span>
                  )}
                </span>
                {headings.map((heading, column) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: columns stay where they are
                  <span key={column} role="cell" className="border-line border-l">
                    <input
                      aria-label={`${heading}, line ${row.line}`}
                      aria-invalid={row.errors[column] !== undefined}
                      title={row.errors[column] ?? row.doubts[column]}
                      placeholder={row.inherited[column]}
                      className={`h-full w-full bg-transparent px-2 italic outline-offset-[-3px] not-placeholder-shown:not-italic aria-[invalid=true]:bg-raised aria-[invalid=true]:font-bold aria-[invalid=true]:text-stop ${row.doubts[column] ? 'border-b-[3px] border-b-act bg-act-wash' : ''}`}
                      value={row.cells[column] ?? ''}
                      onChange={({ target }) =>
                        onEdit(
                          row.line,
                          row.cells.map((cell, at) => (at === column ? target.value : cell)),
                        )
                      }
                    />
                  </span>
                ))}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}
