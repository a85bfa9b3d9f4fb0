import { z } from 'zod';
import { NewPasswordSchema, PinSchema, RoleSchema, SignInNameSchema } from '../../people/index.ts';
import { SessionSchema } from '../shapes/contract.ts';
import { PATHS } from '../shapes/paths.ts';
import { MemberNameSchema, MemberRowSchema, TabletRowSchema } from '../shapes/people.ts';
import { route, uuidParams } from '../shapes/route.ts';

const Members = z.object({ members: z.array(MemberRowSchema) });
const memberParams = uuidParams('memberId');
const Code = z.string({ error: 'Enter the code.' }).trim().min(4, 'Enter the code.').max(80);

export const peopleRoutes = {
  members: route(PATHS.members, {
    summary: 'Everybody who works or worked here, with role and sign-in methods',
    response: Members,
  }),

  addMember: route(PATHS.addMember, {
    summary: 'Add a member; the client makes the id',
    body: z.object({ id: z.uuid(), name: MemberNameSchema, role: RoleSchema }),
    response: Members,
    status: 201,
  }),

  changeMember: route(PATHS.changeMember, {
    summary: 'Change name and role of a member',
    params: memberParams,
    body: z.object({ name: MemberNameSchema, role: RoleSchema }),
    response: Members,
  }),

  inviteMember: route(PATHS.inviteMember, {
    summary: 'Make a link with which a member sets sign-in name and password, once',
    params: memberParams,
    response: Members.extend({ code: z.string(), expiresAt: z.iso.datetime() }),
  }),

  endMemberSessions: route(PATHS.endMemberSessions, {
    summary: 'Sign a member out everywhere',
    params: memberParams,
    response: Members,
  }),

  letMemberGo: route(PATHS.letMemberGo, {
    summary: 'Let a member go: no more sign-in, no more planned work; the log keeps the name',
    params: memberParams,
    response: Members,
  }),

  takeMemberBack: route(PATHS.takeMemberBack, {
    summary: 'Take a member back who had left',
    params: memberParams,
    response: Members,
  }),

  setMemberPin: route(PATHS.setMemberPin, {
    summary: 'Set the PIN of a member, or remove it',
    params: memberParams,
    body: z.object({ pin: PinSchema.nullable() }),
    response: Members,
  }),

  giveBadge: route(PATHS.giveBadge, {
    summary: 'Make a new badge for a member; one they had no longer works',
    params: memberParams,
    response: Members.extend({ badge: z.string() }),
  }),

  removeBadge: route(PATHS.removeBadge, {
    summary: 'Make the badge of a member useless',
    params: memberParams,
    response: Members,
  }),

  readInvite: route(PATHS.readInvite, {
    summary: 'Whom an invitation is for',
    body: z.object({ code: Code }),
    response: z.object({
      shopName: z.string(),
      memberName: z.string(),
      signIn: z.string().nullable(),
      expiresAt: z.iso.datetime(),
    }),
  }),

  acceptInvite: route(PATHS.acceptInvite, {
    summary: 'Set sign-in name and password with an invitation, and sign in',
    body: z.object({ code: Code, signIn: SignInNameSchema, password: NewPasswordSchema }),
    response: SessionSchema,
  }),

  tablets: route(PATHS.tablets, {
    summary: 'Tablets of the shop',
    response: z.object({ tablets: z.array(TabletRowSchema) }),
  }),

  enrolTablet: route(PATHS.enrolTablet, {
    summary: 'Enrol this browser as a tablet of the shop',
    body: z.object({ id: z.uuid(), name: MemberNameSchema }),
    response: z.object({ tablets: z.array(TabletRowSchema) }),
    status: 201,
  }),

  endTablet: route(PATHS.endTablet, {
    summary: 'Take a tablet off the list; no one can sign in on it with PIN or badge any more',
    params: uuidParams('tabletId'),
    response: z.object({ tablets: z.array(TabletRowSchema) }),
  }),
};
