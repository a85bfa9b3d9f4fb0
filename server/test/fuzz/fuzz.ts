import { seeded } from '../../../core/test/sample.ts';
import { Ids, type Schema, Values } from './values.ts';

interface Operation {
  requestBody?: { content: Record<string, { schema: Schema }> };
}
interface Document {
  paths: Record<string, Record<string, Operation>>;
  components?: { schemas?: Record<string, Schema> };
}

/** Who calls: signs in (again), and sends. */
export interface FuzzCaller {
  name: string;
  /** Null where nobody is signed in. */
  enter: (() => Promise<unknown>) | null;
  send(method: string, path: string, text: string | undefined, type: string): Promise<Response>;
  shop: string;
  /** Text that only another shop has: no answer to this caller may hold it. */
  secret: string;
}

/** A call that was answered as none may be. */
export interface Found {
  what: 'broke' | 'leaked' | 'hung';
  call: string;
  status: number;
  sent: string;
  answer: string;
}

export interface FuzzResult {
  calls: number;
  byStatus: Map<number, number>;
  slowest: { call: string; ms: number };
  found: Found[];
}

export interface FuzzOrder {
  address: string;
  callers: readonly FuzzCaller[];
  /** Addresses that are read first, so that there is something to change. */
  start: readonly string[];
  seed: number;
  calls: number;
  /** Longer than this counts as hanging, in ms. */
  mostMs: number;
  /** Calls that are not made, by `METHOD /path`. */
  without?: readonly string[];
}

const LEAKS =
  /\bat (?:async )?\S+ \(|node_modules|\bselect\b.{1,200}\bfrom\b|syntax error at|\bpg_\w+|relation "|\/src\/\w+/is;
const UGLY_IDS = ['%00', '..%2f', '0', '-1', 'null', '%E0%A4%A', 'x'.repeat(3000), '٣', "'--"];
const UGLY_BODIES = [
  '',
  '{',
  '[]',
  'null',
  '"text"',
  '1e999',
  '{"a":}',
  '\ufeff{}',
  '[[[[[[[[[[',
  '{"__proto__":{"x":1}}',
];

/** Makes calls of every kind in the published description, from a seed, and tells of each answer that none may be. */
export async function fuzz(order: FuzzOrder): Promise<FuzzResult> {
  const { address, callers, seed, calls, mostMs, without = [] } = order;
  const document = (await (await fetch(`${address}/api/openapi.json`)).json()) as Document;
  const random = seeded(seed);
  const ids = new Ids();
  const of = new Map(
    callers.map(({ shop }) => [shop, new Values(random, document.components?.schemas ?? {}, ids)] as const),
  );
  const operations = Object.entries(document.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => ({ method: method.toUpperCase(), path, operation })),
  );
  const asked = operations.filter(({ method, path }) => !without.includes(`${method} ${path}`));
  const result: FuzzResult = { calls: 0, byStatus: new Map(), slowest: { call: '', ms: 0 }, found: [] };
  const [first] = callers;
  if (!first) return result;
  for (const caller of callers)
    for (const path of caller.enter ? order.start : [])
      of.get(caller.shop)?.learn(await (await caller.send('GET', path, undefined, '')).json(), path.slice(1));

  for (let count = 0; count < calls; count += 1) {
    // Most calls come from whoever may do most; the others see what is refused.
    const caller = random() < 0.6 ? first : (callers[Math.floor(random() * callers.length)] ?? first);
    const values = of.get(caller.shop) as Values;
    const { method, path, operation } = values.pick(asked);
    const to = path
      .replace('/api', '')
      .replace(/\{(\w+?)(?:Id)?\}/g, (_all, kind: string) =>
        values.chance(0.95) ? values.id(kind) : values.pick(UGLY_IDS),
      );
    const schema = operation.requestBody?.content['application/json']?.schema;
    const text =
      schema === undefined
        ? undefined
        : values.chance(0.03)
          ? values.pick(UGLY_BODIES)
          : JSON.stringify(values.of(schema));
    const type = values.chance(0.99) ? 'application/json' : 'text/plain';
    const begun = performance.now();
    const answer = await caller.send(method, to, text, type);
    const body = await answer.text();
    const ms = performance.now() - begun;
    const call = `${method} ${path} as ${caller.name}`;
    result.calls += 1;
    result.byStatus.set(answer.status, (result.byStatus.get(answer.status) ?? 0) + 1);
    if (ms > result.slowest.ms) result.slowest = { call, ms };
    const tell = (what: Found['what']) =>
      result.found.push({
        what,
        call,
        status: answer.status,
        sent: `${to} ${text ?? ''}`.slice(0, 1500),
        answer: body.slice(0, 500),
      });
    if (answer.status >= 500) tell('broke');
    if (ms > mostMs) tell('hung');
    if ((answer.status >= 400 && LEAKS.test(body)) || body.includes(caller.secret)) tell('leaked');
    if (answer.ok && /json/.test(answer.headers.get('content-type') ?? ''))
      values.learn(JSON.parse(body), path.split('/')[2]);
    if (answer.status === 401 && caller.enter) await caller.enter();
  }
  return result;
}
