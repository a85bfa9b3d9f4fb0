import type { NewShop } from '@upholder/core/api';
import { v7 as uuid } from 'uuid';
import { newCode, plainCode } from '../base/codes.ts';
import { type Database, maybeOne, one, type Queryable } from '../db/database.ts';
import { addMember } from '../people/store.ts';
import { stockGenericProducts } from '../products/products.ts';
import { stockGenericSupplies } from '../products/store.ts';
import { hashPassword } from '../session/password.ts';
import { hashToken } from '../session/store.ts';

/** A code that nobody used holds so long; each start of the server prints another one. */
const CODE_HOURS = 48;
/** Any number that nothing else in the database locks: one shop is made at a time. */
const LOCK = 4312;

/** What a new installation can do before it has a shop. */
export interface Installation {
  /** Whether there is no shop yet. */
  needsSetup(): Promise<boolean>;
  /** Serves the sample shop beside, and says at which address; null where this server cannot. */
  openSample: (() => Promise<string>) | null;
  /** Puts a backup in the place of the empty database; null where this server cannot. */
  restore: ((path: string, passphrase: string) => Promise<void>) | null;
}

async function isEmpty(db: Queryable): Promise<boolean> {
  const { found } = await one<{ found: boolean }>(db, 'select exists (select 1 from shop) as found');
  return !found;
}

/** @param extras what only a server can do that starts and stops others. */
export function createInstallation(
  db: Queryable,
  extras: Pick<Installation, 'openSample' | 'restore'>,
): Installation {
  // A shop that is there does not go away.
  let hasShop = false;
  return {
    ...extras,
    async needsSetup() {
      if (!hasShop) hasShop = !(await isEmpty(db));
      return !hasShop;
    },
  };
}

/** Makes a code that opens the first run, where there is no shop yet; null where there is one. */
export async function offerSetup(db: Queryable, now: Date): Promise<string | null> {
  if (!(await isEmpty(db))) return null;
  const code = newCode(2);
  await db.query('delete from setup_code where made_at < $1', [
    new Date(now.getTime() - CODE_HOURS * 3_600_000),
  ]);
  await db.query('insert into setup_code (code_hash, made_at) values ($1, $2)', [
    hashToken(plainCode(code)),
    now,
  ]);
  return code;
}

/** Whether a code opens the first run. */
export async function isSetupCode(db: Queryable, code: string, now: Date): Promise<boolean> {
  const since = new Date(now.getTime() - CODE_HOURS * 3_600_000);
  const row = await maybeOne(db, 'select 1 from setup_code where code_hash = $1 and made_at >= $2', [
    hashToken(plainCode(code)),
    since,
  ]);
  return row !== null;
}

/**
 * Makes the first shop with its owner and everything that ships.
 * @returns the owner; null where another one was made meanwhile.
 */
export async function createFirstShop(
  db: Database,
  { name, timeZone, settings, owner }: NewShop,
): Promise<{ id: string; shopId: string } | null> {
  const passwordHash = await hashPassword(owner.password);
  return db.transaction(async (connection) => {
    await connection.query('select pg_advisory_xact_lock($1)', [LOCK]);
    if (!(await isEmpty(connection))) return null;
    const shopId = uuid();
    const id = uuid();
    await connection.query('insert into shop (id, name, time_zone, settings) values ($1, $2, $3, $4)', [
      shopId,
      name,
      timeZone,
      JSON.stringify(settings),
    ]);
    await addMember(connection, shopId, {
      id,
      name: owner.name,
      role: 'owner',
      signIn: owner.signIn,
      passwordHash,
    });
    await connection.query('delete from setup_code');
    await stockGenericProducts(connection);
    await stockGenericSupplies(connection);
    return { id, shopId };
  });
}
