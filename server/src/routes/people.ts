import { randomBytes } from 'node:crypto';
import { ROUTES } from '@upholder/core/api';
import { said } from '@upholder/core/said';
import type { App } from '../context/app.ts';
import type { Queryable } from '../db/database.ts';
import { ApiError } from '../http/errors.ts';
import type { Call, RouteTable } from '../http/route.ts';
import {
  addMember,
  findInvite,
  findMember,
  hasOtherOwner,
  isSignInTaken,
  makeInvite,
  membersOf,
  setBadge,
  setLeft,
  setNameAndRole,
  setPin,
  useInvite,
} from '../people/store.ts';
import { endTablet, enrolTablet, tabletsOf } from '../people/tablets.ts';
import { addressKey } from '../session/address.ts';
import { assertNoCommonPassword } from '../session/common.ts';
import { codeCounts, countTry } from '../session/limits.ts';
import { sendTabletCookie } from '../session/middleware.ts';
import { hashPassword } from '../session/password.ts';
import { endSessions, moveToTablet } from '../session/store.ts';
import type { SignsIn } from './session.ts';

/** What a badge says before the number that makes it one. */
const BADGE = 'upholder-badge:';

/** Members, invitations, badges and the tablets of the shop. */
export function addPeopleRoutes(routes: RouteTable, { db, clock }: App, { signIn }: SignsIn): void {
  /** Does something with a member who is there, and answers with all. */
  async function withMember<T extends object>(
    { member, changed }: Call,
    memberId: string,
    work: (connection: Queryable, found: NonNullable<Awaited<ReturnType<typeof findMember>>>) => Promise<T>,
  ) {
    const { shopId } = member;
    return db.transaction(async (connection) => {
      const found = await findMember(connection, shopId, memberId);
      if (!found) throw new ApiError('not-found', said('refusal.the-shop-has-no-such-member'));
      const more = await work(connection, found);
      await changed(connection, { shop: ['crew'] });
      return { members: await membersOf(connection, shopId, clock.now()), ...more };
    });
  }
  async function assertOwnerStays(connection: Queryable, shopId: string, memberId: string): Promise<void> {
    if (!(await hasOtherOwner(connection, shopId, memberId)))
      throw new ApiError('conflict', said('refusal.the-shop-would-have-no-owner'));
  }

  routes.add(ROUTES.members, async (_input, { member }) => ({
    members: await membersOf(db, member.shopId, clock.now()),
  }));

  routes.add(ROUTES.addMember, async ({ body }, { member, changed }) => {
    if (!(await addMember(db, member.shopId, body)))
      throw new ApiError('id-taken', said('refusal.this-id-is-taken-make-a'));
    await changed(db, { shop: ['crew'] });
    return { members: await membersOf(db, member.shopId, clock.now()) };
  });

  routes.add(ROUTES.changeMember, ({ params: { memberId }, body }, call) =>
    withMember(call, memberId, async (connection, found) => {
      if (found.role === 'owner' && body.role !== 'owner')
        await assertOwnerStays(connection, call.member.shopId, memberId);
      await setNameAndRole(connection, call.member.shopId, memberId, body.name, body.role);
      return {};
    }),
  );

  routes.add(ROUTES.inviteMember, ({ params: { memberId } }, call) =>
    withMember(call, memberId, async (connection, { hasLeft }) => {
      if (hasLeft) throw new ApiError('conflict', said('refusal.they-have-left-take-them-back'));
      const { code, expiresAt } = await makeInvite(
        connection,
        call.member.shopId,
        memberId,
        call.member.name,
        clock.now(),
      );
      return { code, expiresAt: expiresAt.toISOString() };
    }),
  );

  routes.add(ROUTES.endMemberSessions, ({ params: { memberId } }, call) =>
    withMember(call, memberId, async (connection) => {
      const { sessionToken = null } = call.request;
      await endSessions(connection, { shopId: call.member.shopId, memberId, exceptToken: sessionToken });
      return {};
    }),
  );

  routes.add(ROUTES.letMemberGo, ({ params: { memberId } }, call) =>
    withMember(call, memberId, async (connection, { role }) => {
      const { shopId } = call.member;
      if (role === 'owner') await assertOwnerStays(connection, shopId, memberId);
      await setLeft(connection, shopId, memberId, clock.now());
      await endSessions(connection, { shopId, memberId, exceptToken: null });
      return {};
    }),
  );

  routes.add(ROUTES.takeMemberBack, ({ params: { memberId } }, call) =>
    withMember(call, memberId, async (connection) => {
      await setLeft(connection, call.member.shopId, memberId, null);
      return {};
    }),
  );

  routes.add(ROUTES.setMemberPin, async ({ params: { memberId }, body: { pin } }, call) => {
    const hashed = pin === null ? null : { hash: await hashPassword(pin), digits: pin.length };
    return withMember(call, memberId, async (connection) => {
      await setPin(connection, call.member.shopId, memberId, hashed);
      return {};
    });
  });

  routes.add(ROUTES.giveBadge, ({ params: { memberId } }, call) =>
    withMember(call, memberId, async (connection) => {
      const badge = `${BADGE}${randomBytes(18).toString('base64url')}`;
      await setBadge(connection, call.member.shopId, memberId, badge);
      return { badge };
    }),
  );

  routes.add(ROUTES.removeBadge, ({ params: { memberId } }, call) =>
    withMember(call, memberId, async (connection) => {
      await setBadge(connection, call.member.shopId, memberId, null);
      return {};
    }),
  );

  async function invited(ip: string | undefined, code: string) {
    const forget = await countTry(db, codeCounts('invite', addressKey(ip)), clock.now());
    const invite = await findInvite(db, code, clock.now());
    if (!invite) throw new ApiError('wrong-code', said('refusal.this-invitation-is-not-valid-it'));
    await forget();
    return invite;
  }

  routes.add(ROUTES.readInvite, async ({ body }, { request }) => {
    const { shopName, memberName, signIn: known, expiresAt } = await invited(request.ip, body.code);
    return { shopName, memberName, signIn: known, expiresAt: expiresAt.toISOString() };
  });

  routes.add(ROUTES.acceptInvite, async ({ body }, { request, response }) => {
    const invite = await invited(request.ip, body.code);
    assertNoCommonPassword(body.password, body.signIn, invite.memberName, invite.shopName);
    const hash = await hashPassword(body.password);
    await db.transaction(async (connection) => {
      if (await isSignInTaken(connection, body.signIn, invite.memberId))
        throw new ApiError('bad-input', said('refusal.this-sign-in-name-is-taken'), {
          fields: { signIn: said('refusal.this-sign-in-name-is-taken') },
        });
      if (!(await useInvite(connection, invite, body.code, body.signIn, hash)))
        throw new ApiError('wrong-code', said('refusal.this-invitation-has-just-been-used'));
      // Whoever is signed in with the password of before is signed out.
      await endSessions(connection, { shopId: invite.shopId, memberId: invite.memberId, exceptToken: null });
    });
    return signIn(request, response, { id: invite.memberId, shopId: invite.shopId });
  });

  routes.add(ROUTES.tablets, async (_input, { member }) => ({ tablets: await tabletsOf(db, member.shopId) }));

  routes.add(ROUTES.enrolTablet, async ({ body }, { member, request, response }) => {
    const token = await enrolTablet(db, member.shopId, body, member.name, clock.now());
    if (token === null) throw new ApiError('id-taken', said('refusal.this-id-is-taken-make-a'));
    sendTabletCookie(response, token);
    await moveToTablet(db, request.sessionToken ?? '', body.id, clock.now());
    return { tablets: await tabletsOf(db, member.shopId) };
  });

  routes.add(ROUTES.endTablet, async ({ params }, { member }) => {
    if (!(await endTablet(db, member.shopId, params.tabletId, clock.now())))
      throw new ApiError('not-found', said('refusal.the-shop-has-no-such-tablet'));
    await endSessions(db, { shopId: member.shopId, tabletId: params.tabletId });
    return { tablets: await tabletsOf(db, member.shopId) };
  });
}
