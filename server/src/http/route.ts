import { ErrorBodySchema, type Route } from '@upholder/core/api';
import type { Request, Response, Router } from 'express';
import { z } from 'zod';
import { createDocument, type ZodOpenApiPathsObject } from 'zod-openapi';
import { ApiError } from './errors.ts';
import type { Member } from './member.ts';

/** What a handler gets besides its checked input. */
export interface Call {
  request: Request;
  response: Response;
  /** The signed-in member; the session middleware guarantees one unless the route is open. */
  member: Member;
}

type Handler<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType> = (
  input: { params: z.output<P>; body: z.output<B> },
  call: Call,
) => Promise<z.input<R>>;

/** @throws Error when an answer is not what its route declares: then the server is wrong, not the caller. */
function assertAnswer({ method, path, response }: Route, answer: unknown): void {
  // What a browser gets has been through JSON: dates are text, what is undefined is not there.
  const read = response.safeParse(JSON.parse(JSON.stringify(answer)));
  if (!read.success)
    throw new Error(`${method} ${path} answers otherwise than it declares: ${z.prettifyError(read.error)}`);
}

/** The routes of a server: registers each with Express and describes it for OpenAPI. */
export class RouteTable {
  private readonly paths: ZodOpenApiPathsObject = {};

  /** @param checksAnswers whether every answer is held against its declaration, as tests and development do. */
  constructor(
    private readonly router: Router,
    private readonly checksAnswers: boolean,
  ) {}

  /** Adds a declared route: its input is parsed, the handler called, its answer sent. */
  add<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(
    route: Route<P, B, R>,
    handle: Handler<P, B, R>,
  ): void {
    this.describe(route);
    this.router[route.method](route.path, async (request, response) => {
      const member = request.member;
      if (!route.isOpen && !member) throw new ApiError('signed-out', 'Sign in first.');
      const input = {
        params: (route.params ? route.params.parse(request.params) : undefined) as z.output<P>,
        body: (route.body ? route.body.parse(request.body ?? {}) : undefined) as z.output<B>,
      };
      const result = await handle(input, { request, response, member: member as Member });
      if (this.checksAnswers) assertAnswer(route, result);
      if (!response.headersSent) response.status(route.status ?? 200).json(result);
    });
  }

  private describe(route: Route): void {
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
