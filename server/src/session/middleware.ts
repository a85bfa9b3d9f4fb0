import * as cookies from 'cookie';
import type { RequestHandler, Response } from 'express';
import type { Clock } from '../base/clock.ts';
import type { Queryable } from '../db/database.ts';
import { ApiError } from '../http/errors.ts';
import type { Member } from '../http/member.ts';
import { findSession } from './store.ts';

export const SESSION_COOKIE = 'upholder_session';
/** Names the member that wrote what is sent. */
export const WRITER_HEADER = 'x-upholder-member';
const SAFE_METHODS = new Set(['GET', 'HEAD', 'OPTIONS']);

declare global {
  namespace Express {
    interface Request {
      member?: Member;
      csrfToken?: string;
      sessionToken?: string;
    }
  }
}

/** The host of an origin; null for one that names none, as a sandboxed page sends it. */
function hostOf(origin: string): string | null {
  return URL.canParse(origin) ? new URL(origin).host : null;
}

/** Sets or clears the session cookie: same-site, out of reach of scripts. */
export function sendSessionCookie(response: Response, token: string, expires: Date): void {
  response.appendHeader(
    'Set-Cookie',
    cookies.serialize(SESSION_COOKIE, token, { httpOnly: true, sameSite: 'lax', path: '/', expires }),
  );
}

/**
 * Finds out who is calling. A changing call within a session must carry the session's CSRF token in `x-csrf-token`;
 * any changing call from another origin is refused.
 */
export function createSessionMiddleware(db: Queryable, clock: Clock): RequestHandler {
  return async (request, _response, next) => {
    const { origin, host } = request.headers;
    const isChanging = !SAFE_METHODS.has(request.method);
    if (isChanging && origin !== undefined && hostOf(origin) !== host) {
      throw new ApiError('csrf', 'This request came from another site.');
    }
    const token = cookies.parse(request.headers.cookie ?? '')[SESSION_COOKIE];
    if (!token) return next();
    const session = await findSession(db, token, clock.now());
    if (!session) return next();
    request.member = session.member;
    request.csrfToken = session.csrfToken;
    request.sessionToken = token;
    const isSignIn = request.path === '/session' || request.path === '/session/demo';
    if (isChanging && !isSignIn && request.headers['x-csrf-token'] !== session.csrfToken) {
      throw new ApiError('csrf', 'The page is out of date. Reload it and try again.');
    }
    // What a tablet kept for one member is never written in the name of whoever is signed in when it arrives.
    const writer = request.headers[WRITER_HEADER];
    if (isChanging && !isSignIn && writer !== undefined && writer !== session.member.id) {
      throw new ApiError(
        'other-member',
        'This was written by another member, who has to be signed in for it.',
      );
    }
    next();
  };
}
