import type { Dossier, PieceRow } from '@upholder/core/api';
import type { Piece } from '@upholder/core/pieces';
import { useCallback, useRef, useState } from 'react';
import { type Refusal, refusalOf, upholder } from '../api/upholder.ts';

/** A change that can be taken back. */
interface Undo {
  what: string;
  run(): Promise<boolean>;
}

/** What two people wrote into the same piece. */
export interface Clash {
  mine: Piece;
  theirs: PieceRow;
  /** What I changed of it; the rest of mine is only what I had seen. */
  changed: (keyof Piece)[];
}

/** So many pieces go to the server at once. */
const CHUNK = 500;

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
  /** Pieces as the server last answered, which may be newer than what the table shows yet. */
  const answered = useRef(new Map<string, PieceRow>());
  const [clash, setClash] = useState<Clash | null>(null);
  const [undoable, setUndoable] = useState<string | null>(null);
  const [savedAt, setSavedAt] = useState<Date | null>(null);

  // Presses may come faster than answers: each change waits for the one before, so that taking back finds it.
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const inTurn = useCallback(<T>(work: () => Promise<T>): Promise<T> => {
    const result = queue.current.then(work);
    queue.current = result.catch(() => undefined);
    return result;
  }, []);

  const remember = useCallback((undo: Undo | null) => {
    if (undo) undoStack.current.push(undo);
    setUndoable(undoStack.current.at(-1)?.what ?? null);
  }, []);

  const latestOf = useCallback((piece: PieceRow): PieceRow => {
    const known = answered.current.get(piece.id);
    return known && known.version > piece.version ? known : piece;
  }, []);

  /** Writes pieces, all or none; answers with what was refused, or null. */
  const write = useCallback(
    async (
      changes: readonly { piece: Piece; version: number; part?: Partial<Piece> }[],
    ): Promise<Refusal | null> => {
      const outcome = await change({
        jobId,
        changes: changes.map(({ piece, version }) => ({ piece, version })),
      });
      if (!('error' in outcome)) {
        for (const row of outcome.data.pieces) answered.current.set(row.id, row);
        setSavedAt(new Date());
        return null;
      }
      const refusal = refusalOf(outcome.error);
      const theirs = refusal.current as PieceRow | undefined;
      const mine = changes.find(({ piece }) => piece.id === theirs?.id);
      if (refusal.code === 'conflict' && theirs && mine)
        setClash({
          mine: mine.piece,
          theirs,
          changed: Object.keys(mine.part ?? mine.piece) as (keyof Piece)[],
        });
      return refusal;
    },
    [change, jobId],
  );

  /** Changes pieces, each by its own part; one press takes all of it back. */
  const editMany = useCallback(
    (edits: readonly { before: PieceRow; part: Partial<Piece> }[]) =>
      inTurn(async (): Promise<Refusal | null> => {
        // A change of one field keeps what another one wrote a moment ago.
        const bases = edits.map(({ before, part }) => ({ base: latestOf(before), part }));
        const refusal = await write(
          bases.map(({ base, part }) => ({
            piece: { ...pieceOf(base), ...part },
            version: base.version,
            part,
          })),
        );
        if (refusal) return refusal;
        const old = bases.map(({ base }) => pieceOf(base));
        remember({
          what: old.length === 1 ? `change of ${old[0]?.tag}` : `change of ${old.length} pieces`,
          run: async () =>
            (await write(
              old.map((piece) => ({ piece, version: answered.current.get(piece.id)?.version ?? 0 })),
            )) === null,
        });
        return null;
      }),
    [inTurn, write, latestOf, remember],
  );

  const edit = useCallback(
    (before: PieceRow, part: Partial<Piece>) => editMany([{ before, part }]),
    [editMany],
  );

  const drop = useCallback(
    (pieces: readonly PieceRow[]) =>
      inTurn(async (): Promise<Refusal | null> => {
        const outcome = await remove({ jobId, pieceIds: pieces.map(({ id }) => id) });
        if ('error' in outcome) return refusalOf(outcome.error);
        const old = pieces.map(pieceOf);
        const what = old.length === 1 ? `deletion of ${old[0]?.tag}` : `deletion of ${old.length} pieces`;
        remember({ what, run: async () => !('error' in (await add({ jobId, pieces: old }))) });
        setSavedAt(new Date());
        return null;
      }),
    [inTurn, add, remove, jobId, remember],
  );

  const insert = useCallback(
    (pieces: Piece[]) =>
      inTurn(async (): Promise<Refusal | null> => {
        const outcome = await add({ jobId, pieces });
        if ('error' in outcome) return refusalOf(outcome.error);
        const what = pieces.length === 1 ? `adding ${pieces[0]?.tag}` : `adding ${pieces.length} pieces`;
        remember({
          what,
          run: async () => !('error' in (await remove({ jobId, pieceIds: pieces.map(({ id }) => id) }))),
        });
        setSavedAt(new Date());
        return null;
      }),
    [inTurn, add, remove, jobId, remember],
  );

  /** Adds many, so many at a time, and tells how far it is; one press takes all of them back. */
  const insertMany = useCallback(
    (pieces: Piece[], onProgress: (done: number) => void) =>
      inTurn(async (): Promise<Refusal | null> => {
        const added: string[] = [];
        const refusal = await (async () => {
          for (let at = 0; at < pieces.length; at += CHUNK) {
            const chunk = pieces.slice(at, at + CHUNK);
            const outcome = await add({ jobId, pieces: chunk });
            if ('error' in outcome) return refusalOf(outcome.error);
            added.push(...chunk.map(({ id }) => id));
            onProgress(added.length);
          }
          return null;
        })();
        if (added.length > 0) {
          remember({
            what: added.length === 1 ? `adding ${pieces[0]?.tag}` : `adding ${added.length} pieces`,
            run: async () => !('error' in (await remove({ jobId, pieceIds: added }))),
          });
          setSavedAt(new Date());
        }
        return refusal;
      }),
    [inTurn, add, remove, jobId, remember],
  );

  const undo = useCallback(
    () =>
      inTurn(async () => {
        const last = undoStack.current.pop();
        // What could not be taken back stays to be tried again.
        remember(last && !(await last.run()) ? last : null);
      }),
    [inTurn, remember],
  );

  const settle = useCallback(
    async (choice: 'mine' | 'theirs') => {
      setClash(null);
      if (!clash || choice !== 'mine') return;
      const part = Object.fromEntries(clash.changed.map((key) => [key, clash.mine[key]]));
      await write([{ piece: { ...pieceOf(clash.theirs), ...part }, version: clash.theirs.version, part }]);
    },
    [clash, write],
  );

  return { edit, editMany, insert, insertMany, drop, undo, undoable, clash, settle, savedAt };
}
