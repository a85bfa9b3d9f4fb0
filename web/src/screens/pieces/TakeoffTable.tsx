import { useVirtualizer } from '@tanstack/react-virtual';
import type { Dossier, PieceRow } from '@upholder/core/api';
import type { PieceStates } from '@upholder/core/floor';
import { fieldMessages } from '@upholder/core/outcome';
import { kindDefaults, type Piece, PieceSchema, pieceAreas } from '@upholder/core/pieces';
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import type { Refusal } from '../../api/upholder.ts';
import { useIsNarrow } from '../../base/useIsNarrow.ts';
import { PieceGlyph } from '../../parts/PieceGlyph.tsx';
import { type Column, narrowed, takeoffColumns } from './cells.ts';
import { proposePiece } from './propose.ts';
import { TakeoffCell } from './TakeoffCell.tsx';

/** Fingers need more height than a mouse. */
const ROW_PX = window.matchMedia('(pointer: coarse)').matches ? 46 : 38;
/** Id that stands for the line in which a new piece is typed. */
export const NEW_LINE = 'new';

interface TableProps {
  dossier: Dossier;
  states: Map<string, PieceStates>;
  selectedId: string;
  onSelect(id: string): void;
  /** Pieces marked for changing together. */
  marked: ReadonlySet<string>;
  onMark(ids: ReadonlySet<string>): void;
  /** Pieces that something does not add up at, with what is said of them. */
  remarks: ReadonlyMap<string, string>;
  onPreview(piece: Piece | null): void;
  edit(piece: PieceRow, part: Partial<Piece>): Promise<Refusal | null>;
  insert(pieces: Piece[]): Promise<Refusal | null>;
  drop(pieces: PieceRow[]): Promise<Refusal | null>;
  undo(): Promise<void>;
  onPasteTable(text: string): void;
  onProblem(message: string | null): void;
}

/** The take-off as a table that is typed through from left to right and down, every cell saved as it is left. */
export function TakeoffTable({
  dossier,
  states,
  selectedId,
  onSelect,
  marked,
  onMark,
  remarks,
  onPreview,
  edit,
  insert,
  drop,
  undo,
  onPasteTable,
  onProblem,
}: TableProps) {
  const { pieces, zones } = dossier;
  const isNarrow = useIsNarrow();
  const columns = useMemo(() => {
    const all = takeoffColumns(zones);
    return isNarrow ? narrowed(all).kept : all;
  }, [zones, isNarrow]);
  const colours = useMemo(() => new Map(zones.map(({ id, newColour }) => [id, newColour])), [zones]);
  const [errors, setErrors] = useState<Record<string, Record<string, string>>>({});
  const [fresh, setFresh] = useState<Piece>(() => proposePiece(dossier, null));
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: pieces.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_PX,
    overscan: 12,
  });
  const template = `1.9rem 2.6rem ${columns.map(({ width }) => width).join(' ')} 3.5rem`;

  useEffect(() => {
    setFresh((current) =>
      zones.some(({ id }) => id === current.zoneId) ? current : { ...current, zoneId: zones[0]?.id ?? '' },
    );
  }, [zones]);

  function showErrors(id: string, found: Record<string, string>): void {
    setErrors((all) => ({ ...all, [id]: found }));
    onProblem(Object.values(found)[0] ?? null);
  }

  function atColumns(messages: Record<string, string>): Record<string, string> {
    const found: Record<string, string> = {};
    for (const [path, message] of Object.entries(messages)) {
      const field = path.split('.').at(-1) ?? '';
      const column = columns.find(({ fields }) => (fields as string[]).includes(field));
      found[column?.key ?? 'tag'] ??= message;
    }
    return found;
  }

  async function commit(piece: PieceRow, column: Column, text: string): Promise<void> {
    const read = column.read(text);
    if (!read.ok) return showErrors(piece.id, { [column.key]: read.message });
    const parsed = PieceSchema.safeParse({ ...piece, ...read.value });
    if (!parsed.success) {
      const messages = fieldMessages(parsed.error);
      return showErrors(piece.id, atColumns(messages));
    }
    showErrors(piece.id, {});
    const refusal = await edit(piece, read.value);
    if (refusal && refusal.code !== 'conflict') {
      const found = atColumns(refusal.fields);
      showErrors(piece.id, Object.keys(found).length > 0 ? found : { [column.key]: refusal.message });
    }
  }

  function commitFresh(column: Column, text: string): Piece {
    const read = column.read(text);
    if (!read.ok) {
      showErrors(NEW_LINE, { [column.key]: read.message });
      return fresh;
    }
    showErrors(NEW_LINE, {});
    const next = { ...fresh, ...read.value };
    const { kind } = read.value;
    if (kind !== undefined && kind !== fresh.kind && kindDefaults(kind).finishBack === false)
      next.finishBack = false;
    setFresh(next);
    return next;
  }

  async function addFresh(piece: Piece): Promise<void> {
    const parsed = PieceSchema.safeParse(piece);
    if (!parsed.success) {
      return showErrors(NEW_LINE, atColumns(fieldMessages(parsed.error)));
    }
    const refusal = await insert([parsed.data]);
    if (refusal)
      return showErrors(
        NEW_LINE,
        Object.keys(refusal.fields).length > 0 ? atColumns(refusal.fields) : { tag: refusal.message },
      );
    showErrors(NEW_LINE, {});
    setFresh(proposePiece(dossier, parsed.data));
    focusCell('new', 'tag');
  }

  const lastMarked = useRef(0);
  function mark(row: number, isRange: boolean): void {
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
  }

  function focusCell(row: number | 'new', key: string): void {
    if (row !== 'new') rows.scrollToIndex(row);
    requestAnimationFrame(() => {
      const found = document.querySelector<HTMLInputElement>(
        `[data-cell="${row === 'new' ? -1 : row} ${key}"]`,
      );
      found?.focus();
      if (found instanceof HTMLInputElement) found.select();
    });
  }

  function press(event: KeyboardEvent): void {
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
  }

  function lineOf(piece: Piece, row: number, id: string) {
    return columns.map((column) => (
      <div key={column.key} role="cell" className="border-line border-l">
        <TakeoffCell
          column={column}
          piece={piece}
          row={row}
          error={errors[id]?.[column.key]}
          onFocus={() => {
            onSelect(id);
            onPreview(row === -1 ? piece : null);
          }}
          onPreview={(part) => onPreview({ ...piece, ...part })}
          onCommit={(changed, text) => {
            onPreview(null);
            if (row === -1) commitFresh(changed, text);
            else void commit(piece as PieceRow, changed, text);
          }}
        />
      </div>
    ));
  }

  return (
    <div
      role="table"
      aria-label="Take-off"
      aria-rowcount={pieces.length + 2}
      className="flex min-h-0 flex-1 flex-col overflow-x-auto bg-sheet"
      onKeyDown={press}
      onPaste={(event) => {
        const text = event.clipboardData.getData('text');
        if (!/[\t\n]/.test(text.trim())) return;
        event.preventDefault();
        onPasteTable(text);
      }}
    >
      <div
        role="row"
        className="grid min-w-[49rem] border-ink border-b-[1.5px] font-semibold text-small"
        style={{ gridTemplateColumns: template }}
      >
        <span role="columnheader" className="grid place-items-center">
          <input
            type="checkbox"
            aria-label="Mark all pieces"
            className="size-4 accent-(--act)"
            checked={pieces.length > 0 && marked.size === pieces.length}
            onChange={({ target }) => onMark(new Set(target.checked ? pieces.map(({ id }) => id) : []))}
          />
        </span>
        <span role="columnheader" className="px-2 py-1.5">
          <span className="sr-only">Drawing</span>
        </span>
        {columns.map(({ key, title, isNumber }) => (
          <span
            key={key}
            role="columnheader"
            className={`border-line border-l px-2 py-1.5 ${isNumber ? 'text-right' : ''}`}
          >
            {title}
          </span>
        ))}
        <span role="columnheader" className="border-line border-l px-2 py-1.5 text-right">
          m²
        </span>
      </div>
      <div ref={scroller} role="rowgroup" className="min-h-0 min-w-[49rem] flex-1 overflow-y-auto">
        <div className="relative" style={{ height: rows.getTotalSize() }}>
          {rows.getVirtualItems().map(({ index, start }) => {
            const piece = pieces[index];
            if (!piece) return null;
            return (
              <div
                key={piece.id}
                role="row"
                aria-rowindex={index + 2}
                className={`absolute inset-x-0 grid items-stretch border-line border-b ${piece.id === selectedId ? 'bg-act-wash' : ''}`}
                style={{ top: start, height: ROW_PX, gridTemplateColumns: template }}
              >
                <span role="cell" className="grid place-items-center">
                  <input
                    type="checkbox"
                    aria-label={`Mark ${piece.tag}`}
                    className="size-4 accent-(--act)"
                    checked={marked.has(piece.id)}
                    onClick={(event) => mark(index, event.shiftKey)}
                    onChange={() => undefined}
                  />
                </span>
                <span
                  role="cell"
                  className={`relative grid place-items-center ${remarks.has(piece.id) ? 'border-tape border-l-[6px]' : ''}`}
                  title={remarks.get(piece.id)}
                >
                  <PieceGlyph
                    piece={piece}
                    states={states.get(piece.id)}
                    colour={colours.get(piece.zoneId) ?? '#888888'}
                    size={28}
                  />
                </span>
                {lineOf(piece, index, piece.id)}
                <span role="cell" className="self-center border-line border-l px-2 text-right">
                  {(pieceAreas(piece).totalMm2 / 1e6).toFixed(3)}
                </span>
              </div>
            );
          })}
        </div>
      </div>
      <div
        role="row"
        aria-rowindex={pieces.length + 2}
        className={`grid min-w-[49rem] border-ink border-t-[1.5px] ${selectedId === NEW_LINE ? 'bg-act-wash' : 'bg-raised'}`}
        style={{ height: ROW_PX + 4, gridTemplateColumns: template }}
      >
        <span role="cell" className="col-span-2 grid">
          <button
            type="button"
            className="font-bold text-act text-lead leading-none"
            aria-label="Add the piece"
            onClick={() => void addFresh(fresh)}
          >
            +
          </button>
        </span>
        {lineOf(fresh, -1, NEW_LINE)}
        <span role="cell" className="self-center border-line border-l px-2 text-right text-quiet">
          {PieceSchema.safeParse(fresh).success ? (pieceAreas(fresh).totalMm2 / 1e6).toFixed(3) : '–'}
        </span>
      </div>
    </div>
  );
}
