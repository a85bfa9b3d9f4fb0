import type { Dossier, PieceRow } from '@upholder/core/api';
import type { Piece } from '@upholder/core/pieces';
import { useCallback, useRef, useState } from 'react';
import { type Refusal, refusalOf, upholder } from '../../api/upholder.ts';

/** A change that can be taken back. */
interface Undo {
  what: string;
  run(): Promise<boolean>;
}

/** What two people wrote into the same piece. */
export interface Clash {
  mine: Piece;
  theirs: PieceRow;
}

function pieceOf({ version: _version, ...piece }: PieceRow): Piece {
  return piece;
}

/** Adding, changing and deleting pieces, each step saved at once and each one undoable. */
export function useTakeoff(dossier: Dossier) {
  const jobId = dossier.job.id;
  const [add] = upholder.useAddPiecesMutation();
  const [change] = upholder.useChangePiecesMutation();
  const [remove] = upholder.useDeletePiecesMutation();
  const undoStack = useRef<Undo[]>([]);
  const versions = useRef(new Map<string, number>());
  const [clash, setClash] = useState<Clash | null>(null);
  const [undoable, setUndoable] = useState<string | null>(null);
  const [savedAt, setSavedAt] = useState<Date | null>(null);

  const remember = useCallback((undo: Undo | null) => {
    if (undo) undoStack.current.push(undo);
    setUndoable(undoStack.current.at(-1)?.what ?? null);
  }, []);

  const versionOf = useCallback(
    (piece: PieceRow) => Math.max(piece.version, versions.current.get(piece.id) ?? 0),
    [],
  );

  /** Writes pieces, all or none; answers with what was refused, or null. */
  const write = useCallback(
    async (changes: readonly { piece: Piece; version: number }[]): Promise<Refusal | null> => {
      const outcome = await change({ jobId, changes: [...changes] });
      if (!('error' in outcome)) {
        for (const { id, version } of outcome.data.pieces) versions.current.set(id, version);
        setSavedAt(new Date());
        return null;
      }
      const refusal = refusalOf(outcome.error);
      const theirs = refusal.current as PieceRow | undefined;
      const mine = changes.find(({ piece }) => piece.id === theirs?.id)?.piece;
      if (refusal.code === 'conflict' && theirs && mine) setClash({ mine, theirs });
      return refusal;
    },
    [change, jobId],
  );

  /** Changes pieces, each by its own part; one press takes all of it back. */
  const editMany = useCallback(
    async (edits: readonly { before: PieceRow; part: Partial<Piece> }[]): Promise<Refusal | null> => {
      const refusal = await write(
        edits.map(({ before, part }) => ({
          piece: { ...pieceOf(before), ...part },
          version: versionOf(before),
        })),
      );
      if (refusal) return refusal;
      const old = edits.map(({ before }) => pieceOf(before));
      remember({
        what: old.length === 1 ? `change of ${old[0]?.tag}` : `change of ${old.length} pieces`,
        run: async () =>
          (await write(old.map((piece) => ({ piece, version: versions.current.get(piece.id) ?? 0 })))) ===
          null,
      });
      return null;
    },
    [write, versionOf, remember],
  );

  const edit = useCallback(
    (before: PieceRow, part: Partial<Piece>) => editMany([{ before, part }]),
    [editMany],
  );

  const drop = useCallback(
    async (pieces: readonly PieceRow[]): Promise<Refusal | null> => {
      const outcome = await remove({ jobId, pieceIds: pieces.map(({ id }) => id) });
      if ('error' in outcome) return refusalOf(outcome.error);
      const old = pieces.map(pieceOf);
      const what = old.length === 1 ? `deletion of ${old[0]?.tag}` : `deletion of ${old.length} pieces`;
      remember({ what, run: async () => !('error' in (await add({ jobId, pieces: old }))) });
      setSavedAt(new Date());
      return null;
    },
    [add, remove, jobId, remember],
  );

  const insert = useCallback(
    async (pieces: Piece[]): Promise<Refusal | null> => {
      const outcome = await add({ jobId, pieces });
      if ('error' in outcome) return refusalOf(outcome.error);
      const what = pieces.length === 1 ? `adding ${pieces[0]?.tag}` : `adding ${pieces.length} pieces`;
      remember({
        what,
        run: async () => !('error' in (await remove({ jobId, pieceIds: pieces.map(({ id }) => id) }))),
      });
      setSavedAt(new Date());
      return null;
    },
    [add, remove, jobId, remember],
  );

  const undo = useCallback(async () => {
    const last = undoStack.current.pop();
    remember(null);
    await last?.run();
  }, [remember]);

  const settle = useCallback(
    async (choice: 'mine' | 'theirs') => {
      if (clash && choice === 'mine') await write([{ piece: clash.mine, version: clash.theirs.version }]);
      setClash(null);
    },
    [clash, write],
  );

  return { edit, editMany, insert, drop, undo, undoable, clash, settle, savedAt };
}
