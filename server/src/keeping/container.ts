import {
  type CipherGCM,
  createCipheriv,
  createDecipheriv,
  createHash,
  type DecipherGCM,
  randomBytes,
} from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { appendFile, open as openFile, stat, writeFile } from 'node:fs/promises';
import { type Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { BackupRowSchema } from '@upholder/core/api';
import { z } from 'zod';
import { deriveKey } from '../base/scrypt.ts';
import { BadBackup, type StoredPicture, takePictures } from './pictureStream.ts';

// A backup is one file: a line of JSON that says what it is, the pictures one after the other, the dump, and at its end the 32 bytes of its SHA-256, or where a
// passphrase is set the 16 bytes of the AES-GCM tag, which also vouches for the line.

/** RFC 7914; 128 MiB a try. */
const COST = { N: 2 ** 17, r: 8, p: 1, maxmem: 256 * 1024 * 1024 };
const KEY_BYTES = 32;
const LONGEST_LINE = 1024 * 1024;
const SHA_BYTES = 32;
const TAG_BYTES = 16;

/** What the first line of a backup says. */
const BackupHeadSchema = z.object({
  format: z.literal('upholder-backup'),
  /** 1 had no pictures: they lay in the dump. */
  version: z.literal([1, 2]),
  madeAt: z.iso.datetime(),
  reason: BackupRowSchema.shape.reason,
  /** Version of the program, and the last migration that the database had. */
  program: z.string(),
  migration: z.string(),
  /** Rows by table, when it was made. */
  rows: z.record(z.string(), z.int()),
  /** The log of each shop: how many entries, and the last link of its chain. */
  shops: z.array(z.object({ id: z.uuid(), entries: z.int(), head: z.string().nullable() })),
  /** How many pictures stand before the dump. */
  pictures: z.int().min(0).default(0),
  encryption: z.object({ cipher: z.literal('aes-256-gcm'), salt: z.string(), iv: z.string() }).nullable(),
});
export type BackupHead = z.infer<typeof BackupHeadSchema>;

async function keyOf(passphrase: string, salt: string): Promise<Buffer> {
  return deriveKey(passphrase, Buffer.from(salt, 'base64'), KEY_BYTES, COST);
}

/**
 * Writes a backup.
 * @param passphrase encrypts it; empty leaves it readable.
 * @param open starts what it holds, once everything is ready to take it: a program that ends before anybody listens is not heard.
 */
export async function writeBackup(
  path: string,
  head: Omit<BackupHead, 'format' | 'version' | 'encryption'>,
  passphrase: string,
  open: () => Readable,
): Promise<void> {
  const isPlain = passphrase === '';
  const salt = randomBytes(16).toString('base64');
  const iv = randomBytes(12);
  const line = `${JSON.stringify({
    format: 'upholder-backup',
    version: 2,
    ...head,
    encryption: isPlain ? null : { cipher: 'aes-256-gcm', salt, iv: iv.toString('base64') },
  } satisfies BackupHead)}\n`;
  await writeFile(path, line, { mode: 0o600 });
  const out = createWriteStream(path, { flags: 'a' });
  if (isPlain) {
    const hash = createHash('sha256').update(line);
    const counted = new Transform({
      transform(chunk: Buffer, _encoding, done) {
        hash.update(chunk);
        done(null, chunk);
      },
    });
    await pipeline(open(), counted, out);
    await appendFile(path, hash.digest());
    return;
  }
  const key = await keyOf(passphrase, salt);
  const cipher: CipherGCM = createCipheriv('aes-256-gcm', key, iv);
  cipher.setAAD(Buffer.from(line));
  await pipeline(open(), cipher, out);
  await appendFile(path, cipher.getAuthTag());
}

/** Reads what a backup says of itself. @throws BadBackup where it is none. */
export async function readHead(path: string): Promise<{ head: BackupHead; line: Buffer }> {
  const file = await openFile(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(LONGEST_LINE), 0, LONGEST_LINE, 0);
    const end = buffer.subarray(0, bytesRead).indexOf(0x0a);
    const line = buffer.subarray(0, end + 1);
    const read = end < 0 ? null : BackupHeadSchema.safeParse(parsed(line.toString()));
    if (!read?.success) throw new BadBackup('This file is not a backup of Upholder.');
    return { head: read.data, line };
  } finally {
    await file.close();
  }
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

/**
 * Takes the dump out of a backup, into a file that only its owner reads, and holds it against its check.
 * @param onPicture is given each picture on the way, held against its hash already.
 * @throws BadBackup where it is damaged, cut short, or the passphrase is missing or wrong.
 */
export async function unpackBackup(
  path: string,
  passphrase: string,
  into: string,
  onPicture: (picture: StoredPicture) => Promise<void> = async () => undefined,
): Promise<BackupHead> {
  const { head, line } = await readHead(path);
  const { encryption } = head;
  if (encryption && passphrase === '')
    throw new BadBackup('This backup is encrypted. Set its passphrase (BACKUP_PASSPHRASE).');
  const checkBytes = encryption ? TAG_BYTES : SHA_BYTES;
  const { size } = await stat(path);
  const end = size - checkBytes;
  if (end <= line.length) throw new BadBackup('This backup is cut short.');
  const file = await openFile(path);
  const check = Buffer.alloc(checkBytes);
  await file.read(check, 0, checkBytes, end);
  await file.close();
  const dump = createReadStream(path, { start: line.length, end: end - 1 });
  const out = createWriteStream(into, { mode: 0o600 });
  const pictures = takePictures(head.pictures, onPicture);
  if (!encryption) {
    const hash = createHash('sha256').update(line);
    dump.on('data', (chunk) => hash.update(chunk));
    await pipeline(dump, pictures, out);
    if (!hash.digest().equals(check))
      throw new BadBackup('This backup is damaged: its checksum does not match.');
    return head;
  }
  const decipher: DecipherGCM = createDecipheriv(
    'aes-256-gcm',
    await keyOf(passphrase, encryption.salt),
    Buffer.from(encryption.iv, 'base64'),
  );
  decipher.setAAD(line);
  decipher.setAuthTag(check);
  await pipeline(dump, decipher, pictures, out).catch((error: Error) => {
    throw /auth/i.test(error.message) || error instanceof BadBackup
      ? new BadBackup('Wrong passphrase, or the backup is damaged.')
      : error;
  });
  return head;
}
