/** What a code on a label or a typed word stands for. */
export type FoundCode =
  | { kind: 'piece'; pieceId: string }
  | { kind: 'words'; jobCode: string | null; tag: string };

const UUID = '[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}';

/**
 * Reads the text of a label's code, or what someone typed instead: `QUAY U07`, `quay/U07` or only `U07`.
 * @returns null when there is nothing to go by.
 */
export function readCode(text: string): FoundCode | null {
  const piece = new RegExp(`(?:^|/p/)(${UUID})/?$`, 'i').exec(text.trim());
  if (piece?.[1]) return { kind: 'piece', pieceId: piece[1].toLowerCase() };
  if (/^https?:/i.test(text.trim())) return null;
  const words = text
    .trim()
    .split(/[\s/:]+/)
    .filter(Boolean);
  const [first, second] = words;
  if (!first || words.length > 2) return null;
  return second
    ? { kind: 'words', jobCode: first, tag: second }
    : { kind: 'words', jobCode: null, tag: first };
}
