import { ROUTES, type TouchedJob } from '@upholder/core/api';
import { said } from '@upholder/core/said';
import type { App } from '../context/app.ts';
import { DONE } from '../http/change.ts';
import { ApiError } from '../http/errors.ts';
import type { RouteTable } from '../http/route.ts';
import { saysTheSame } from '../http/sameContent.ts';
import { findJob } from '../jobs/store.ts';
import { changePieces, placesOf, refitZones } from '../pieces/change.ts';
import { addPieces, deletePieces, findPiece, loggedPieces, piecesOf, piecesTagged } from '../pieces/store.ts';

/** Pieces that are others now, and zones whose steps came or went by that. */
function touchedPieces(id: string, pieces: string[], refitted: string[]): TouchedJob {
  return { id, pieces, ...(refitted.length > 0 && { steps: refitted }) };
}

/** The take-off of a job. */
export function addPieceRoutes(routes: RouteTable, { db }: App): void {
  routes.add(ROUTES.addPieces, async ({ params, body }, { member, changed }) => {
    const { shopId } = member;
    return db.transaction(async (connection) => {
      if (!(await findJob(connection, shopId, params.jobId)))
        throw new ApiError('not-found', said('refusal.the-shop-has-no-such-job'));
      const known = await piecesOf(connection, shopId, params.jobId);
      const places = await placesOf(connection, shopId, params.jobId);
      const fields: Record<string, string> = {};
      const byId = new Map(known.map((piece) => [piece.id, piece]));
      const tags = new Set(known.map(({ tag }) => tag.trim().toLowerCase()));
      body.pieces.forEach((piece, index) => {
        const kept = byId.get(piece.id);
        if (kept && !saysTheSame(kept, piece))
          throw new ApiError('id-taken', said('refusal.an-id-is-taken-by-another'));
        if (kept) return;
        Object.assign(fields, places.problems(piece, `pieces.${index}`));
        const tag = piece.tag.trim().toLowerCase();
        if (tags.has(tag))
          fields[`pieces.${index}.tag`] = said('refusal.tag-is-already-taken', { tag: piece.tag });
        tags.add(tag);
      });
      const message = Object.values(fields)[0];
      if (message) throw new ApiError('tag-taken', message, { fields });
      await addPieces(connection, shopId, params.jobId, body.pieces);
      const refitted = await refitZones(connection, shopId, body.pieces);
      const all = await piecesOf(connection, shopId, params.jobId);
      const wanted = new Set(body.pieces.map(({ id }) => id));
      const pieces = all.filter(({ id }) => wanted.has(id));
      if (pieces.length !== wanted.size)
        throw new ApiError('id-taken', said('refusal.an-id-is-taken-make-a'));
      await changed(connection, { jobs: [touchedPieces(params.jobId, [...wanted], refitted)] });
      return { pieces };
    });
  });

  routes.add(ROUTES.changePieces, async ({ params, body }, { member, changed }) =>
    db.transaction(async (connection) => {
      const { pieces, refitted } = await changePieces(connection, member.shopId, params.jobId, body.changes);
      const ids = pieces.map(({ id }) => id);
      await changed(connection, { jobs: [touchedPieces(params.jobId, ids, refitted)] });
      return { pieces };
    }),
  );

  routes.add(ROUTES.findPiece, async ({ params }, { member }) => {
    const found = await findPiece(db, member.shopId, params.pieceId);
    if (!found) throw new ApiError('not-found', said('refusal.the-shop-has-no-such-piece'));
    return found;
  });

  routes.add(ROUTES.findTag, async ({ body }, { member }) => ({
    hits: await piecesTagged(db, member.shopId, body),
  }));

  routes.add(ROUTES.removePieces, async ({ params, body }, { member, changed }) => {
    const { shopId } = member;
    await db.transaction(async (connection) => {
      if (!(await findJob(connection, shopId, params.jobId)))
        throw new ApiError('not-found', said('refusal.the-shop-has-no-such-job'));
      const logged = await loggedPieces(connection, shopId, body.pieceIds);
      if (logged.length > 0) {
        const tags = (await piecesOf(connection, shopId, params.jobId))
          .filter(({ id }) => logged.includes(id))
          .map(({ tag }) => tag);
        throw new ApiError(
          'already-logged',
          said('refusal.work-on-is-logged-so-it-2', { tags: tags.join(', ') }),
        );
      }
      const going = new Set(body.pieceIds);
      const gone = (await piecesOf(connection, shopId, params.jobId)).filter(({ id }) => going.has(id));
      await deletePieces(connection, shopId, params.jobId, body.pieceIds);
      const refitted = await refitZones(connection, shopId, gone);
      // Pictures of a piece go with it.
      await changed(connection, {
        jobs: [{ ...touchedPieces(params.jobId, body.pieceIds, refitted), photos: true }],
      });
    });
    return DONE;
  });
}
