import { ROUTES } from '@upholder/core/api';
import { PhotoSchema } from '@upholder/core/jobs';
import { said } from '@upholder/core/said';
import express, { type Router } from 'express';
import { z } from 'zod';
import type { App } from '../context/app.ts';
import { DONE } from '../http/change.ts';
import { ApiError } from '../http/errors.ts';
import type { RouteTable } from '../http/route.ts';
import { addPhoto, deletePhoto, findPhoto, keepPicture } from '../photos/store.ts';
import { findPiece } from '../pieces/store.ts';
import { findZone } from '../zones/store.ts';

const UploadQuery = z.object({
  id: z.uuid(),
  zoneId: z.uuid(),
  pieceId: z.uuid().nullable().default(null),
  topic: PhotoSchema.shape.topic,
  caption: PhotoSchema.shape.caption.default(''),
});

/** How long a picture may be kept by whoever may see it: under its id it never changes. */
const KEEP = 'private, max-age=31536000, immutable';

/** Pictures: sent as they are, checked by content, kept without anything but their pixels. */
export function addPhotoRoutes(routes: RouteTable, router: Router, { db, clock, pictures, log }: App): void {
  router.post(
    '/jobs/:jobId/photos',
    routes.gate('addPhoto'),
    express.raw({ type: () => true, limit: '4mb' }),
    async (request, response) => {
      const { call, changes } = routes.begin(request, response, 'addPhoto');
      const { shopId } = call.member;
      const jobId = z.uuid().parse(request.params.jobId);
      const query = UploadQuery.parse(request.query);
      const content = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
      const kept = await keepPicture(
        pictures,
        shopId,
        { ...query, takenAt: clock.now().toISOString() },
        content,
      );
      const { contentHash: _content, smallHash: _small, sentHash, ...photo } = kept;
      await db.transaction(async (connection) => {
        const found = await findZone(connection, shopId, query.zoneId);
        if (found?.jobId !== jobId) throw new ApiError('not-found', said('refusal.the-job-has-no-such-zone'));
        const piece = query.pieceId === null ? null : await findPiece(connection, shopId, query.pieceId);
        if (query.pieceId !== null && piece?.jobId !== jobId)
          throw new ApiError('not-found', said('refusal.the-job-has-no-such-piece'));
        await addPhoto(connection, shopId, jobId, kept);
        const there = await findPhoto(connection, shopId, photo.id);
        if (there?.sentHash !== sentHash || there.jobId !== jobId)
          throw new ApiError('id-taken', said('refusal.this-id-is-taken-by-another'));
        await call.changed(connection, { jobs: [{ id: jobId, photos: true }] });
      });
      response.status(201).json({ ...photo, ...(await changes()) });
    },
  );

  router.get('/photos/:photoId', async (request, response) => {
    const { member } = routes.begin(request, response, 'photo').call;
    const id = z.uuid().safeParse(request.params.photoId);
    const found = id.success ? await findPhoto(db, member.shopId, id.data) : null;
    if (!found) throw new ApiError('not-found', said('refusal.the-shop-has-no-such-picture'));
    const isSmall = request.query.size === 'small';
    const hash = isSmall ? found.smallHash : found.contentHash;
    const content = await pictures.get(member.shopId, hash);
    if (!content) {
      log.error({ photoId: request.params.photoId, hash }, 'the content of a picture is missing');
      throw new ApiError('not-found', said('refusal.the-shop-has-no-such-picture'));
    }
    response.setHeader('Cache-Control', KEEP);
    response.setHeader('Content-Disposition', 'inline');
    response.setHeader('ETag', `"${hash}"`);
    // A small one of what could not be read any more is that itself.
    response.type(isSmall && hash !== found.contentHash ? 'image/webp' : found.type).send(content);
  });

  routes.add(ROUTES.removePhoto, async ({ params }, { member, changed }) => {
    await db.transaction(async (connection) => {
      const found = await findPhoto(connection, member.shopId, params.photoId);
      if (!found) throw new ApiError('not-found', said('refusal.the-shop-has-no-such-picture'));
      await deletePhoto(connection, member.shopId, params.photoId);
      await changed(connection, { jobs: [{ id: found.jobId, photos: true }] });
    });
    return DONE;
  });
}
