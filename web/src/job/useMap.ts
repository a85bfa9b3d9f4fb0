import type { JobDetail, OpeningRow, WallRow } from '@upholder/core/api';
import { layoutFromTags, type Opening, type Wall } from '@upholder/core/elevation';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { type Refusal, refusalOf, upholder } from '../api/upholder.ts';
import { useHistory } from '../base/useHistory.ts';
import { useOpenings } from './useOpenings.ts';

/** What is put on the map at once: walls, openings, and which pieces go into which. */
interface Added {
  walls: Wall[];
  openings: Opening[];
  assigned: { pieceId: string; openingId: string }[];
}

/** A row without what the server adds to it. */
function plain<T extends { version: number }>({ version: _version, ...row }: T): Omit<T, 'version'> {
  return row;
}

/**
 * Walls and openings of a job and all that can be done to them: each change is saved at once and can be taken back and made
 * again. What is refused is said, and nothing is kept of it.
 */
export function useMap(served: JobDetail) {
  const { detail, change: write } = useOpenings(served);
  const jobId = detail.job.id;
  const [add] = upholder.useAddToMapMutation();
  const [writeWall] = upholder.useChangeWallMutation();
  const [dropWall] = upholder.useDeleteWallMutation();
  const [dropOpenings] = upholder.useDeleteOpeningsMutation();
  const history = useHistory();
  const [problem, setProblem] = useState<string | null>(null);

  const told = (refusal: Refusal | null): boolean => {
    setProblem(refusal?.message ?? null);
    return refusal === null;
  };
  const went = (outcome: { error?: unknown }): boolean =>
    told(outcome.error === undefined ? null : refusalOf(outcome.error));

  const put = async (added: Added): Promise<boolean> => went(await add({ jobId, ...added }));
  async function takeAway({ walls, openings }: Pick<Added, 'walls' | 'openings'>): Promise<boolean> {
    const openingIds = openings.map(({ id }) => id);
    if (openingIds.length > 0 && !went(await dropOpenings({ jobId, openingIds }))) return false;
    for (const { id } of walls) if (!went(await dropWall({ jobId, id }))) return false;
    return true;
  }
  /** Openings with the pieces that are in them, as they would be put back. */
  const asAdded = (walls: readonly WallRow[], openings: readonly OpeningRow[]): Added => {
    const ids = new Set(openings.map(({ id }) => id));
    return {
      walls: walls.map(plain),
      openings: openings.map(plain),
      assigned: detail.pieces.flatMap(({ id, openingId }) =>
        openingId !== null && ids.has(openingId) ? [{ pieceId: id, openingId }] : [],
      ),
    };
  };

  const addAll = (what: string, added: Added): Promise<boolean> =>
    history.inTurn(async () => {
      if (!(await put(added))) return false;
      history.record({ what, undo: () => takeAway(added), redo: () => put(added) });
      return true;
    });
  const removeAll = (what: string, gone: Added): Promise<boolean> =>
    history.inTurn(async () => {
      if (!(await takeAway(gone))) return false;
      history.record({ what, undo: () => put(gone), redo: () => takeAway(gone) });
      return true;
    });

  /** Changes openings. It shows at once; the answer says what was refused, or null. */
  async function change(openings: OpeningRow[]): Promise<Refusal | null> {
    const before = openings.flatMap(({ id }) => detail.openings.find((one) => one.id === id) ?? []);
    const refusal = await write(openings);
    if (!told(refusal)) return refusal;
    const [first] = openings;
    history.record({
      what: openings.length === 1 ? `change of ${first?.tag}` : `change of ${openings.length} openings`,
      undo: async () => told(await write(before)),
      redo: async () => told(await write(openings)),
    });
    return null;
  }

  return {
    detail,
    history,
    problem,
    change,
    /** Gives openings other tags, by their ids. */
    async retag(tags: ReadonlyMap<string, string>): Promise<Refusal | null> {
      const openings = detail.openings
        .filter(({ id }) => tags.has(id))
        .map((opening) => ({ ...opening, tag: tags.get(opening.id) ?? opening.tag }));
      return openings.length === 0 ? null : change(openings);
    },
    say: setProblem,
    /** Walls and openings for all pieces that have none, by their tags. */
    layOut(): Promise<boolean> {
      const { walls, openings, assigned } = layoutFromTags(
        detail.pieces,
        detail.walls,
        detail.openings,
        uuid,
      );
      return addAll('laying out', {
        walls,
        openings,
        assigned: [...assigned].map(([pieceId, openingId]) => ({ pieceId, openingId })),
      });
    },
    addWall: (wall: Wall) => addAll(`adding ${wall.name}`, { walls: [wall], openings: [], assigned: [] }),
    addOpening: (opening: Opening, pieceId?: string) =>
      addAll(`adding ${opening.tag}`, {
        walls: [],
        openings: [opening],
        assigned: pieceId === undefined ? [] : [{ pieceId, openingId: opening.id }],
      }),
    removeOpening: (opening: OpeningRow) => removeAll(`deletion of ${opening.tag}`, asAdded([], [opening])),
    removeWall: (wall: WallRow) =>
      removeAll(
        `deletion of ${wall.name}`,
        asAdded(
          [wall],
          detail.openings.filter(({ wallId }) => wallId === wall.id),
        ),
      ),
    changeWall: (wall: WallRow) =>
      history.inTurn(async () => {
        let { version } = wall;
        const writeAs = async (row: WallRow): Promise<boolean> => {
          const outcome = await writeWall({ jobId, wall: { ...row, version } });
          if (!('error' in outcome)) version = outcome.data.version;
          return went(outcome);
        };
        const before = detail.walls.find(({ id }) => id === wall.id);
        if (!(await writeAs(wall)) || !before) return;
        history.record({
          what: `change of ${before.name}`,
          undo: () => writeAs(before),
          redo: () => writeAs(wall),
        });
      }),
  };
}
