import { LARGEST_PHOTO_BYTES, PHOTO_TYPES, type Photo } from '@upholder/core/jobs';
import { said } from '@upholder/core/said';
import sharp from 'sharp';
import { ApiError } from '../http/errors.ts';

const TYPE_OF: Record<string, Photo['type']> = { jpeg: 'image/jpeg', png: 'image/png', webp: 'image/webp' };
const MOST_PX = 20_000;
/** What a phone takes at its best, in millions of pixels: decoded it takes four bytes each. */
const MOST_MEGAPIXELS = 50;
/** Longer side of what is shown in lists, in px. */
const SMALL_PX = 240;
const QUALITY = 90;

sharp.cache(false);
sharp.concurrency(1);

/** Starts of files; the name and the declared type of an upload are not trusted. */
function startsLikePicture(content: Buffer, type: Photo['type']): boolean {
  switch (type) {
    case 'image/jpeg':
      return content.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff]));
    case 'image/png':
      return content.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]));
    case 'image/webp':
      return content.toString('latin1', 0, 4) === 'RIFF' && content.toString('latin1', 8, 12) === 'WEBP';
  }
}

/** A picture without anything but its pixels, and the same one small. */
export interface CleanPicture extends Pick<Photo, 'type' | 'widthPx' | 'heightPx'> {
  content: Buffer;
  small: Buffer;
}

const noPicture = (): ApiError =>
  new ApiError(
    'bad-input',
    said('refusal.this-is-not-a-picture-that', {
      PHOTO_TYPES: PHOTO_TYPES.map((type) => type.slice(6).toUpperCase()).join(', '),
    }),
  );

/** What a picture says of itself, before any of its pixels is decoded. */
async function typeOf(content: Buffer): Promise<Photo['type']> {
  const head = await sharp(content, { limitInputPixels: false })
    .metadata()
    .catch(() => {
      throw noPicture();
    });
  const type = TYPE_OF[head.format ?? ''];
  const { width = 0, height = 0 } = head;
  if (!type || !startsLikePicture(content, type)) throw noPicture();
  if (width < 1 || height < 1 || width > MOST_PX || height > MOST_PX) throw noPicture();
  const megapixels = (width * height) / 1e6;
  if (megapixels > MOST_MEGAPIXELS)
    throw new ApiError(
      'too-large',
      said('refusal.the-picture-has-too-many-pixels', {
        megapixels: Math.ceil(megapixels),
        most: MOST_MEGAPIXELS,
      }),
    );
  return type;
}

async function clean(content: Buffer): Promise<CleanPicture> {
  const type = await typeOf(content);
  // Turned as the camera was held; written without anything that says where, when, by whom and with what it was taken.
  const upright = sharp(content, { limitInputPixels: MOST_MEGAPIXELS * 1e6, failOn: 'error' })
    .autoOrient()
    .toColourspace('srgb');
  const written = {
    'image/jpeg': () => upright.jpeg({ quality: QUALITY }),
    'image/png': () => upright.png(),
    'image/webp': () => upright.webp({ quality: QUALITY }),
  }[type]();
  const { data, info } = await written.toBuffer({ resolveWithObject: true }).catch(() => {
    throw noPicture();
  });
  const small = await sharp(data)
    .resize(SMALL_PX, SMALL_PX, { fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 80 })
    .toBuffer();
  return { type, widthPx: info.width, heightPx: info.height, content: data, small };
}

/** One picture is decoded at a time: decoded, each takes up to 200 MB. */
let before: Promise<unknown> = Promise.resolve();

/**
 * Reads a picture by its content, turns it upright and takes everything out of it that is not a pixel: where and when it was
 * taken, with what, and by whom. One at a time.
 * @param mostBytes a picture that was cleaned once may have grown, and is still taken.
 * @throws ApiError when it is too large, has too many pixels, is no picture, or a kind that is not kept.
 */
export async function cleanPicture(
  content: Buffer,
  mostBytes: number = LARGEST_PHOTO_BYTES,
): Promise<CleanPicture> {
  if (content.length === 0) throw new ApiError('bad-input', said('refusal.the-picture-is-empty'));
  if (content.length > mostBytes)
    throw new ApiError('too-large', said('refusal.the-picture-is-larger-than-3'));
  const own = before.then(() => clean(content));
  before = own.catch(() => undefined);
  return own;
}
