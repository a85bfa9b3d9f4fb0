import { signInKey } from '@upholder/core/people';
import { said } from '@upholder/core/said';
import { dictionary } from '@zxcvbn-ts/language-common';
import { ApiError } from '../http/errors.ts';

const COMMON = new Set((dictionary['passwords-common'] as string[]).map((one) => one.toLowerCase()));

/** What stays of a password without digits and signs at its end, and with letters for what stands for them. */
function core(password: string): string {
  return password
    .toLowerCase()
    .replace(/[\d\W_]+$/, '')
    .replace(/[@4]/g, 'a')
    .replace(/0/g, 'o')
    .replace(/3/g, 'e')
    .replace(/[1!]/g, 'i')
    .replace(/[$5]/g, 's');
}

/**
 * Refuses a password that others try first: one of the common ones, also with a number behind it or signs for letters, one that
 * repeats a few characters, or one that is little more than the member's own name.
 * @throws ApiError at the field `password`
 */
export function assertNoCommonPassword(password: string, ...names: string[]): void {
  const refuse = (message: string): never => {
    throw new ApiError('bad-input', message, { fields: { password: message } });
  };
  const plain = password.normalize('NFKC').toLowerCase().trim();
  if (new Set(plain).size < 5) refuse(said('refusal.this-password-repeats-a-few-characters'));
  for (const form of [plain, core(plain)]) {
    if (COMMON.has(form)) refuse(said('refusal.this-password-is-on-the-list'));
    for (const name of names) {
      const key = signInKey(name).replace(/\s/g, '');
      if (key.length >= 3 && form.replace(/\s/g, '').replaceAll(key, '').length < 5)
        refuse(said('refusal.this-password-is-little-more-than'));
    }
  }
}
