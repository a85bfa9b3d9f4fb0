import type { JobDetail, PieceRow } from '@upholder/core/api';
import type { Piece } from '@upholder/core/pieces';
import { useCallback, useRef, useState } from 'react';
import { type Refusal, refusalOf, upholder } from '../api/upholder.ts';
import { type UseHistory, useHistory } from '../base/useHistory.ts';

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

/**
 * Adding, changing and deleting pieces, each step saved at once and each one undoable.
 * @param shared the history of the screen, where pieces are not all that changes on it.
 */
export function useTakeoff(detail: JobDetail, shared?: UseHistory) {
  const jobId = detail.job.id;
  const [add] = upholder.useAddPiecesMutation();
  const [change] = upholder.useChangePiecesMutation();
  const [remove] = upholder.useDeletePiecesMutation();
  const own = useHistory(shared === undefined);
  const history = shared ?? own;
  const { inTurn, record } = history;
  /** Pieces as the server last answered, which may be newer than what the table shows yet. */
  const answered = useRef(new Map<string, PieceRow>());
  const [clash, setClash] = useState<Clash | null>(null);
  const [savedAt, setSavedAt] = useState<Date | null>(null);

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
        const put = async (pieces: readonly Piece[]): Promise<boolean> =>
          (await write(
            pieces.map((piece) => ({ piece, version: answered.current.get(piece.id)?.version ?? 0 })),
          )) === null;
        record({
          what: old.length === 1 ? `change of ${old[0]?.tag}` : `change of ${old.length} pieces`,
          undo: () => put(old),
          redo: () => put(bases.map(({ base, part }) => ({ ...pieceOf(base), ...part }))),
        });
        return null;
      }),
    [inTurn, write, latestOf, record],
  );

  const edit = useCallback(
    (before: PieceRow, part: Partial<Piece>) => editMany([{ before, part }]),
    [editMany],
  );

  /** Says whether pieces were added, and remembers how the server has them. */
  const put = useCallback(
    async (pieces: readonly Piece[]): Promise<Refusal | null> => {
      const outcome = await add({ jobId, pieces: [...pieces] });
      if ('error' in outcome) return refusalOf(outcome.error);
      for (const row of outcome.data.pieces) answered.current.set(row.id, row);
      setSavedAt(new Date());
      return null;
    },
    [add, jobId],
  );
  const takeAway = useCallback(
    async (pieceIds: string[]): Promise<Refusal | null> => {
      const outcome = await remove({ jobId, pieceIds });
      if ('error' in outcome) return refusalOf(outcome.error);
      setSavedAt(new Date());
      return null;
    },
    [remove, jobId],
  );

  const drop = useCallback(
    (pieces: readonly PieceRow[]) =>
      inTurn(async (): Promise<Refusal | null> => {
        const ids = pieces.map(({ id }) => id);
        const refusal = await takeAway(ids);
        if (refusal) return refusal;
        const old = pieces.map(pieceOf);
        record({
          what: old.length === 1 ? `deletion of ${old[0]?.tag}` : `deletion of ${old.length} pieces`,
          undo: async () => (await put(old)) === null,
          redo: async () => (await takeAway(ids)) === null,
        });
        return null;
      }),
    [inTurn, put, takeAway, record],
  );

  /** Adds many, so many at a time, and tells how far it is; one press takes all of them back. */
  const insertMany = useCallback(
    (pieces: readonly Piece[], onProgress: (done: number) => void) =>
      inTurn(async (): Promise<Refusal | null> => {
        const putAll = async (tell: (done: number) => void) => {
          const added: Piece[] = [];
          for (let at = 0; at < pieces.length; at += CHUNK) {
            const chunk = pieces.slice(at, at + CHUNK);
            const refusal = await put(chunk);
            if (refusal) return { added, refusal };
            added.push(...chunk);
            tell(added.length);
          }
          return { added, refusal: null };
        };
        const { added, refusal } = await putAll(onProgress);
        if (added.length > 0)
          record({
            what: added.length === 1 ? `adding ${added[0]?.tag}` : `adding ${added.length} pieces`,
            undo: async () => (await takeAway(added.map(({ id }) => id))) === null,
            redo: async () => (await putAll(() => undefined)).refusal === null,
          });
        return refusal;
      }),
    [inTurn, put, takeAway, record],
  );
  const insert = useCallback((pieces: Piece[]) => insertMany(pieces, () => undefined), [insertMany]);

  const settle = useCallback(
    async (choice: 'mine' | 'theirs') => {
      setClash(null);
      if (!clash || choice !== 'mine') return;
      const part = Object.fromEntries(clash.changed.map((key) => [key, clash.mine[key]]));
      await write([{ piece: { ...pieceOf(clash.theirs), ...part }, version: clash.theirs.version, part }]);
    },
    [clash, write],
  );

  return { edit, editMany, insert, insertMany, drop, history, clash, settle, savedAt };
}
