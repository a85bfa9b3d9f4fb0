import { randomBytes } from 'node:crypto';
import type { ClientLinkRow } from '@upholder/core/api';
import { many, maybeOne, type Queryable } from '../db/database.ts';
import { hashToken } from '../session/store.ts';

const TOKEN_BYTES = 24;

/** Links of a job, the latest first. */
export async function linksOf(db: Queryable, shopId: string, jobId: string): Promise<ClientLinkRow[]> {
  const rows = await many<{
    id: string;
    made_by: string;
    made_at: Date;
    expires_at: Date;
    ended_at: Date | null;
  }>(
    db,
    `select id, made_by, made_at, expires_at, ended_at from client_link where shop_id = $1 and job_id = $2
      order by made_at desc`,
    [shopId, jobId],
  );
  return rows.map((row) => ({
    id: row.id,
    madeBy: row.made_by,
    madeAt: row.made_at.toISOString(),
    expiresAt: row.expires_at.toISOString(),
    isEnded: row.ended_at !== null,
  }));
}

/** Makes a link. @returns the token in it, which is kept nowhere. */
export async function addLink(
  db: Queryable,
  shopId: string,
  link: { id: string; jobId: string; madeBy: string; madeAt: Date; expiresAt: Date },
): Promise<string> {
  const token = randomBytes(TOKEN_BYTES).toString('base64url');
  await db.query(
    `insert into client_link (id, shop_id, job_id, token_hash, made_by, made_at, expires_at)
     values ($1, $2, $3, $4, $5, $6, $7)`,
    [link.id, shopId, link.jobId, hashToken(token), link.madeBy, link.madeAt, link.expiresAt],
  );
  return token;
}

/** Ends a link. @returns its job; null when the shop has no such link. */
export async function endLink(db: Queryable, shopId: string, id: string, now: Date): Promise<string | null> {
  const row = await maybeOne<{ job_id: string }>(
    db,
    `update client_link set ended_at = coalesce(ended_at, $3) where shop_id = $1 and id = $2 returning job_id`,
    [shopId, id, now],
  );
  return row?.job_id ?? null;
}

/** What a link leads to; null when there is none, or it ran out or was ended. */
export async function findLink(
  db: Queryable,
  token: string,
  now: Date,
): Promise<{ shopId: string; jobId: string; expiresAt: Date } | null> {
  const row = await maybeOne<{ shop_id: string; job_id: string; expires_at: Date }>(
    db,
    'select shop_id, job_id, expires_at from client_link where token_hash = $1 and expires_at > $2 and ended_at is null',
    [hashToken(token), now],
  );
  return row && { shopId: row.shop_id, jobId: row.job_id, expiresAt: row.expires_at };
}
