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
  const [change] = upholder.useChangePieceMutation();
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

  /** Writes a piece; answers with what was refused, or null. */
  const write = useCallback(
    async (piece: Piece, version: number): Promise<Refusal | null> => {
      const outcome = await change({ jobId, version, piece });
      if (!('error' in outcome)) {
        versions.current.set(piece.id, outcome.data.version);
        setSavedAt(new Date());
        return null;
      }
      const refusal = refusalOf(outcome.error);
      if (refusal.code === 'conflict' && refusal.current)
        setClash({ mine: piece, theirs: refusal.current as PieceRow });
      return refusal;
    },
    [change, jobId],
  );

  const edit = useCallback(
    async (before: PieceRow, part: Partial<Piece>): Promise<Refusal | null> => {
      const refusal = await write({ ...pieceOf(before), ...part }, versionOf(before));
      if (!refusal) {
        const old = pieceOf(before);
        remember({
          what: `change of ${before.tag}`,
          run: async () => (await write(old, versions.current.get(old.id) ?? 0)) === null,
        });
      }
      return refusal;
    },
    [write, versionOf, remember],
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
      if (clash && choice === 'mine') await write(clash.mine, clash.theirs.version);
      setClash(null);
    },
    [clash, write],
  );

  return { edit, insert, drop, undo, undoable, clash, settle, savedAt };
}
