import { z } from 'zod';
import { said } from '../../said/index.ts';

const METHODS = { GET: 'get', POST: 'post', PUT: 'put', PATCH: 'patch', DELETE: 'delete' } as const;
type Verb = keyof typeof METHODS;

/** A call of the server, declared once. */
export interface Route<
  P extends z.ZodType = z.ZodType,
  B extends z.ZodType = z.ZodType,
  R extends z.ZodType = z.ZodType,
> {
  method: (typeof METHODS)[Verb];
  /** Below /api, with named parts, e.g. `/jobs/:jobId`. */
  path: string;
  summary: string;
  /** Its method and address before it was renamed. */
  formerly?: string;
  params?: P;
  body?: B;
  response: R;
  /** Status of a call that went well; 200 where it is left out. */
  status?: number;
}

/** What a caller sends in the path, in the body, and what comes back. */
export type ParamsOf<T> = T extends Route<infer P, z.ZodType, z.ZodType> ? z.input<P> : never;
export type BodyOf<T> = T extends Route<z.ZodType, infer B, z.ZodType> ? z.input<B> : never;
export type ResponseOf<T> = T extends Route<z.ZodType, z.ZodType, infer R> ? z.output<R> : never;

type Given<K extends string, T> = [T] extends [never] ? { [P in K]?: undefined } : { [P in K]: T };
/** Everything that a caller sends: named parts of the path and a body, where the route has them. */
export type Sent<T> = Given<'params', ParamsOf<T>> & Given<'body', BodyOf<T>>;

/** The address of a call with its named parts filled in. @param address as `PUT /jobs/:jobId`. */
export function addressed(address: string, params: object = {}): { method: string; url: string } {
  const [method = '', path = ''] = address.split(' ');
  const parts = new Map<string, unknown>(Object.entries(params));
  return {
    method,
    url: path.replace(/:(\w+)/g, (_whole, part: string) => encodeURIComponent(String(parts.get(part)))),
  };
}

/** Declares a route. @param address as `PUT /jobs/:jobId`. */
export function route<
  P extends z.ZodType = z.ZodNever,
  B extends z.ZodType = z.ZodNever,
  R extends z.ZodType = z.ZodType,
>(address: string, declared: Omit<Route<P, B, R>, 'method' | 'path'>): Route<P, B, R> {
  const [verb, path = ''] = address.split(' ');
  return { method: METHODS[verb as Verb], path, ...declared };
}

/** Parameters of a path, each a UUID. */
export function uuidParams<K extends string>(...names: K[]) {
  return z.object(
    Object.fromEntries(names.map((name) => [name, z.uuid({ error: said('call.page-not-found') })])) as Record<
      K,
      z.ZodUUID
    >,
  );
}

/** The answer of a route that has nothing to say. */
export const EmptyResponse = z.object({ done: z.literal(true) });
