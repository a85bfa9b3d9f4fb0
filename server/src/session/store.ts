import { createHash, randomBytes } from 'node:crypto';
import type { SessionRow } from '@upholder/core/api';
import { type Role, signInKey } from '@upholder/core/people';
import type { UnitPrefs } from '@upholder/core/units';
import type { SessionLimits } from '../base/config.ts';
import { many, maybeOne, type Queryable } from '../db/database.ts';
import type { Member } from '../http/member.ts';
import { announceEnded } from '../live/channel.ts';

const DAY_MS = 86_400_000;
const HOUR_MS = 3_600_000;
/** On a shared tablet a session ends with the working day. */
const TABLET_HOURS = 12;
/** How long a password that was given again on a tablet holds for calls that ask for it. */
const CONFIRMED_MINUTES = 10;
/** A session is noted as used at most so often. */
const NOTED_EVERY_MINUTES = 5;

/** What is kept of a token, a code or a badge: only its hash. */
export function hashToken(token: string): Buffer {
  return createHash('sha256').update(token).digest();
}

/** A session that holds. */
export interface OpenSession {
  id: string;
  member: Member;
  csrfToken: string;
}

interface RawSession extends Record<string, unknown> {
  id: string;
  member_id: string;
  shop_id: string;
  name: string;
  role: Role;
  csrf_token: string;
  seen_at: Date;
  password_at: Date | null;
  tablet_id: string | null;
  units: UnitPrefs | null;
}

function isConfirmed({ password_at, tablet_id }: RawSession, now: Date): boolean {
  if (password_at === null) return false;
  return tablet_id === null || now.getTime() - password_at.getTime() < CONFIRMED_MINUTES * 60_000;
}

/**
 * The session of a token; null when it is unknown, over, unused for too long, or its member has left.
 * @param isUse whether it counts as used now; looking whether it still holds does not.
 */
export async function findSession(
  db: Queryable,
  token: string,
  now: Date,
  limits: SessionLimits,
  isUse = true,
): Promise<OpenSession | null> {
  const row = await maybeOne<RawSession>(
    db,
    `select session.id, session.member_id, session.shop_id, session.csrf_token, session.seen_at, session.password_at,
            session.tablet_id, member.name, member.role, member.units
       from session join member on member.shop_id = session.shop_id and member.id = session.member_id
       left join tablet on tablet.id = session.tablet_id
      where session.token_hash = $1 and session.expires_at > $2 and session.seen_at > $3
        and member.left_at is null and tablet.ended_at is null`,
    [hashToken(token), now, new Date(now.getTime() - limits.idleHours * HOUR_MS)],
  );
  if (!row) return null;
  if (isUse && now.getTime() - row.seen_at.getTime() > NOTED_EVERY_MINUTES * 60_000)
    await db.query('update session set seen_at = $2 where token_hash = $1', [hashToken(token), now]);
  const member = {
    id: row.member_id,
    shopId: row.shop_id,
    name: row.name,
    role: row.role,
    isConfirmed: isConfirmed(row, now),
    units: row.units,
  };
  return { id: row.id, member, csrfToken: row.csrf_token };
}

/** Where and how a session is opened. */
export interface Opening {
  browser: string;
  address: string;
  /** The shop's tablet that it is opened on; null for any other browser. */
  tabletId: string | null;
  /** False where a PIN or a badge opens it. */
  isByPassword: boolean;
}

/** Opens a session and returns its tokens; only a hash of the first is kept. */
export async function openSession(
  db: Queryable,
  member: Pick<Member, 'id' | 'shopId'>,
  now: Date,
  limits: SessionLimits,
  { browser, address, tabletId, isByPassword }: Opening,
): Promise<{ token: string; expires: Date }> {
  const token = randomBytes(32).toString('base64url');
  const csrfToken = randomBytes(24).toString('base64url');
  const lasts = tabletId === null ? limits.longestDays * DAY_MS : TABLET_HOURS * HOUR_MS;
  const expires = new Date(now.getTime() + lasts);
  await db.query('delete from session where expires_at <= $1', [now]);
  await db.query(
    `insert into session (token_hash, shop_id, member_id, csrf_token, created_at, seen_at, expires_at, browser, address,
                          tablet_id, password_at)
     values ($1, $2, $3, $4, $5, $5, $6, $7, $8, $9, $10)`,
    [
      hashToken(token),
      member.shopId,
      member.id,
      csrfToken,
      now,
      expires,
      browser,
      address,
      tabletId,
      isByPassword ? now : null,
    ],
  );
  return { token, expires };
}

/** Makes a session one of a tablet: it ends with the working day. */
export async function moveToTablet(db: Queryable, token: string, tabletId: string, now: Date): Promise<void> {
  await db.query(
    'update session set tablet_id = $2, expires_at = least(expires_at, $3) where token_hash = $1',
    [hashToken(token), tabletId, new Date(now.getTime() + TABLET_HOURS * HOUR_MS)],
  );
}

/** Notes that the password of a session was given again. */
export async function confirmSession(db: Queryable, token: string, now: Date): Promise<void> {
  await db.query('update session set password_at = $2 where token_hash = $1', [hashToken(token), now]);
}

/** Which sessions end: one by its token, one by its id, all of a member but one, or all on a tablet. */
export type Ending =
  | { token: string }
  | { shopId: string; memberId: string; id: string }
  | { shopId: string; memberId: string; exceptToken: string | null }
  | { shopId: string; tabletId: string };

/** What the sessions that end have in common, as SQL, and its values. */
function conditionOf(ending: Ending): [where: string, values: unknown[]] {
  if ('token' in ending) return ['token_hash = $1', [hashToken(ending.token)]];
  if ('tabletId' in ending) return ['shop_id = $1 and tablet_id = $2', [ending.shopId, ending.tabletId]];
  const { shopId, memberId } = ending;
  if ('id' in ending) return ['shop_id = $1 and member_id = $2 and id = $3', [shopId, memberId, ending.id]];
  const kept = ending.exceptToken === null ? null : hashToken(ending.exceptToken);
  return ['shop_id = $1 and member_id = $2 and token_hash is distinct from $3', [shopId, memberId, kept]];
}

/** Ends sessions, and what listens within them. @returns how many. */
export async function endSessions(db: Queryable, ending: Ending): Promise<number> {
  const [where, values] = conditionOf(ending);
  const ended = await many<{ id: string; shop_id: string }>(
    db,
    `delete from session where ${where} returning id, shop_id`,
    values,
  );
  for (const { id, shop_id } of ended) await announceEnded(db, shop_id, id);
  return ended.length;
}

/** Where a member is signed in, the latest first. @param token of the one that asks. */
export async function sessionsOf(
  db: Queryable,
  { id, shopId }: Member,
  token: string,
  now: Date,
): Promise<SessionRow[]> {
  const rows = await many<{
    id: string;
    browser: string;
    address: string;
    tablet_name: string | null;
    created_at: Date;
    seen_at: Date;
    token_hash: Buffer;
  }>(
    db,
    `select session.id, browser, address, tablet.name as tablet_name, created_at, seen_at, session.token_hash
       from session left join tablet on tablet.id = session.tablet_id
      where session.shop_id = $1 and member_id = $2 and expires_at > $3 order by seen_at desc, created_at desc`,
    [shopId, id, now],
  );
  const own = hashToken(token);
  return rows.map((row) => ({
    id: row.id,
    browser: row.browser,
    address: row.address,
    tabletName: row.tablet_name,
    openedAt: row.created_at.toISOString(),
    seenAt: row.seen_at.toISOString(),
    isThisOne: row.token_hash.equals(own),
  }));
}

/** A member who can sign in, with the password hash to compare. */
export interface SignIn {
  member: { id: string; shopId: string };
  passwordHash: string | null;
  /** Whether they are signed in from this address already. */
  isKnownThere: boolean;
}

/** A member by sign-in name, however it is spelled; null where nobody who works here has it. */
export async function findSignIn(db: Queryable, signIn: string, address: string): Promise<SignIn | null> {
  const row = await maybeOne<{
    id: string;
    shop_id: string;
    password_hash: string | null;
    is_known: boolean;
  }>(
    db,
    `select id, shop_id, password_hash,
            exists (select 1 from session where member_id = member.id and address = $2) as is_known
       from member where sign_in_key = $1 and left_at is null`,
    [signInKey(signIn), address],
  );
  return (
    row && {
      member: { id: row.id, shopId: row.shop_id },
      passwordHash: row.password_hash,
      isKnownThere: row.is_known,
    }
  );
}

/** The password hash of a member; null where they have none. */
export async function passwordOf(
  db: Queryable,
  { id, shopId }: Pick<Member, 'id' | 'shopId'>,
): Promise<string | null> {
  const row = await maybeOne<{ password_hash: string | null }>(
    db,
    'select password_hash from member where shop_id = $1 and id = $2',
    [shopId, id],
  );
  return row?.password_hash ?? null;
}

/** Members by position, for the demo's one-press sign-in. */
export async function demoMembers(db: Queryable): Promise<{ id: string; shopId: string; name: string }[]> {
  const rows = await many<{ id: string; shop_id: string; name: string }>(
    db,
    'select id, shop_id, name from member where left_at is null order by position, name',
  );
  return rows.map(({ id, shop_id, name }) => ({ id, shopId: shop_id, name }));
}
