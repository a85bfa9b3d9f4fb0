import {
  ACCESS,
  asksPassword,
  type CallName,
  type Changes,
  ChangesSchema,
  ErrorBodySchema,
  isUntouched,
  mayCall,
  mergedTouched,
  PATHS,
  type Route,
  type Touched,
  type TouchedInput,
  TouchedSchema,
  UNTOUCHED,
} from '@upholder/core/api';
import { ROLE_WORDS } from '@upholder/core/people';
import { said } from '@upholder/core/said';
import type { Request, RequestHandler, Response, Router } from 'express';
import { z } from 'zod';
import { createDocument, type ZodOpenApiPathsObject } from 'zod-openapi';
import type { Queryable } from '../db/database.ts';
import { announce } from '../live/channel.ts';
import { readBody } from './bodies.ts';
import { ApiError } from './errors.ts';
import type { Member } from './member.ts';
import { bodyOfToday } from './oldPages.ts';
import { ReadyAnswer } from './ready.ts';

/** What a handler gets besides its checked input. */
export interface Call {
  request: Request;
  response: Response;
  /** The signed-in member; the session middleware guarantees one unless the route is open. */
  member: Member;
  /**
   * Says what the call changes: told to everybody else once `db` commits, and answered to the caller as it is then. In a
   * transaction it must be given its connection.
   */
  changed(db: Queryable, touched: TouchedInput): Promise<void>;
}

/** Reads what was touched as it is now. */
export type ReadChanges = (shopId: string, touched: Touched) => Promise<Changes>;

/** Header that names the page which calls, so that it need not read again what it wrote itself. */
const PAGE_HEADER = 'x-upholder-page';
/** What every changing call may answer besides its own. */
const Changing = z.object({ changes: ChangesSchema.optional() });

type Handler<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType> = (
  input: { params: z.output<P>; body: z.output<B> },
  call: Call,
) => Promise<z.input<R> | ReadyAnswer>;

/** A route with what it answers in all: a changing call also says what it changed. */
function answered(route: Route): Route {
  return route.method === 'get' ? route : { ...route, response: z.intersection(route.response, Changing) };
}

/** Whoever changes a job has its line in the list of jobs changed as well. */
function withSummaries(touched: Touched): Touched {
  return { ...touched, jobs: touched.jobs.map((job) => ({ ...job, summary: true })) };
}

/** @throws Error when an answer is not what its route declares: then the server is wrong, not the caller. */
function assertAnswer({ method, path, response }: Route, answer: unknown): void {
  // What a browser gets has been through JSON: dates are text, what is undefined is not there.
  const read = response.safeParse(JSON.parse(JSON.stringify(answer)));
  if (!read.success)
    throw new Error(`${method} ${path} answers otherwise than it declares: ${z.prettifyError(read.error)}`);
}

const NAMES = new Map(Object.entries(PATHS).map(([name, address]) => [address as string, name as CallName]));

/** Name of a declared route, by its method and path. */
function nameOf({ method, path }: Route): CallName {
  const name = NAMES.get(`${method.toUpperCase()} ${path}`);
  if (!name) throw new Error(`${method} ${path} is declared nowhere`);
  return name;
}

/**
 * The member who makes a call, null where anyone may make it and nobody is signed in.
 * @throws ApiError when it needs a member, another role, or the password again.
 */
export function assertMay(request: Request, name: CallName): Member | null {
  const { member } = request;
  if (ACCESS[name] === 'anyone') return member ?? null;
  if (!member) throw new ApiError('signed-out', said('refusal.sign-in-first'));
  if (!mayCall(member.role, name)) throw new ApiError('not-allowed', refusalFor(member, name));
  if (asksPassword(name) && !member.isConfirmed)
    throw new ApiError('confirm-password', said('refusal.enter-your-password-to-go-on'));
  return member;
}

function refusalFor({ name, role }: Member, call: CallName): string {
  const wanted =
    ACCESS[call] === 'owner'
      ? said('refusal.an-owner')
      : ACCESS[call] === 'planner'
        ? said('refusal.a-planner-or-an-owner')
        : said('refusal.somebody-who-works-on-the-floor');
  return said('refusal.is-signed-in-as-this-needs', {
    name,
    name2: ROLE_WORDS[role].name.toLowerCase(),
    wanted,
  });
}

/** The routes of a server: registers each with Express and describes it for OpenAPI. */
export class RouteTable {
  private readonly paths: ZodOpenApiPathsObject = {};

  /** @param checksAnswers whether every answer is held against its declaration, as tests and development do. */
  constructor(
    private readonly router: Router,
    private readonly checksAnswers: boolean,
    private readonly readChanges: ReadChanges,
  ) {}

  /** Lets only those pass who may make a call. It stands before anything that reads what they send. */
  gate(name: CallName): RequestHandler {
    return (request, _response, next) => {
      assertMay(request, name);
      next();
    };
  }

  /**
   * A call as handlers get it, and what reads the changes that it made.
   * @throws ApiError when the caller may not make it.
   */
  begin(request: Request, response: Response, name: CallName) {
    const member = assertMay(request, name);
    const { shopId } = (member ?? {}) as Member;
    const page = (request.get(PAGE_HEADER) ?? '').slice(0, 64);
    let all = UNTOUCHED;
    const call: Call = {
      request,
      response,
      member: member as Member,
      changed: async (db, touched) => {
        all = mergedTouched(all, TouchedSchema.parse(touched));
        await announce(db, shopId, touched, page);
      },
    };
    /** What the call changed, as it is now; nothing where it changed nothing. */
    const changes = async (): Promise<{ changes?: Changes }> =>
      isUntouched(all) ? {} : { changes: await this.readChanges(shopId, withSummaries(all)) };
    return { call, changes };
  }

  /** Adds a declared route: its input is parsed, the handler called, its answer sent. */
  add<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(
    route: Route<P, B, R>,
    handle: Handler<P, B, R>,
  ): void {
    this.describe(route);
    const name = nameOf(route);
    const reads = route.body ? [readBody(name, ACCESS[name] === 'anyone'), bodyOfToday] : [];
    this.router[route.method](route.path, this.gate(name), ...reads, async (request, response) => {
      const { call, changes } = this.begin(request, response, name);
      const input = {
        params: (route.params ? route.params.parse(request.params) : undefined) as z.output<P>,
        body: (route.body ? route.body.parse(request.body ?? {}) : undefined) as z.output<B>,
      };
      const answer = await handle(input, call);
      if (answer instanceof ReadyAnswer) {
        if (this.checksAnswers) assertAnswer(answered(route), await answer.read());
        return answer.send(request, response);
      }
      const result = { ...(answer as object), ...(await changes()) };
      if (this.checksAnswers) assertAnswer(answered(route), result);
      if (!response.headersSent) response.status(route.status ?? 200).json(result);
    });
  }

  private describe(route: Route): void {
    const path = `/api${route.path.replace(/:(\w+)/g, '{$1}')}`;
    this.paths[path] = {
      ...this.paths[path],
      [route.method]: {
        summary: route.summary,
        ...(route.formerly ? { description: `Formerly ${route.formerly}.` } : {}),
        ...(route.params ? { requestParams: { path: route.params as z.ZodObject } } : {}),
        ...(route.body ? { requestBody: { content: { 'application/json': { schema: route.body } } } } : {}),
        responses: {
          [String(route.status ?? 200)]: {
            description: 'Done',
            content: { 'application/json': { schema: answered(route).response } },
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
