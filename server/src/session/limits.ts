import { said } from '@upholder/core/said';
import { one, type Queryable } from '../db/database.ts';
import { ApiError } from '../http/errors.ts';

const WINDOW_MINUTES = 10;

/** Something that tries are counted by, and how many of them may fail within ten minutes. */
export interface Counted {
  by: string;
  most: number;
}

/** A name at an address; the name from wherever it is tried; the address, whatever name it tries. */
export function passwordCounts(nameKey: string, address: string, isKnownThere: boolean): Counted[] {
  return [
    { by: `password ${nameKey} at ${address}`, most: 8 },
    // Somebody far away who tries a name over and over does not lock out those who sign in where they always do.
    ...(isKnownThere ? [] : [{ by: `password ${nameKey}`, most: 30 }]),
    { by: `password at ${address}`, most: 60 },
  ];
}

/** A PIN has few digits: few tries. */
export function pinCounts(tabletId: string, memberId: string): Counted[] {
  return [
    { by: `pin ${memberId}`, most: 5 },
    { by: `pin on ${tabletId}`, most: 20 },
  ];
}

/** Codes that nobody knows by a name: they are counted by where they are tried. */
export function codeCounts(kind: 'badge' | 'invite' | 'setup' | 'client', address: string): Counted[] {
  return [
    { by: `${kind} at ${address}`, most: kind === 'client' ? 60 : 12 },
    { by: kind, most: 300 },
  ];
}

/**
 * Counts a try, for all server processes, and refuses it where too many failed lately. A try that is refused does not count.
 * @returns forgets the try and, where a name was right, those before it: called when it did not fail.
 * @throws ApiError `too-many-tries`
 */
export async function countTry(
  db: Queryable,
  counts: readonly Counted[],
  now: Date,
): Promise<() => Promise<void>> {
  const since = new Date(now.getTime() - WINDOW_MINUTES * 60_000);
  await db.query('delete from sign_in_attempt where at <= $1', [since]);
  const keys = counts.map(({ by }) => by);
  // Written first and counted then: however many come at once, no more than that get through.
  await db.query('insert into sign_in_attempt (who, at) select unnest($1::text[]), $2', [keys, now]);
  const takeBack = (which: string[]) =>
    db.query(
      `delete from sign_in_attempt where ctid in
         (select distinct on (who) ctid from sign_in_attempt where who = any($1) order by who, at desc)`,
      [which],
    );
  for (const { by, most } of counts) {
    const { count } = await one<{ count: number }>(
      db,
      'select count(*) as count from sign_in_attempt where who = $1 and at > $2',
      [by, since],
    );
    if (count > most) {
      await takeBack(keys);
      throw new ApiError('too-many-tries', said('refusal.too-many-attempts-wait-ten-minutes'));
    }
  }
  const [first = '', ...others] = keys;
  return async () => {
    await db.query('delete from sign_in_attempt where who = $1', [first]);
    await takeBack(others);
  };
}
