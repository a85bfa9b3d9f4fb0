import { randomBytes, timingSafeEqual } from 'node:crypto';
import { deriveKey } from '../base/scrypt.ts';

const COST = { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 };
const LENGTH = 32;

/** Hashes a password with scrypt (RFC 7914), as `scrypt$salt$hash` in base64. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16);
  const hash = await deriveKey(password, salt, LENGTH, COST);
  return `scrypt$${salt.toString('base64')}$${hash.toString('base64')}`;
}

/** Whether a password belongs to a hash. A malformed hash matches nothing. */
export async function isPassword(password: string, stored: string): Promise<boolean> {
  const [scheme, salt, hash] = stored.split('$');
  if (scheme !== 'scrypt' || !salt || !hash) return false;
  const expected = Buffer.from(hash, 'base64');
  const actual = await deriveKey(password, Buffer.from(salt, 'base64'), LENGTH, COST);
  return expected.length === actual.length && timingSafeEqual(expected, actual);
}
