import { said } from '@upholder/core/said';
import type { Response } from 'express';
import { ApiError } from './errors.ts';

/** Says when a caller left before it was answered: what is worked out for it alone can end. */
export function whileHere(response: Response): AbortSignal {
  const left = new AbortController();
  response.once('close', () => {
    if (!response.writableFinished)
      left.abort(new ApiError('conflict', said('refusal.whoever-asked-has-left')));
  });
  return left.signal;
}
