import { ROUTES, type Session } from '@upholder/core/api';
import { signInKey } from '@upholder/core/people';
import { said } from '@upholder/core/said';
import type { Request, Response } from 'express';
import type { App } from '../context/app.ts';
import { DONE } from '../http/change.ts';
import { ApiError } from '../http/errors.ts';
import type { Member } from '../http/member.ts';
import type { RouteTable } from '../http/route.ts';
import { setPasswordHash, setPin, setUnits } from '../people/store.ts';
import { findTablet, memberOfBadge, pinOf, tabletFor } from '../people/tablets.ts';
import { addressKey } from '../session/address.ts';
import { browserWords } from '../session/browser.ts';
import { assertNoCommonPassword } from '../session/common.ts';
import { codeCounts, countTry, passwordCounts, pinCounts } from '../session/limits.ts';
import { sendSessionCookie } from '../session/middleware.ts';
import { hashPassword, isPassword } from '../session/password.ts';
import {
  confirmSession,
  demoMembers,
  endSessions,
  findSession,
  findSignIn,
  openSession,
  passwordOf,
  sessionsOf,
} from '../session/store.ts';

/** Opens sessions, for every way to get in. */
export interface SignsIn {
  /** Signs a member in, whoever was before, and answers with the session. @param isByPassword false for a PIN or a badge. */
  signIn(
    request: Request,
    response: Response,
    member: Pick<Member, 'id' | 'shopId'>,
    isByPassword?: boolean,
  ): Promise<Session>;
}

/** Sign-in, sign-out and who is here. */
export function addSessionRoutes(routes: RouteTable, app: App): SignsIn {
  const { db, clock, config, live, installation } = app;
  // Comparing against a hash of nothing takes as long as a real one, so that names cannot be guessed by time.
  const noHash = hashPassword('nobody');

  async function answer(request: Request, member: Member | null, csrfToken: string | null): Promise<Session> {
    const changesUpTo = live.place();
    const members = config.isDemo ? await demoMembers(db) : [];
    return {
      member: member && {
        id: member.id,
        name: member.name,
        role: member.role,
        isConfirmed: member.isConfirmed,
        units: member.units,
      },
      tablet: await tabletFor(db, request.tabletToken),
      needsSetup: await installation.needsSetup(),
      csrfToken,
      demoMembers: members.map(({ id, name }) => ({ id, name })),
      isDemo: config.isDemo,
      now: clock.now().toISOString(),
      changesUpTo,
    };
  }

  /** The session of a token that was just opened or confirmed. */
  async function answerFor(request: Request, token: string): Promise<Session> {
    const session = await findSession(db, token, clock.now(), config.sessions);
    return answer(request, session?.member ?? null, session?.csrfToken ?? null);
  }

  const signIn: SignsIn['signIn'] = async (request, response, member, isByPassword = true) => {
    if (request.sessionToken) await endSessions(db, { token: request.sessionToken });
    const tablet = await findTablet(db, request.tabletToken);
    const opened = await openSession(db, member, clock.now(), config.sessions, {
      browser: browserWords(request.get('user-agent')),
      address: addressKey(request.ip),
      tabletId: tablet?.shopId === member.shopId ? tablet.id : null,
      isByPassword,
    });
    sendSessionCookie(response, config.isDemo, opened.token, opened.expires);
    return answerFor(request, opened.token);
  };

  routes.add(ROUTES.session, async (_input, { request }) =>
    answer(request, request.member ?? null, request.csrfToken ?? null),
  );

  routes.add(ROUTES.signIn, async ({ body }, { request, response }) => {
    const address = addressKey(request.ip);
    const found = await findSignIn(db, body.signIn, address);
    const counts = passwordCounts(signInKey(body.signIn), address, found?.isKnownThere ?? false);
    const forget = await countTry(db, counts, clock.now());
    const isRight = await isPassword(body.password, found?.passwordHash ?? (await noHash));
    if (!found?.passwordHash || !isRight)
      throw new ApiError('wrong-sign-in', said('refusal.wrong-name-or-password'));
    await forget();
    return signIn(request, response, found.member);
  });

  if (config.isDemo) {
    routes.add(ROUTES.demoSignIn, async ({ body }, { request, response }) => {
      const member = (await demoMembers(db)).find(({ id }) => id === body.memberId);
      if (!member) throw new ApiError('not-found', said('refusal.the-demo-has-no-such-member'));
      return signIn(request, response, member);
    });
  }

  routes.add(ROUTES.signOut, async (_input, { request, response }) => {
    if (request.sessionToken) await endSessions(db, { token: request.sessionToken });
    sendSessionCookie(response, config.isDemo, '', new Date(0));
    return answer(request, null, null);
  });

  async function tabletOf(request: Request) {
    const tablet = await findTablet(db, request.tabletToken);
    if (!tablet) throw new ApiError('not-allowed', said('refusal.this-is-not-a-tablet-of'));
    return tablet;
  }

  routes.add(ROUTES.pinSignIn, async ({ body }, { request, response }) => {
    const tablet = await tabletOf(request);
    const forget = await countTry(db, pinCounts(tablet.id, body.memberId), clock.now());
    const hash = await pinOf(db, tablet.shopId, body.memberId);
    const isRight = await isPassword(body.pin, hash ?? (await noHash));
    if (!hash || !isRight) throw new ApiError('wrong-sign-in', said('refusal.this-is-not-the-pin'));
    await forget();
    return signIn(request, response, { id: body.memberId, shopId: tablet.shopId }, false);
  });

  routes.add(ROUTES.badgeSignIn, async ({ body }, { request, response }) => {
    const tablet = await tabletOf(request);
    const forget = await countTry(db, codeCounts('badge', tablet.id), clock.now());
    const member = await memberOfBadge(db, tablet.shopId, body.badge);
    if (!member) throw new ApiError('wrong-sign-in', said('refusal.this-badge-is-not-valid-here'));
    await forget();
    return signIn(request, response, member, false);
  });

  /** Whether it is the member's password; counted as a try to sign in. @throws ApiError at the field where it is not. */
  async function assertPassword(request: Request, member: Member, password: string, field: string) {
    const forget = await countTry(db, passwordCounts(member.id, addressKey(request.ip), true), clock.now());
    const hash = await passwordOf(db, member);
    if (hash === null) throw new ApiError('bad-input', said('refusal.you-have-no-password-yet-ask'));
    if (!(await isPassword(password, hash)))
      throw new ApiError('bad-input', said('refusal.this-is-not-your-password'), {
        fields: { [field]: said('refusal.this-is-not-your-password') },
      });
    await forget();
  }

  routes.add(ROUTES.confirmPassword, async ({ body }, { request, member }) => {
    await assertPassword(request, member, body.password, 'password');
    const { sessionToken = '' } = request;
    await confirmSession(db, sessionToken, clock.now());
    return answerFor(request, sessionToken);
  });

  routes.add(ROUTES.changePassword, async ({ body }, { request, member }) => {
    await assertPassword(request, member, body.current, 'current');
    assertNoCommonPassword(body.password, member.name);
    const hash = await hashPassword(body.password);
    await db.transaction(async (connection) => {
      await setPasswordHash(connection, member.shopId, member.id, hash);
      const { sessionToken = null } = request;
      await endSessions(connection, {
        shopId: member.shopId,
        memberId: member.id,
        exceptToken: sessionToken,
      });
    });
    return DONE;
  });

  routes.add(ROUTES.setOwnPin, async ({ body: { pin } }, { member }) => {
    const hashed = pin === null ? null : { hash: await hashPassword(pin), digits: pin.length };
    await setPin(db, member.shopId, member.id, hashed);
    return DONE;
  });

  routes.add(ROUTES.setOwnUnits, async ({ body: { units } }, { member }) => {
    await setUnits(db, member.shopId, member.id, units);
    return DONE;
  });

  const own = async (request: Request, member: Member) => ({
    sessions: await sessionsOf(db, member, request.sessionToken ?? '', clock.now()),
  });
  routes.add(ROUTES.sessions, (_input, { request, member }) => own(request, member));
  routes.add(ROUTES.endSession, async ({ params }, { request, member }) => {
    await endSessions(db, { shopId: member.shopId, memberId: member.id, id: params.sessionId });
    return own(request, member);
  });
  routes.add(ROUTES.endOtherSessions, async (_input, { request, member }) => {
    const { sessionToken = null } = request;
    await endSessions(db, { shopId: member.shopId, memberId: member.id, exceptToken: sessionToken });
    return own(request, member);
  });

  return { signIn };
}
