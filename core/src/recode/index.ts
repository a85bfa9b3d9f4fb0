import { encode } from '../said/encode.ts';
import { isSaid, type Params } from '../said/index.ts';
import { OLD_WORDS, type OldWords } from './oldWords.ts';

export * from './names.ts';

type Pattern = { code: string; pattern: RegExp; names: readonly string[]; fixed: Params };

const isPattern = (row: OldWords): boolean => row[2] !== undefined;
const STATIC = new Map(OLD_WORDS.filter((row) => !isPattern(row)).map(([code, words]) => [words, code]));
const PATTERNS: Pattern[] = OLD_WORDS.filter(isPattern)
  // The longer a sentence, the less it leaves to its parameters.
  .sort(([, a], [, b]) => b.length - a.length)
  .map(([code, words, names = [], fixed = {}]) => ({
    code,
    pattern: new RegExp(`^${words}$`, 's'),
    names,
    fixed,
  }));

const SIDES = [', fronts', ', backs', ', edges'] as const;
const KINDS: Record<string, string> = {
  'drawer front': 'drawer-front',
  'end panel': 'end-panel',
  'face frame': 'face-frame',
  'box interior': 'box-interior',
  shelve: 'shelf',
};

/** `7 drawer fronts`, by code; null for anything else. */
function countOf(text: string): string | null {
  const found = /^(\d+) ([a-z ]+?)s?$/.exec(text);
  if (!found) return null;
  const [, count = '', word = ''] = found;
  const kind = KINDS[word] ?? word;
  return /^(door|drawer-front|end-panel|shelf|face-frame|plinth|cornice|moulding|box-interior)$/.test(kind)
    ? encode('word.pieces-of-kind', { kind, count: Number(count) })
    : null;
}

/** The name of a load, `Upper wall: 7 drawer fronts and 2 doors`, by code; null for anything else. */
function loadOf(text: string): string | null {
  const found = /^(.+): ([^:]+)$/.exec(text);
  if (!found) return null;
  const [, zone = '', rest = ''] = found;
  const counts = rest.split(/, | and /).map(countOf);
  const known = counts.filter((one) => one !== null);
  if (known.length < counts.length) return null;
  const last = known.at(-1) ?? '';
  const pieces =
    known.length < 2 ? last : encode('word.and', { before: known.slice(0, -1).join(', '), last });
  return encode('word.load', { zone, pieces });
}

function patternOf(text: string): string | null {
  for (const { code, pattern, names, fixed } of PATTERNS) {
    const found = pattern.exec(text);
    if (!found) continue;
    const params = names.map((name, at) => {
      const value = found[at + 1] ?? '';
      return [name, /^\d{1,9}$/.test(value) ? Number(value) : recode(value)];
    });
    return encode(code, { ...Object.fromEntries(params), ...fixed });
  }
  return null;
}

/**
 * What the program wrote in words, by code; what a person wrote stays as it is. Two sentences in a row are both recognised, and
 * so is the side behind the name of a task.
 */
export function recode(text: string): string {
  if (text === '' || isSaid(text)) return text;
  const code = STATIC.get(text);
  if (code) return encode(code);
  const side = SIDES.find((one) => text.endsWith(one));
  if (side) {
    const name = recode(text.slice(0, -side.length));
    if (isSaid(name)) return name + encode(`word.${side.slice(2)}`);
  }
  const known = patternOf(text) ?? loadOf(text);
  if (known) return known;
  for (let end = text.lastIndexOf('. '); end > 0; end = text.lastIndexOf('. ', end - 1)) {
    const first = recode(text.slice(0, end + 1));
    if (isSaid(first)) return `${first} ${recode(text.slice(end + 2))}`;
  }
  return text;
}

/** A step whose name, reason and cautions are said by code where the program wrote them. */
export function recodeStep<T extends object>(step: T): T {
  const { name, why, cautions } = step as { name?: unknown; why?: unknown; cautions?: unknown };
  return {
    ...step,
    ...(typeof name === 'string' && { name: recode(name) }),
    ...(typeof why === 'string' && { why: recode(why) }),
    ...(Array.isArray(cautions) && {
      cautions: cautions.map((one) => (typeof one === 'string' ? recode(one) : one)),
    }),
  };
}

/** A kept plan whose tasks and loads are named by code. */
export function recodePlan<T extends object>(plan: T): T {
  const { ops, loads } = plan as { ops?: unknown; loads?: unknown };
  const named = (key: 'name' | 'label') => (row: unknown) => {
    const text = (row as Record<string, unknown> | null)?.[key];
    return typeof text === 'string' ? { ...(row as object), [key]: recode(text) } : row;
  };
  return {
    ...plan,
    ...(Array.isArray(ops) && { ops: ops.map(named('name')) }),
    ...(Array.isArray(loads) && { loads: loads.map(named('label')) }),
  };
}
