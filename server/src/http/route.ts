import { ErrorBodySchema } from '@upholder/core/api';
import type { Request, Response, Router } from 'express';
import { z } from 'zod';
import { createDocument, type ZodOpenApiPathsObject } from 'zod-openapi';
import { ApiError } from './errors.ts';
import type { Member } from './member.ts';

type Method = 'get' | 'post' | 'patch' | 'delete' | 'put';

/** What a handler gets besides its checked input. */
export interface Call {
  request: Request;
  response: Response;
  /** The signed-in member; the session middleware guarantees one unless the route is open. */
  member: Member;
}

interface Route<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType> {
  method: Method;
  /** Express path below /api, e.g. `/jobs/:jobId`. */
  path: string;
  summary: string;
  params?: P;
  body?: B;
  response: R;
  status?: number;
  /** Works without being signed in. */
  isOpen?: boolean;
  handle(input: { params: z.output<P>; body: z.output<B> }, call: Call): Promise<z.input<R>>;
}

/** The routes of a server: registers each with Express and describes it for OpenAPI. */
export class RouteTable {
  private readonly paths: ZodOpenApiPathsObject = {};

  constructor(private readonly router: Router) {}

  /** Adds a route: parse with Zod, call the handler, answer. */
  add<P extends z.ZodType = z.ZodNever, B extends z.ZodType = z.ZodNever, R extends z.ZodType = z.ZodType>(
    route: Route<P, B, R>,
  ): void {
    this.describe(route);
    this.router[route.method](route.path, async (request, response) => {
      const member = request.member;
      if (!route.isOpen && !member) throw new ApiError('signed-out', 'Sign in first.');
      const input = {
        params: (route.params ? route.params.parse(request.params) : undefined) as z.output<P>,
        body: (route.body ? route.body.parse(request.body ?? {}) : undefined) as z.output<B>,
      };
      const result = await route.handle(input, { request, response, member: member as Member });
      if (!response.headersSent) response.status(route.status ?? 200).json(result);
    });
  }

  private describe(route: Route<z.ZodType, z.ZodType, z.ZodType>): void {
    const path = `/api${route.path.replace(/:(\w+)/g, '{$1}')}`;
    this.paths[path] = {
      ...this.paths[path],
      [route.method]: {
        summary: route.summary,
        ...(route.params ? { requestParams: { path: route.params as z.ZodObject } } : {}),
        ...(route.body ? { requestBody: { content: { 'application/json': { schema: route.body } } } } : {}),
        responses: {
          [String(route.status ?? 200)]: {
            description: 'Done',
            content: { 'application/json': { schema: route.response } },
          },
          default: { description: 'Refused', content: { 'application/json': { schema: ErrorBodySchema } } },
        },
      },
    };
  }

  /** The OpenAPI description of all routes added so far. */
  document(version: string): object {
    return createDocument({
      openapi: '3.1.0',
      info: {
        title: 'Upholder',
        version,
        description: 'Planner, calculator and logbook for cabinet refinishers.',
      },
      paths: this.paths,
    });
  }
}

/** Parameters of a path, each a UUID. */
export function uuidParams<K extends string>(...names: K[]) {
  return z.object(
    Object.fromEntries(
      names.map((name) => [name, z.uuid({ error: 'There is nothing at this address.' })]),
    ) as Record<K, z.ZodUUID>,
  );
}

/** The answer of a route that has nothing to say. */
export const Done = z.object({ done: z.literal(true) });
