import { v7 as uuid } from 'uuid';

/** A JSON schema, as far as the published description of the API uses it. */
export interface Schema {
  $ref?: string;
  type?: string | string[];
  const?: unknown;
  enum?: unknown[];
  anyOf?: Schema[];
  oneOf?: Schema[];
  allOf?: Schema[];
  properties?: Record<string, Schema>;
  required?: string[];
  additionalProperties?: boolean | Schema;
  propertyNames?: Schema;
  items?: Schema | boolean;
  prefixItems?: Schema[];
  minItems?: number;
  maxItems?: number;
  minimum?: number;
  maximum?: number;
  exclusiveMinimum?: number;
  exclusiveMaximum?: number;
  minLength?: number;
  maxLength?: number;
  pattern?: string;
  format?: string;
}

const UGLY_TEXTS = [
  '',
  ' ',
  '\0',
  'a\0b',
  '\ud800',
  'x\udfff',
  'e\u0301',
  '\u202e',
  '٣',
  '0000-01-01',
  '9999-12-31',
  '2026-02-30',
  '2026-13-01T00:00:00Z',
  '0000-01-01T00:00:00.000Z',
  "'; drop table job; --",
  '<script>alert(1)</script>',
  '=1+1',
  '⟦',
  '⟦refusal.sign-in-first⟧',
  '__proto__',
  'constructor',
  'NaN',
  '1e999',
  '../../etc/passwd',
  'x'.repeat(5000),
] as const;
const UGLY_NUMBERS = [
  0,
  -0,
  -1,
  1e-9,
  0.1,
  1e9,
  2 ** 31,
  -(2 ** 31) - 1,
  2 ** 53,
  2 ** 63,
  1e21,
  1e308,
  -1e308,
  5e-324,
] as const;
/** What patterns of the API may ask for; the first that fits is taken. */
const FITTING = [
  '#a1b2c3',
  '2026-12-01',
  '2026-12-01T08:00:00.000Z',
  '07:30',
  'D1',
  '310',
  'waterborne',
  'GBP',
  'Europe/London',
  'en-GB',
  '2026',
  'abcdef',
  '123456',
];
const DEEPEST = 7;

/** Ids that any answer named, with what stood around them: what one shop was told, another may send. */
export class Ids {
  private readonly all: string[] = [];
  private readonly around = new Map<string, string[]>();

  add(around: string, id: string): void {
    if (this.all.length < 2000) this.all.push(id);
    this.around.set(around, [...(this.around.get(around) ?? []), id].slice(-100));
  }

  /** Those of a kind, such as `job`; all where none is known of it. */
  of(kind: string): readonly string[] {
    const fitting = [...this.around].filter(([around]) => around.startsWith(kind)).flatMap(([, ids]) => ids);
    return kind === '' || fitting.length === 0 ? this.all : fitting;
  }
}

/** Makes values that a schema allows, and others, from a seed. */
export class Values {
  /** Objects that the server answered with: what comes back changed goes deeper than what is made up. */
  private readonly seen: Record<string, unknown>[] = [];

  /** @param random from 0 to below 1, the same for the same seed. @param all of `components.schemas`. */
  constructor(
    private readonly random: () => number,
    private readonly all: Readonly<Record<string, Schema>>,
    private readonly ids: Ids,
  ) {}

  chance(share: number): boolean {
    return this.random() < share;
  }

  upTo(most: number): number {
    return Math.floor(this.random() * most);
  }

  pick<T>(items: readonly T[]): T {
    return items[this.upTo(items.length)] as T;
  }

  /** Something that no schema asks for. */
  ugly(): unknown {
    return this.pick<() => unknown>([
      () => this.pick(UGLY_TEXTS),
      () => this.pick(UGLY_TEXTS),
      () => this.pick(UGLY_NUMBERS),
      () => null,
      () => true,
      () => [],
      () => ({}),
      () => [[[[null]]]],
      () => this.id(),
    ])();
  }

  /** An id that there is, mostly of the kind that is asked for, such as `job`; or none. */
  id(kind = ''): string {
    const known = this.ids.of(this.chance(0.85) ? kind : '');
    return known.length > 0 && this.chance(0.85) ? this.pick(known) : uuid();
  }

  /** Remembers what an answer holds. */
  learn(answer: unknown, around = '', depth = 0): void {
    if (depth > DEEPEST || typeof answer !== 'object' || answer === null) return;
    if (!Array.isArray(answer)) {
      const one = answer as Record<string, unknown>;
      if (this.seen.length < 3000) this.seen.push(one);
      else this.seen[this.upTo(3000)] = one;
      if (typeof one.id === 'string') this.ids.add(around, one.id);
    }
    for (const [key, part] of Object.entries(answer).slice(0, 30))
      this.learn(part, Array.isArray(answer) ? around : key, depth + 1);
  }

  /** A value for a schema, now and then one that it forbids. */
  of(schema: Schema, depth = 0): unknown {
    if (this.chance(0.02)) return this.ugly();
    if (schema.$ref) return this.of(this.all[schema.$ref.split('/').at(-1) ?? ''] ?? {}, depth);
    if (schema.const !== undefined) return schema.const;
    if (schema.enum) return this.pick(schema.enum);
    const either = schema.anyOf ?? schema.oneOf;
    if (either) return this.of(this.pick(depth > DEEPEST ? either.slice(-1) : either), depth + 1);
    if (schema.allOf)
      return Object.assign({}, ...schema.allOf.map((part) => this.of(part, depth + 1) ?? {})) as unknown;
    const type = Array.isArray(schema.type) ? this.pick(schema.type) : schema.type;
    switch (type) {
      case 'string':
        return this.text(schema);
      case 'integer':
        return Math.round(this.number(schema));
      case 'number':
        return this.number(schema);
      case 'boolean':
        return this.chance(0.5);
      case 'null':
        return null;
      case 'array':
        return this.list(schema, depth);
      case 'object':
        return this.object(schema, depth);
      default:
        return this.ugly();
    }
  }

  private text({ format, pattern, minLength = 0, maxLength = 40 }: Schema): string {
    if (format === 'uuid') return this.id();
    if (format === 'date') return this.chance(0.9) ? '2026-12-01' : String(this.pick(UGLY_TEXTS));
    if (format === 'date-time') return `2026-11-2${this.upTo(10)}T08:00:00.000Z`;
    if (pattern) {
      const fits = FITTING.filter((text) => new RegExp(pattern, 'u').test(text));
      if (fits.length > 0) return this.pick(fits);
    }
    if (this.chance(0.08)) return this.pick(UGLY_TEXTS);
    return 'Linseed and patience '
      .repeat(3)
      .slice(0, Math.max(minLength, Math.min(maxLength, 3 + this.upTo(18))));
  }

  private number({ minimum, maximum, exclusiveMinimum, exclusiveMaximum }: Schema): number {
    if (this.chance(0.06)) return this.pick(UGLY_NUMBERS);
    const from = minimum ?? exclusiveMinimum ?? 0;
    const to = Math.min(maximum ?? exclusiveMaximum ?? from + 1000, from + 1e6);
    return this.chance(0.2) ? this.pick([from, to]) : from + this.random() * (to - from);
  }

  private list({ items, prefixItems, minItems = 0, maxItems = 4 }: Schema, depth: number): unknown[] {
    if (prefixItems) return prefixItems.map((one) => this.of(one, depth + 1));
    if (typeof items !== 'object') return [];
    const count =
      depth > DEEPEST ? minItems : minItems + this.upTo(Math.max(1, Math.min(4, maxItems - minItems + 1)));
    return Array.from({ length: count }, () => this.of(items, depth + 1));
  }

  private object(schema: Schema, depth: number): Record<string, unknown> {
    const { properties = {}, required = [], additionalProperties, propertyNames } = schema;
    const known = this.chance(0.6) ? this.resembling(properties, required) : null;
    if (known) {
      const [key] = [this.pick(Object.keys(properties))];
      const change = properties[key];
      return change ? { ...known, [key]: this.of(change, depth + 1) } : known;
    }
    const made: Record<string, unknown> = {};
    for (const [key, one] of Object.entries(properties))
      if ((required.includes(key) && !this.chance(0.01)) || (depth < DEEPEST && this.chance(0.5)))
        made[key] = one.format === 'uuid' ? this.id(key.replace(/Ids?$/, '')) : this.of(one, depth + 1);
    if (typeof additionalProperties === 'object' && depth < DEEPEST)
      for (let left = this.upTo(3); left > 0; left -= 1)
        made[String(propertyNames ? this.of(propertyNames, depth + 1) : this.text({}))] = this.of(
          additionalProperties,
          depth + 1,
        );
    return made;
  }

  /** Something that was answered before and has what this schema wants. */
  private resembling(properties: Record<string, Schema>, required: readonly string[]) {
    if (required.length < 2) return null;
    const from = this.upTo(this.seen.length);
    for (let step = 0; step < Math.min(400, this.seen.length); step += 1) {
      const one = this.seen[(from + step) % this.seen.length];
      if (one && required.every((key) => key in one))
        return Object.fromEntries(
          Object.keys(properties)
            .filter((key) => key in one)
            .map((key) => [key, one[key]]),
        );
    }
    return null;
  }
}
