import type { JobDetail, PieceRow } from '@upholder/core/api';
import { fieldMessages } from '@upholder/core/outcome';
import { kindDefaults, type Piece, PieceSchema } from '@upholder/core/pieces';
import { useEffect, useState } from 'react';
import type { Refusal } from '../../api/upholder.ts';
import type { Column } from './cells.ts';
import { proposePiece } from './propose.ts';

/** Id that stands for the line in which a new piece is typed. */
export const NEW_LINE = 'new';

/** Puts the cursor into a cell; once it is drawn, where it has to be scrolled to first. */
export type FocusCell = (row: number | 'new', key: string) => void;

interface CellsOptions {
  detail: JobDetail;
  columns: readonly Column[];
  edit(piece: PieceRow, part: Partial<Piece>): Promise<Refusal | null>;
  insert(pieces: Piece[]): Promise<Refusal | null>;
  onProblem(message: string | null): void;
  focusCell: FocusCell;
}

/** What is typed into the cells of the take-off: checked, saved as a cell is left, and said at the cell where it cannot be. */
export function useCells({ detail, columns, edit, insert, onProblem, focusCell }: CellsOptions) {
  const { zones } = detail;
  const [errors, setErrors] = useState<Record<string, Record<string, string>>>({});
  const [fresh, setFresh] = useState<Piece>(() => proposePiece(detail, null));
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
    const read = column.read(text, piece);
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
    setFresh(proposePiece(detail, parsed.data));
    focusCell('new', 'tag');
  }

  return { errors, fresh, commit, commitFresh, addFresh };
}
export type Cells = ReturnType<typeof useCells>;
