import type { CallName } from '@upholder/core/api';
import { said } from '@upholder/core/said';
import type { RequestHandler } from 'express';
import getRawBody from 'raw-body';
import { ApiError } from './errors.ts';

/** Most bytes of what a call sends as JSON, unpacked. */
const LARGEST_BODY = 1_000_000;
/** Whoever is not signed in has little to say. */
const LARGEST_BODY_OF_ANYONE = 16_000;
/** Calls that send more: many rows at once, whole sheets, and a job file, which may carry its pictures. */
const LARGER: Partial<Record<CallName, number>> = {
  addPieces: 8_000_000,
  changePieces: 8_000_000,
  addMap: 8_000_000,
  putOpenings: 8_000_000,
  changeSteps: 8_000_000,
  keepPracticeRun: 8_000_000,
  importJob: 120_000_000,
};

/** Most values within values: nobody's page nests deeper, and whatever reads further would run out of room. */
const DEEPEST = 64;

const refuse = (path: readonly string[], message: string): never => {
  throw new ApiError('bad-input', message, { fields: { [path.join('.')]: message } });
};

/** Text as it is kept: composed alike, and without what PostgreSQL cannot keep. @throws ApiError at its field. */
function cleanText(text: string, path: readonly string[]): string {
  if (text.includes('\0') || !text.isWellFormed())
    refuse(path, said('refusal.this-text-has-a-character-that'));
  return text.normalize('NFC');
}

/**
 * What a call sent, with its texts as they are kept.
 * @throws ApiError at the field of a text that cannot be kept, and where values lie too deep within each other.
 */
export function cleaned(value: unknown, path: readonly string[] = []): unknown {
  if (typeof value === 'string') return cleanText(value, path);
  if (typeof value !== 'object' || value === null) return value;
  if (path.length > DEEPEST) refuse(path.slice(0, 4), said('refusal.this-lies-too-deep-within-other'));
  if (Array.isArray(value)) return value.map((one, index) => cleaned(one, [...path, String(index)]));
  return Object.fromEntries(
    Object.entries(value).map(([key, one]) => [cleanText(key, path), cleaned(one, [...path, key])]),
  );
}

const isJson = (type: string | undefined) => /^application\/json\s*(;|$)/i.test(type ?? '');
const isUtf8 = (type = '') => /^utf-?8$/i.test(/charset\s*=\s*"?([^";\s]+)/i.exec(type)?.[1] ?? 'utf-8');

/**
 * Reads what a call sends as JSON, up to as much as that call may send; what is larger is refused by what it announces, or as
 * soon as it goes past. It comes after the caller is known: nobody who may not make the call makes the server read.
 */
export function readBody(name: CallName, isForAnyone: boolean): RequestHandler {
  const limit = LARGER[name] ?? (isForAnyone ? LARGEST_BODY_OF_ANYONE : LARGEST_BODY);
  return async (request, _response, next) => {
    const { 'content-type': type, 'content-length': length, 'content-encoding': packing } = request.headers;
    if (!isJson(type)) return next();
    if (!isUtf8(type) || (packing !== undefined && packing !== 'identity'))
      throw new ApiError('bad-json', said('refusal.the-request-cannot-be-read'));
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
