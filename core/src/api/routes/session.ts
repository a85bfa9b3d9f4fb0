import { z } from 'zod';
import { SessionSchema } from '../shapes/contract.ts';
import { PATHS } from '../shapes/paths.ts';
import { route } from '../shapes/route.ts';

const SignIn = z.object({
  signIn: z.string().trim().min(1, 'Enter your name.').max(80),
  password: z.string().min(1, 'Enter your password.').max(200),
});

export const sessionRoutes = {
  session: route(PATHS.session, {
    summary: 'Who is signed in, and the time on the server',
    isOpen: true,
    response: SessionSchema,
  }),

  signIn: route(PATHS.signIn, {
    summary: 'Sign in with name and password',
    isOpen: true,
    body: SignIn,
    response: SessionSchema,
  }),

  demoSignIn: route(PATHS.demoSignIn, {
    summary: 'Sign in as a member of the demo shop',
    isOpen: true,
    body: z.object({ memberId: z.uuid() }),
    response: SessionSchema,
  }),

  signOut: route(PATHS.signOut, {
    summary: 'Sign out',
    isOpen: true,
    response: SessionSchema,
  }),
};
