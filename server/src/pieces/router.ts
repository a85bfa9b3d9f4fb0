import { PieceRowSchema } from '@upholder/core/api';
import { PieceSchema, tagTakenBy } from '@upholder/core/pieces';
import { z } from 'zod';
import type { App } from '../app.ts';
import type { Queryable } from '../db/database.ts';
import { ApiError } from '../http/errors.ts';
import { Done, type RouteTable, uuidParams } from '../http/route.ts';
import { findJob } from '../jobs/store.ts';
import { announce } from '../live/channel.ts';
import { zonesOf } from '../zones/store.ts';
import { addPiece, deletePieces, findPiece, loggedPieces, piecesOf, updatePiece } from './store.ts';

/** The take-off of a job. */
export function addPieceRoutes(routes: RouteTable, { db }: App): void {
  async function assertZone(
    connection: Queryable,
    shopId: string,
    jobId: string,
    zoneId: string,
    field: string,
  ): Promise<void> {
    const zones = await zonesOf(connection, shopId, jobId);
    if (!zones.some(({ id }) => id === zoneId)) {
      throw new ApiError('bad-input', 'The job has no such zone.', {
        fields: { [field]: 'Choose a zone of this job.' },
      });
    }
  }

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
        const zones = new Set((await zonesOf(connection, shopId, params.jobId)).map(({ id }) => id));
        const fields: Record<string, string> = {};
        const seen: { id: string; tag: string }[] = [...known];
        body.pieces.forEach((piece, index) => {
          if (known.some(({ id }) => id === piece.id)) return;
          if (!zones.has(piece.zoneId)) fields[`pieces.${index}.zoneId`] = 'Choose a zone of this job.';
          if (tagTakenBy(seen, piece.tag, piece.id))
            fields[`pieces.${index}.tag`] = `Tag ${piece.tag} is already taken.`;
          seen.push(piece);
        });
        const message = Object.values(fields)[0];
        if (message) throw new ApiError('tag-taken', message, { fields });
        for (const piece of body.pieces) await addPiece(connection, shopId, params.jobId, piece);
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
    path: '/pieces/:pieceId',
    summary: 'Change a piece that is still as it was seen',
    params: uuidParams('pieceId'),
    body: z.object({ version: z.int(), piece: PieceSchema }),
    response: PieceRowSchema,
    handle: async ({ params, body }, { member }) => {
      const { shopId } = member;
      return db.transaction(async (connection) => {
        const found = await findPiece(connection, shopId, params.pieceId);
        if (!found)
          throw new ApiError('not-found', 'The shop has no such piece. Someone may have deleted it.');
        await assertZone(connection, shopId, found.jobId, body.piece.zoneId, 'piece.zoneId');
        if (tagTakenBy(await piecesOf(connection, shopId, found.jobId), body.piece.tag, params.pieceId)) {
          const message = `Tag ${body.piece.tag} is already taken.`;
          throw new ApiError('tag-taken', message, { fields: { 'piece.tag': message } });
        }
        if (
          body.piece.zoneId !== found.piece.zoneId &&
          (await loggedPieces(connection, shopId, [params.pieceId])).length > 0
        ) {
          throw new ApiError(
            'already-logged',
            `Work on ${found.piece.tag} is logged, so it stays in its zone.`,
          );
        }
        const updated = await updatePiece(
          connection,
          shopId,
          { ...body.piece, id: params.pieceId },
          body.version,
        );
        if (!updated)
          throw new ApiError('conflict', `Someone else changed ${found.piece.tag} meanwhile.`, {
            current: found.piece,
          });
        await announce(connection, { shopId, topic: 'job', id: found.jobId });
        return updated;
      });
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
        await deletePieces(connection, shopId, params.jobId, body.pieceIds);
        await announce(connection, { shopId, topic: 'job', id: params.jobId });
      });
      return { done: true as const };
    },
  });
}
