import type { MemberRow } from '@upholder/core/api';
import { type Role, signInKey } from '@upholder/core/people';
import type { UnitPrefs } from '@upholder/core/units';
import { newCode, plainCode } from '../base/codes.ts';
import { affectedRows, many, maybeOne, one, type Queryable } from '../db/database.ts';
import { hashToken } from '../session/store.ts';

interface RawMember extends Record<string, unknown> {
  id: string;
  name: string;
  role: Role;
  sign_in: string | null;
  has_password: boolean;
  pin_digits: number | null;
  has_badge: boolean;
  invited_until: Date | null;
  sessions: number;
  left_at: Date | null;
}

/** Everybody who works or worked in a shop: those who do first, in the order they came. */
export async function membersOf(db: Queryable, shopId: string, now: Date): Promise<MemberRow[]> {
  const rows = await many<RawMember>(
    db,
    `select id, name, role, sign_in, password_hash is not null as has_password, pin_digits,
            badge_hash is not null as has_badge, left_at,
            (select expires_at from invite where member_id = member.id and expires_at > $2) as invited_until,
            (select count(*) from session where member_id = member.id and expires_at > $2) as sessions
       from member where shop_id = $1 order by left_at is not null, position, name`,
    [shopId, now],
  );
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    role: row.role,
    signIn: row.sign_in,
    hasPassword: row.has_password,
    pinDigits: row.pin_digits,
    hasBadge: row.has_badge,
    invitedUntil: row.invited_until?.toISOString() ?? null,
    sessions: row.sessions,
    leftAt: row.left_at?.toISOString() ?? null,
  }));
}

/** A member as it is added: with sign-in name and password, or without either until they accept an invitation. */
export interface NewMember {
  id: string;
  name: string;
  role: Role;
  signIn?: string;
  passwordHash?: string;
  daysOff?: readonly string[];
}

/** Adds a member behind those that are there; writing the same id again changes nothing. False when the id is another shop's. */
export async function addMember(db: Queryable, shopId: string, member: NewMember): Promise<boolean> {
  const { id, name, role, signIn = null, passwordHash = null, daysOff = [] } = member;
  await db.query(
    `insert into member (id, shop_id, name, role, sign_in, sign_in_key, password_hash, days_off, position)
     values ($1, $2, $3, $4, $5, $6, $7, $8, (select coalesce(max(position) + 1, 0) from member where shop_id = $2))
     on conflict (id) do nothing`,
    [id, shopId, name, role, signIn, signIn === null ? null : signInKey(signIn), passwordHash, daysOff],
  );
  return (await maybeOne(db, 'select id from member where shop_id = $1 and id = $2', [shopId, id])) !== null;
}

/** Whether a shop keeps an owner who can sign in, besides this member. Owners stay as they are until the transaction ends. */
export async function hasOtherOwner(db: Queryable, shopId: string, memberId: string): Promise<boolean> {
  const owners = await many<{ id: string }>(
    db,
    `select id from member where shop_id = $1 and role = 'owner' and left_at is null and password_hash is not null
      for update`,
    [shopId],
  );
  return owners.some(({ id }) => id !== memberId);
}

/** A member who works here; null where the shop has none of this id. */
export async function findMember(
  db: Queryable,
  shopId: string,
  id: string,
): Promise<{ name: string; role: Role; signIn: string | null; hasLeft: boolean } | null> {
  const row = await maybeOne<{ name: string; role: Role; sign_in: string | null; left_at: Date | null }>(
    db,
    'select name, role, sign_in, left_at from member where shop_id = $1 and id = $2',
    [shopId, id],
  );
  return row && { name: row.name, role: row.role, signIn: row.sign_in, hasLeft: row.left_at !== null };
}

export async function setNameAndRole(
  db: Queryable,
  shopId: string,
  id: string,
  name: string,
  role: Role,
): Promise<void> {
  await db.query('update member set name = $3, role = $4 where shop_id = $1 and id = $2', [
    shopId,
    id,
    name,
    role,
  ]);
}

export async function setPasswordHash(
  db: Queryable,
  shopId: string,
  id: string,
  hash: string,
): Promise<void> {
  await db.query('update member set password_hash = $3 where shop_id = $1 and id = $2', [shopId, id, hash]);
}

/** Sets or removes a PIN. @param pin its hash and how many digits it has. */
export async function setPin(
  db: Queryable,
  shopId: string,
  id: string,
  pin: { hash: string; digits: number } | null,
): Promise<void> {
  await db.query('update member set pin_hash = $3, pin_digits = $4 where shop_id = $1 and id = $2', [
    shopId,
    id,
    pin?.hash ?? null,
    pin?.digits ?? null,
  ]);
}

/** What a member reads in; null follows the shop. */
export async function setUnits(
  db: Queryable,
  shopId: string,
  id: string,
  units: UnitPrefs | null,
): Promise<void> {
  await db.query('update member set units = $3 where shop_id = $1 and id = $2', [
    shopId,
    id,
    units === null ? null : JSON.stringify(units),
  ]);
}

export async function setBadge(
  db: Queryable,
  shopId: string,
  id: string,
  badge: string | null,
): Promise<void> {
  await db.query('update member set badge_hash = $3 where shop_id = $1 and id = $2', [
    shopId,
    id,
    badge === null ? null : hashToken(badge),
  ]);
}

/** Lets a member go or takes them back; whoever goes has no invitation, PIN or badge any more. */
export async function setLeft(db: Queryable, shopId: string, id: string, leftAt: Date | null): Promise<void> {
  await db.query('update member set left_at = $3 where shop_id = $1 and id = $2', [shopId, id, leftAt]);
  if (leftAt === null) return;
  await setPin(db, shopId, id, null);
  await setBadge(db, shopId, id, null);
  await db.query('delete from invite where shop_id = $1 and member_id = $2', [shopId, id]);
}

const INVITE_DAYS = 7;
/** Makes an invitation; one that the member had no longer works. */
export async function makeInvite(
  db: Queryable,
  shopId: string,
  memberId: string,
  madeBy: string,
  now: Date,
): Promise<{ code: string; expiresAt: Date }> {
  const code = newCode(4);
  const expiresAt = new Date(now.getTime() + INVITE_DAYS * 86_400_000);
  await db.query('delete from invite where shop_id = $1 and member_id = $2', [shopId, memberId]);
  await db.query(
    `insert into invite (token_hash, shop_id, member_id, made_by, made_at, expires_at) values ($1, $2, $3, $4, $5, $6)`,
    [hashToken(plainCode(code)), shopId, memberId, madeBy, now, expiresAt],
  );
  return { code, expiresAt };
}

export interface Invite {
  shopId: string;
  shopName: string;
  memberId: string;
  memberName: string;
  signIn: string | null;
  expiresAt: Date;
}

/** The invitation of a code; null when there is none, or it ran out or was used. */
export async function findInvite(db: Queryable, code: string, now: Date): Promise<Invite | null> {
  const row = await maybeOne<{
    shop_id: string;
    shop_name: string;
    member_id: string;
    member_name: string;
    sign_in: string | null;
    expires_at: Date;
  }>(
    db,
    `select invite.shop_id, shop.name as shop_name, member.id as member_id, member.name as member_name, member.sign_in,
            invite.expires_at
       from invite join member on member.id = invite.member_id join shop on shop.id = invite.shop_id
      where invite.token_hash = $1 and invite.expires_at > $2 and member.left_at is null`,
    [hashToken(plainCode(code)), now],
  );
  return (
    row && {
      shopId: row.shop_id,
      shopName: row.shop_name,
      memberId: row.member_id,
      memberName: row.member_name,
      signIn: row.sign_in,
      expiresAt: row.expires_at,
    }
  );
}

/** Sets what a member signs in with and uses the invitation up. False when somebody else was faster. */
export async function useInvite(
  db: Queryable,
  { shopId, memberId }: Invite,
  code: string,
  signIn: string,
  passwordHash: string,
): Promise<boolean> {
  if (
    (await affectedRows(db, 'delete from invite where token_hash = $1', [hashToken(plainCode(code))])) === 0
  )
    return false;
  await db.query(
    'update member set sign_in = $3, sign_in_key = $4, password_hash = $5 where shop_id = $1 and id = $2',
    [shopId, memberId, signIn, signInKey(signIn), passwordHash],
  );
  return true;
}

/** Whether a sign-in name is somebody else's, in whichever shop. */
export async function isSignInTaken(db: Queryable, signIn: string, memberId: string): Promise<boolean> {
  const { taken } = await one<{ taken: boolean }>(
    db,
    'select exists (select 1 from member where sign_in_key = $1 and id <> $2) as taken',
    [signInKey(signIn), memberId],
  );
  return taken;
}

/** Brings the keys of sign-in names that an earlier version wrote to what this one finds them by. */
export async function refreshSignInKeys(db: Queryable): Promise<void> {
  const rows = await many<{ id: string; sign_in: string; sign_in_key: string }>(
    db,
    'select id, sign_in, sign_in_key from member where sign_in is not null',
  );
  const taken = new Set(rows.map(({ sign_in_key }) => sign_in_key));
  for (const { id, sign_in, sign_in_key } of rows) {
    const key = signInKey(sign_in);
    // Two names that were told apart until today stay apart.
    if (key === sign_in_key || taken.has(key)) continue;
    taken.add(key);
    await db.query('update member set sign_in_key = $2 where id = $1', [id, key]);
  }
}
