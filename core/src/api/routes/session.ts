import { z } from 'zod';
import { NewPasswordSchema, PinSchema } from '../../people/index.ts';
import { said } from '../../said/index.ts';
import { UnitPrefsSchema } from '../../units/index.ts';
import { SessionSchema } from '../shapes/contract.ts';
import { PATHS } from '../shapes/paths.ts';
import { SessionRowSchema } from '../shapes/people.ts';
import { EmptyResponse, route, uuidParams } from '../shapes/route.ts';

const SignIn = z.object({
  signIn: z.string().trim().min(1, said('call.enter-your-name')).max(80),
  password: z.string().min(1, said('call.enter-your-password')).max(200),
});

const Sessions = z.object({ sessions: z.array(SessionRowSchema) });

export const sessionRoutes = {
  session: route(PATHS.session, {
    summary: 'Who is signed in, and the time on the server',
    response: SessionSchema,
  }),

  signIn: route(PATHS.signIn, {
    summary: 'Sign in with name and password',
    body: SignIn,
    response: SessionSchema,
  }),

  demoSignIn: route(PATHS.demoSignIn, {
    summary: 'Sign in as a member of the demo shop',
    body: z.object({ memberId: z.uuid() }),
    response: SessionSchema,
  }),

  signOut: route(PATHS.signOut, {
    summary: 'Sign out',
    response: SessionSchema,
  }),

  pinSignIn: route(PATHS.pinSignIn, {
    summary: 'Sign in on a tablet of the shop with a PIN',
    body: z.object({ memberId: z.uuid(), pin: z.string().regex(/^\d{4,6}$/, said('call.a-pin-is-4-to-6')) }),
    response: SessionSchema,
  }),

  badgeSignIn: route(PATHS.badgeSignIn, {
    summary: 'Sign in on a tablet of the shop with a badge',
    body: z.object({ badge: z.string().min(1).max(200) }),
    response: SessionSchema,
  }),

  confirmPassword: route(PATHS.confirmPassword, {
    summary: 'Give the password again, for calls that ask for it',
    body: z.object({ password: z.string().min(1, said('call.enter-your-password')).max(200) }),
    response: SessionSchema,
  }),

  changePassword: route(PATHS.changePassword, {
    summary: 'Change one’s password; every other session ends',
    body: z.object({
      current: z.string().min(1, said('call.enter-the-password-you-have-now')).max(200),
      password: NewPasswordSchema,
    }),
    response: EmptyResponse,
  }),

  setOwnPin: route(PATHS.setOwnPin, {
    summary: 'Set one’s PIN for the tablets of the shop, or remove it',
    body: z.object({ pin: PinSchema.nullable() }),
    response: EmptyResponse,
  }),

  setOwnUnits: route(PATHS.setOwnUnits, {
    summary: 'Choose the units one reads in, or follow the shop',
    body: z.object({ units: UnitPrefsSchema.nullable() }),
    response: EmptyResponse,
  }),

  sessions: route(PATHS.sessions, {
    summary: 'Where one is signed in',
    response: Sessions,
  }),

  endSession: route(PATHS.endSession, {
    summary: 'Sign out somewhere else',
    params: uuidParams('sessionId'),
    response: Sessions,
  }),

  endOtherSessions: route(PATHS.endOtherSessions, {
    summary: 'Sign out everywhere else',
    response: Sessions,
  }),
};
