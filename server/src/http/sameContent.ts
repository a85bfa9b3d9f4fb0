/** Measures are kept to two decimals; a difference below that is none. */
const NUMBER_TOLERANCE = 0.0051;

function isSame(kept: unknown, sent: unknown): boolean {
  if (sent === null || kept === null || typeof sent !== 'object' || typeof kept !== 'object') {
    if (typeof kept === 'number' && typeof sent === 'number') return Math.abs(kept - sent) < NUMBER_TOLERANCE;
    return kept === sent;
  }
  if (Array.isArray(sent) !== Array.isArray(kept)) return false;
  if (Array.isArray(sent) && sent.length !== (kept as unknown[]).length) return false;
  return Object.entries(sent).every(
    ([key, value]) => value === undefined || isSame((kept as Record<string, unknown>)[key], value),
  );
}

/**
 * Whether what is kept under an id says what was sent for it: every field that was sent has the same value there. So a
 * repeated call is told from one that uses the id for something else.
 */
export function saysTheSame(kept: object, sent: object): boolean {
  return isSame(kept, sent);
}
