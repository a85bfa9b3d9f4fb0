import { LARGEST_PHOTO_BYTES, PHOTO_TYPES, type Photo } from '@upholder/core/jobs';
import { said } from '@upholder/core/said';
import { imageSize } from 'image-size';
import { ApiError } from '../http/errors.ts';

const TYPE_OF: Record<string, Photo['type']> = { jpg: 'image/jpeg', png: 'image/png', webp: 'image/webp' };
const MOST_PX = 20_000;

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

/**
 * Reads what a picture is from its content.
 * @throws ApiError when it is too large, no picture, or a kind that is not kept.
 */
export function readPicture(content: Buffer): Pick<Photo, 'type' | 'widthPx' | 'heightPx'> {
  if (content.length === 0) throw new ApiError('bad-input', said('refusal.the-picture-is-empty'));
  if (content.length > LARGEST_PHOTO_BYTES)
    throw new ApiError('too-large', said('refusal.the-picture-is-larger-than-3'));
  const wrong = new ApiError(
    'bad-input',
    said('refusal.this-is-not-a-picture-that', {
      PHOTO_TYPES: PHOTO_TYPES.map((type) => type.slice(6).toUpperCase()).join(', '),
    }),
  );
  let size: ReturnType<typeof imageSize>;
  try {
    size = imageSize(content);
  } catch {
    throw wrong;
  }
  const type = TYPE_OF[size.type ?? ''];
  if (!type || !startsLikePicture(content, type)) throw wrong;
  if (size.width < 1 || size.height < 1 || size.width > MOST_PX || size.height > MOST_PX) throw wrong;
  return { type, widthPx: size.width, heightPx: size.height };
}
