import type { CallName } from '@upholder/core/api';
import { said } from '@upholder/core/said';
import type { RequestHandler } from 'express';
import getRawBody from 'raw-body';
import { cleaned } from './cleaned.ts';
import { ApiError } from './errors.ts';
import { spool } from './spooled.ts';

/** Most bytes of what a call sends as JSON, unpacked. */
const LARGEST_BODY = 1_000_000;
/** Whoever is not signed in has little to say. */
const LARGEST_BODY_OF_ANYONE = 16_000;
/** Calls that send more: many rows at once, and whole sheets. */
const LARGER: Partial<Record<CallName, number>> = {
  addPieces: 8_000_000,
  changePieces: 8_000_000,
  addMap: 8_000_000,
  putOpenings: 8_000_000,
  changeSteps: 8_000_000,
  keepPracticeRun: 8_000_000,
};

/** Calls whose body goes into a file as it comes, and is read by a thread of its own: most bytes of it. */
const SPOOLED: Partial<Record<CallName, number>> = { importJob: 120_000_000 };

const isJson = (type: string | undefined) => /^application\/json\s*(;|$)/i.test(type ?? '');
const isUtf8 = (type = '') => /^utf-?8$/i.test(/charset\s*=\s*"?([^";\s]+)/i.exec(type)?.[1] ?? 'utf-8');

/**
 * Reads what a call sends as JSON, up to as much as that call may send; what is larger is refused by what it announces, or as
 * soon as it goes past. It comes after the caller is known: nobody who may not make the call makes the server read.
 */
export function readBody(name: CallName, isForAnyone: boolean): RequestHandler {
  const limit = LARGER[name] ?? (isForAnyone ? LARGEST_BODY_OF_ANYONE : LARGEST_BODY);
  const spooled = SPOOLED[name];
  return async (request, response, next) => {
    const { 'content-type': type, 'content-length': length, 'content-encoding': packing } = request.headers;
    if (!isJson(type)) return next();
    if (!isUtf8(type) || (packing !== undefined && packing !== 'identity'))
      throw new ApiError('bad-json', said('refusal.the-request-cannot-be-read'));
    if (spooled !== undefined) {
      request.body = { file: await spool(request, response, spooled) };
      return next();
    }
    const text = await getRawBody(request, { limit, length, encoding: 'utf-8' });
    try {
      request.body = text === '' ? {} : cleaned(JSON.parse(text));
    } catch (error) {
      // Named as the faults of reading are.
      throw error instanceof SyntaxError ? Object.assign(error, { type: 'entity.parse.failed' }) : error;
    }
    next();
  };
}
