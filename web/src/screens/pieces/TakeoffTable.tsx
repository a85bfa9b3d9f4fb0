import { useVirtualizer } from '@tanstack/react-virtual';
import type { JobDetail, PieceRow } from '@upholder/core/api';
import type { PieceStates } from '@upholder/core/floor';
import { type Piece, PieceSchema, pieceAreas } from '@upholder/core/pieces';
import { areaCell } from '@upholder/core/units';
import { useLayoutEffect, useMemo, useRef } from 'react';
import type { Refusal } from '../../api/upholder.ts';
import { useRoom } from '../../base/useIsNarrow.ts';
import { unit, voice } from '../../base/voice.ts';
import { PieceGlyph } from '../../parts/PieceGlyph.tsx';
import { type Column, shownColumns } from './cells.ts';
import { TakeoffCell } from './TakeoffCell.tsx';
import { type Cells, NEW_LINE, useCells } from './useCells.ts';
import { gridKeys, useMarking } from './useGridKeys.ts';

/** Height of a row with the line under it, in px: fingers need more than a mouse, a thumb more than a finger at a table. */
const ROW_PX = {
  ...(window.matchMedia('(pointer: coarse)').matches ? { desk: 46, tablet: 46 } : { desk: 38, tablet: 38 }),
  phone: 49,
};
/** Width of the marks before the rows. */
const MARK_WIDTH = { desk: '1.9rem', tablet: '1.9rem', phone: '48px' };

interface TableProps {
  detail: JobDetail;
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

type LineProps = Pick<TableProps, 'onSelect' | 'onPreview'> & {
  columns: readonly Column[];
  piece: Piece;
  /** -1: the line in which a new piece is typed. */
  row: number;
  cells: Cells;
};

/** The cells of one piece, or of the one that is being typed. */
function Line({ columns, piece, row, cells, onSelect, onPreview }: LineProps) {
  const isNew = row === -1;
  const id = isNew ? NEW_LINE : piece.id;
  return columns.map((column) => (
    <div key={column.key} role="cell" className="border-line border-l">
      <TakeoffCell
        column={column}
        piece={piece}
        row={row}
        error={cells.errors[id]?.[column.key]}
        onFocus={() => {
          onSelect(id);
          onPreview(isNew ? piece : null);
        }}
        onPreview={(part) => onPreview({ ...piece, ...part })}
        onCommit={(changed, text) => {
          onPreview(null);
          if (isNew) cells.commitFresh(changed, text);
          else void cells.commit(piece as PieceRow, changed, text);
        }}
      />
    </div>
  ));
}

function HeadRow({
  columns,
  template,
  pieces,
  marked,
  onMark,
}: { columns: readonly Column[]; template: string; pieces: readonly PieceRow[] } & Pick<
  TableProps,
  'marked' | 'onMark'
>) {
  return (
    <div
      role="row"
      className="grid min-w-[49rem] max-md:min-w-[28rem] border-ink border-b-[1.5px] font-semibold text-small"
      style={{ gridTemplateColumns: template }}
    >
      <span role="columnheader" className="grid place-items-center">
        <label className="grid h-full w-full place-items-center max-md:min-h-[48px]">
          <input
            type="checkbox"
            aria-label="Select all pieces"
            className="size-4 accent-(--act)"
            checked={pieces.length > 0 && marked.size === pieces.length}
            onChange={({ target }) => onMark(new Set(target.checked ? pieces.map(({ id }) => id) : []))}
          />
        </label>
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
        {unit('area')}
      </span>
    </div>
  );
}

/** Mark and drawing of a piece, before its cells. */
function RowStart({
  piece,
  isMarked,
  onMark,
  remark,
  states,
  colour,
}: {
  piece: PieceRow;
  isMarked: boolean;
  onMark(isRange: boolean): void;
  remark: string | undefined;
  states: PieceStates | undefined;
  colour: string;
}) {
  return (
    <>
      <span role="cell" className="grid place-items-center">
        <label className="grid h-full w-full place-items-center">
          <input
            type="checkbox"
            aria-label={`Mark ${piece.tag}`}
            className="size-4 accent-(--act)"
            checked={isMarked}
            onClick={(event) => onMark(event.shiftKey)}
            onChange={() => undefined}
          />
        </label>
      </span>
      <span
        role="cell"
        className={`relative grid place-items-center ${remark === undefined ? '' : 'border-tape border-l-[6px]'}`}
        title={remark}
      >
        <PieceGlyph piece={piece} states={states} colour={colour} size={28} />
      </span>
    </>
  );
}

/** The take-off as a table that is typed through from left to right and down, every cell saved as it is left. */
export function TakeoffTable(props: TableProps) {
  const { detail, selectedId, marked, onMark, onSelect, onPreview, onPasteTable, onProblem } = props;
  const { pieces, zones } = detail;
  const room = useRoom();
  const rowPx = ROW_PX[room];
  const columns = useMemo(() => shownColumns(zones, pieces, room).kept, [zones, pieces, room]);
  const colours = useMemo(() => new Map(zones.map(({ id, newColour }) => [id, newColour])), [zones]);
  const scroller = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({
    count: pieces.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowPx,
    overscan: 12,
  });
  // A phone that is turned has rows of another height.
  // biome-ignore lint/correctness/useExhaustiveDependencies: what it measures is the height
  useLayoutEffect(() => rows.measure(), [rowPx]);
  const template = `${MARK_WIDTH[room]} 2.6rem ${columns.map(({ width }) => width).join(' ')} 3.5rem`;

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

  const cells = useCells({ detail, columns, edit: props.edit, insert: props.insert, onProblem, focusCell });
  const mark = useMarking(pieces, marked, onMark);
  const { fresh } = cells;
  const press = gridKeys({
    pieces,
    columns,
    cells,
    mark,
    focusCell,
    undo: props.undo,
    drop: props.drop,
    onProblem,
  });
  const line = { columns, cells, onSelect, onPreview };
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
      <HeadRow columns={columns} template={template} pieces={pieces} marked={marked} onMark={onMark} />
      <div
        ref={scroller}
        role="rowgroup"
        className="min-h-0 min-w-[49rem] max-md:min-w-[28rem] flex-1 overflow-y-auto"
      >
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
                style={{ top: start, height: rowPx, gridTemplateColumns: template }}
              >
                <RowStart
                  piece={piece}
                  isMarked={marked.has(piece.id)}
                  onMark={(isRange) => mark(index, isRange)}
                  remark={props.remarks.get(piece.id)}
                  states={props.states.get(piece.id)}
                  colour={colours.get(piece.zoneId) ?? '#888888'}
                />
                <Line {...line} piece={piece} row={index} />
                <span role="cell" className="self-center border-line border-l px-2 text-right">
                  {areaCell(pieceAreas(piece).totalMm2 / 1e6, voice().units)}
                </span>
              </div>
            );
          })}
        </div>
      </div>
      <div
        role="row"
        aria-rowindex={pieces.length + 2}
        className={`grid min-w-[49rem] max-md:min-w-[28rem] border-ink border-t-[1.5px] ${selectedId === NEW_LINE ? 'bg-act-wash' : 'bg-raised'}`}
        style={{ height: rowPx + 4, gridTemplateColumns: template }}
      >
        <span role="cell" className="col-span-2 grid">
          <button
            type="button"
            className="font-bold text-act text-lead leading-none"
            aria-label="Add the piece"
            onClick={() => void cells.addFresh(fresh)}
          >
            +
          </button>
        </span>
        <Line {...line} piece={fresh} row={-1} />
        <span role="cell" className="self-center border-line border-l px-2 text-right text-quiet">
          {PieceSchema.safeParse(fresh).success
            ? areaCell(pieceAreas(fresh).totalMm2 / 1e6, voice().units)
            : '–'}
        </span>
      </div>
    </div>
  );
}
