import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Request, Response } from 'express';

/** What a caller sent, in a file: too much to be held in memory. It is gone when the call is answered. */
export class SpooledBody {
  constructor(readonly path: string) {}
}

/** Said where more comes than may; named as the reading of bodies names it. */
const tooLarge = () => Object.assign(new Error('too large'), { type: 'entity.too.large' });

/**
 * Writes what a caller sends to a file as it comes.
 * @throws what reading bodies throws, where it announces more than may come, or more comes.
 */
export async function spool(request: Request, response: Response, limit: number): Promise<SpooledBody> {
  if (Number(request.headers['content-length'] ?? 0) > limit) throw tooLarge();
  const folder = await mkdtemp(join(tmpdir(), 'upholder-import-'));
  response.once('close', () => void rm(folder, { recursive: true, force: true }));
  const path = join(folder, 'body.json');
  let bytes = 0;
  const counted = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length;
      done(bytes > limit ? tooLarge() : null, chunk);
    },
  });
  await pipeline(request, counted, createWriteStream(path, { mode: 0o600 }));
  return new SpooledBody(path);
}
