import { randomBytes } from 'node:crypto';

/** Letters and digits that are not taken for one another when they are read out or copied by hand; 32, so that each is as likely. */
const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789';

/** A code that can be read out: groups of four, each letter worth five bits. */
export function newCode(groups: number): string {
  const letters = [...randomBytes(groups * 4)].map((byte) => LETTERS[byte % LETTERS.length]);
  return Array.from({ length: groups }, (_, at) => letters.slice(at * 4, at * 4 + 4).join('')).join('-');
}

/** A code as it is compared: however it was typed. */
export function plainCode(code: string): string {
  return code.toUpperCase().replace(/[^A-Z0-9]/g, '');
}
