import { said } from '@upholder/core/said';
import { ApiError } from './errors.ts';

/** Most values within values: nobody's page nests deeper, and whatever reads further would run out of room. */
const DEEPEST = 64;

const refuse = (path: readonly string[], message: string): never => {
  throw new ApiError('bad-input', message, { fields: { [path.join('.')]: message } });
};

/** Text as it is kept: composed alike, and without what PostgreSQL cannot keep. @throws ApiError at its field. */
function cleanText(text: string, path: readonly string[]): string {
  if (text.includes('\0') || !text.isWellFormed())
    refuse(path, said('refusal.this-text-has-a-character-that'));
  return text.normalize('NFC');
}

/**
 * What a call sent, with its texts as they are kept.
 * @throws ApiError at the field of a text that cannot be kept, and where values lie too deep within each other.
 */
export function cleaned(value: unknown, path: readonly string[] = []): unknown {
  if (typeof value === 'string') return cleanText(value, path);
  if (typeof value !== 'object' || value === null) return value;
  if (path.length > DEEPEST) refuse(path.slice(0, 4), said('refusal.this-lies-too-deep-within-other'));
  if (Array.isArray(value)) return value.map((one, index) => cleaned(one, [...path, String(index)]));
  return Object.fromEntries(
    Object.entries(value).map(([key, one]) => [cleanText(key, path), cleaned(one, [...path, key])]),
  );
}
