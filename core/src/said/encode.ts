/** What stands in a sentence in place of a word: a number, or a text, which may be said itself. */
export type Param = string | number | boolean | null | undefined;
export type Params = Readonly<Record<string, Param>>;

const OPEN = '⟦';
const CLOSE = '⟧';

/** Whether something in a text is said by code: it has to be spoken before anybody reads it. */
export function isSaid(text: string): boolean {
  return text.includes(OPEN);
}

/** A text as a person wrote it, without the two marks that only codes stand between. */
function unmarked(param: Param): Param {
  if (param === null || param === undefined) return '';
  if (typeof param !== 'string' || !(isSaid(param) || param.includes(CLOSE))) return param;
  return hasWholeMarks(param) ? param : param.replaceAll(OPEN, '[').replaceAll(CLOSE, ']');
}

/** Whether every mark that opens closes again. */
function hasWholeMarks(text: string): boolean {
  let depth = 0;
  for (const letter of text) {
    if (letter === OPEN) depth += 1;
    if (letter === CLOSE) depth -= 1;
    if (depth < 0) return false;
  }
  return depth === 0;
}

/**
 * A sentence as a code with what it says it of, to be put into words when somebody reads it: `⟦wet-film {"from":90}⟧`.
 * It may stand inside a longer text, and a parameter may be such a sentence.
 */
export function encode(code: string, params: Params = {}): string {
  const entries = Object.entries(params).map(([key, param]) => [key, unmarked(param)]);
  return `${OPEN}${code}${entries.length === 0 ? '' : ` ${JSON.stringify(Object.fromEntries(entries))}`}${CLOSE}`;
}

/** A number that is to be shown in the units of whoever reads it: `⟦=film 120⟧`. @param name of the quantity. */
export function encodeQuantity(name: string, ...values: number[]): string {
  return `${OPEN}=${name} ${values.join(' ')}${CLOSE}`;
}

/** Words of the product itself that regions spell differently: `regional('Colour')`. Text of a person never goes in here. */
export function regional(text: string): string {
  return `${OPEN}~${text}${CLOSE}`;
}

/** A moment that is to be written as the reader's region does: a clock time, a day, or both. @param minute since 1970. */
export function saidMoment(kind: 'clock' | 'day' | 'when', minute: number): string {
  return encodeQuantity(kind, Math.floor(minute));
}

/** A date without a time, `2026-11-30`, likewise. */
export function saidDate(date: string): string {
  return encodeQuantity('date', Number(date.replaceAll('-', '')));
}

/** A part of a text: as it stands, or said by code. */
export type Part =
  | string
  | { own: string }
  | { code: string; params: Params }
  | { quantity: string; values: number[] };

function partOf(inside: string): Part {
  if (inside.startsWith('~')) return { own: inside.slice(1) };
  const quantity = /^=([a-zA-Z]+) ([-\d.e+ ]+)$/.exec(inside);
  if (quantity) return { quantity: quantity[1] ?? '', values: (quantity[2] ?? '').split(' ').map(Number) };
  const said = /^([a-z]+\.[a-z0-9-]+)(?: (\{.*\}))?$/s.exec(inside);
  if (!said) return `${OPEN}${inside}${CLOSE}`;
  try {
    return { code: said[1] ?? '', params: said[2] ? (JSON.parse(said[2]) as Params) : {} };
  } catch {
    return `${OPEN}${inside}${CLOSE}`;
  }
}

/** The parts of a text in their order. Marks that do not pair stay text. */
export function partsOf(text: string): Part[] {
  const parts: Part[] = [];
  let depth = 0;
  let from = 0;
  for (let at = 0; at < text.length; at += 1) {
    const letter = text[at];
    if (letter === OPEN) {
      if (depth === 0) {
        if (at > from) parts.push(text.slice(from, at));
        from = at;
      }
      depth += 1;
    } else if (letter === CLOSE && depth > 0) {
      depth -= 1;
      if (depth === 0) {
        parts.push(partOf(text.slice(from + 1, at)));
        from = at + 1;
      }
    }
  }
  if (from < text.length) parts.push(text.slice(from));
  return parts;
}
