import { said } from '@upholder/core/said';
import * as cookies from 'cookie';
import type { RequestHandler, Response } from 'express';
import type { Clock } from '../base/clock.ts';
import type { SessionLimits } from '../base/config.ts';
import type { Queryable } from '../db/database.ts';
import { ApiError } from '../http/errors.ts';
import type { Member } from '../http/member.ts';
import { findSession } from './store.ts';

/** The demo's is another one: cookies do not tell ports apart, and the demo may run beside a shop. */
const SESSION_COOKIES = { shop: 'upholder_session', demo: 'upholder_demo_session' };
/** Names the shop's tablet; stays when its members come and go. */
const TABLET_COOKIE = 'upholder_tablet';
const TABLET_YEARS = 5;
/** Names the member that wrote what is sent. */
export const WRITER_HEADER = 'x-upholder-member';
const SAFE_METHODS = new Set(['GET', 'HEAD', 'OPTIONS']);

declare global {
  namespace Express {
    interface Request {
      member?: Member;
      csrfToken?: string;
      sessionToken?: string;
      sessionId?: string;
      tabletToken?: string;
    }
  }
}

/** The host of an origin; null for one that names none, as a sandboxed page sends it. */
function hostOf(origin: string): string | null {
  return URL.canParse(origin) ? new URL(origin).host : null;
}

/** Cookies are same-site and out of reach of scripts; where the page came encrypted, they go encrypted only. */
function sendCookie(response: Response, name: string, value: string, expires: Date): void {
  const secure = response.req.secure;
  response.appendHeader(
    'Set-Cookie',
    cookies.serialize(name, value, { httpOnly: true, sameSite: 'lax', path: '/', expires, secure }),
  );
}

/** Sets or clears the session cookie. */
export function sendSessionCookie(response: Response, isDemo: boolean, token: string, expires: Date): void {
  sendCookie(response, SESSION_COOKIES[isDemo ? 'demo' : 'shop'], token, expires);
}

/** Makes a browser a tablet of the shop, or with an empty token no more. */
export function sendTabletCookie(response: Response, token: string): void {
  const years = token === '' ? -1 : TABLET_YEARS;
  sendCookie(response, TABLET_COOKIE, token, new Date(Date.now() + years * 365 * 86_400_000));
}

/** Calls that open a session: they come before there is a token, or in the session of whoever was there before. */
const SIGN_INS = new Set([
  '/session',
  '/session/demo',
  '/session/pin',
  '/session/badge',
  '/invites/read',
  '/invites/accept',
  '/client',
  '/first-run',
  '/first-run/code',
  '/first-run/sample',
  '/first-run/restore',
]);

/**
 * Finds out who is calling. A changing call within a session must carry the session's CSRF token in `x-csrf-token`;
 * any changing call from another origin is refused.
 */
export function createSessionMiddleware(
  db: Queryable,
  clock: Clock,
  { isDemo, sessions }: { isDemo: boolean; sessions: SessionLimits },
): RequestHandler {
  return async (request, _response, next) => {
    const { origin, host } = request.headers;
    const isChanging = !SAFE_METHODS.has(request.method);
    if (isChanging && origin !== undefined && hostOf(origin) !== host) {
      throw new ApiError('csrf', said('refusal.this-request-came-from-another-site'));
    }
    const { [SESSION_COOKIES[isDemo ? 'demo' : 'shop']]: token, [TABLET_COOKIE]: tabletToken } =
      cookies.parse(request.headers.cookie ?? '');
    request.tabletToken = tabletToken;
    if (!token) return next();
    const session = await findSession(db, token, clock.now(), sessions);
    if (!session) return next();
    request.sessionId = session.id;
    request.member = session.member;
    request.csrfToken = session.csrfToken;
    request.sessionToken = token;
    const isSignIn = SIGN_INS.has(request.path) && request.method !== 'PUT';
    if (isChanging && !isSignIn && request.headers['x-csrf-token'] !== session.csrfToken) {
      throw new ApiError('csrf', said('refusal.the-page-is-out-of-date'));
    }
    // What a tablet kept for one member is never written in the name of whoever is signed in when it arrives.
    const writer = request.headers[WRITER_HEADER];
    if (isChanging && !isSignIn && writer !== undefined && writer !== session.member.id) {
      throw new ApiError('other-member', said('refusal.this-was-written-by-another-member'));
    }
    next();
  };
}
