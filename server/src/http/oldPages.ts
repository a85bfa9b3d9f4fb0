import { entryOfToday, mixOfToday } from '@upholder/core/recode/names';
import type { NextFunction, Request, Response } from 'express';

declare global {
  namespace Express {
    interface Request {
      /** The page that calls still has mixes under their old address. */
      isOfOldPage?: boolean;
    }
  }
}

/**
 * Pages of an earlier version that are still open send what they kept while the server was away: mixes to their old address,
 * and coats with their mix under its old name. Both go where they belong now, so that nothing logged is lost; everything else
 * such a page asks for it gets after a reload.
 */
export function addressOfToday(request: Request, _response: Response, next: NextFunction): void {
  if (/^\/pots(?=[/?]|$)/.test(request.url)) {
    request.url = request.url.replace('/pots', '/mixes');
    request.isOfOldPage = true;
  }
  next();
}

/** What such a page sends, under the names of today. It comes once the body is read. */
export function bodyOfToday(request: Request, _response: Response, next: NextFunction): void {
  if (request.isOfOldPage) request.body = mixOfToday(request.body);
  else if (request.method === 'POST' && /^\/jobs\/[^/]+\/log$/.test(request.path))
    request.body = entryOfToday(request.body);
  next();
}
