import { PieceRowSchema } from '@upholder/core/api';
import { PieceSchema } from '@upholder/core/pieces';
import { z } from 'zod';
import type { App } from '../context/app.ts';
import { ApiError } from '../http/errors.ts';
import { Done, type RouteTable, uuidParams } from '../http/route.ts';
import { saysTheSame } from '../http/sameContent.ts';
import { findJob } from '../jobs/store.ts';
import { announce } from '../live/channel.ts';
import { changePieces, PieceChange, placesOf, refitZones } from '../pieces/change.ts';
import { addPieces, deletePieces, findPiece, loggedPieces, piecesOf } from '../pieces/store.ts';

/** The take-off of a job. */
export function addPieceRoutes(routes: RouteTable, { db }: App): void {
  routes.add({
    method: 'post',
    path: '/jobs/:jobId/pieces',
    summary: 'Add pieces, all or none; repeating the call adds nothing twice',
    params: uuidParams('jobId'),
    body: z.object({ pieces: z.array(PieceSchema).min(1, 'Send at least one piece.').max(2000) }),
    response: z.object({ pieces: z.array(PieceRowSchema) }),
    status: 201,
    handle: async ({ params, body }, { member }) => {
      const { shopId } = member;
      return db.transaction(async (connection) => {
        if (!(await findJob(connection, shopId, params.jobId)))
          throw new ApiError('not-found', 'The shop has no such job.');
        const known = await piecesOf(connection, shopId, params.jobId);
        const places = await placesOf(connection, shopId, params.jobId);
        const fields: Record<string, string> = {};
        const byId = new Map(known.map((piece) => [piece.id, piece]));
        const tags = new Set(known.map(({ tag }) => tag.trim().toLowerCase()));
        body.pieces.forEach((piece, index) => {
          const kept = byId.get(piece.id);
          if (kept && !saysTheSame(kept, piece))
            throw new ApiError('id-taken', 'An id is taken by another piece. Make a new one.');
          if (kept) return;
          Object.assign(fields, places.problems(piece, `pieces.${index}`));
          const tag = piece.tag.trim().toLowerCase();
          if (tags.has(tag)) fields[`pieces.${index}.tag`] = `Tag ${piece.tag} is already taken.`;
          tags.add(tag);
        });
        const message = Object.values(fields)[0];
        if (message) throw new ApiError('tag-taken', message, { fields });
        await addPieces(connection, shopId, params.jobId, body.pieces);
        await refitZones(connection, shopId, body.pieces);
        const all = await piecesOf(connection, shopId, params.jobId);
        const wanted = new Set(body.pieces.map(({ id }) => id));
        const pieces = all.filter(({ id }) => wanted.has(id));
        if (pieces.length !== wanted.size) throw new ApiError('id-taken', 'An id is taken. Make a new one.');
        await announce(connection, { shopId, topic: 'job', id: params.jobId });
        return { pieces };
      });
    },
  });

  routes.add({
    method: 'put',
    path: '/jobs/:jobId/pieces',
    summary: 'Change pieces that are still as they were seen, all or none',
    params: uuidParams('jobId'),
    body: z.object({ changes: z.array(PieceChange).min(1, 'Send at least one piece.').max(2000) }),
    response: z.object({ pieces: z.array(PieceRowSchema) }),
    handle: async ({ params, body }, { member }) =>
      db.transaction(async (connection) => {
        const pieces = await changePieces(connection, member.shopId, params.jobId, body.changes);
        await announce(connection, { shopId: member.shopId, topic: 'job', id: params.jobId });
        return { pieces };
      }),
  });

  routes.add({
    method: 'get',
    path: '/pieces/:pieceId',
    summary: 'A piece and the job it belongs to: where the code on its label leads',
    params: uuidParams('pieceId'),
    response: z.object({ jobId: z.uuid(), piece: PieceRowSchema }),
    handle: async ({ params }, { member }) => {
      const found = await findPiece(db, member.shopId, params.pieceId);
      if (!found) throw new ApiError('not-found', 'The shop has no such piece. It may have been deleted.');
      return found;
    },
  });

  routes.add({
    method: 'post',
    path: '/jobs/:jobId/pieces/delete',
    summary: 'Delete pieces that have no log',
    params: uuidParams('jobId'),
    body: z.object({ pieceIds: z.array(z.uuid()).min(1).max(5000) }),
    response: Done,
    handle: async ({ params, body }, { member }) => {
      const { shopId } = member;
      await db.transaction(async (connection) => {
        const logged = await loggedPieces(connection, shopId, body.pieceIds);
        if (logged.length > 0) {
          const tags = (await piecesOf(connection, shopId, params.jobId))
            .filter(({ id }) => logged.includes(id))
            .map(({ tag }) => tag);
          throw new ApiError(
            'already-logged',
            `Work on ${tags.join(', ')} is logged, so it cannot be deleted.`,
          );
        }
        const going = new Set(body.pieceIds);
        const gone = (await piecesOf(connection, shopId, params.jobId)).filter(({ id }) => going.has(id));
        await deletePieces(connection, shopId, params.jobId, body.pieceIds);
        await refitZones(connection, shopId, gone);
        await announce(connection, { shopId, topic: 'job', id: params.jobId });
      });
      return { done: true as const };
    },
  });
}
