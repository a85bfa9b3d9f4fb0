import { z } from 'zod';
import { nameField } from '../fields/index.ts';
import { said } from '../said/index.ts';
import { ROLES } from './roles.ts';

export const RoleSchema = z.enum(ROLES);

/** A password has at least so many characters (NIST SP 800-63B asks for 8; a shop's list of members is short and known). */
export const SHORTEST_PASSWORD = 10;

/** A new password, by its length; whether it is a common one is for the server to say. */
export const NewPasswordSchema = z
  .string({ error: said('people.enter-a-password') })
  .min(SHORTEST_PASSWORD, said('people.a-password-has-at-least-characters', { SHORTEST_PASSWORD }))
  .max(200, said('people.a-password-has-at-most-200'));

/** A sign-in name. */
export const SignInNameSchema = nameField('sign-in-name', 80, 2);

/** What opens a session on the shop's tablet. */
export const PinSchema = z
  .string({ error: said('people.enter-a-pin') })
  .regex(/^\d{4,6}$/, said('call.a-pin-is-4-to-6'))
  .refine((pin) => !isEasyPin(pin), said('people.this-pin-is-the-first-one'));

/** Whether a PIN is one digit over and over, or digits in a row up or down. */
function isEasyPin(pin: string): boolean {
  const steps = [...pin].slice(1).map((digit, at) => Number(digit) - Number(pin[at]));
  return [0, 1, -1].some((step) => steps.every((one) => one === step));
}
