import { LARGEST_PHOTO_BYTES, type Photo } from '@upholder/core/jobs';
import { affectedRows, many, maybeOne, type Queryable } from '../db/database.ts';
import { cleanPicture } from './picture.ts';
import { type ContentHash, hashOf, type PictureStore } from './pictureStore.ts';

const COLUMNS = `id, zone_id as "zoneId", piece_id as "pieceId", topic, caption, type, width_px as "widthPx",
  height_px as "heightPx", taken_at as "takenAt"`;
type RawPhoto = Omit<Photo, 'takenAt'> & { takenAt: Date };

/** Where the contents of a picture lie. */
interface Kept {
  contentHash: ContentHash;
  smallHash: ContentHash;
  /** Of what was sent, before it was cleaned. */
  sentHash: ContentHash;
}
export type KeptPhoto = Photo & Kept;
interface RawFound extends Record<string, unknown>, Kept {
  type: Photo['type'];
  jobId: string;
}

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

/** A picture by its id, and where its contents lie; null when the shop has no such picture. */
export async function findPhoto(db: Queryable, shopId: string, id: string): Promise<RawFound | null> {
  return maybeOne<RawFound>(
    db,
    `select type, job_id as "jobId", content_hash as "contentHash", small_hash as "smallHash", sent_hash as "sentHash"
       from photo where shop_id = $1 and id = $2`,
    [shopId, id],
  );
}

/** Contents of all pictures of a job, by id; those whose content is missing are left out. */
export async function photoContents(
  db: Queryable,
  pictures: PictureStore,
  shopId: string,
  jobId: string,
): Promise<Map<string, Buffer>> {
  const rows = await many<{ id: string; hash: string }>(
    db,
    'select id, content_hash as hash from photo where shop_id = $1 and job_id = $2',
    [shopId, jobId],
  );
  const contents = new Map<string, Buffer>();
  for (const { id, hash } of rows) {
    const content = await pictures.get(shopId, hash);
    if (content) contents.set(id, content);
  }
  return contents;
}

/**
 * Cleans a picture and puts it and its small one into the store; its row is still to be written.
 * @throws ApiError when it cannot be kept.
 */
export async function keepPicture(
  pictures: PictureStore,
  shopId: string,
  photo: Omit<Photo, 'type' | 'widthPx' | 'heightPx'>,
  sent: Buffer,
  mostBytes?: number,
): Promise<KeptPhoto> {
  const { content, small, ...picture } = await cleanPicture(sent, mostBytes);
  return {
    ...photo,
    ...picture,
    contentHash: await pictures.put(shopId, content),
    smallHash: await pictures.put(shopId, small),
    sentHash: hashOf(sent),
  };
}

/** A picture that was cleaned when it was taken may have grown; cleaned again it is still taken. */
const MOST_BYTES_BROUGHT = 16 * LARGEST_PHOTO_BYTES;

/** Puts the contents of a job file's pictures where they are kept: before anything is written, since it takes its time. */
export async function keepPictures(
  pictures: PictureStore,
  shopId: string,
  photos: readonly Photo[],
  contents: readonly Uint8Array[],
  onDone: (count: number) => void,
): Promise<KeptPhoto[]> {
  const kept: KeptPhoto[] = [];
  for (const [at, { id, zoneId, pieceId, topic, caption, takenAt }] of photos.entries()) {
    const photo = { id, zoneId, pieceId, topic, caption, takenAt };
    const content = Buffer.from(contents[at] ?? []);
    kept.push(await keepPicture(pictures, shopId, photo, content, MOST_BYTES_BROUGHT));
    onDone(kept.length);
  }
  return kept;
}

/** Writes the row of a picture whose contents are kept; the same id again changes nothing. */
export async function addPhoto(
  db: Queryable,
  shopId: string,
  jobId: string,
  photo: KeptPhoto,
): Promise<void> {
  await db.query(
    `insert into photo (id, shop_id, job_id, zone_id, piece_id, topic, caption, type, width_px, height_px, taken_at,
                        content_hash, small_hash, sent_hash)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14) on conflict (id) do nothing`,
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
      photo.takenAt,
      photo.contentHash,
      photo.smallHash,
      photo.sentHash,
    ],
  );
}

/** Deletes a picture; false when the shop has no such picture. What it holds is set aside by the next sweep. */
export async function deletePhoto(db: Queryable, shopId: string, id: string): Promise<boolean> {
  return (await affectedRows(db, 'delete from photo where shop_id = $1 and id = $2', [shopId, id])) === 1;
}

/** Where everything lies that pictures name, by shop; shops without pictures too. */
export async function namedContents(db: Queryable): Promise<Map<string, Set<ContentHash>>> {
  const rows = await many<{ shopId: string; hash: string | null }>(
    db,
    `select shop.id as "shopId", named.hash from shop left join lateral (
       select content_hash as hash from photo where shop_id = shop.id and content_hash is not null
       union select small_hash from photo where shop_id = shop.id and small_hash is not null) as named on true
      order by shop.id, named.hash`,
  );
  const named = new Map<string, Set<ContentHash>>();
  for (const { shopId, hash } of rows) {
    const known = named.get(shopId) ?? new Set();
    if (hash !== null) known.add(hash);
    named.set(shopId, known);
  }
  return named;
}

/** What is kept of a content that was in the database: cleaned, or as it is where it is no picture any more. */
async function moved(
  pictures: PictureStore,
  shopId: string,
  content: Buffer,
): Promise<Kept & { size: { type: string; widthPx: number; heightPx: number } | null }> {
  const clean = await cleanPicture(content, Number.POSITIVE_INFINITY).catch(() => null);
  const contentHash = await pictures.put(shopId, clean?.content ?? content);
  const smallHash = clean ? await pictures.put(shopId, clean.small) : contentHash;
  return { contentHash, smallHash, sentHash: hashOf(content), size: clean };
}

/**
 * The row of a picture that is brought in, with its content put into the store: as it is where it is what the row says, cleaned
 * where it comes from before pictures were.
 */
export async function takenIn(
  pictures: PictureStore,
  shopId: string,
  content: Buffer,
  row: Record<string, unknown>,
): Promise<Record<string, unknown>> {
  const { contentHash, smallHash, sentHash, size } = await moved(pictures, shopId, content);
  if (row.content_hash === hashOf(content))
    return {
      ...row,
      content_hash: await pictures.put(shopId, content),
      small_hash: smallHash,
      sent_hash: row.sent_hash ?? sentHash,
    };
  return {
    ...row,
    ...(size && { type: size.type, width_px: size.widthPx, height_px: size.heightPx }),
    content_hash: contentHash,
    small_hash: smallHash,
    sent_hash: sentHash,
  };
}

/**
 * Moves the contents of pictures that still lie in the database into the store, one after the other: whatever breaks off goes on
 * with the next start.
 * @param db as the owner of the tables.
 * @returns how many were moved.
 */
export async function moveContentsOut(db: Queryable, pictures: PictureStore): Promise<number> {
  for (let count = 0; ; count += 1) {
    const row = await maybeOne<{ id: string; shopId: string; content: Buffer }>(
      db,
      'select id, shop_id as "shopId", content from photo where content is not null limit 1',
    );
    if (!row) return count;
    const { contentHash, smallHash, sentHash, size } = await moved(pictures, row.shopId, row.content);
    await db.query(
      `update photo set content = null, content_hash = $2, small_hash = $3, sent_hash = $4, type = coalesce($5, type),
              width_px = coalesce($6, width_px), height_px = coalesce($7, height_px) where id = $1`,
      [
        row.id,
        contentHash,
        smallHash,
        sentHash,
        size?.type ?? null,
        size?.widthPx ?? null,
        size?.heightPx ?? null,
      ],
    );
  }
}
