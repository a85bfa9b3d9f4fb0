import { parse as uuidBytes, stringify as uuidText } from 'uuid';
import { type ContentHash, hashOf, type PictureStore } from '../photos/pictureStore.ts';

// In a backup a picture is the shop's id (16 bytes), its SHA-256 (32), how long it is (4, the highest first), and what it holds.
// One that could not be read is there with a length of nothing.

const ID_BYTES = 16;
const HASH_BYTES = 32;
const HEAD_BYTES = ID_BYTES + HASH_BYTES + 4;

/** Said where a file is no backup, is damaged, or the passphrase does not open it. */
export class BadBackup extends Error {}

/** A picture as a backup holds it. */
export interface StoredPicture {
  shopId: string;
  content: Buffer;
}

/** The contents that pictures name, one after the other, as a backup holds them. */
export async function* writtenPictures(
  pictures: PictureStore,
  named: ReadonlyMap<string, ReadonlySet<ContentHash>>,
): AsyncGenerator<Buffer> {
  for (const [shopId, hashes] of named)
    for (const hash of hashes) {
      const content = (await pictures.get(shopId, hash)) ?? Buffer.alloc(0);
      const head = Buffer.alloc(HEAD_BYTES);
      head.set(uuidBytes(shopId));
      head.write(hash, ID_BYTES, 'hex');
      head.writeUInt32BE(content.length, ID_BYTES + HASH_BYTES);
      yield head;
      yield content;
    }
}

/** A picture at the start of what was read, with how much of it that is; null where more has to be read first. */
function firstOf(read: Buffer): { picture: StoredPicture; hash: ContentHash; bytes: number } | null {
  if (read.length < HEAD_BYTES) return null;
  const bytes = HEAD_BYTES + read.readUInt32BE(ID_BYTES + HASH_BYTES);
  if (read.length < bytes) return null;
  return {
    picture: {
      shopId: uuidText(read.subarray(0, ID_BYTES)),
      content: Buffer.from(read.subarray(HEAD_BYTES, bytes)),
    },
    hash: read.toString('hex', ID_BYTES, ID_BYTES + HASH_BYTES),
    bytes,
  };
}

/** How much has to be there before another look is worth while. */
const wantedOf = (read: Buffer): number =>
  read.length < HEAD_BYTES ? HEAD_BYTES : HEAD_BYTES + read.readUInt32BE(ID_BYTES + HASH_BYTES);

/**
 * Takes the pictures off the front of what a backup holds and lets the rest through.
 * @param onPicture is given each, held against its hash already.
 * @throws BadBackup where one is not what it says.
 */
export function takePictures(count: number, onPicture: (picture: StoredPicture) => Promise<void>) {
  return async function* (source: AsyncIterable<Buffer>): AsyncGenerator<Buffer> {
    let left = count;
    let chunks: Buffer[] = [];
    let size = 0;
    let wanted = HEAD_BYTES;
    for await (const chunk of source) {
      if (left === 0) {
        yield chunk;
        continue;
      }
      chunks.push(chunk);
      size += chunk.length;
      if (size < wanted) continue;
      let read = Buffer.concat(chunks);
      for (let found = firstOf(read); found && left > 0; found = left > 0 ? firstOf(read) : null) {
        const { picture, hash, bytes } = found;
        if (picture.content.length > 0) {
          if (hashOf(picture.content) !== hash)
            throw new BadBackup('This backup is damaged: its checksum does not match.');
          await onPicture(picture);
        }
        read = read.subarray(bytes);
        left -= 1;
      }
      if (left === 0 && read.length > 0) yield read;
      chunks = [read];
      size = read.length;
      wanted = left === 0 ? 0 : wantedOf(read);
    }
    if (left > 0) throw new BadBackup('This backup is cut short.');
  };
}
