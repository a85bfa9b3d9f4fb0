import type { Photo } from '@upholder/core/jobs';
import { affectedRows, many, maybeOne, type Queryable } from '../db/database.ts';

const COLUMNS = `id, zone_id as "zoneId", piece_id as "pieceId", topic, caption, type, width_px as "widthPx",
  height_px as "heightPx", taken_at as "takenAt"`;
type RawPhoto = Omit<Photo, 'takenAt'> & { takenAt: Date };

function toPhoto({ takenAt, ...row }: RawPhoto): Photo {
  return { ...row, takenAt: takenAt.toISOString() };
}

/** Pictures of a job without their content, oldest first. */
export async function photosOf(db: Queryable, shopId: string, jobId: string): Promise<Photo[]> {
  const rows = await many<RawPhoto>(
    db,
    `select ${COLUMNS} from photo where shop_id = $1 and job_id = $2 order by taken_at, id`,
    [shopId, jobId],
  );
  return rows.map(toPhoto);
}

/** The content of a picture; null when the shop has no such picture. */
export async function photoContent(
  db: Queryable,
  shopId: string,
  id: string,
): Promise<{ type: Photo['type']; content: Buffer; jobId: string } | null> {
  return maybeOne(db, 'select type, content, job_id as "jobId" from photo where shop_id = $1 and id = $2', [
    shopId,
    id,
  ]);
}

/** Contents of all pictures of a job, by id. */
export async function photoContents(
  db: Queryable,
  shopId: string,
  jobId: string,
): Promise<Map<string, Buffer>> {
  const rows = await many<{ id: string; content: Buffer }>(
    db,
    'select id, content from photo where shop_id = $1 and job_id = $2',
    [shopId, jobId],
  );
  return new Map(rows.map(({ id, content }) => [id, content]));
}

/** Keeps a picture; the same id again changes nothing. */
export async function addPhoto(
  db: Queryable,
  shopId: string,
  jobId: string,
  photo: Photo,
  content: Buffer,
): Promise<void> {
  await db.query(
    `insert into photo (id, shop_id, job_id, zone_id, piece_id, topic, caption, type, width_px, height_px, content, taken_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12) on conflict (id) do nothing`,
    [
      photo.id,
      shopId,
      jobId,
      photo.zoneId,
      photo.pieceId,
      photo.topic,
      photo.caption,
      photo.type,
      photo.widthPx,
      photo.heightPx,
      content,
      photo.takenAt,
    ],
  );
}

/** Deletes a picture; false when the shop has no such picture. */
export async function deletePhoto(db: Queryable, shopId: string, id: string): Promise<boolean> {
  return (await affectedRows(db, 'delete from photo where shop_id = $1 and id = $2', [shopId, id])) === 1;
}
