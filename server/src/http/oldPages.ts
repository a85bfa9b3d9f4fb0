import { entryOfToday, mixOfToday } from '@upholder/core/recode/names';
import type { NextFunction, Request, Response } from 'express';

/**
 * Pages of an earlier version that are still open send what they kept while the server was away: mixes to their old address,
 * and coats with their mix under its old name. Both go where they belong now, so that nothing logged is lost; everything else
 * such a page asks for it gets after a reload.
 */
export function acceptOldPages(request: Request, _response: Response, next: NextFunction): void {
  if (/^\/pots(?=[/?]|$)/.test(request.url)) {
    request.url = request.url.replace('/pots', '/mixes');
    request.body = mixOfToday(request.body);
  } else if (request.method === 'POST' && /^\/jobs\/[^/]+\/log$/.test(request.path))
    request.body = entryOfToday(request.body);
  next();
}
