import { z } from 'zod';
import { nameField } from '../fields/index.ts';
import { ROLES } from './roles.ts';

export const RoleSchema = z.enum(ROLES);

/** A password has at least so many characters (NIST SP 800-63B asks for 8; a shop's list of members is short and known). */
export const SHORTEST_PASSWORD = 10;

/** A new password, by its length; whether it is a common one is for the server to say. */
export const NewPasswordSchema = z
  .string({ error: 'Enter a password.' })
  .min(
    SHORTEST_PASSWORD,
    `A password has at least ${SHORTEST_PASSWORD} characters. Three or four words are easy to remember.`,
  )
  .max(200, 'A password has at most 200 characters.');

/** A sign-in name. */
export const SignInNameSchema = nameField('sign-in-name', 80, 2);

/** What opens a session on the shop's tablet. */
export const PinSchema = z
  .string({ error: 'Enter a PIN.' })
  .regex(/^\d{4,6}$/, 'A PIN is 4 to 6 digits.')
  .refine((pin) => !isEasyPin(pin), 'This PIN is the first one anyone would try. Choose another one.');

/** Whether a PIN is one digit over and over, or digits in a row up or down. */
function isEasyPin(pin: string): boolean {
  const steps = [...pin].slice(1).map((digit, at) => Number(digit) - Number(pin[at]));
  return [0, 1, -1].some((step) => steps.every((one) => one === step));
}
