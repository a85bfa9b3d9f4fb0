import { LRUCache } from 'lru-cache';

/** So much text of one kind is remembered, in characters. */
const MOST_CHARS = 8_000_000;

/**
 * Reads what is kept as JSON, each text once: the same text means the same thing, whoever kept it. What comes out is shared, and
 * nobody changes it.
 * @param read makes of the value what the caller wants; what it throws is thrown each time.
 */
export function remembered<T extends object>(read: (value: unknown) => T): (text: string) => T {
  const known = new LRUCache<string, T>({ maxSize: MOST_CHARS, max: 5000 });
  return (text) => {
    const before = known.get(text);
    if (before) return before;
    const made = read(JSON.parse(text));
    known.set(text, made, { size: Math.max(1, text.length) });
    return made;
  };
}
