import { ROUTES } from '@upholder/core/api';
import { sameTag } from '@upholder/core/pieces';
import { said } from '@upholder/core/said';
import type { App } from '../context/app.ts';
import type { Queryable } from '../db/database.ts';
import {
  addOpenings,
  addWalls,
  deleteOpenings,
  deleteWall,
  jobOfWall,
  openingsOf,
  updateOpening,
  updateWall,
  wallsOf,
} from '../elevation/store.ts';
import { changing, DONE } from '../http/change.ts';
import { ApiError } from '../http/errors.ts';
import type { Call, RouteTable } from '../http/route.ts';
import { saysTheSame } from '../http/sameContent.ts';
import { findJob } from '../jobs/store.ts';
import { assignOpenings } from '../pieces/store.ts';

async function assertTagsFree(
  connection: Queryable,
  shopId: string,
  jobId: string,
  openings: readonly { id: string; tag: string }[],
): Promise<void> {
  const changed = new Set(openings.map(({ id }) => id));
  const others = (await openingsOf(connection, shopId, jobId)).filter(({ id }) => !changed.has(id));
  const seen: { id: string; tag: string }[] = [...others];
  openings.forEach(({ id, tag }, index) => {
    if (seen.some((other) => sameTag(other.tag, tag))) {
      const message = said('refusal.opening-exists-already', { tag });
      throw new ApiError('tag-taken', message, { fields: { [`openings.${index}.tag`]: message } });
    }
    seen.push({ id, tag });
  });
}

/** The elevation map of a job. */
export function addElevationRoutes(routes: RouteTable, { db }: App): void {
  routes.add(ROUTES.addMap, async ({ params, body }, { member, changed }) => {
    const { shopId } = member;
    return db.transaction(async (connection) => {
      if (!(await findJob(connection, shopId, params.jobId)))
        throw new ApiError('not-found', said('refusal.the-shop-has-no-such-job'));
      await assertTagsFree(connection, shopId, params.jobId, body.openings);
      await addWalls(connection, shopId, params.jobId, body.walls);
      await addOpenings(connection, shopId, params.jobId, body.openings);
      await assignOpenings(connection, shopId, params.jobId, body.assigned);
      await changed(connection, {
        jobs: [
          {
            id: params.jobId,
            map: true,
            ...(body.assigned.length > 0 && { pieces: body.assigned.map(({ pieceId }) => pieceId) }),
          },
        ],
      });
      const walls = await wallsOf(connection, shopId, params.jobId);
      const openings = await openingsOf(connection, shopId, params.jobId);
      const isKept = (kept: readonly { id: string }[], sent: { id: string }) => {
        const row = kept.find(({ id }) => id === sent.id);
        return row !== undefined && saysTheSame(row, sent);
      };
      if (
        !body.walls.every((wall) => isKept(walls, wall)) ||
        !body.openings.every((one) => isKept(openings, one))
      )
        throw new ApiError('id-taken', said('refusal.an-id-is-taken-make-a'));
      return { walls, openings };
    });
  });

  const wall = {
    missing: said('refusal.the-shop-has-no-such-wall'),
    overtaken: said('refusal.someone-else-changed-this-wall-meanwhile'),
    load: (connection: Queryable, { params }: { params: { wallId: string } }, { member }: Call) =>
      jobOfWall(connection, member.shopId, params.wallId),
  };
  routes.add(
    ROUTES.changeWall,
    changing(db, {
      ...wall,
      current: () => undefined,
      update: (connection, { params, body: { version, ...spec } }, _jobId, { member }) =>
        updateWall(connection, member.shopId, { ...spec, id: params.wallId }, version),
      touched: (_row, _input, jobId) => ({ jobs: [{ id: jobId, map: true }] }),
    }),
  );
  routes.add(
    ROUTES.removeWall,
    changing(db, {
      ...wall,
      async update(connection, { params }, _jobId, { member }) {
        await deleteWall(connection, member.shopId, params.wallId);
        return DONE;
      },
      // Its openings go with it, and their pieces stay without one.
      touched: (_row, _input, jobId) => ({ jobs: [{ id: jobId, map: true, pieces: 'all' }] }),
    }),
  );

  routes.add(ROUTES.putOpenings, async ({ params, body }, { member, changed }) => {
    const { shopId } = member;
    return db.transaction(async (connection) => {
      await assertTagsFree(connection, shopId, params.jobId, body.openings);
      const openings = [];
      for (const { version, ...opening } of body.openings) {
        const updated = await updateOpening(connection, shopId, params.jobId, opening, version);
        if (!updated)
          throw new ApiError(
            'conflict',
            said('refusal.someone-else-changed-opening-meanwhile', { tag: opening.tag }),
          );
        openings.push(updated);
      }
      await changed(connection, { jobs: [{ id: params.jobId, map: true }] });
      return { openings };
    });
  });

  routes.add(ROUTES.removeOpenings, async ({ params, body }, { member, changed }) => {
    await db.transaction(async (connection) => {
      await deleteOpenings(connection, member.shopId, params.jobId, body.openingIds);
      await changed(connection, { jobs: [{ id: params.jobId, map: true, pieces: 'all' }] });
    });
    return DONE;
  });
}
