import { type ScryptOptions, scrypt } from 'node:crypto';
import { promisify } from 'node:util';

const derive = promisify<string, Buffer, number, ScryptOptions, Buffer>(scrypt);

/** Derives a key of some bytes from a password (RFC 7914); how Unicode writes the password makes no difference (NFKC). */
export function deriveKey(
  password: string,
  salt: Buffer,
  bytes: number,
  cost: ScryptOptions,
): Promise<Buffer> {
  return derive(password.normalize('NFKC'), salt, bytes, cost);
}
