import type { LearnedFigures } from '@upholder/core/estimating';
import { type Exclusions, learnedFigures, type Seen } from '@upholder/core/learning';
import { useMemo } from 'react';
import { upholder } from '../api/upholder.ts';

/** What was seen in the shop, and what of it does not count; null until it is known. */
export function useSeen(): { seen: readonly Seen[]; exclusions: Exclusions; pending: number } | null {
  const { data } = upholder.useLearnedQuery();
  return useMemo(
    () =>
      data
        ? {
            seen: data.seen,
            exclusions: new Map(data.exclusions.map(({ seenId, reason }) => [seenId, reason])),
            pending: data.pending,
          }
        : null,
    [data],
  );
}

/** Figures that estimates and mixes go by, as far as mixes taught them; undefined until they are known. */
export function useLearnedFigures(): LearnedFigures | undefined {
  const known = useSeen();
  return useMemo(() => (known ? learnedFigures(known.seen, known.exclusions) : undefined), [known]);
}
