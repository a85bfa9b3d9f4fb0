import { randomBytes } from 'node:crypto';
import type { Session, TabletRow } from '@upholder/core/api';
import { affectedRows, many, maybeOne, type Queryable } from '../db/database.ts';
import { hashToken } from '../session/store.ts';

/** Enrols a browser as a tablet of a shop. @returns the token that only it keeps; null when the id is taken. */
export async function enrolTablet(
  db: Queryable,
  shopId: string,
  { id, name }: { id: string; name: string },
  enrolledBy: string,
  now: Date,
): Promise<string | null> {
  const token = randomBytes(32).toString('base64url');
  const added = await affectedRows(
    db,
    `insert into tablet (id, shop_id, name, token_hash, enrolled_by, enrolled_at) values ($1, $2, $3, $4, $5, $6)
     on conflict (id) do nothing`,
    [id, shopId, name, hashToken(token), enrolledBy, now],
  );
  return added === 1 ? token : null;
}

export async function tabletsOf(db: Queryable, shopId: string): Promise<TabletRow[]> {
  const rows = await many<{ id: string; name: string; enrolled_by: string; enrolled_at: Date }>(
    db,
    'select id, name, enrolled_by, enrolled_at from tablet where shop_id = $1 and ended_at is null order by enrolled_at',
    [shopId],
  );
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    enrolledBy: row.enrolled_by,
    enrolledAt: row.enrolled_at.toISOString(),
  }));
}

/** Takes a tablet off the list; false when the shop has no such one. */
export async function endTablet(db: Queryable, shopId: string, id: string, now: Date): Promise<boolean> {
  return (
    (await affectedRows(
      db,
      'update tablet set ended_at = $3 where shop_id = $1 and id = $2 and ended_at is null',
      [shopId, id, now],
    )) === 1
  );
}

/** The tablet of a token; null for any other browser. */
export async function findTablet(
  db: Queryable,
  token: string | undefined,
): Promise<{ id: string; shopId: string; name: string; shopName: string } | null> {
  if (!token) return null;
  const row = await maybeOne<{ id: string; shop_id: string; name: string; shop_name: string }>(
    db,
    `select tablet.id, tablet.shop_id, tablet.name, shop.name as shop_name
       from tablet join shop on shop.id = tablet.shop_id where token_hash = $1 and ended_at is null`,
    [hashToken(token)],
  );
  return row && { id: row.id, shopId: row.shop_id, name: row.name, shopName: row.shop_name };
}

/** A tablet as its own screen shows it: with those who can sign in on it. Null for any other browser. */
export async function tabletFor(db: Queryable, token: string | undefined): Promise<Session['tablet']> {
  const tablet = await findTablet(db, token);
  if (!tablet) return null;
  const members = await many<{ id: string; name: string; pin_digits: number | null; has_badge: boolean }>(
    db,
    `select id, name, pin_digits, badge_hash is not null as has_badge from member
      where shop_id = $1 and left_at is null and (pin_hash is not null or badge_hash is not null)
      order by position, name`,
    [tablet.shopId],
  );
  return {
    name: tablet.name,
    shopName: tablet.shopName,
    members: members.map((row) => ({
      id: row.id,
      name: row.name,
      pinDigits: row.pin_digits,
      hasBadge: row.has_badge,
    })),
  };
}

/** The PIN hash of a member who works in the shop; null where they have none. */
export async function pinOf(db: Queryable, shopId: string, memberId: string): Promise<string | null> {
  const row = await maybeOne<{ pin_hash: string | null }>(
    db,
    'select pin_hash from member where shop_id = $1 and id = $2 and left_at is null',
    [shopId, memberId],
  );
  return row?.pin_hash ?? null;
}

/** Whose badge it is; null where nobody in the shop has it. */
export async function memberOfBadge(
  db: Queryable,
  shopId: string,
  badge: string,
): Promise<{ id: string; shopId: string } | null> {
  const row = await maybeOne<{ id: string }>(
    db,
    'select id from member where shop_id = $1 and badge_hash = $2 and left_at is null',
    [shopId, hashToken(badge)],
  );
  return row && { id: row.id, shopId };
}
