import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { brotliCompress, constants } from 'node:zlib';
import type { Request, Response } from 'express';
import { LRUCache } from 'lru-cache';

const compress = promisify(brotliCompress);
/** As the middleware that compresses everything else does it. */
const QUALITY = 4;
/** Answers of more than this are compressed a step harder, in bytes: several jobs come out a fifth smaller by that. */
const LARGE = 1_000_000;

/** So much of answers as they were sent last is remembered, compressed, in bytes. */
const MOST_BYTES = 32_000_000;

const sent = new LRUCache<string, Promise<Buffer>>({ maxSize: MOST_BYTES, max: 500 });

/** A name for what an answer is made from: another one as soon as any part of it is. */
export function tagOf(...parts: readonly string[]): string {
  return createHash('sha256').update(parts.join('\n')).digest('base64url').slice(0, 27);
}

/** Whether a caller holds what bears this tag. A page that asks so sends *no-cache* beside, which means its browser, not us. */
function isHeld(request: Request, tag: string): boolean {
  return (request.get('if-none-match') ?? '')
    .split(',')
    .some((one) => one.trim().replace(/^W\//, '') === `"${tag}"`);
}

/**
 * An answer that is put together from JSON that is written already. Whoever holds it is told so and gets nothing; everybody else
 * gets it compressed once.
 */
export class ReadyAnswer {
  /**
   * @param tag names what the answer is made from, for this shop and call alone; see {@link tagOf}.
   * @param write makes the JSON; only called where somebody needs it.
   */
  constructor(
    private readonly tag: string,
    private readonly write: () => Promise<Buffer>,
  ) {}

  /** The answer as a value, to be looked at. */
  async read(): Promise<unknown> {
    return JSON.parse((await this.write()).toString());
  }

  async send(request: Request, response: Response): Promise<void> {
    response.setHeader('ETag', `"${this.tag}"`);
    response.vary('Accept-Encoding');
    if (isHeld(request, this.tag)) {
      response.status(304).end();
      return;
    }
    response.setHeader('Content-Type', 'application/json; charset=utf-8');
    if (request.acceptsEncodings('br') !== 'br') {
      response.end(await this.write());
      return;
    }
    const body = await this.compressed();
    response.setHeader('Content-Encoding', 'br');
    response.setHeader('Content-Length', body.length);
    response.end(body);
  }

  /** Many who ask for the same at once wait for one compression. */
  private compressed(): Promise<Buffer> {
    const known = sent.get(this.tag);
    if (known) return known;
    const made = this.write().then((json) =>
      compress(json, {
        params: { [constants.BROTLI_PARAM_QUALITY]: json.length > LARGE ? QUALITY + 1 : QUALITY },
      }),
    );
    sent.set(this.tag, made, { size: 1 });
    made.then(
      (body) => sent.set(this.tag, made, { size: body.length }),
      () => sent.delete(this.tag),
    );
    return made;
  }
}
