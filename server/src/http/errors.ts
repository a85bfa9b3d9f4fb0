import type { ErrorBody } from '@upholder/core/api';
import { fieldMessages } from '@upholder/core/outcome';
import { isSaid, said } from '@upholder/core/said';
import type { ErrorRequestHandler } from 'express';
import type { Logger } from 'pino';
import { ZodError } from 'zod';
import { inWords } from '../base/words.ts';

const STATUS = {
  'bad-input': 422,
  'bad-json': 400,
  'too-large': 413,
  'signed-out': 401,
  'wrong-sign-in': 401,
  'too-many-tries': 429,
  'wrong-code': 401,
  'not-allowed': 403,
  'confirm-password': 403,
  csrf: 403,
  'other-member': 403,
  'not-found': 404,
  conflict: 409,
  'id-taken': 409,
  'tag-taken': 409,
  'already-logged': 409,
  'zone-started': 409,
  'no-plan': 422,
  'open-stop': 409,
  'database-unavailable': 503,
  'no-room': 503,
  'read-only': 503,
  internal: 500,
} as const;

export type ErrorCode = keyof typeof STATUS;

/** A refusal that is meant for the person at the other end. */
export class ApiError extends Error {
  constructor(
    readonly code: ErrorCode,
    message: string,
    readonly details: { fields?: Record<string, string>; current?: unknown } = {},
  ) {
    super(message);
  }
}

const CONNECTION_CODES = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ENOENT',
  '57P01',
  '57P02',
  '57P03',
  '08006',
  '08001',
  '08003',
]);

/** Whether an error means that the database cannot be reached just now. */
export function isDatabaseDown(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  const { code } = error as { code?: string };
  if (code !== undefined && CONNECTION_CODES.has(code)) return true;
  if (error instanceof AggregateError) return error.errors.some(isDatabaseDown);
  return /Connection terminated|timeout exceeded when trying to connect|Client has encountered a connection error/i.test(
    error.message,
  );
}

/** No room on a disk, whether the database says so or the folder of pictures. */
const NO_ROOM = new Set(['53100', 'ENOSPC', 'EDQUOT']);
/** What may only be read: a database that stands by for another, or a disk that was put to reading only. */
const READ_ONLY = new Set(['25006', 'EROFS']);
/** More is asked of the database than it can give just now. */
const OVERLOADED = /^53/;

/** Why nothing can be kept just now, though the input is good: whoever sent it sends it again later. */
function cannotKeepNow(error: unknown): ApiError | null {
  const { code } = (error ?? {}) as { code?: unknown };
  if (typeof code !== 'string') return null;
  if (NO_ROOM.has(code)) return new ApiError('no-room', said('refusal.the-disk-of-the-server-is-full'));
  if (READ_ONLY.has(code)) return new ApiError('read-only', said('refusal.the-server-can-only-read-just'));
  if (OVERLOADED.test(code))
    return new ApiError('database-unavailable', said('refusal.the-database-cannot-be-reached-nothing'));
  return null;
}

/** Someone else was faster by less than our own check could see: the database says so by one of these. */
const UNIQUE = '23505';
const SERIALIZATION = new Set(['40001', '40P01']);

function raceOf(error: unknown): ApiError | null {
  const { code, constraint = '' } = (error ?? {}) as { code?: string; constraint?: string };
  if (code === UNIQUE) {
    if (/tag/.test(constraint))
      return new ApiError('tag-taken', said('refusal.someone-else-took-this-tag-just'));
    if (/corrects/.test(constraint))
      return new ApiError('conflict', said('refusal.someone-else-corrected-this-entry-just'));
    if (/_pkey$/.test(constraint)) return new ApiError('id-taken', said('refusal.this-id-is-taken-make-a'));
    return new ApiError('conflict', said('refusal.someone-else-wrote-the-same-just'));
  }
  if (code !== undefined && SERIALIZATION.has(code))
    return new ApiError('conflict', said('refusal.someone-else-changed-the-same-just'));
  return null;
}

/**
 * Whether PostgreSQL refused a value as one that it cannot keep: a number past its range, a day that no calendar has, text that is
 * none, something that a table forbids or that is not there (any more). What the declarations let through ends here.
 */
function cannotKeep(error: unknown): boolean {
  const { code } = (error ?? {}) as { code?: unknown };
  return typeof code === 'string' && /^(22...|23502|23503|23514|54000)$/.test(code);
}

/** Turns whatever was thrown into a refusal that says what to do and leaks nothing. */
export function toApiError(error: unknown): ApiError {
  if (error instanceof ApiError) return error;
  if (error instanceof ZodError) {
    const fields = fieldMessages(error);
    return new ApiError('bad-input', Object.values(fields)[0] ?? said('refusal.the-input-is-not-valid'), {
      fields,
    });
  }
  if (isDatabaseDown(error)) {
    return new ApiError('database-unavailable', said('refusal.the-database-cannot-be-reached-nothing'));
  }
  const later = cannotKeepNow(error);
  if (later) return later;
  const race = raceOf(error);
  if (race) return race;
  if (cannotKeep(error)) return new ApiError('bad-input', said('refusal.the-database-cannot-keep-this'));
  const { type, status } = (error ?? {}) as { type?: string; status?: number };
  if (type === 'entity.parse.failed')
    return new ApiError('bad-json', said('refusal.the-request-is-not-valid-json'));
  if (type === 'entity.too.large') return new ApiError('too-large', said('refusal.the-request-is-too-large'));
  // What the framework itself cannot read: an address with half a character, an unknown packing, a body that breaks off.
  if (status !== undefined && status >= 400 && status < 500)
    return new ApiError('bad-json', said('refusal.the-request-cannot-be-read'));
  return new ApiError('internal', said('refusal.something-went-wrong-here-try-again'));
}

/**
 * A refusal as an answer: in words for whoever reads the API, and by code where there is one, so that a screen can say it in
 * the units and spelling of its reader.
 */
export function errorBody({ code, message, details: { fields, current } }: ApiError): ErrorBody {
  const texts = [message, ...Object.values(fields ?? {})];
  const words = {
    message: inWords(message),
    ...(fields && {
      fields: Object.fromEntries(Object.entries(fields).map(([path, text]) => [path, inWords(text)])),
    }),
  };
  return {
    error: {
      code,
      ...words,
      ...(texts.some(isSaid) && { said: { message, ...(fields && { fields }) } }),
      ...(current !== undefined && { current }),
    },
  };
}

/** The last middleware: one converter from errors to answers. */
export function createErrorHandler(log: Logger): ErrorRequestHandler {
  return (error, request, response, next) => {
    if (response.headersSent) return next(error);
    const refusal = toApiError(error);
    const about = { id: request.id, method: request.method };
    if (refusal.code === 'internal') log.error({ err: error, ...about }, 'unexpected error');
    else if (refusal.code === 'database-unavailable') log.warn(about, 'database unavailable');
    else if (refusal.code === 'no-room' || refusal.code === 'read-only')
      log.error({ ...about, reason: (error as Error).message }, 'nothing can be kept');
    const body = errorBody(refusal);
    response.status(STATUS[refusal.code]).json(body);
  };
}
