import type { Request, RequestHandler, Response } from 'express';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { v4 as uuid } from 'uuid';

export const REQUEST_HEADER = 'x-request-id';
const SANE_ID = /^[\w-]{8,64}$/;

/** The route that took a request, with the names of its parts in place of what they were; the kind of thing where none did. */
export function routeOf(request: Request): string {
  const path = (request.route as { path?: unknown } | undefined)?.path;
  if (typeof path !== 'string' || path.includes('{*'))
    return request.baseUrl === '/api' ? '/api/…' : 'interface';
  return `${request.baseUrl}${path}`;
}

/** Whether a request is worth a line at every level of detail: what only loads the interface is not. */
function isNoise(request: Request): boolean {
  return !request.originalUrl.startsWith('/api/') || request.originalUrl === '/api/health';
}

/**
 * Gives every request an id, which the answer carries, and writes a line about it when it is done: method, route, status and
 * time. Neither addresses nor names, neither what was sent nor what was asked for, stands in it.
 */
export function createRequestLog(log: Logger): RequestHandler {
  return pinoHttp<Request, Response>({
    logger: log,
    genReqId(request, response) {
      const sent = request.headers[REQUEST_HEADER];
      const id = typeof sent === 'string' && SANE_ID.test(sent) ? sent : uuid();
      response.setHeader(REQUEST_HEADER, id);
      return id;
    },
    customLogLevel: (request, response, error) =>
      error || response.statusCode >= 500 ? 'error' : isNoise(request) ? 'debug' : 'info',
    customSuccessMessage: () => 'request',
    customErrorMessage: () => 'request failed',
    quietReqLogger: true,
    quietResLogger: true,
    serializers: { req: () => undefined, res: () => undefined, err: () => undefined },
    customProps: (request, response) => ({
      method: request.method,
      route: routeOf(request),
      status: response.statusCode,
    }),
  }) as unknown as RequestHandler;
}
