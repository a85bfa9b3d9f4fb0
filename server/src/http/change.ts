import type { TouchedInput } from '@upholder/core/api';
import { said } from '@upholder/core/said';
import type { Database, Queryable } from '../db/database.ts';
import { ApiError } from './errors.ts';
import type { Call } from './route.ts';
import { saysTheSame } from './sameContent.ts';

/** How a kept thing is changed: found, written if nobody was faster, told. */
interface Change<I, K, R> {
  /** Said where there is no such thing. */
  missing: string;
  /** Said where somebody wrote to it since it was seen. */
  overtaken: string;
  /** What is there; null where there is nothing of the kind. */
  load(connection: Queryable, input: NoInfer<I>, call: Call): Promise<K | null>;
  /** Writes it; null where the version that was seen is not the one that is there. */
  update(connection: Queryable, input: I, before: K, call: Call): Promise<R | null>;
  /** What the refusal shows as it is now, where that is not all of what was loaded. */
  current?(known: K): unknown;
  /** What it changed: told to everybody else, and answered. */
  touched(row: R, input: I, before: K): TouchedInput;
}

/**
 * A handler that changes a kept thing in one transaction: 404 where it is not there, 409 with what is there now where somebody
 * was faster, and never without being told.
 */
export function changing<I, K, R>(
  db: Database,
  { missing, overtaken, load, update, current, touched }: Change<I, K, R>,
): (input: I, call: Call) => Promise<R> {
  return (input, call) =>
    db.transaction(async (connection) => {
      const before = await load(connection, input, call);
      if (before === null) throw new ApiError('not-found', missing);
      const row = await update(connection, input, before, call);
      if (row === null) {
        const now = (await load(connection, input, call)) ?? before;
        throw new ApiError('conflict', overtaken, { current: current ? current(now) : now });
      }
      await call.changed(connection, touched(row, input, before));
      return row;
    });
}

/** The answer of a call that has nothing to say. */
export const DONE = { done: true as const };

/** What is kept under an id that the caller made: the same as was sent. @throws ApiError where it is something else. */
export function keptAsSent<T extends object>(
  kept: T | null | undefined,
  sent: object,
  what = said('refusal.this-id-is-taken-make-a'),
): T {
  if (kept === null || kept === undefined || !saysTheSame(kept, sent)) throw new ApiError('id-taken', what);
  return kept;
}

/**
 * What is kept under an id that is sent again.
 * @param wanted what was sent, in the form in which it is kept. @throws ApiError with what is there, where it is something else.
 */
export function sentAgain<T extends object>(kept: T, wanted: object): T {
  if (!saysTheSame(kept, wanted))
    throw new ApiError('id-taken', said('refusal.this-id-is-taken-by-another-2'), { current: kept });
  return kept;
}
