import { said } from '@upholder/core/said';
import type { RequestHandler } from 'express';
import { rateLimit } from 'express-rate-limit';
import { ApiError } from './errors.ts';

const MINUTE_MS = 60_000;

/**
 * Lets a session make so many calls a minute: a page that has gone wild, or a stolen session, leaves the server to the others.
 * Whoever is not signed in has limits of their own where they matter.
 * @param perMinute no limit where it is left out.
 */
export function createCallLimit(perMinute: number | undefined): RequestHandler {
  if (perMinute === undefined) return (_request, _response, next) => next();
  return rateLimit({
    windowMs: MINUTE_MS,
    limit: perMinute,
    standardHeaders: false,
    legacyHeaders: false,
    validate: false,
    skip: ({ sessionId }) => sessionId === undefined,
    keyGenerator: ({ sessionId = '' }) => sessionId,
    handler: (_request, response, next) => {
      response.setHeader('Retry-After', MINUTE_MS / 1000);
      next(new ApiError('too-many-tries', said('refusal.too-many-calls-in-a-minute')));
    },
  });
}
