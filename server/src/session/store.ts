import { createHash, randomBytes } from 'node:crypto';
import { many, maybeOne, one, type Queryable, touched } from '../db/database.ts';
import type { Member } from '../http/member.ts';

const SESSION_DAYS = 30;
const WINDOW_MINUTES = 10;
const MOST_TRIES = 8;

function hashToken(token: string): Buffer {
  return createHash('sha256').update(token).digest();
}

/** The member of a session token with its CSRF token; null when unknown or over. */
export async function findSession(
  db: Queryable,
  token: string,
  now: Date,
): Promise<{ member: Member; csrfToken: string } | null> {
  const row = await maybeOne<{ id: string; shop_id: string; name: string; csrf_token: string }>(
    db,
    `select member.id, member.shop_id, member.name, session.csrf_token
       from session join member on member.shop_id = session.shop_id and member.id = session.member_id
      where session.token_hash = $1 and session.expires_at > $2`,
    [hashToken(token), now],
  );
  return row && { member: { id: row.id, shopId: row.shop_id, name: row.name }, csrfToken: row.csrf_token };
}

/** Opens a session and returns its tokens; only a hash of the first is kept. */
export async function openSession(
  db: Queryable,
  member: Member,
  now: Date,
): Promise<{ token: string; csrfToken: string; expires: Date }> {
  const token = randomBytes(32).toString('base64url');
  const csrfToken = randomBytes(24).toString('base64url');
  const expires = new Date(now.getTime() + SESSION_DAYS * 86_400_000);
  await db.query('delete from session where expires_at <= $1', [now]);
  await db.query(
    `insert into session (token_hash, shop_id, member_id, csrf_token, created_at, expires_at) values ($1, $2, $3, $4, $5, $6)`,
    [hashToken(token), member.shopId, member.id, csrfToken, now, expires],
  );
  return { token, csrfToken, expires };
}

export async function closeSession(db: Queryable, token: string): Promise<void> {
  await db.query('delete from session where token_hash = $1', [hashToken(token)]);
}

/** A member by sign-in name, with the password hash to compare. */
export async function findSignIn(
  db: Queryable,
  signIn: string,
): Promise<{ member: Member; passwordHash: string } | null> {
  const row = await maybeOne<{ id: string; shop_id: string; name: string; password_hash: string }>(
    db,
    'select id, shop_id, name, password_hash from member where lower(sign_in) = lower($1)',
    [signIn],
  );
  return (
    row && { member: { id: row.id, shopId: row.shop_id, name: row.name }, passwordHash: row.password_hash }
  );
}

/** Members by position, for the demo's one-press sign-in. */
export async function demoMembers(db: Queryable): Promise<Member[]> {
  const rows = await many<{ id: string; shop_id: string; name: string }>(
    db,
    'select id, shop_id, name from member order by position, name',
  );
  return rows.map(({ id, shop_id, name }) => ({ id, shopId: shop_id, name }));
}

/** Counts a try to sign in and says whether there were too many within ten minutes. Shared by all server processes. */
export async function isTriedTooOften(db: Queryable, who: string, now: Date): Promise<boolean> {
  const since = new Date(now.getTime() - WINDOW_MINUTES * 60_000);
  await touched(db, 'delete from sign_in_attempt where at <= $1', [since]);
  await db.query('insert into sign_in_attempt (who, at) values ($1, $2)', [who, now]);
  const { count } = await one<{ count: number }>(
    db,
    'select count(*) as count from sign_in_attempt where who = $1 and at > $2',
    [who, since],
  );
  return count > MOST_TRIES;
}

/** Forgets the tries of someone who got in. */
export async function forgetTries(db: Queryable, who: string): Promise<void> {
  await db.query('delete from sign_in_attempt where who = $1', [who]);
}
