import { ROUTES } from '@upholder/core/api';
import type { Request } from 'express';
import type { App } from '../context/app.ts';
import { ApiError } from '../http/errors.ts';
import type { Member } from '../http/member.ts';
import type { RouteTable } from '../http/route.ts';
import { sendSessionCookie } from '../session/middleware.ts';
import { hashPassword, isPassword } from '../session/password.ts';
import {
  closeSession,
  demoMembers,
  findSignIn,
  forgetTries,
  isTriedTooOften,
  openSession,
} from '../session/store.ts';

/** Sign-in, sign-out and who is here. */
export function addSessionRoutes(routes: RouteTable, { db, clock, config, live }: App): void {
  // Comparing against a hash of nothing takes as long as a real one, so that names cannot be guessed by time.
  const noHash = hashPassword('nobody');

  async function answer(_request: Request, member: Member | null, csrfToken: string | null) {
    const changesUpTo = live.place();
    const members = config.isDemo ? await demoMembers(db) : [];
    return {
      member: member && { id: member.id, name: member.name },
      csrfToken,
      demoMembers: members.map(({ id, name }) => ({ id, name })),
      isDemo: config.isDemo,
      now: clock.now().toISOString(),
      changesUpTo,
    };
  }

  routes.add(ROUTES.session, async (_input, { request }) =>
    answer(request, request.member ?? null, request.csrfToken ?? null),
  );

  routes.add(ROUTES.signIn, async ({ body }, { request, response }) => {
    const who = `${body.signIn.toLowerCase()} ${request.ip}`;
    if (await isTriedTooOften(db, who, clock.now())) {
      throw new ApiError('too-many-tries', 'Too many tries. Wait ten minutes and try again.');
    }
    const found = await findSignIn(db, body.signIn);
    const isRight = await isPassword(body.password, found?.passwordHash ?? (await noHash));
    if (!found || !isRight) throw new ApiError('wrong-sign-in', 'Name and password do not go together.');
    await forgetTries(db, who);
    const session = await openSession(db, found.member, clock.now());
    sendSessionCookie(response, session.token, session.expires);
    return answer(request, found.member, session.csrfToken);
  });

  if (config.isDemo) {
    routes.add(ROUTES.demoSignIn, async ({ body }, { request, response }) => {
      const member = (await demoMembers(db)).find(({ id }) => id === body.memberId);
      if (!member) throw new ApiError('not-found', 'The demo has no such member.');
      const session = await openSession(db, member, clock.now());
      sendSessionCookie(response, session.token, session.expires);
      return answer(request, member, session.csrfToken);
    });
  }

  routes.add(ROUTES.signOut, async (_input, { request, response }) => {
    if (request.sessionToken) await closeSession(db, request.sessionToken);
    sendSessionCookie(response, '', new Date(0));
    return answer(request, null, null);
  });
}
